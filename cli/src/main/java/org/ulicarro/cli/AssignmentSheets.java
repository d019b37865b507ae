package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.assign.Assignment;
import org.ulicarro.core.assign.ChangeRow;
import org.ulicarro.core.assign.CountRow;
import org.ulicarro.core.assign.IterationRow;
import org.ulicarro.core.assign.PathRow;
import org.ulicarro.core.assign.RoadRow;
import org.ulicarro.core.assign.ScaleRow;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Names;
import org.ulicarro.files.AssignmentFolder;
import org.ulicarro.files.AssignmentStore;
import org.ulicarro.files.SearchRequest;
import org.ulicarro.files.StudyFolder;

/** Tables of an assignment. */
final class AssignmentSheets {

    /** What {@code results} prints of one. */
    static final List<String> TABLES = List.of("convergence", "changes", "paths", "links", "counts", "scales");

    /** Ways with fewer drivers than this are not printed for people. */
    private static final double HARDLY_ANYBODY = 0.05;

    private AssignmentSheets() {}

    /**
     * The folder of an assignment that an argument means: {@code lane/assignments/2}, or the folder itself.
     *
     * @return null where it is about something else
     * @throws IOException in words when there is no such assignment
     */
    static Path find(String text) throws IOException {
        Path path = Path.of(text);
        if (AssignmentFolder.isOne(path)) {
            return path;
        }
        Path above = path.getParent();
        boolean below = above != null
                && above.getFileName() != null
                && above.getFileName().toString().equals(AssignmentStore.FOLDER);
        if (!below) {
            return null;
        }
        Path study = above.getParent() == null ? Path.of("") : above.getParent();
        return new AssignmentStore(study).find(path.getFileName().toString());
    }

    /** The assignments of a study. */
    static Sheet list(Path study) throws IOException {
        if (!Files.exists(study.resolve(StudyFolder.MAIN_FILE))) {
            throw new IOException(study + " is no study: there is no " + StudyFolder.MAIN_FILE);
        }
        Sheet sheet = new Sheet()
                .words("assignment", "assignment")
                .words("alternative", "alternative")
                .words("period", "period")
                .numbers("iterations", "iterations", 0)
                .words("started", "started")
                .words("state", "state");
        for (Path folder : new AssignmentStore(study).all()) {
            SearchRequest request = AssignmentFolder.request(folder);
            sheet.add(
                    folder.getFileName().toString(),
                    request.alternative(),
                    request.period(),
                    (double) AssignmentFolder.rows(folder, IterationRow.class).size(),
                    request.started(),
                    AssignmentFolder.outcome(folder)
                            .orElse("stopped; 'assign STUDY --from " + AssignmentStore.number(folder) + "' goes on"));
        }
        return sheet;
    }

    /** A table by its name. */
    static Sheet table(Path folder, String name, boolean forMachines) throws IOException {
        return switch (name) {
            case "convergence" -> convergence(folder);
            case "changes" -> changes(folder);
            case "paths" -> paths(folder, forMachines);
            case "links" -> links(folder, forMachines);
            case "counts" -> counts(folder);
            case "scales" -> scales(folder);
            default ->
                throw new IOException("an assignment has no table '" + name + "'." + Names.suggestion(name, TABLES)
                        + " Its tables: " + String.join(", ", TABLES));
        };
    }

    static void liveHeading(PrintWriter out) {
        out.println(
                "                   others              within the limits, %         journey s     outside  missed");
        out.println("iteration    ways  took it  gap %  way times  road times  volumes   time  delay  at end   turns");
        out.println("-".repeat(96));
        out.flush();
    }

    static void liveRow(int number, IterationRow row, PrintWriter out) {
        out.printf(
                Locale.ROOT,
                "%9d  %6d  %5s %%  %5s  %9s  %10s  %7s  %5.0f  %5.0f  %6.0f  %6.0f%s%n",
                number,
                row.paths(),
                TextTable.figure(100 * row.changed(), 1),
                TextTable.figure(100 * row.gap(), 2),
                TextTable.figure(100 * row.pathTime(), 0),
                TextTable.figure(100 * row.linkTime(), 0),
                TextTable.figure(100 * row.linkVolume(), 0),
                row.travelTimeS(),
                row.delayS(),
                row.outside(),
                row.missedTurns(),
                row.standstills() > 0 ? "  standstill" : "");
        out.flush();
    }

    /** Iteration by iteration. */
    static Sheet convergence(Path folder) throws IOException {
        Sheet sheet = new Sheet()
                .numbers("iteration", "", 0)
                .numbers("paths", "ways", 0)
                .numbers("found", "new", 0)
                .numbers("changed", "other %", 1, 100)
                .numbers("gap", "gap %", 2, 100)
                .numbers("path_time", "ways %", 0, 100)
                .numbers("path_time_by_volume", "by veh", 0, 100)
                .numbers("link_time", "roads %", 0, 100)
                .numbers("link_time_by_volume", "by veh", 0, 100)
                .numbers("link_volume", "vol %", 0, 100)
                .numbers("travel_time_s", "trip s", 0)
                .numbers("delay_s", "delay", 0)
                .numbers("outside", "outside", 0)
                .numbers("unfinished", "late", 0)
                .numbers("missed_turns", "missed", 0);
        for (Map.Entry<Integer, List<IterationRow>> one :
                AssignmentFolder.rows(folder, IterationRow.class).entrySet()) {
            for (IterationRow row : one.getValue()) {
                sheet.add(
                        (double) one.getKey(),
                        (double) row.paths(),
                        (double) row.found(),
                        row.changed(),
                        row.gap(),
                        row.pathTime(),
                        row.pathTimeByVolume(),
                        row.linkTime(),
                        row.linkTimeByVolume(),
                        row.linkVolume(),
                        row.travelTimeS(),
                        row.delayS(),
                        row.outside(),
                        row.unfinished(),
                        row.missedTurns());
            }
        }
        return sheet;
    }

    /** What the headings mean. */
    static void convergenceNotes(PrintWriter out) {
        out.println();
        out.println(
                "other: drivers who took another way than before; gap: what all together could still save. ways, roads, vol:");
        out.println(
                "those within the limits for times of ways, times and volumes of roads; by veh: weighted by who is on them.");
        out.println(
                "outside: waiting at the end of the period; late: not arrived at the end; missed: turns for want of room.");
    }

    /** Classes of change of the last iteration from the one before, how many and with how many vehicles. */
    private static Sheet changes(Path folder) throws IOException {
        Sheet sheet = new Sheet()
                .words("what", "what")
                .words("change", "changed by")
                .numbers("count", "number", 0)
                .numbers("share", "%", 1, 100)
                .numbers("vehicles", "vehicles", 0)
                .numbers("share_by_volume", "% of them", 1, 100);
        List<ChangeRow> last = new ArrayList<>();
        for (List<ChangeRow> rows :
                AssignmentFolder.rows(folder, ChangeRow.class).values()) {
            last = rows;
        }
        for (ChangeRow row : last) {
            double all = last.stream()
                    .filter(r -> r.what().equals(row.what()))
                    .mapToDouble(ChangeRow::count)
                    .sum();
            double vehicles = last.stream()
                    .filter(r -> r.what().equals(row.what()))
                    .mapToDouble(ChangeRow::vehicles)
                    .sum();
            boolean volume = row.what().equals("link_volume");
            sheet.add(
                    switch (row.what()) {
                        case "path_time" -> "times of ways";
                        case "link_time" -> "times of roads";
                        default -> "volumes of roads";
                    },
                    range(row, volume ? 1 : 100, volume ? "veh" : "%"),
                    (double) row.count(),
                    row.count() / all,
                    row.vehicles(),
                    row.vehicles() / vehicles);
        }
        return sheet;
    }

    private static String range(ChangeRow row, double per, String unit) {
        return Double.isNaN(row.atMost())
                ? String.format(Locale.ROOT, "over %.0f %s", per * row.atLeast(), unit)
                : String.format(Locale.ROOT, "%.0f to %.0f %s", per * row.atLeast(), per * row.atMost(), unit);
    }

    /** Ways between ends, slice by slice. */
    private static Sheet paths(Path folder, boolean all) throws IOException {
        Sheet sheet = new Sheet()
                .words("from", "from")
                .words("to", "to")
                .words("types", "types")
                .words("depart", "depart")
                .numbers("path", "way", 0)
                .numbers("share", "share %", 1, 100)
                .numbers("vehicles", "vehicles", 1)
                .numbers("time_s", "time s", 0)
                .numbers("cost_s", "cost s", 0)
                .numbers("length_m", "length m", 0)
                .words("links", "roads");
        for (List<PathRow> rows : AssignmentFolder.rows(folder, PathRow.class).values()) {
            for (PathRow row : rows) {
                if (all || row.vehicles() >= HARDLY_ANYBODY) {
                    sheet.add(
                            row.origin(),
                            row.destination(),
                            row.types(),
                            Clock.timeOfDay(row.fromS()),
                            (double) row.path(),
                            row.share(),
                            row.vehicles(),
                            row.timeS(),
                            row.costS(),
                            row.lengthM(),
                            all ? row.links() : brief(row.links()));
                }
            }
        }
        return sheet;
    }

    /** Counts that demand was fitted to. */
    private static Sheet counts(Path folder) throws IOException {
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("movement", "movement")
                .numbers("counted", "counted", 0)
                .numbers("before", "before", 0)
                .numbers("after", "after", 0)
                .numbers("geh_before", "GEH before", 1)
                .numbers("geh_after", "after", 1);
        for (List<CountRow> rows : AssignmentFolder.rows(folder, CountRow.class).values()) {
            for (CountRow r : rows) {
                sheet.add(r.place(), r.movement(), r.counted(), r.before(), r.after(), r.gehBefore(), r.gehAfter());
            }
        }
        return sheet;
    }

    /** What fitting made of the demand between ends. */
    private static Sheet scales(Path folder) throws IOException {
        Sheet sheet = new Sheet()
                .words("from", "from")
                .words("to", "to")
                .numbers("before", "vehicles before", 1)
                .numbers("after", "after", 1)
                .numbers("factor", "factor", 2);
        for (List<ScaleRow> rows : AssignmentFolder.rows(folder, ScaleRow.class).values()) {
            for (ScaleRow r : rows) {
                sheet.add(r.origin(), r.destination(), r.before(), r.after(), r.factor());
            }
        }
        return sheet;
    }

    /** What fitting to counts came to, in two lines. */
    static void fitted(Assignment.State last, PrintWriter out) {
        List<CountRow> counts = last.counts();
        out.printf(
                Locale.ROOT,
                "counts: GEH below 5 on %d of %d before, on %d after; worst %.1f before, %.1f after%n",
                counts.stream().filter(c -> c.gehBefore() < 5).count(),
                counts.size(),
                counts.stream().filter(c -> c.gehAfter() < 5).count(),
                counts.stream().mapToDouble(CountRow::gehBefore).max().orElse(0),
                counts.stream().mapToDouble(CountRow::gehAfter).max().orElse(0));
        double before = last.scales().stream().mapToDouble(ScaleRow::before).sum();
        double after = last.scales().stream().mapToDouble(ScaleRow::after).sum();
        out.printf(
                Locale.ROOT,
                "demand: %.0f vehicles before, %.0f after; %d of %d pairs changed by more than 5 %%, factors %.2f to %.2f%n",
                before,
                after,
                last.scales().stream()
                        .filter(s -> Math.abs(s.factor() - 1) > 0.05)
                        .count(),
                last.scales().size(),
                last.scales().stream().mapToDouble(ScaleRow::factor).min().orElse(1),
                last.scales().stream().mapToDouble(ScaleRow::factor).max().orElse(1));
    }

    /** Roads in short: {@code quay-1+ mill-2-}, ahead and back. */
    private static String brief(String links) {
        return links.replace(" ahead", "+").replace(" back", "-").replace(" > ", " ");
    }

    /** Roads, slice by slice, those that changed most first. */
    private static Sheet links(Path folder, boolean all) throws IOException {
        Sheet sheet = new Sheet()
                .words("link", "road")
                .words("from", "from")
                .numbers("vehicles", "vehicles", 1)
                .numbers("vehicles_before", "before", 1)
                .numbers("time_s", "time s", 1)
                .numbers("time_before_s", "before", 1)
                .numbers("free_s", "free s", 1);
        for (List<RoadRow> rows : AssignmentFolder.rows(folder, RoadRow.class).values()) {
            for (RoadRow row : rows) {
                if (all || row.vehicles() >= HARDLY_ANYBODY) {
                    sheet.add(
                            row.link(),
                            Clock.timeOfDay(row.fromS()),
                            row.vehicles(),
                            row.vehiclesBefore(),
                            row.timeS(),
                            row.timeBeforeS(),
                            row.freeS());
                }
            }
        }
        return sheet;
    }
}
