package org.ulicarro.core.signal.ring;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.Ended;
import org.ulicarro.core.signal.Schedule;
import org.ulicarro.core.signal.SpanOrder;
import org.ulicarro.core.signal.Transition;

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
 * Each phase has a detector that calls and extends it. At the start every phase is called once. Further lines:
 *
 * <pre>
 * overlap A: with 1 2 late 3 trail 4 not-with 2
 * priority tram: phases 2 travel 5 extend 10 pause 60 patience 60      with the detectors tram.in and tram.out
 * preemption fire: phases 4 first 2 for 8 least 10                     with the detector fire
 * from 60 cycle 80 offset 10 coordinated 2 6 splits 1 15 2 25 …        another plan takes over
 * from 60 free: 2 4 | 6                                                another order of phases
 * fails 4 occupied from 10 to 20
 * </pre>
 */
final class RingScene {

    private record On(String who, double from, double to, boolean people) {}

    private final List<Phase> phases = new ArrayList<>();
    private final Map<Integer, Integer> place = new LinkedHashMap<>(); // number -> place in the list
    private final List<On> ons = new ArrayList<>();
    private final List<String> written = new ArrayList<>();
    private final Map<Integer, int[]> wires =
            new LinkedHashMap<>(); // phase -> delay, stretch, 1 for passage, queue, lock
    private final Map<Integer, List<Inputs.Failure>> failures = new LinkedHashMap<>();
    private final List<Overlap> overlaps = new ArrayList<>();
    private final List<Priority> priorities = new ArrayList<>();
    private final List<Preemption> preemptions = new ArrayList<>();
    private final List<String> detectors = new ArrayList<>(); // beside those of phases, in the order of their numbers
    private final List<RingPlan> plans = new ArrayList<>();
    private final List<Integer> starts = new ArrayList<>();

    RingScene(String text) {
        List<String> lines =
                text.lines().map(String::strip).filter(l -> !l.isEmpty()).toList();
        lines.stream().filter(l -> Character.isDigit(l.charAt(0))).forEach(this::addPhase);
        int[][][] rings = null;
        String cycle = null;
        for (String line : lines) {
            List<String> words = List.of(line.split("\\s+"));
            switch (words.get(0).replaceAll("\\d+:", "phase")) {
                case "rings:" -> rings = rings(line.substring(6));
                case "cycle" -> cycle = line;
                case "on" -> ons.add(new On(words.get(1), number(words, "from"), number(words, "to"), false));
                case "press" -> ons.add(new On(words.get(1), number(words, "at"), number(words, "at") + 0.1, true));
                case "overlap" -> addOverlap(words);
                case "priority" -> addPriority(words);
                case "preemption" -> addPreemption(words);
                case "fails" ->
                    failures.computeIfAbsent(place.get(Integer.parseInt(words.get(1))), k -> new ArrayList<>())
                            .add(new Inputs.Failure(
                                    words.contains("occupied"), ticks(words, "from", 0), ticks(words, "to", 0)));
                case "from", "phase" -> {}
                default -> throw new IllegalArgumentException(line);
            }
        }
        plans.add(new RingPlan("first", phases, rings, cycle == null ? null : coordination(cycle, rings)));
        starts.add(0);
        for (String line : lines.stream().filter(l -> l.startsWith("from")).toList()) {
            int[][][] order = line.contains("free:") ? rings(line.substring(line.indexOf("free:") + 5)) : rings;
            RingPlan.Coordination c = line.contains("free:") ? null : coordination(line, order);
            plans.add(new RingPlan("next", phases, order, c));
            starts.add(ticks(List.of(line.split("\\s+")), "from", 0));
        }
    }

    private static double number(List<String> words, String key) {
        return Double.parseDouble(words.get(words.indexOf(key) + 1));
    }

    /** Phases that follow a word, as places in the list. */
    private int[] phasesAfter(List<String> words, String key) {
        return words.stream()
                .skip(words.contains(key) ? words.indexOf(key) + 1 : words.size())
                .takeWhile(w -> w.matches("\\d+"))
                .mapToInt(w -> place.get(Integer.parseInt(w)))
                .toArray();
    }

    private void addOverlap(List<String> words) {
        overlaps.add(new Overlap(
                words.get(1).replace(":", ""),
                50 + overlaps.size(),
                phasesAfter(words, "with"),
                ticks(words, "yellow", 30),
                ticks(words, "red", 10),
                ticks(words, "min", 0),
                ticks(words, "late", 0),
                ticks(words, "trail", 0),
                phasesAfter(words, "not-with")));
    }

    private int detector(String name) {
        detectors.add(name);
        return phases.size() + detectors.size() - 1;
    }

    private void addPriority(List<String> words) {
        String id = words.get(1).replace(":", "");
        priorities.add(new Priority(
                id,
                phasesAfter(words, "phases"),
                detector(id + ".in"),
                detector(id + ".out"),
                ticks(words, "travel", 0),
                ticks(words, "extend", 100),
                !words.contains("no-early"),
                ticks(words, "pause", 600),
                ticks(words, "patience", 600)));
    }

    private void addPreemption(List<String> words) {
        String id = words.get(1).replace(":", "");
        preemptions.add(new Preemption(
                id,
                detector(id),
                ticks(words, "rank", 10) / 10,
                ticks(words, "delay", 0),
                ticks(words, "most", 0),
                new Preemption.Enter(
                        ticks(words, "enter-green", Integer.MAX_VALUE),
                        ticks(words, "enter-walk", 0),
                        ticks(words, "enter-clear", Integer.MAX_VALUE)),
                phasesAfter(words, "first"),
                ticks(words, "for", 0),
                phasesAfter(words, "phases"),
                words.contains("turns"),
                ticks(words, "least", 100),
                phasesAfter(words, "exit")));
    }

    private void addPhase(String text) {
        String line = text.replace("recall ", "recall-");
        String[] words = line.split("\\s+");
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
        wires.put(index, new int[] {
            ticks(all, "delay", 0),
            ticks(all, "stretch", 0),
            all.contains("pulse") ? 1 : 0,
            ticks(all, "queue", 0),
            lock(line)
        });
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
                line.contains("drops-late"),
                line.contains("conditional"),
                line.contains("keeps-order"),
                ticks(all, "revert", 0),
                all.contains("permits") ? new int[] {place.get(Integer.parseInt(words[words.length - 1]))} : new int[0],
                line.contains("omitted"),
                line.contains("no-people"),
                volume,
                all.contains("dynamic") ? new Phase.DynamicMax(ticks(all, "dynamic", 0), ticks(all, "step", 50)) : null,
                line.contains("keeps-gap"),
                ticks(all, "into", 0)));
    }

    private static int lock(String line) {
        return (line.contains("locks-in-red")
                        ? Inputs.Lock.IN_RED
                        : line.contains("locks-in-yellow") ? Inputs.Lock.IN_YELLOW_AND_RED : Inputs.Lock.BY_PHASE)
                .ordinal();
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
    private RingPlan.Coordination coordination(String line, int[][][] rings) {
        List<String> words = List.of(line.split("\\s+"));
        double[] splits = new double[phases.size()];
        boolean[] coordinated = new boolean[phases.size()];
        for (int i = words.indexOf("coordinated") + 1; i < words.indexOf("splits"); i++) {
            coordinated[place.get(Integer.parseInt(words.get(i)))] = true;
        }
        for (int i = words.indexOf("splits") + 1;
                i + 1 < words.size() && words.get(i).matches("\\d+");
                i += 2) {
            splits[place.get(Integer.parseInt(words.get(i)))] = Double.parseDouble(words.get(i + 1));
        }
        int[] ticks =
                Arrays.stream(splits).mapToInt(s -> (int) Math.rint(s * 10)).toArray();
        int offset = Splits.zero(
                phases, rings, coordinated, ticks, ticks(words, "offset", 0), Splits.Moment.FIRST_COORDINATED_GREEN);
        Transition.Way way = words.contains("dwell")
                ? Transition.Way.DWELL
                : words.contains("add-only") ? Transition.Way.ADD_ONLY : Transition.Way.SHORT_WAY;
        return new RingPlan.Coordination(
                ticks(words, "cycle", 0),
                offset,
                ticks(words, "offset", 0),
                coordinated,
                ticks,
                words.contains("floating"),
                ticks(words, "early-yield", 0),
                words.contains("maxima"),
                words.contains("walk-over-split"),
                new Transition(way, 0.2),
                words.contains("adapt")
                        ? new RingPlan.Adapt(ticks(words, "adapt", 0), ticks(words, "most", 0), 1)
                        : null);
    }

    /** The order of greens of its first plan. */
    SpanOrder order() {
        return RingSpans.of(plans.get(0), overlaps);
    }

    /** Runs a scene, and compares what comes of it line by line. */
    static void expect(String scene, double until, String expected) {
        assertThat(new RingScene(scene).run(until))
                .containsExactlyElementsOf(expected.lines()
                        .map(String::strip)
                        .filter(l -> !l.isEmpty())
                        .toList());
    }

    /** What every phase showed from when, until a time; one line for each change, in seconds. */
    List<String> run(double seconds) {
        List<Inputs.Wire> all = new ArrayList<>();
        for (int p = 0; p < phases.size(); p++) {
            all.add(new Inputs.Wire(
                    p,
                    new int[] {p},
                    new int[] {p},
                    wires.get(p)[0],
                    wires.get(p)[1],
                    wires.get(p)[2] == 1,
                    Inputs.Lock.values()[wires.get(p)[4]],
                    wires.get(p)[3],
                    failures.getOrDefault(p, List.of())));
        }
        Schedule schedule = Schedule.daily(
                starts.stream().mapToInt(i -> i).toArray(),
                java.util.stream.IntStream.range(0, plans.size()).toArray());
        RingController controller = new RingController(
                new RingController.Setup(plans, schedule, new Inputs(all), overlaps, priorities, preemptions),
                new Writer());
        Aspects aspects = new Aspects(100 + phases.size());
        int[] now = new int[1];
        DetectorBoard board = new DetectorBoard() {
            @Override
            public boolean occupied(int detector) {
                String who =
                        detector < phases.size() ? phases.get(detector).id() : detectors.get(detector - phases.size());
                return isOn(who, false, now[0]);
            }

            @Override
            public boolean pressed(int footGroup) {
                return isOn(phases.get(footGroup - 100).id(), true, now[0]);
            }
        };
        for (int tick = 0; tick < seconds * 10; tick++) {
            now[0] = tick;
            controller.advance(tick, board, aspects);
            for (int p = 0; p < phases.size(); p++) {
                if (aspects.of(p) == Aspect.FLASHING_YELLOW && aspects.since(p) == tick) {
                    written.add(new Writer().second(tick) + " " + phases.get(p).id() + " flashing");
                }
            }
        }
        return written;
    }

    private boolean isOn(String who, boolean people, int tick) {
        return ons.stream()
                .anyMatch(o -> o.who.equals(who)
                        && o.people == people
                        && tick >= Math.rint(o.from * 10)
                        && tick < Math.rint(o.to * 10));
    }

    private final class Writer implements ControlWatch {

        private void add(int tick, String phase, String what) {
            written.add(second(tick) + " " + phase + " " + what);
        }

        private String second(int tick) {
            return String.format(Locale.ROOT, "%.1f", tick / 10.0).replaceAll("\\.0$", "");
        }

        @Override
        public void overlap(int tick, String id, Aspect shows) {
            add(tick, id, shows.name().toLowerCase(Locale.ROOT));
        }

        @Override
        public void preemption(int tick, String id, boolean begins) {
            add(tick, id, begins ? "begins" : "ends");
        }

        @Override
        public void priority(int tick, String id, boolean comes) {
            add(tick, id, comes ? "comes" : "goes");
        }

        @Override
        public void plan(int tick, String id) {
            if (tick > 0) {
                add(tick, id, "plan");
            }
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
