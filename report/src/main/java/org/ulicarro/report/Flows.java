package org.ulicarro.report;

import java.awt.Color;
import java.util.List;
import java.util.Locale;
import java.util.function.IntFunction;
import java.util.function.IntToDoubleFunction;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.network.Network;

/** Traffic over roads and turns, to be drawn as bands: how much, how dark, and the figures beside it. */
public final class Flows {

    /**
     * Speed as a share of the limit, from the fastest down: where each shade begins. Lighter ones are faster, also in grey. The bounds are
     * those between the levels A and B, C, D and E, F of streets in the Highway Capacity Manual, 7th edition, chapter 18.
     */
    private static final double[] FROM = {0.67, 0.50, 0.30, 0};

    private static final Color[] SHADES = {
        new Color(0xA9, 0xC3, 0xD6, 225),
        new Color(0x4F, 0x8A, 0xB8, 225),
        new Color(0xB3, 0x54, 0x1E, 235),
        new Color(0x3D, 0x0C, 0x1A, 240)
    };

    private static final Color PLAIN = new Color(0x35, 0x61, 0x8A, 170);

    private final IntToDoubleFunction links;
    private final IntToDoubleFunction turns;
    private final IntFunction<String> linkTexts;
    private final IntFunction<String> turnTexts;
    private final IntToDoubleFunction speeds; // null where none are known
    private final String linkKey;
    private final String turnKey;

    private Flows(
            IntToDoubleFunction links,
            IntToDoubleFunction turns,
            IntFunction<String> linkTexts,
            IntFunction<String> turnTexts,
            IntToDoubleFunction speeds,
            String linkKey,
            String turnKey) {
        this.links = links;
        this.turns = turns;
        this.linkTexts = linkTexts;
        this.turnTexts = turnTexts;
        this.speeds = speeds;
        this.linkKey = linkKey;
        this.turnKey = turnKey;
    }

    /** What wants to travel in the period. */
    public static Flows wanted(Network network, Volumes volumes) {
        String key = "veh/h that want to travel in the period, width to scale";
        return new Flows(
                volumes::link,
                volumes::movement,
                i -> whole(volumes.link(i)),
                i -> network.movements().get(i).name() + " " + whole(volumes.movement(i)),
                null,
                key,
                key);
    }

    /**
     * What drove.
     *
     * @param links veh/h by link
     * @param turns veh/h by movement
     * @param linkTexts what stands beside a link
     * @param turnTexts and beside the approach of a movement
     * @param speeds mean speed of each link as a share of its limit; NaN where nobody drove
     * @param linkKey says what the figures of links are
     * @param turnKey says what those of turns are
     */
    public static Flows driven(
            double[] links,
            double[] turns,
            String[] linkTexts,
            String[] turnTexts,
            double[] speeds,
            String linkKey,
            String turnKey) {
        return new Flows(
                i -> links[i], i -> turns[i], i -> linkTexts[i], i -> turnTexts[i], i -> speeds[i], linkKey, turnKey);
    }

    private static String whole(double volume) {
        return String.format(Locale.ROOT, "%.0f", volume);
    }

    double link(int link) {
        return links.applyAsDouble(link);
    }

    double turn(int movement) {
        return turns.applyAsDouble(movement);
    }

    String linkText(int link) {
        return linkTexts.apply(link);
    }

    String turnText(int movement) {
        return turnTexts.apply(movement);
    }

    /** Says what is drawn, of the whole network or of the turns at a place. */
    String key(boolean place) {
        return place ? turnKey : linkKey;
    }

    Color ofLink(int link) {
        return speeds == null ? PLAIN : SHADES[shade(speeds.applyAsDouble(link))];
    }

    static Color ofTurns() {
        return PLAIN;
    }

    /** How slow a link is, 0 for the fastest shade. */
    int shade(int link) {
        return speeds == null ? 0 : shade(speeds.applyAsDouble(link));
    }

    /** Whether a link is driven at half the limit or less. */
    boolean isSlow(int link) {
        return shade(link) > 1;
    }

    private static int shade(double share) {
        int shade = 0;
        while (share <= FROM[shade] && shade < FROM.length - 1) {
            shade++;
        }
        return shade;
    }

    /** The shades with their meaning, from the fastest; none where speeds are not known. */
    List<Shade> shades() {
        return speeds == null
                ? List.of()
                : List.of(
                        new Shade(SHADES[0], "above 67 %"),
                        new Shade(SHADES[1], "to 67 %"),
                        new Shade(SHADES[2], "to 50 %"),
                        new Shade(SHADES[3], "to 30 %"));
    }

    /**
     * A line of the legend.
     *
     * @param means share of the limit
     */
    record Shade(Color ink, String means) {}
}
