package org.ulicarro.core.analysis.band;

import java.util.List;

/**
 * The speed that two greens one after the other invite a driver to take: from the beginning of one to that beginning of the other which lies
 * nearest to where the limit would bring him.
 *
 * @param speed m/s; NaN where nobody could get there as early as the next green begins, by half as much as the limit again
 * @param limit m/s
 * @param rewardsSpeeding whether who drives at the limit from the beginning of the green meets red, and who drives faster by up to a
 *     half catches the green before
 */
public record Invited(double speed, double limit, boolean rewardsSpeeding) {

    private static final double FASTER = 1.5;
    private static final double MARGIN = 1.05;

    /** From signal k to the next one. */
    public static Invited outbound(Corridor c, int k) {
        return between(
                c.stops().get(k),
                c.stops().get(k + 1),
                true,
                c.outbound()[k],
                c.outboundMetres()[k],
                c.outboundLimit()[k]);
    }

    /** From signal k + 1 to signal k. */
    public static Invited inbound(Corridor c, int k) {
        return between(
                c.stops().get(k + 1),
                c.stops().get(k),
                false,
                c.inbound()[k],
                c.inboundMetres()[k],
                c.inboundLimit()[k]);
    }

    private static Invited between(
            Corridor.Stop a, Corridor.Stop b, boolean out, double travel, double metres, double limit) {
        Span first = longest(a.greens(out));
        Span next = longest(b.greens(out));
        double leaves = a.offset() + first.from();
        double arrives = leaves + travel;
        double begins = b.offset() + next.from();
        begins += b.cycle() * StrictMath.rint((arrives - begins) / b.cycle());
        double takes = begins - leaves;
        double speed = takes > metres / (FASTER * limit) ? metres / takes : Double.NaN;
        // the green that has just ended when the limit brings one there
        double position = arrives - b.offset() - next.from();
        position -= b.cycle() * StrictMath.floor(position / b.cycle());
        boolean red = position >= next.length();
        double ended = arrives - (position - next.length());
        double needed = metres / (ended - leaves);
        boolean catches = red && ended > leaves && needed > limit * MARGIN && needed < limit * FASTER;
        return catches ? new Invited(needed, limit, true) : new Invited(speed, limit, false);
    }

    private static Span longest(List<Span> spans) {
        Span longest = spans.get(0);
        for (Span s : spans) {
            longest = s.length() > longest.length() ? s : longest;
        }
        return longest;
    }
}
