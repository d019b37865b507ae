package org.ulicarro.core.analysis.band;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;

/**
 * Offsets in whole seconds that make the bands of both directions best.
 *
 * <p>Exact, and quick, since bands once placed make signals independent of each other: let the outbound band begin at a moment s and
 * the inbound one at a moment r. Then each offset of a signal lets so much of the one and so much of the other through, and the
 * bands that all signals let through together follow from the best pairs of each. A band of best offsets begins where some green
 * does, so s and r are to be tried only at the fractions of a second at which greens begin; and turning all offsets by a second
 * turns both bands, so s stays within the first second.
 */
public final class OffsetSearch {

    private static final double TINY = 1e-9;

    /**
     * What was found.
     *
     * @param corridor with its offsets, and the greens of the variants that were chosen
     * @param variant of each signal, which of its variants; 0 is as it was
     */
    public record Found(Corridor corridor, int[] variant) {}

    private final Corridor corridor;
    private final List<List<Corridor.Stop>> variants; // of each signal, what its greens could be; the first as they are
    private final Objective objective;
    private final double share;
    private final int cycle;
    private final int n;
    private final double[] outTravel;
    private final double[] inTravel;
    private double best = Double.NEGATIVE_INFINITY;
    private int[] options; // of each signal, its variant times its cycle and its offset

    private OffsetSearch(Corridor corridor, List<List<Corridor.Stop>> variants, Objective objective, double share) {
        this.corridor = corridor;
        this.variants = variants;
        this.objective = objective;
        this.share = share;
        cycle = (int) StrictMath.rint(corridor.cycle());
        n = corridor.stops().size();
        outTravel = new double[n];
        inTravel = new double[n];
        for (int k = 0; k < n; k++) {
            outTravel[k] = corridor.travel(true, k);
            inTravel[k] = corridor.travel(false, k);
        }
    }

    /**
     * The corridor with best offsets for both directions; the first signal keeps its own.
     *
     * @param share of the outbound volume in that of both directions, for {@link Objective#WEIGHTED}
     */
    public static Corridor bothWays(Corridor corridor, Objective objective, double share) {
        return bothWays(corridor, corridor.stops().stream().map(List::of).toList(), objective, share)
                .corridor();
    }

    /**
     * The same where signals may have their greens in other orders.
     *
     * @param variants of each signal, itself first
     */
    public static Found bothWays(
            Corridor corridor, List<List<Corridor.Stop>> variants, Objective objective, double share) {
        OffsetSearch search = new OffsetSearch(corridor, variants, objective, share);
        search.run();
        return search.turned();
    }

    /** The corridor with offsets that let one direction through: each green begins when who left the first one at its beginning gets there. */
    public static Corridor oneWay(Corridor corridor, boolean out) {
        int n = corridor.stops().size();
        double[] offsets = new double[n];
        int first = out ? 0 : n - 1;
        Corridor.Stop reference = corridor.stops().get(first);
        double leaves = reference.offset() + longest(reference.greens(out)).from();
        for (int k = 0; k < n; k++) {
            Corridor.Stop stop = corridor.stops().get(k);
            offsets[k] = k == first
                    ? stop.offset()
                    : StrictMath.rint(leaves
                            + corridor.travel(out, k)
                            - longest(stop.greens(out)).from());
        }
        return corridor.withOffsets(offsets);
    }

    private static Span longest(List<Span> spans) {
        Span longest = spans.get(0);
        for (Span s : spans) {
            longest = s.length() > longest.length() ? s : longest;
        }
        return longest;
    }

    private void run() {
        double[] outStarts = fractions(true);
        double[] inStarts = fractions(false);
        for (double s : outStarts) {
            double[][] out = new double[n][];
            int[][] order = new int[n][];
            for (int k = 0; k < n; k++) {
                out[k] = widths(k, true, s);
                order[k] = descending(out[k]);
            }
            double[] candidates = candidates(out);
            double outMost = least(out);
            for (double fraction : inStarts) {
                for (int second = 0; second < cycle; second++) {
                    tryInbound(out, order, candidates, outMost, fraction + second);
                }
            }
        }
    }

    /** Parts of a second at which a band can begin. */
    private double[] fractions(boolean out) {
        TreeSet<Double> found = new TreeSet<>();
        for (int k = 0; k < n; k++) {
            for (Span green : variants.get(k).stream()
                    .flatMap(v -> v.greens(out).stream())
                    .toList()) {
                double at = green.from() - (out ? outTravel[k] : inTravel[k]);
                double fraction = at - StrictMath.floor(at);
                Double near = found.floor(fraction + TINY);
                if (near == null || fraction - near > TINY) {
                    found.add(fraction);
                }
            }
        }
        return found.stream().mapToDouble(d -> d).toArray();
    }

    /** For each variant and offset of a signal, how much of a band that begins at a moment it lets through (s). */
    private double[] widths(int k, boolean out, double start) {
        int own = cycleOf(k);
        double[] widths = new double[own * variants.get(k).size()];
        double arrives = start + (out ? outTravel[k] : inTravel[k]);
        for (int offset = 0; offset < own; offset++) {
            double position = arrives - offset;
            position -= own * StrictMath.floor(position / own);
            if (position > own - TINY) {
                position = 0;
            }
            for (int v = 0; v < variants.get(k).size(); v++) {
                widths[v * own + offset] = width(variants.get(k).get(v).greens(out), position, own);
            }
        }
        return widths;
    }

    private int cycleOf(int k) {
        return (int) StrictMath.rint(corridor.stops().get(k).cycle());
    }

    /** What is left of a green at a second of its cycle; 0 in red. */
    private double width(List<Span> greens, double position, int own) {
        double width = 0;
        for (Span green : greens) {
            double p = position < green.from() - TINY ? position + own : position;
            if (p >= green.from() - TINY && p < green.to() - TINY) {
                width = Math.max(width, Math.min(cycle, green.to() - p));
            }
        }
        return width;
    }

    private static int[] descending(double[] values) {
        Integer[] order = new Integer[values.length];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, (a, b) -> values[a] != values[b] ? Double.compare(values[b], values[a]) : a - b);
        return Arrays.stream(order).mapToInt(i -> i).toArray();
    }

    /** Widths that the outbound band could have, from the widest that all signals could let through. */
    private static double[] candidates(double[][] out) {
        double most = least(out);
        TreeSet<Double> all = new TreeSet<>();
        for (double[] widths : out) {
            for (double w : widths) {
                if (w <= most + TINY) {
                    all.add(w);
                }
            }
        }
        all.add(0.0);
        return all.descendingSet().stream().mapToDouble(d -> d).toArray();
    }

    /** The most that every signal could let through. */
    private static double least(double[][] widths) {
        double least = Double.POSITIVE_INFINITY;
        for (double[] own : widths) {
            double most = 0;
            for (double w : own) {
                most = Math.max(most, w);
            }
            least = Math.min(least, most);
        }
        return least;
    }

    private void tryInbound(double[][] out, int[][] order, double[] candidates, double outMost, double start) {
        double[][] in = new double[n][];
        for (int k = 0; k < n; k++) {
            in[k] = widths(k, false, start);
        }
        if (objective.of(outMost, least(in), share) <= best + TINY) {
            return;
        }
        int[] next = new int[n]; // of each order, the first offset that has not been let in
        int[] chosen = new int[n];
        double[] through = new double[n]; // most inbound among those that have
        Arrays.fill(through, -1);
        for (double width : candidates) {
            double inbound = Double.POSITIVE_INFINITY;
            for (int k = 0; k < n; k++) {
                while (next[k] < order[k].length && out[k][order[k][next[k]]] >= width - TINY) {
                    int offset = order[k][next[k]++];
                    if (in[k][offset] > through[k] + TINY) {
                        through[k] = in[k][offset];
                        chosen[k] = offset;
                    }
                }
                inbound = Math.min(inbound, through[k]);
            }
            if (inbound >= 0) {
                double worth = objective.of(width, inbound, share);
                if (worth > best + TINY) {
                    best = worth;
                    options = chosen.clone();
                }
            }
        }
    }

    /** All offsets turned together, so that the first signal keeps its own. */
    private Found turned() {
        int[] variant = new int[n];
        List<Corridor.Stop> stops = new ArrayList<>();
        double by = corridor.stops().get(0).offset() - options[0] % cycleOf(0);
        for (int k = 0; k < n; k++) {
            variant[k] = options[k] / cycleOf(k);
            stops.add(variants.get(k).get(variant[k]).at(options[k] % cycleOf(k) + by));
        }
        return new Found(corridor.withStops(stops), variant);
    }
}
