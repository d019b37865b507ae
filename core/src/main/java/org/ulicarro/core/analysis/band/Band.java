package org.ulicarro.core.analysis.band;

import java.util.ArrayList;
import java.util.List;

/**
 * The widest stretch of departures from the first line that passes every signal at green, at the speeds of the corridor.
 *
 * @param start second of the common cycle in which it begins at the first line of its direction; 0 where there is none
 * @param width seconds
 * @param breaksAt the signal that leaves nothing of it, or null
 */
public record Band(double start, double width, String breaksAt) {

    private static final double TINY = 1e-9;

    /** Of one direction. */
    public static Band of(Corridor corridor, boolean out) {
        double cycle = corridor.cycle();
        int n = corridor.stops().size();
        List<Span> open = List.of(new Span(0, cycle)); // within one cycle
        for (int i = 0; i < n; i++) {
            int k = out ? i : n - 1 - i;
            Corridor.Stop stop = corridor.stops().get(k);
            open = common(open, departures(stop, stop.greens(out), corridor.travel(out, k), cycle));
            if (open.isEmpty()) {
                return new Band(0, 0, stop.place());
            }
        }
        return widest(open, cycle);
    }

    /** Departures from the first line that are green at a signal so many seconds on; within one common cycle, in order. */
    private static List<Span> departures(Corridor.Stop stop, List<Span> greens, double travel, double cycle) {
        List<Span> all = new ArrayList<>();
        int times = (int) StrictMath.rint(cycle / stop.cycle());
        for (int t = 0; t < times; t++) {
            for (Span green : greens) {
                double from = green.from() + stop.offset() + t * stop.cycle() - travel;
                double begin = from - cycle * StrictMath.floor(from / cycle);
                double end = begin + Math.min(green.length(), cycle);
                if (end <= cycle) {
                    all.add(new Span(begin, end));
                } else {
                    all.add(new Span(begin, cycle));
                    if (end - cycle > TINY) {
                        all.add(new Span(0, end - cycle));
                    }
                }
            }
        }
        return all;
    }

    private static List<Span> common(List<Span> a, List<Span> b) {
        List<Span> common = new ArrayList<>();
        for (Span p : a) {
            for (Span q : b) {
                double from = Math.max(p.from(), q.from());
                double to = Math.min(p.to(), q.to());
                if (to - from > TINY) {
                    common.add(new Span(from, to));
                }
            }
        }
        return common;
    }

    private static Band widest(List<Span> open, double cycle) {
        Span first = null; // from the beginning of the cycle
        Span last = null; // to its end
        Span best = open.get(0);
        for (Span s : open) {
            best = s.length() > best.length() + TINY || s.length() > best.length() - TINY && s.from() < best.from()
                    ? s
                    : best;
            first = s.from() < TINY ? s : first;
            last = s.to() > cycle - TINY ? s : last;
        }
        if (first != null && last != null && first != last && first.length() + last.length() > best.length() + TINY) {
            return new Band(last.from(), first.length() + last.length(), null);
        }
        return new Band(best.from(), best.length(), null);
    }

    /** The shortest green of a direction, which no band can be wider than (s). */
    public static double shortestGreen(Corridor corridor, boolean out) {
        return corridor.stops().stream()
                .mapToDouble(s ->
                        s.greens(out).stream().mapToDouble(Span::length).max().orElse(0))
                .min()
                .orElse(0);
    }
}
