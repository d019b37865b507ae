package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.StringJoiner;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.search.optimize.Index;
import org.ulicarro.core.search.optimize.Optimization.Outcome;
import org.ulicarro.core.search.optimize.Optimization.Row;
import org.ulicarro.core.search.optimize.Verdict;
import org.ulicarro.core.study.AimInput;

/** What a search for signal timing prints: a row for each cycle length, which is best, and whether that is real. */
final class OptimizeSheets {

    private static final int WIDTH = 100;

    private final List<Condition> limits;
    private final boolean corridor;
    private final PrintedUnit length;

    OptimizeSheets(List<Condition> limits, boolean corridor, PrintedUnit length) {
        this.limits = limits;
        this.corridor = corridor;
        this.length = length;
    }

    /** Column of whether limits are kept, which is there only where there are some. */
    private static final int LIMITS_AT = 9;

    /** What an aim wants, in words. */
    static String words(String name, AimInput aim) {
        StringJoiner all = new StringJoiner(", ", name + " {", "}");
        add(all, "delay", aim.delay(), "");
        add(all, "stops", aim.stops(), " s");
        add(all, "arrivals-on-red", aim.arrivalsOnRed(), " s");
        add(all, "queue-past-bay", aim.queuePastBay(), " s");
        add(all, "people-delay", aim.peopleDelay(), "");
        add(all, "co2", aim.co2(), " s/kg");
        return all.toString();
    }

    private static void add(StringJoiner all, String key, double value, String unit) {
        if (value > 0) {
            all.add(key + ": " + (value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(value))
                    + unit);
        }
    }

    /** A row for the plan in force and for each cycle length. */
    Sheet rows(Outcome outcome) {
        Sheet sheet = new Sheet()
                .words("plan", "plan")
                .numbers("index_s", "index s", 1)
                .numbers("index_half_width_s", "±", 1)
                .numbers("index_runs", "of runs", 0)
                .numbers("delay_s", "delay s", 1)
                .numbers("stops", "stops", 2)
                .numbers("arrivals_on_green", "on green %", 0, 100)
                .numbers(
                        "longest_queue_m",
                        (corridor ? "side queue " : "longest queue ") + length.name(),
                        0,
                        length.perInside())
                .numbers("unserved_at_end", "unserved", 0);
        if (!limits.isEmpty()) {
            sheet.words("limits", "limits");
        }
        sheet.numbers("runs", "spent", 0).words("note", "");
        add(sheet, "in force", outcome.inForce(), "");
        for (Row row : outcome.rows()) {
            boolean best = outcome.best() != null && outcome.best().trial() == row.trial();
            String note = best ? "best" : row.trial() == outcome.inForce().trial() ? "the plan in force" : "";
            add(sheet, name(row), row, note);
        }
        return sheet;
    }

    static String name(Row row) {
        return Double.isNaN(row.cycle()) ? "no cycle" : Math.round(row.cycle()) + " s";
    }

    private void add(Sheet sheet, String name, Row row, String note) {
        Map<String, Statistic> f = row.figures();
        Statistic index = row.index();
        Object[] values = {
            name,
            index.mean(),
            (index.hi() - index.lo()) / 2,
            (double) index.n(),
            f.get(Index.DELAY).mean(),
            f.get(Index.STOPS).mean(),
            f.get(Index.ON_GREEN).mean(),
            f.get(Index.QUEUE).mean(),
            f.get(Index.OUTSIDE).mean(),
            row.holds() ? "kept" : "broken",
            (double) row.spent(),
            note
        };
        if (limits.isEmpty()) {
            Object[] without = new Object[values.length - 1];
            System.arraycopy(values, 0, without, 0, LIMITS_AT);
            System.arraycopy(values, LIMITS_AT + 1, without, LIMITS_AT, 2);
            values = without;
        }
        sheet.add(values);
    }

    /** Which is best, and whether it is. */
    void verdict(Outcome outcome, PrintWriter out) {
        for (Condition limit : limits) {
            Row shown = outcome.best() == null ? outcome.inForce() : outcome.best();
            Statistic s = shown.figures().get(limit.text());
            say(
                    out,
                    String.format(
                            Locale.ROOT,
                            "%s: %.1f ± %.1f with the %s, %.1f with the plan in force",
                            limit.text(),
                            s.mean(),
                            (s.hi() - s.lo()) / 2,
                            outcome.best() == null ? "plan in force" : "best plan",
                            outcome.inForce().figures().get(limit.text()).mean()));
        }
        if (outcome.best() == null) {
            say(
                    out,
                    "no plan is better than the one in force by the runs of the search"
                            + (limits.isEmpty() ? "" : ", limits counted") + "; keep it");
            return;
        }
        Statistic index = outcome.best().index();
        Statistic force = outcome.inForce().index();
        say(
                out,
                String.format(
                        Locale.ROOT,
                        "best: %s, %.1f s a journey against %.1f (%+.1f %%) in the runs that picked it",
                        name(outcome.best()),
                        index.mean(),
                        force.mean(),
                        100 * (index.mean() / force.mean() - 1)));
        fresh(outcome.verdict(), out);
        edge(outcome, out);
    }

    /** A best cycle at the end of what was tried may be beaten beyond it. */
    private static void edge(Outcome outcome, PrintWriter out) {
        List<Row> rows = outcome.rows();
        int first = rows.get(0).trial();
        int last = rows.get(rows.size() - 1).trial();
        if (rows.size() > 1
                && (outcome.best().trial() == first || outcome.best().trial() == last)) {
            boolean shortest = outcome.best().trial() == first;
            say(
                    out,
                    "note: it is the " + (shortest ? "shortest" : "longest") + " cycle that was tried; --cycles with "
                            + (shortest ? "shorter" : "longer") + " ones may find a better one");
        }
    }

    /** The comparison on fresh traffic. */
    static void fresh(Map<String, Difference> verdict, PrintWriter out) {
        Difference d = verdict.get(Index.INDEX);
        String words = Verdict.isReal(verdict)
                ? "it is better, and that is no chance"
                : d.hi() < 0 || d.lo() > 0
                        ? "it is worse; keep the plan in force"
                        : "the difference may be chance; keep the plan in force, or make more runs (--runs, --fresh)";
        say(
                out,
                String.format(
                        Locale.ROOT,
                        "on fresh traffic (%d pairs of runs): %.1f s against %.1f, %+.1f ± %.1f s a journey (%+.1f %%): %s",
                        d.n(),
                        d.after(),
                        d.before(),
                        d.difference(),
                        (d.hi() - d.lo()) / 2,
                        100 * d.difference() / d.before(),
                        words));
        Difference delay = verdict.get(Index.DELAY);
        Difference stops = verdict.get(Index.STOPS);
        say(
                out,
                String.format(
                        Locale.ROOT,
                        "  delay %.1f s against %.1f (%+.1f ± %.1f), stops %.2f against %.2f (%+.2f ± %.2f) a journey",
                        delay.after(),
                        delay.before(),
                        delay.difference(),
                        (delay.hi() - delay.lo()) / 2,
                        stops.after(),
                        stops.before(),
                        stops.difference(),
                        (stops.hi() - stops.lo()) / 2));
    }

    static void say(PrintWriter out, String text) {
        String indent = text.startsWith("  ") ? "  " : "";
        Wrapped.lines(List.of(text.strip().split(" ")), WIDTH - indent.length())
                .forEach(line -> out.println(indent + line));
    }

    void print(Outcome outcome, OutputForm form, PrintWriter out) throws IOException {
        rows(outcome).print(form, out);
    }
}
