package org.ulicarro.files;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.CsvFile.Cell;

/** Counts that are given by where they were made and the names of streets find their place and movement. */
public final class CountMatch {

    private static final double REACH = 120; // m from a junction
    private static final double SURE = 40;
    private static final double SAME_NAME = 0.9; // as alike as a slip of the pen leaves two names
    private static final double ALIKE = 0.55; // of two names, from 0 to 1
    private static final List<String> NEEDED = List.of("lat", "lon", "from_street", "from", "to", "vehicles");

    /**
     * What a row was taken for.
     *
     * @param line of the file
     * @param place id, null where none was found
     * @param movement id
     * @param name of it, {@code EBL}
     * @param metres from where it was made to the junction
     * @param sure whether nothing else comes near
     * @param why what to look at
     * @param from as given
     * @param to as given
     * @param vehicles as given
     * @param type as given, or null
     * @param twin line of the row that was taken for the same movement and time before this one; 0 where none was
     */
    public record Match(
            int line,
            String place,
            String movement,
            String name,
            double metres,
            boolean sure,
            String why,
            String from,
            String to,
            String vehicles,
            String type,
            int twin) {

        private Match asTwinOf(Match first) {
            return new Match(
                    line,
                    place,
                    movement,
                    name,
                    metres,
                    false,
                    "line " + first.line + " is of the same movement and time, and nearer: this one is not written",
                    from,
                    to,
                    vehicles,
                    type,
                    first.line);
        }
    }

    private final Model model;
    private final Network network;
    private final GeoReference map;
    private final List<Message> faults = new ArrayList<>();
    private final Map<String, Integer> column = new LinkedHashMap<>();

    public CountMatch(Model model, GeoReference map) {
        this.model = model;
        network = model.network();
        this.map = map;
    }

    /** One match for each row that can be read. */
    public List<Match> read(Path file) throws StudyProblem {
        List<Match> matches = new ArrayList<>();
        List<List<Cell>> rows = CsvFile.read(file, file.getFileName().toString(), faults);
        if (!rows.isEmpty()) {
            for (Cell cell : rows.get(0)) {
                column.putIfAbsent(cell.text(), column.size());
            }
            for (String name : NEEDED) {
                if (!column.containsKey(name)) {
                    fail(
                            rows.get(0).get(0),
                            "the column '" + name + "' is missing; needed are " + String.join(", ", NEEDED)
                                    + " and 'turn' (L, T, R, U) or 'to_street'");
                }
            }
            if (!column.containsKey("turn") && !column.containsKey("to_street")) {
                fail(
                        rows.get(0).get(0),
                        "neither 'turn' (L, T, R, U) nor 'to_street' is there: nothing says where they went");
            }
            for (List<Cell> row : faults.isEmpty() ? rows.subList(1, rows.size()) : List.<List<Cell>>of()) {
                if (row.size() != column.size()) {
                    fail(row.get(0), "this row has " + row.size() + " values, the heading " + column.size());
                } else {
                    matches.add(match(row));
                }
            }
        }
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        return once(matches);
    }

    /** Of several rows for one movement and time the surest, then the nearest, counts: a study takes one. */
    private static List<Match> once(List<Match> matches) {
        Map<String, Match> best = new LinkedHashMap<>();
        for (Match m : matches) {
            if (m.place != null) {
                best.merge(key(m), m, (a, b) -> a.sure != b.sure ? a.sure ? a : b : a.metres <= b.metres ? a : b);
            }
        }
        return matches.stream()
                .map(m -> m.place == null || best.get(key(m)) == m ? m : m.asTwinOf(best.get(key(m))))
                .toList();
    }

    private static String key(Match m) {
        return String.join("|", m.place, m.movement, m.from, m.to, String.valueOf(m.type));
    }

    private void fail(Cell cell, String text) {
        faults.add(new Message(Fault.Severity.ERROR, cell.spot(), text));
    }

    private String text(List<Cell> row, String name) {
        Integer at = column.get(name);
        String text = at == null ? "" : row.get(at).text();
        return text.isBlank() ? null : text;
    }

    private double degrees(List<Cell> row, String name) {
        Cell cell = row.get(column.get(name));
        try {
            double value = Double.parseDouble(cell.text());
            if (Math.abs(value) <= 180) {
                return value;
            }
        } catch (NumberFormatException e) {
            // told below
        }
        fail(cell, "'" + name + "' must be degrees, not '" + cell.text() + "'");
        return 0;
    }

    private Match match(List<Cell> row) {
        double[] at = map.plan(degrees(row, "lat"), degrees(row, "lon"));
        String from = text(row, "from_street");
        Movement best = null;
        Movement second = null;
        double most = 0;
        double next = 0;
        double distance = Double.NaN;
        for (Junction junction : network.junctions().values()) {
            double away = Math.hypot(
                    junction.place().at().x() - at[0], junction.place().at().y() - at[1]);
            if (away > REACH || junction.movements().isEmpty()) {
                continue;
            }
            for (int m : junction.movements()) {
                Movement movement = network.movements().get(m);
                double score = movement.isInner() ? 0 : score(movement, row, from, at) * (1 - 0.5 * away / REACH);
                if (score > most) {
                    next = most;
                    second = best;
                    most = score;
                    best = movement;
                    distance = away;
                } else if (score > next) {
                    next = score;
                    second = movement;
                }
            }
        }
        int line = row.get(0).spot().line();
        String vehicles = text(row, "vehicles");
        if (best == null) {
            return new Match(
                    line,
                    null,
                    null,
                    null,
                    Double.NaN,
                    false,
                    "no junction with such a street within " + Math.round(REACH) + " m",
                    text(row, "from"),
                    text(row, "to"),
                    vehicles,
                    text(row, "type"),
                    0);
        }
        double named = names(best, row, from);
        boolean sure = distance < SURE && most > 1.15 * next && named > SAME_NAME;
        String why = sure
                ? ""
                : distance >= SURE
                        ? "the junction is " + Math.round(distance) + " m away"
                        : most <= 1.15 * next
                                ? "could be " + second.place() + " " + second.name() + " as well"
                                : "the names differ: " + differing(best, row, from);
        return new Match(
                line,
                best.place(),
                best.id(),
                best.name(),
                distance,
                sure,
                why,
                text(row, "from"),
                text(row, "to"),
                vehicles,
                text(row, "type"),
                0);
    }

    private String street(int link) {
        Link l = network.links().get(link);
        String name = model.study().network().roads().get(l.road()).name();
        return name == null ? l.road() : name;
    }

    /** The street, of those that a row names, that is called otherwise in the study. */
    private String differing(Movement m, List<Cell> row, String from) {
        String entry = street(m.fromLink());
        return alike(from, entry) <= SAME_NAME
                ? "'" + from + "' and '" + entry + "'"
                : "'" + text(row, "to_street") + "' and '" + street(m.toLink()) + "'";
    }

    /** How alike the streets are that a row and a movement name, from 0 to 1; 0 where one of them is another street. */
    private double names(Movement m, List<Cell> row, String from) {
        double name = alike(from, street(m.fromLink()));
        String to = text(row, "to_street");
        double goal = to == null ? 1 : alike(to, street(m.toLink()));
        return name < ALIKE || goal < ALIKE ? 0 : Math.min(name, goal);
    }

    /** From 0 to about 1: how well names, turn and position fit. */
    private double score(Movement m, List<Cell> row, String from, double[] at) {
        String turn = text(row, "turn");
        if (turn != null
                && !turn.toUpperCase(Locale.ROOT)
                        .startsWith(String.valueOf(m.turn().letter()))) {
            return 0;
        }
        double named = names(m, row, from);
        return named == 0 ? 0 : named * (0.75 + 0.25 * beside(m, at));
    }

    /** 1 where the count was made on the approach itself, 0 far from it: tells two arms of one street apart. */
    private double beside(Movement m, double[] at) {
        Link link = network.links().get(m.fromLink());
        Lane lane = network.lanesOf(link).get(0);
        double least = Double.MAX_VALUE;
        for (double back = 0; back <= 60 && back < link.length(); back += 5) {
            var pose = lane.at(Math.max(lane.start(), lane.end() - back));
            least = Math.min(least, Math.hypot(pose.x() - at[0], pose.y() - at[1]));
        }
        return Math.max(0, 1 - least / 40);
    }

    /** How alike two names of streets are, from 0 to 1: by Levenshtein's distance, short forms written out. */
    static double alike(String a, String b) {
        String p = plain(a);
        String q = plain(b);
        if (p.isEmpty() || q.isEmpty()) {
            return 0;
        }
        int[] before = new int[q.length() + 1];
        for (int j = 0; j <= q.length(); j++) {
            before[j] = j;
        }
        for (int i = 1; i <= p.length(); i++) {
            int[] row = new int[q.length() + 1];
            row[0] = i;
            for (int j = 1; j <= q.length(); j++) {
                int change = p.charAt(i - 1) == q.charAt(j - 1) ? 0 : 1;
                row[j] = Math.min(Math.min(row[j - 1], before[j]) + 1, before[j - 1] + change);
            }
            before = row;
        }
        return 1 - (double) before[q.length()] / Math.max(p.length(), q.length());
    }

    private static String plain(String name) {
        return name == null
                ? ""
                : name.toLowerCase(Locale.ROOT)
                        .replaceAll("\\bst\\b\\.?", "street")
                        .replaceAll("\\brd\\b\\.?", "road")
                        .replaceAll("\\bave?\\b\\.?", "avenue")
                        .replaceAll("\\bstr\\b\\.?", "strasse")
                        .replace("ß", "ss")
                        .replaceAll("[^\\p{L}\\p{N}]+", " ")
                        .trim();
    }
}
