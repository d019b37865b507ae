package org.ulicarro.core.search.optimize;

import java.util.List;
import org.ulicarro.core.search.optimize.Streams.Feed;
import org.ulicarro.core.search.optimize.Streams.Stream;
import org.ulicarro.core.study.AimInput;
import org.ulicarro.core.timing.PlaceTiming;
import org.ulicarro.core.timing.Timed;

/**
 * Platoons from line to line in one cycle, second by second: what leaves one line arrives spread out at the next one and queues there while
 * it is red. Delay is that of the mean queue, and what comes on top by chance and overload.
 *
 * <p>Sources: D. I. Robertson, the recurrence by which platoons spread, with α = 0.35 and β = 0.8: R. G. Dowling and others,
 * <i>Traffic Analysis Toolbox</i>, and Highway Capacity Manual, 6th ed., chapter 30; first in Road Research Laboratory report LR 253,
 * 1969. Delay by chance and overload: Highway Capacity Manual, 6th ed., equation 19-26.
 */
final class PlatoonModel implements Screen {

    private static final double DISPERSION = 0.35;
    private static final double SHORTER = 0.8; // first arrivals take so much of the mean time

    /** Seconds of green that a starting queue loses, and of yellow that it uses. */
    private static final int START = 2;

    private static final int END = 2;

    /** Times that all lines are gone through, so that what leaves the last ones comes to the first ones. */
    private static final int SWEEPS = 2;

    /** Demand above this share of what a line can take stays in overload (second term). */
    private static final double FULL = 0.98;

    /** Carbon dioxide of a vehicle that stands or waits, and of a stop from and back to town speed (kg/s, kg). */
    private static final double IDLING = 0.0003;

    private static final double STOP = 0.015;

    private final PlanSpace space;
    private final List<Stream> streams;
    private final double journeys; // veh/s
    private final double hours;
    private final double perDelay;
    private final double perStop;
    private final double perRed;

    /**
     * For the signals of a search.
     *
     * @param journeys how many begin (veh/s)
     * @param hours length of the period (h)
     */
    PlatoonModel(PlanSpace space, List<Stream> streams, double journeys, double hours, AimInput aim) {
        this.space = space;
        this.streams = streams;
        this.journeys = journeys;
        this.hours = hours;
        perDelay = aim.delay() + aim.peopleDelay() + aim.co2() * IDLING;
        perStop = aim.stops() + aim.co2() * STOP;
        perRed = aim.arrivalsOnRed();
    }

    @Override
    public double index(SignalTimes plan) {
        int seconds = around(plan);
        Timed[] timed = new Timed[space.signals().size()];
        double[][] out = new double[streams.size()][];
        boolean[][] green = new boolean[streams.size()][];
        double[] arrivals = new double[seconds];
        double[] rest = new double[streams.size()];
        double[] saturation = new double[streams.size()];
        for (int i = 0; i < out.length; i++) {
            Stream stream = streams.get(i);
            int s = stream.signal();
            Setting setting = plan.settings().get(s);
            if (timed[s] == null) {
                timed[s] = space.signals().get(s).timed(setting);
            }
            PlaceTiming timing =
                    space.signals().get(s).orders().get(setting.order()).timing();
            green[i] = green(timing.greens(stream.group(), timed[s]), setting, seconds);
            out[i] = new double[seconds];
            java.util.Arrays.fill(out[i], stream.volume());
            rest[i] = rest(stream);
            saturation[i] = stream.saturation(share(green[i]), setting.cycle());
        }
        double waiting = 0; // vehicles, mean over the cycle
        double stops = 0; // per second
        double reds = 0;
        for (int sweep = 1; sweep <= SWEEPS; sweep++) {
            for (int i = 0; i < out.length; i++) {
                Stream stream = streams.get(i);
                java.util.Arrays.fill(arrivals, rest[i]);
                for (Feed feed : stream.feeds()) {
                    spread(out[feed.from()], feed, arrivals);
                }
                boolean last = sweep == SWEEPS;
                double capacity = saturation[i] * share(green[i]);
                double into = stream.volume() > FULL * capacity ? FULL * capacity / stream.volume() : 1;
                Line line = line(arrivals, into, green[i], saturation[i], out[i]);
                if (last) {
                    waiting += line.queue() + stream.volume() * byChance(stream.volume(), capacity);
                    stops += line.stops();
                    reds += line.reds();
                }
            }
        }
        return (perDelay * waiting + perStop * stops + perRed * reds) / journeys;
    }

    /** The time after which everything repeats (s). */
    private int around(SignalTimes plan) {
        double longest = 1;
        for (Setting setting : plan.settings()) {
            longest = setting.points().isEmpty() ? longest : Math.max(longest, setting.cycle());
        }
        return (int) StrictMath.rint(longest);
    }

    private double rest(Stream stream) {
        double fed = 0;
        for (Feed feed : stream.feeds()) {
            fed += feed.share() * streams.get(feed.from()).volume();
        }
        return Math.max(0, stream.volume() - fed);
    }

    private static boolean[] green(List<double[]> spans, Setting setting, int seconds) {
        boolean[] green = new boolean[seconds];
        int own = (int) StrictMath.rint(setting.cycle());
        int repeats = Math.max(1, (int) StrictMath.rint(seconds / setting.cycle()));
        for (double[] span : spans) {
            int from = (int) StrictMath.rint(setting.start() + span[0]) + START;
            int to = (int) StrictMath.rint(setting.start() + span[1]) + END;
            for (int r = 0; r < repeats; r++) {
                for (int t = from; t < to; t++) {
                    green[(t + r * own) % seconds] = true;
                }
            }
        }
        return green;
    }

    private static double share(boolean[] green) {
        int sum = 0;
        for (boolean one : green) {
            sum += one ? 1 : 0;
        }
        return (double) sum / green.length;
    }

    /** Adds what leaves another line, spread out: q'(t + βT) = F q(t) + (1 − F) q'(t − 1), F = 1 / (1 + αβT). */
    private static void spread(double[] leaves, Feed feed, double[] arrivals) {
        int n = leaves.length;
        double first = SHORTER * feed.seconds();
        double f = 1 / (1 + DISPERSION * first);
        int shift = (int) StrictMath.rint(first) % n;
        double smooth = 0;
        for (double one : leaves) {
            smooth += one / n; // the mean, from which a cycle of smoothing finds what repeats
        }
        for (int t = 0; t < 2 * n; t++) {
            int at = t < n ? t : t - n;
            smooth += f * (leaves[at] - smooth);
            if (t >= n) {
                int then = at + shift;
                arrivals[then < n ? then : then - n] += feed.share() * smooth;
            }
        }
    }

    /**
     * What happens at one line in a cycle.
     *
     * @param queue vehicles in it, mean
     * @param stops vehicles that stop (veh/s)
     * @param reds that arrive on red (veh/s)
     */
    private record Line(double queue, double stops, double reds) {}

    private static Line line(double[] arrivals, double into, boolean[] green, double saturation, double[] out) {
        int n = arrivals.length;
        double queue = 0;
        double sum = 0;
        double stops = 0;
        double reds = 0;
        for (int t = 0; t < 2 * n; t++) {
            int at = t < n ? t : t - n;
            double comes = into * arrivals[at];
            double leaves = green[at] ? Math.min(queue + comes, saturation) : 0;
            boolean held = !green[at] || queue > leaves;
            queue += comes - leaves;
            if (t >= n) {
                sum += queue;
                stops += held ? comes : 0;
                reds += green[at] ? 0 : comes;
                out[at] = leaves;
            }
        }
        return new Line(sum / n, stops / n, reds / n);
    }

    /** Delay by chance and overload (s per vehicle). */
    private double byChance(double volume, double capacity) {
        double perHour = Math.max(capacity, 1e-4) * 3600;
        double x = volume / Math.max(capacity, 1e-4);
        double over = x - 1;
        return 900 * hours * (over + StrictMath.sqrt(over * over + 4 * x / (perHour * hours)));
    }
}
