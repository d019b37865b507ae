package org.ulicarro.cli;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.NoCorridor;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.optimize.Index;
import org.ulicarro.core.search.optimize.Keep;
import org.ulicarro.core.search.optimize.NearSignals;
import org.ulicarro.core.search.optimize.PlanSpace;
import org.ulicarro.core.study.AimInput;
import org.ulicarro.core.study.NetworkInput;

/**
 * What a search for signal timing was asked, as its folder keeps it: words by option, which mean something for one model.
 *
 * @param words option to what was written, lists with semicolons
 */
record OptimizeAsked(Map<String, String> words) {

    /** Signals no further from each other share platoons (s). */
    private static final double NEAR = 60;

    private static final int SHORTEST = 30; // s
    private static final int LONGEST = 240;

    /** Without a range, cycles from so much below the plan in force to so much above it are tried (s). */
    private static final int AROUND = 30;

    private static List<String> list(String text) {
        return text == null || text.isBlank() ? List.of() : List.of(text.split(";\\s*"));
    }

    int number(String option) {
        return Integer.parseInt(words.get(option));
    }

    private boolean flag(String option) {
        return "yes".equals(words.get(option));
    }

    /** The corridor that is timed; null where signals are chosen otherwise. */
    String corridor(Model model) throws IOException {
        String named = words.get("corridor");
        Set<String> known = model.study().network().corridors().keySet();
        if (named != null && !known.contains(named)) {
            throw new IOException("there is no corridor '" + named + "'." + Names.suggestion(named, known));
        }
        boolean otherwise = words.containsKey("places") || flag("all");
        return named != null
                ? named
                : !otherwise && known.size() == 1 ? known.iterator().next() : null;
    }

    /** Signals in groups with a cycle in common. */
    List<List<String>> groups(Model model) throws IOException {
        List<String> timeable = PlanSpace.timeable(model);
        if (timeable.isEmpty()) {
            throw new IOException("there is no signal in this study whose plan could be timed");
        }
        String corridor = corridor(model);
        if (corridor != null) {
            NetworkInput.Corridor along = model.study().network().corridors().get(corridor);
            List<String> own = along.via().stream().filter(timeable::contains).toList();
            if (own.isEmpty()) {
                throw new IOException(
                        "corridor '" + corridor + "' has no signal whose plan could be timed; --places takes"
                                + " others: " + String.join(", ", timeable));
            }
            return List.of(own);
        }
        if (words.containsKey("places")) {
            return List.of(List.of(words.get("places").split(",\\s*")));
        }
        return NearSignals.groups(model.network(), timeable, NEAR);
    }

    /** What the search is for. */
    AimInput aim(Model model) throws IOException {
        Map<String, AimInput> known = new LinkedHashMap<>(AimInput.builtIn());
        known.putAll(model.study().aims());
        AimInput aim = known.get(aimName());
        if (aim == null) {
            throw new IOException("there is no aim '" + aimName() + "'." + Names.suggestion(aimName(), known.keySet()));
        }
        return aim;
    }

    String aimName() {
        return words.getOrDefault("aim", AimInput.USUAL);
    }

    List<Condition> limits(Model model) throws IOException {
        List<Condition> limits = new ArrayList<>();
        for (String text : list(words.get("require"))) {
            Condition limit = Condition.parse(text)
                    .orElseThrow(() ->
                            new IOException("--require takes 'PLACE [MOVEMENT] MEASURE < VALUE', not '" + text + "'"));
            String problem = Index.problem(limit, model);
            if (problem != null) {
                throw new IOException("--require " + problem);
            }
            limits.add(limit);
        }
        return limits;
    }

    PlanSpace.Freedom freedom() throws IOException {
        List<Keep> keep = new ArrayList<>();
        for (String text : list(words.get("keep"))) {
            keep.add(Keep.parse(text)
                    .orElseThrow(() -> new IOException("--keep takes 'PLACE [WHAT]', such as 'market walk' or"
                            + " 'market offset', not '" + text + "'")));
        }
        return new PlanSpace.Freedom(flag("sequences"), flag("halves"), keep);
    }

    /** Approaches along the corridor, as {@link Index} names them. */
    Set<String> along(Model model) throws IOException {
        Set<String> along = new LinkedHashSet<>();
        String corridor = corridor(model);
        if (corridor == null) {
            return along;
        }
        try {
            CorridorReader reader = new CorridorReader(
                    model.study(), model.network(), model.signals(), model.periodId(), corridor, Double.NaN, null);
            for (CorridorReader.Waypoint at : reader.way()) {
                for (boolean out : new boolean[] {true, false}) {
                    if (reader.through(at.place(), out) != null) {
                        along.add(at.place() + " "
                                + reader.through(at.place(), out).approach());
                    }
                }
            }
        } catch (NoCorridor e) {
            return Set.of(); // then all queues count as those of side streets
        }
        return along;
    }

    /**
     * Cycle lengths to try (s).
     *
     * @param inForce cycle of the plan in force; NaN where it has none
     * @param shortest that all signals can have
     */
    List<Integer> cycles(double inForce, double shortest) throws IOException {
        if (Double.isNaN(inForce)) {
            if (words.containsKey("cycles")) {
                throw new IOException("--cycles: these signals run without a cycle");
            }
            return List.of();
        }
        int step = number("every");
        int from = (int) Math.max(
                Math.ceil(shortest / step) * step, Math.max(SHORTEST, Math.floor((inForce - AROUND) / step) * step));
        int to = (int) Math.max(from, Math.min(LONGEST, inForce + AROUND));
        String written = words.get("cycles");
        if (written != null) {
            if (!written.matches("[0-9]{1,3}(-[0-9]{1,3})?")) {
                throw new IOException("--cycles takes two lengths in seconds, 60-110, or one");
            }
            String[] parts = written.split("-");
            from = Integer.parseInt(parts[0]);
            to = Integer.parseInt(parts[parts.length - 1]);
            if (from < SHORTEST || to > LONGEST || to < from) {
                throw new IOException(
                        "--cycles: lengths are " + SHORTEST + " to " + LONGEST + " s, the shorter one first");
            }
        }
        List<Integer> cycles = new ArrayList<>();
        for (int cycle = from; cycle <= to; cycle += step) {
            cycles.add(cycle);
        }
        boolean own = written == null && inForce == Math.rint(inForce) && !cycles.contains((int) inForce);
        if (own && inForce >= shortest) {
            cycles.add((int) inForce); // the cycle in force is one to compare with
            cycles.sort(null);
        }
        return cycles;
    }
}
