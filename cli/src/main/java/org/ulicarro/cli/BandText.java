package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.analysis.band.Band;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.Invited;
import org.ulicarro.core.analysis.band.Objective;
import org.ulicarro.core.analysis.band.Span;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.run.Model;

/** A corridor and its bands in words and tables. */
final class BandText {

    private final PrintWriter out;
    private final CorridorReader reader;
    private final Model model;
    private final PrintedUnit length;
    private final PrintedUnit speed;

    BandText(PrintWriter out, CorridorReader reader, Model model) {
        this.out = out;
        this.reader = reader;
        this.model = model;
        length = model.study().units().length();
        speed = model.study().units().speed();
    }

    private static String s(double value, int decimals) {
        return TextTable.figure(value, decimals);
    }

    private static String greens(List<Span> spans) {
        return s(spans.stream().mapToDouble(Span::length).sum(), 0);
    }

    /** Signals with their offsets, new ones beside old ones, and the stretches between them. */
    void corridor(Corridor after, Corridor before) {
        Corridor shown = after == null ? before : after;
        out.println(model.study().title());
        out.printf(
                Locale.ROOT,
                "corridor %s, period %s, cycle %.0f s; outbound is %s to %s%n%n",
                shown.id(),
                model.periodId(),
                shown.cycle(),
                reader.way().get(0).place(),
                reader.way().get(reader.way().size() - 1).place());
        TextTable table = new TextTable(2);
        table.add(
                "signal", "at", "cycle", "offset", "green", "green", "to the", "travel", "travel", "invites",
                "invites");
        table.add(
                "",
                length.name(),
                "s",
                "s",
                "out s",
                "in s",
                "next " + length.name(),
                "out s",
                "in s",
                "out " + speed.name(),
                "in " + speed.name());
        int n = shown.stops().size();
        for (int k = 0; k < n; k++) {
            Corridor.Stop stop = shown.stops().get(k);
            double was = before.stops().get(k).offset();
            String offset = after == null || Math.abs(was - stop.offset()) < 0.5
                    ? s(stop.offset(), 0)
                    : s(was, 0) + ">" + s(stop.offset(), 0);
            boolean last = k == n - 1;
            table.add(
                    stop.place() + (stop.actuated() ? " *" : ""),
                    s(length.of(stop.at()), 0),
                    s(stop.cycle(), 0),
                    offset,
                    greens(stop.outbound()),
                    greens(stop.inbound()),
                    last ? "" : s(length.of(shown.outboundMetres()[k]), 0),
                    last ? "" : s(shown.outbound()[k], 1),
                    last ? "" : s(shown.inbound()[k], 1),
                    last ? "" : invites(Invited.outbound(shown, k)),
                    last ? "" : invites(Invited.inbound(shown, k)));
        }
        table.print(out);
        if (shown.stops().stream().anyMatch(Corridor.Stop::actuated)) {
            out.println("* actuated: the green that is certain when everybody calls; it may begin earlier.");
        }
        rewards(shown);
        out.println();
    }

    private String invites(Invited invited) {
        return Double.isNaN(invited.speed())
                ? "-"
                : s(speed.of(invited.speed()), 0) + (invited.rewardsSpeeding() ? " !" : "");
    }

    private void rewards(Corridor corridor) {
        for (int k = 0; k + 1 < corridor.stops().size(); k++) {
            for (boolean outbound : new boolean[] {true, false}) {
                Invited invited = outbound ? Invited.outbound(corridor, k) : Invited.inbound(corridor, k);
                if (invited.rewardsSpeeding()) {
                    String a = corridor.stops().get(outbound ? k : k + 1).place();
                    String b = corridor.stops().get(outbound ? k + 1 : k).place();
                    out.printf(
                            Locale.ROOT,
                            "! from '%s' to '%s' the greens invite to drive %.0f %s where %.0f are allowed%n",
                            a,
                            b,
                            speed.of(invited.speed()),
                            speed.name(),
                            speed.of(invited.limit()));
                }
            }
        }
    }

    void bands(Corridor before, Corridor after) {
        for (boolean outbound : new boolean[] {true, false}) {
            out.println((outbound ? "outbound  " : "inbound   ")
                    + (after == null ? "" : "before ")
                    + said(before, outbound));
            if (after != null) {
                out.println("          after  " + said(after, outbound));
            }
        }
    }

    private static String said(Corridor corridor, boolean outbound) {
        Band band = Band.of(corridor, outbound);
        double shortest = Band.shortestGreen(corridor, outbound);
        return band.width() <= 0
                ? "no band: '" + band.breaksAt() + "' leaves nothing of it"
                : String.format(
                        Locale.ROOT,
                        "%.1f s wide, %.0f %% of the cycle, %.0f %% of the shortest green (%.0f s)",
                        band.width(),
                        100 * band.width() / corridor.cycle(),
                        100 * band.width() / shortest,
                        shortest);
    }

    /** @param best the row that is marked; null for none */
    void cycles(List<BandCycles.Row> rows, BandCycles.Row best, Objective objective) {
        out.println();
        TextTable table = new TextTable(2);
        table.alignLeft(false, false, false, false, false, true);
        table.add("cycle", "out", "in", "out", "in", "");
        table.add("s", "s", "s", "% of cycle", "% of cycle", "");
        for (BandCycles.Row row : rows) {
            Corridor c = row.corridor();
            if (c == null) {
                table.add(s(row.cycle(), 0), "-", "-", "-", "-", "does not hold");
                continue;
            }
            double a = Band.of(c, true).width();
            double b = Band.of(c, false).width();
            String mark = row == best ? "best" : "";
            table.add(s(c.cycle(), 0), s(a, 1), s(b, 1), s(100 * a / c.cycle(), 0), s(100 * b / c.cycle(), 0), mark);
        }
        table.print(out);
        out.println("Best offsets of each cycle (" + objective.word
                + "); greens in their proportions, clearances as they are.");
        rows.stream()
                .filter(row -> !row.why().isEmpty())
                .findFirst()
                .ifPresent(row -> Wrapped.lines(
                                List.of(("Why " + s(row.cycle(), 0) + " s does not hold: " + row.why()).split(" ")),
                                100)
                        .forEach(out::println));
    }
}
