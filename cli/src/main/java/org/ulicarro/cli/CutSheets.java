package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.piece.Drive;
import org.ulicarro.core.piece.Joint;
import org.ulicarro.core.piece.PieceDemand;
import org.ulicarro.core.piece.Proof;
import org.ulicarro.core.run.Model;

/** What cutting prints: who drove there, what the cuts do, how the piece compares with the whole. */
final class CutSheets {

    private static final int WORST = 5;

    private CutSheets() {}

    /** How many trips the piece has, by type. */
    static void demand(PieceDemand demand, Model whole, int replications, PrintWriter out) {
        Map<String, Integer> types = new TreeMap<>();
        Map<String, Integer> lines = new TreeMap<>();
        int trips = 0;
        for (List<Drive> ofIt : demand.drives().values()) {
            for (Drive drive : ofIt) {
                if (drive.line() < 0) {
                    types.merge(drive.type(), 1, Integer::sum);
                    trips++;
                } else {
                    lines.merge(
                            whole.demand()
                                    .departures(1)
                                    .lines()
                                    .get(drive.line())
                                    .id(),
                            1,
                            Integer::sum);
                }
            }
        }
        StringBuilder text = new StringBuilder();
        types.forEach((type, n) -> text.append(text.isEmpty() ? "" : ", ")
                .append(String.format(Locale.ROOT, "%.1f %s", (double) n / replications, type)));
        Wrapped.print(
                String.format(
                        Locale.ROOT,
                        "%.1f trips in the mean of %d replications, %s to %s: %s",
                        (double) trips / replications,
                        replications,
                        Clock.timeOfDay(whole.demand().window().start()),
                        Clock.timeOfDay(whole.demand().window().end()),
                        text),
                "",
                out);
        lines.forEach((line, n) -> out.printf(
                Locale.ROOT,
                "line %s: %.1f runs, by the mean times at which they come in%n",
                line,
                (double) n / replications));
    }

    static void joints(List<Joint> joints, PrintWriter out) {
        out.println();
        out.println("what the cuts do");
        for (Joint joint : joints) {
            Wrapped.print(
                    (joint.at().isEmpty() ? "" : joint.at() + ": ")
                            + joint.what()
                            + (joint.effect().isEmpty() ? "" : "; " + joint.effect()),
                    "  ",
                    out);
        }
    }

    /** A proof for people. */
    static void proof(Proof proof, int replications, PrintWriter out) throws IOException {
        out.printf(Locale.ROOT, "%nvolumes by quarter of an hour, as flows, mean of %d replications%n%n", replications);
        TextTable volumes = new TextTable(1);
        volumes.add("", "compared", "GEH < 1", "GEH < 3", "largest", "where", "when", "whole", "piece veh/h");
        volumes.alignLeft(true, false, false, false, false, true, true, false, false);
        volume(volumes, "links", proof.links());
        volume(volumes, "turns", proof.turns());
        volumes.print(out);
        List<Proof.Volume> missed = java.util.stream.Stream.concat(proof.links().stream(), proof.turns().stream())
                .filter(v -> v.geh() >= Proof.MET)
                .limit(WORST)
                .toList();
        missed.forEach(v -> out.printf(
                Locale.ROOT,
                "not met: %s, %s: %.0f in place of %.0f veh/h, GEH %.1f%n",
                v.of(),
                Clock.timeOfDay(v.from()),
                v.piece(),
                v.whole(),
                v.geh()));
        figures("control delay, s a vehicle", proof.delays(), out);
        figures("travel time along corridors, s", proof.times(), out);
        out.println();
        Wrapped.print(
                "Roads that lead out are told by the turns into them. 'clear' is more than chance at 5 % among all of a kind, by differences between"
                        + " replications that met the same arrivals at the border (Student's t for pairs, Holm).",
                "", out);
        out.println();
        out.println(
                proof.holds()
                        ? "the piece holds: every volume within GEH 3, no clear difference"
                        : "the piece does not hold everywhere: see above, and joints.csv for what the cuts do");
        out.flush();
    }

    private static void volume(TextTable table, String name, List<Proof.Volume> volumes) {
        if (volumes.isEmpty()) {
            table.add(name, "0", "-", "-", "-", "", "", "-", "-");
            return;
        }
        Proof.Volume worst = volumes.get(0);
        table.add(
                name,
                String.valueOf(volumes.size()),
                String.valueOf(volumes.stream().filter(v -> v.geh() < 1).count()),
                String.valueOf(volumes.stream().filter(v -> v.geh() < Proof.MET).count()),
                TextTable.figure(worst.geh(), 2),
                worst.of(),
                Clock.timeOfDay(worst.from()),
                TextTable.figure(worst.whole(), 0),
                TextTable.figure(worst.piece(), 0));
    }

    private static void figures(String title, List<Proof.Figure> figures, PrintWriter out) {
        if (figures.isEmpty()) {
            return;
        }
        out.println();
        TextTable table = new TextTable(1);
        table.add(title, "whole", "piece", "difference", "95 % interval", "verdict");
        table.alignLeft(true, false, false, false, false, true);
        for (Proof.Figure figure : figures) {
            Difference d = figure.difference();
            table.add(
                    figure.of(),
                    TextTable.figure(d.before(), 1),
                    TextTable.figure(d.after(), 1),
                    String.format(Locale.ROOT, "%+.1f", d.difference()),
                    Double.isNaN(d.lo()) ? "-" : String.format(Locale.ROOT, "%+.1f to %+.1f", d.lo(), d.hi()),
                    figure.real() ? "clear" : "within chance");
        }
        table.print(out);
    }

    /** The same as rows, period by period. */
    static Sheet rows(Map<String, Proof> proofs) {
        Sheet sheet = new Sheet()
                .words("period", "period")
                .words("kind", "kind")
                .words("of", "of")
                .numbers("from_s", "from", 0)
                .numbers("to_s", "to", 0)
                .numbers("whole", "whole", 2)
                .numbers("piece", "piece", 2)
                .numbers("geh", "GEH", 2)
                .numbers("difference", "difference", 2)
                .numbers("lo", "lo", 2)
                .numbers("hi", "hi", 2)
                .words("clear", "clear");
        proofs.forEach((period, proof) -> {
            volumes(sheet, period, "link_vehh", proof.links());
            volumes(sheet, period, "turn_vehh", proof.turns());
            figures(sheet, period, "control_delay_s", proof.delays());
            figures(sheet, period, "travel_time_s", proof.times());
        });
        return sheet;
    }

    private static void volumes(Sheet sheet, String period, String kind, List<Proof.Volume> volumes) {
        volumes.forEach(v -> sheet.add(
                period, kind, v.of(), v.from(), v.to(), v.whole(), v.piece(), v.geh(), null, null, null, null));
    }

    private static void figures(Sheet sheet, String period, String kind, List<Proof.Figure> figures) {
        figures.forEach(f -> sheet.add(
                period,
                kind,
                f.of(),
                null,
                null,
                f.difference().before(),
                f.difference().after(),
                null,
                f.difference().difference(),
                f.difference().lo(),
                f.difference().hi(),
                f.real()));
    }
}
