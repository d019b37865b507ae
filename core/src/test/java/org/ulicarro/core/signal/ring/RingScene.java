package org.ulicarro.core.signal.ring;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.DetectorBoard;

/**
 * A ring controller as a text that a signal engineer reads: phases with their times in seconds, rings, what detectors see, and what came of
 * it.
 *
 * <pre>
 * 2: min 8 max 30 passage 2 yellow 3 red 1 recall min
 * 4: min 5 max 20 passage 2 yellow 3 red 1 walk 5 clear 10
 * rings: 2 | 4
 * on 4 from 20 to 22           somebody is on the detector of phase 4
 * press 4 at 30                people push the button of phase 4
 * </pre>
 *
 * Each phase has a detector that calls and extends it. At the start every phase is called once.
 */
final class RingScene {

    private record On(int phase, double from, double to, boolean people) {}

    private final List<Phase> phases = new ArrayList<>();
    private final Map<Integer, Integer> place = new LinkedHashMap<>(); // number -> place in the list
    private final List<On> ons = new ArrayList<>();
    private final List<String> written = new ArrayList<>();
    private final Map<Integer, int[]> wires = new LinkedHashMap<>(); // phase -> delay, stretch
    private final int[][][] rings;
    private final RingPlan.Coordination coordination;

    RingScene(String text) {
        String ringText = null;
        String cycle = null;
        for (String one :
                text.lines().map(String::strip).filter(l -> !l.isEmpty()).toList()) {
            String line = one.replace("recall ", "recall-");
            String[] words = line.split("\\s+");
            if (line.startsWith("rings:")) {
                ringText = line.substring(6);
            } else if (line.startsWith("cycle")) {
                cycle = line;
            } else if (words[0].equals("on")) {
                ons.add(new On(
                        Integer.parseInt(words[1]), Double.parseDouble(words[3]), Double.parseDouble(words[5]), false));
            } else if (words[0].equals("press")) {
                double at = Double.parseDouble(words[3]);
                ons.add(new On(Integer.parseInt(words[1]), at, at + 0.1, true));
            } else {
                addPhase(words, line);
            }
        }
        rings = rings(ringText);
        coordination = cycle == null ? null : coordination(cycle);
    }

    private void addPhase(String[] words, String line) {
        int id = Integer.parseInt(words[0].replace(":", ""));
        place.put(id, phases.size());
        int index = phases.size();
        List<String> all = List.of(words);
        int walk = ticks(all, "walk", 0);
        Phase.VolumeDensity volume = all.contains("initial")
                ? new Phase.VolumeDensity(
                        ticks(all, "initial", 0),
                        ticks(all, "most", 0),
                        ticks(all, "after", 0),
                        ticks(all, "over", 0),
                        ticks(all, "least", 0))
                : null;
        wires.put(index, new int[] {ticks(all, "delay", 0), ticks(all, "stretch", 0)});
        phases.add(new Phase(
                Integer.toString(id),
                index,
                walk > 0 ? 100 + index : -1,
                ticks(all, "min", 50),
                ticks(all, "max", 200),
                ticks(all, "passage", 20),
                ticks(all, "yellow", 30),
                ticks(all, "red", 10),
                walk,
                ticks(all, "clear", 0),
                ticks(all, "lead", 0),
                new Phase.Recall(
                        line.contains("recall-min"),
                        line.contains("recall-max"),
                        line.contains("recall-people"),
                        line.contains("recall-soft")),
                !line.contains("unlocked"),
                line.contains("dual-entry"),
                line.contains("rests-in-walk"),
                volume));
    }

    private static int ticks(List<String> words, String key, int usual) {
        int i = words.indexOf(key);
        return i < 0 ? usual : (int) Math.rint(Double.parseDouble(words.get(i + 1)) * 10);
    }

    private int[][][] rings(String text) {
        return Arrays.stream(text.split(","))
                .map(ring -> Arrays.stream(ring.split("\\|", -1))
                        .map(group -> Arrays.stream(group.strip().split("\\s+"))
                                .mapToInt(id -> id.equals("-") || id.isEmpty() ? -1 : place.get(Integer.parseInt(id)))
                                .toArray())
                        .toArray(int[][]::new))
                .toArray(int[][][]::new);
    }

    /** {@code cycle 60 offset 0 coordinated 2 6 splits 1 15 2 25 … [floating]}. */
    private RingPlan.Coordination coordination(String line) {
        List<String> words = List.of(line.split("\\s+"));
        double[] splits = new double[phases.size()];
        boolean[] coordinated = new boolean[phases.size()];
        for (int i = words.indexOf("coordinated") + 1; i < words.indexOf("splits"); i++) {
            coordinated[place.get(Integer.parseInt(words.get(i)))] = true;
        }
        for (int i = words.indexOf("splits") + 1;
                i + 1 < words.size() && !words.get(i).equals("floating");
                i += 2) {
            splits[place.get(Integer.parseInt(words.get(i)))] = Double.parseDouble(words.get(i + 1));
        }
        return Splits.coordination(
                phases,
                rings,
                ticks(words, "cycle", 0),
                ticks(words, "offset", 0),
                coordinated,
                Arrays.stream(splits).mapToInt(s -> (int) Math.rint(s * 10)).toArray(),
                words.contains("floating"));
    }

    /** What every phase showed from when, until a time; one line for each change, in seconds. */
    List<String> run(double seconds) {
        List<Inputs.Wire> all = new ArrayList<>();
        for (int p = 0; p < phases.size(); p++) {
            all.add(new Inputs.Wire(p, new int[] {p}, new int[] {p}, wires.get(p)[0], wires.get(p)[1]));
        }
        RingController controller =
                new RingController(new RingPlan(phases, rings, coordination), new Inputs(all), new Writer());
        Aspects aspects = new Aspects(100 + phases.size());
        int[] now = new int[1];
        DetectorBoard board = new DetectorBoard() {
            @Override
            public boolean occupied(int detector) {
                return isOn(Integer.parseInt(phases.get(detector).id()), false, now[0]);
            }

            @Override
            public boolean pressed(int footGroup) {
                return isOn(Integer.parseInt(phases.get(footGroup - 100).id()), true, now[0]);
            }
        };
        for (int tick = 0; tick < seconds * 10; tick++) {
            now[0] = tick;
            controller.advance(tick, board, aspects);
        }
        return written;
    }

    private boolean isOn(int phase, boolean people, int tick) {
        return ons.stream()
                .anyMatch(o -> o.phase == phase
                        && o.people == people
                        && tick >= Math.rint(o.from * 10)
                        && tick < Math.rint(o.to * 10));
    }

    private final class Writer implements RingWatch {

        private void add(int tick, String phase, String what) {
            String second = String.format(Locale.ROOT, "%.1f", tick / 10.0);
            written.add(second.replaceAll("\\.0$", "") + " " + phase + " " + what);
        }

        @Override
        public void green(int tick, String phase) {
            add(tick, phase, "green");
        }

        @Override
        public void yellow(int tick, String phase, Ended because) {
            add(tick, phase, "yellow " + because.name().toLowerCase(Locale.ROOT).replace('_', '-'));
        }

        @Override
        public void walk(int tick, String phase) {
            add(tick, phase, "walk");
        }

        @Override
        public void finish(int tick, String phase) {
            add(tick, phase, "finish");
        }
    }
}
