package org.ulicarro.files.timing;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.FootGroups;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.ActuatedControl.Plan;
import org.ulicarro.core.study.OverlapInput;
import org.ulicarro.core.study.PhaseInput;
import org.ulicarro.core.study.PhaseInput.Recall;
import org.ulicarro.core.study.PreemptionInput;
import org.ulicarro.core.study.SignalInput;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.CsvTable;

/**
 * The settings of a study's actuated controllers, one row for each object, named and scaled as in NTCIP 1202 v03: seconds, or tenths of a
 * second where the standard counts in those. Indices are those of its tables: {@code splitTime} has {@code split.phase}.
 */
public final class TimingSheet {

    /**
     * One setting.
     *
     * @param place whose controller
     * @param object name in the standard
     * @param index in its table, {@code 2} or {@code 1.2}
     * @param value as the standard counts it
     * @param unit in which that is: {@code s}, {@code 0.1 s}, {@code bits}, or nothing
     */
    public record Entry(String place, String object, String index, String value, String unit) {}

    /** In the column of objects, for rows of what the tables do not hold. */
    static final String NOTE = "note";

    /**
     * What no object of the standard holds, or none that this sheet writes, and a cabinet needs all the same.
     *
     * @param place whose controller
     * @param what with its value, in words
     */
    public record LeftOut(String place, String what) {}

    private final List<Entry> entries = new ArrayList<>();
    private final Set<LeftOut> leftOut = new LinkedHashSet<>();

    private final Network network;

    private TimingSheet(Network network) {
        this.network = network;
    }

    /**
     * The sheet of a study.
     *
     * @param network compiled: people's time to finish follows from it where none is written
     */
    public static TimingSheet of(Study study, Network network) {
        TimingSheet sheet = new TimingSheet(network);
        study.signals().forEach((place, controller) -> {
            if (controller instanceof ActuatedControl actuated) {
                sheet.place(place, actuated);
            } else {
                sheet.leaveOut(place, "all of it: no actuated controller, and the standard's tables are of phases");
            }
        });
        return sheet;
    }

    public List<Entry> entries() {
        return List.copyOf(entries);
    }

    /** What the tables do not hold. */
    public List<LeftOut> leftOut() {
        return List.copyOf(leftOut);
    }

    /** All of it as rows {@code place,object,index,value}; what the tables do not hold are notes. */
    public String csv() {
        StringBuilder text = new StringBuilder("place,object,index,value\n");
        entries.forEach(e -> row(text, e.place, e.object, e.index, e.value));
        leftOut.forEach(o -> row(text, o.place, NOTE, "", o.what));
        return text.toString();
    }

    private static void row(StringBuilder text, String... cells) {
        text.append(Arrays.stream(cells).map(CsvTable::cell).collect(Collectors.joining(",")))
                .append('\n');
    }

    private void leaveOut(String place, String what) {
        leftOut.add(new LeftOut(place, what));
    }

    private void place(String place, ActuatedControl controller) {
        controller.phases().forEach((number, phase) -> phase(place, number, phase, controller));
        int overlap = 0;
        for (Map.Entry<String, OverlapInput> one : controller.overlaps().entrySet()) {
            overlap(place, ++overlap, one.getValue());
        }
        int[] detectors = DetectorNumbers.of(controller);
        int detector = 0;
        for (SignalInput input : controller.inputs().values()) {
            detector(place, detectors[detector++], input);
        }
        int pattern = 0;
        for (String id : controller.plans().keySet()) {
            pattern(place, ++pattern, controller.whole(id));
        }
        int preempt = 0;
        for (PreemptionInput one : controller.preemption().values()) {
            preempt(place, String.valueOf(++preempt), one);
        }
        if (!controller.priority().isEmpty()) {
            leaveOut(place, "priority of buses and trams");
        }
        wordsFor(place, controller);
    }

    /** What has to be keyed in by hand, with its values: a cabinet without it would run otherwise. */
    private void wordsFor(String place, ActuatedControl controller) {
        if (!controller.schedule().isEmpty()) {
            leaveOut(place, "the schedule: " + text(controller.schedule()));
        }
        controller
                .days()
                .forEach((days, schedule) -> leaveOut(place, "the schedule of " + days + ": " + text(schedule)));
        controller.phases().forEach((number, phase) -> {
            if (phase.walkLead() > 0 && !phase.crosses().isEmpty()) {
                leaveOut(place, "people's lead of phase " + number + ": " + text(phase.walkLead()));
            }
            if (phase.clearIntoYellow() > 0 && !phase.crosses().isEmpty()) {
                leaveOut(
                        place,
                        "how much of people's time to finish runs in yellow and red of phase " + number + ": "
                                + text(phase.clearIntoYellow()));
            }
            if (phase.dropLateCalls()) {
                leaveOut(place, "that phase " + number + " drops late calls of people");
            }
        });
        controller.overlaps().forEach((id, o) -> {
            if (o.minGreen() > 0) {
                leaveOut(place, "the shortest green of overlap " + id + ": " + text(o.minGreen()));
            }
            if (o.lateStart() > 0) {
                leaveOut(place, "the late start of overlap " + id + ": " + text(o.lateStart()));
            }
            if (!o.notWith().isEmpty()) {
                leaveOut(place, "phases whose people hold back overlap " + id + ": " + String.join(", ", o.notWith()));
            }
        });
        if (controller.flash() != null) {
            leaveOut(
                    place,
                    "flash: yellow " + String.join(", ", controller.flash().yellow()) + "; "
                            + controller.flash().times());
        }
        for (String id : controller.plans().keySet()) {
            wordsFor(place, "plan '" + id + "'", controller.whole(id));
        }
    }

    private void wordsFor(String place, String whose, Plan plan) {
        if (!plan.maxGreen().isEmpty()
                || !plan.recall().isEmpty()
                || !plan.phases().isEmpty()) {
            leaveOut(place, "what phases have otherwise in " + whose + ": max-green, recall, phases");
        }
        if (!plan.secondMax().isEmpty()) {
            leaveOut(
                    place,
                    "the phases with their second maximum in " + whose + ": " + String.join(", ", plan.secondMax()));
        }
        if (plan.adapt() != null) {
            leaveOut(place, "that splits of " + whose + " follow the traffic");
        }
        if (plan.offsetOf() != null && plan.offsetOf() != Plan.Moment.FIRST_COORDINATED_GREEN) {
            leaveOut(
                    place,
                    "that the offset of " + whose + " is of "
                            + plan.offsetOf().name().toLowerCase(Locale.ROOT).replace('_', '-'));
        }
        if (plan.yieldEarly() != null && plan.yieldEarly() > 0) {
            leaveOut(
                    place,
                    "how much earlier a coordinated green may give way in " + whose + ": " + text(plan.yieldEarly()));
        }
        if (plan.forceOff() != null || plan.maxima() != null) {
            leaveOut(place, "the kind of force-off of " + whose + ", and whether maxima count beside it");
        }
    }

    private static String text(Map<?, ?> schedule) {
        return schedule.entrySet().stream()
                .map(e -> e.getKey() + " " + e.getValue())
                .collect(Collectors.joining(", "));
    }

    private static String text(double seconds) {
        return String.format(Locale.ROOT, "%.1f s", seconds);
    }

    private void add(String place, String object, String index, String value) {
        entries.add(new Entry(place, object, index, value, object.endsWith("Options") ? "bits" : ""));
    }

    private void seconds(String place, String object, String index, double value) {
        entries.add(new Entry(place, object, index, String.valueOf(Math.round(value)), "s"));
        if (Math.abs(value - Math.round(value)) > 1e-9) {
            leaveOut(place, "tenths of " + object + " " + index + ", which counts whole seconds: " + text(value));
        }
    }

    private void tenths(String place, String object, String index, double value) {
        entries.add(new Entry(place, object, index, String.valueOf(Math.round(10 * value)), "0.1 s"));
    }

    private void phase(String place, String number, PhaseInput p, ActuatedControl controller) {
        if (!p.crosses().isEmpty()) {
            seconds(place, "phaseWalk", number, p.walk());
            seconds(
                    place,
                    "phasePedestrianClear",
                    number,
                    FootGroups.clearance(network, network.junctions().get(place), p.people()));
        }
        seconds(place, "phaseMinimumGreen", number, p.minGreen());
        tenths(place, "phasePassage", number, p.passage());
        seconds(place, "phaseMaximum1", number, p.maxGreen());
        if (p.secondMax() != null) {
            seconds(place, "phaseMaximum2", number, p.secondMax());
        }
        if (p.dynamicMax() != null) {
            seconds(place, "phaseDynamicMaxLimit", number, p.dynamicMax().limit());
            tenths(place, "phaseDynamicMaxStep", number, p.dynamicMax().step());
        }
        tenths(place, "phaseYellowChange", number, p.yellow());
        tenths(place, "phaseRedClear", number, p.red());
        tenths(place, "phaseRedRevert", number, p.redRevert());
        if (p.volumeDensity() != null) {
            tenths(place, "phaseAddedInitial", number, p.volumeDensity().perVehicle());
            seconds(place, "phaseMaximumInitial", number, p.volumeDensity().mostInitial());
            seconds(place, "phaseTimeBeforeReduction", number, p.volumeDensity().reduceAfter());
            seconds(place, "phaseTimeToReduce", number, p.volumeDensity().reduceOver());
            tenths(place, "phaseMinimumGap", number, p.volumeDensity().leastGap());
        }
        add(place, "phaseOptions", number, String.valueOf(options(p)));
        add(place, "phaseConcurrency", number, concurrency(number, controller));
    }

    /** Bits of the standard: 0 enabled, 5 calls not locked, recalls 6 least, 7 longest, 8 people, 9 soft, 10 dual entry, 11 no simultaneous gap, 13 rest in walk, 14 conditional service. */
    private static int options(PhaseInput p) {
        return 1
                | (p.lock() ? 0 : 1 << 5)
                | (p.recall().contains(Recall.MIN) ? 1 << 6 : 0)
                | (p.recall().contains(Recall.MAX) ? 1 << 7 : 0)
                | (p.recall().contains(Recall.PEOPLE) ? 1 << 8 : 0)
                | (p.recall().contains(Recall.SOFT) ? 1 << 9 : 0)
                | (p.dualEntry() ? 1 << 10 : 0)
                | (Boolean.FALSE.equals(p.simultaneousGap()) ? 1 << 11 : 0)
                | (p.restInWalk() ? 1 << 13 : 0)
                | (p.conditionalService() ? 1 << 14 : 0);
    }

    /** Phases of other rings between the same barriers, of the first plan that has it. */
    private static String concurrency(String number, ActuatedControl controller) {
        for (String plan : controller.plans().keySet()) {
            Plan all = controller.whole(plan);
            int ring = -1;
            int group = -1;
            List<List<List<String>>> rings = rings(all);
            for (int r = 0; r < rings.size(); r++) {
                for (int g = 0; g < rings.get(r).size(); g++) {
                    if (rings.get(r).get(g).contains(number)) {
                        ring = r;
                        group = g;
                    }
                }
            }
            if (ring >= 0) {
                Set<String> others = new TreeSet<>();
                for (int r = 0; r < rings.size(); r++) {
                    if (r != ring && group < rings.get(r).size()) {
                        others.addAll(rings.get(r).get(group));
                    }
                }
                return String.join(" ", others);
            }
        }
        return "";
    }

    /** Ring to barrier group to phases. */
    static List<List<List<String>>> rings(Plan plan) {
        List<List<List<String>>> rings = new ArrayList<>();
        for (String ring : plan.rings()) {
            List<List<String>> groups = new ArrayList<>();
            for (String group : ring.split("\\|", -1)) {
                groups.add(List.of(group.trim().split("\\s+")).stream()
                        .filter(s -> !s.isEmpty() && !s.equals("-"))
                        .toList());
            }
            rings.add(groups);
        }
        return rings;
    }

    private void overlap(String place, int number, OverlapInput o) {
        String index = String.valueOf(number);
        add(place, "overlapType", index, "2"); // normal
        add(place, "overlapIncludedPhases", index, String.join(" ", o.during()));
        seconds(place, "overlapTrailGreen", index, o.trail());
        tenths(place, "overlapTrailYellow", index, o.yellow());
        tenths(place, "overlapTrailRed", index, o.red());
    }

    private void detector(String place, int number, SignalInput input) {
        String index = String.valueOf(number);
        add(
                place,
                "vehicleDetectorCallPhase",
                index,
                input.calls().isEmpty() ? "0" : input.calls().get(0));
        if (input.calls().size() > 1) {
            leaveOut(
                    place,
                    "further phases that detector " + number + " calls: "
                            + String.join(
                                    " ", input.calls().subList(1, input.calls().size())));
        }
        tenths(place, "vehicleDetectorDelay", index, input.delay());
        tenths(place, "vehicleDetectorExtend", index, input.stretch());
        if (input.queue() != null) {
            seconds(place, "vehicleDetectorQueueLimit", index, input.queue());
        }
        add(place, "vehicleDetectorOptions", index, String.valueOf(options(input)));
    }

    /** Bits of the standard: 2 yellow lock, 3 red lock, 4 passage, 5 added initial, 6 queue, 7 call. */
    private static int options(SignalInput input) {
        boolean calls = !input.calls().isEmpty();
        boolean extendsGreen = !input.extend().isEmpty();
        return (input.lock() == SignalInput.Lock.YELLOW ? 1 << 2 : 0)
                | (input.lock() == SignalInput.Lock.RED ? 1 << 3 : 0)
                | (extendsGreen && input.queue() == null ? 1 << 4 : 0)
                | (calls ? 1 << 5 : 0)
                | (input.queue() == null ? 0 : 1 << 6)
                | (calls ? 1 << 7 : 0);
    }

    private void preempt(String place, String index, PreemptionInput one) {
        seconds(place, "preemptDelay", index, one.delay());
        if (one.enterGreen() != null) {
            seconds(place, "preemptMinimumGreen", index, one.enterGreen());
        }
        seconds(place, "preemptMinimumWalk", index, one.enterWalk());
        if (one.enterClear() != null) {
            seconds(place, "preemptEnterPedClear", index, one.enterClear());
        }
        if (!one.first().isEmpty()) {
            add(place, "preemptTrackPhase", index, String.join(" ", one.first()));
            seconds(place, "preemptTrackGreen", index, one.firstFor());
        }
        add(place, one.turns() ? "preemptCyclingPhase" : "preemptDwellPhase", index, String.join(" ", one.phases()));
        seconds(place, "preemptDwellGreen", index, one.least());
        if (!one.exit().isEmpty()) {
            add(place, "preemptExitPhase", index, String.join(" ", one.exit()));
        }
        if (one.mostPresence() != null) {
            seconds(place, "preemptMaximumPresence", index, one.mostPresence());
        }
        if (one.rank() != 1) {
            leaveOut(place, "the rank of pre-emption " + index + ": " + one.rank());
        }
    }

    private void pattern(String place, int number, Plan plan) {
        String index = String.valueOf(number);
        List<List<List<String>>> rings = rings(plan);
        for (int r = 0; r < rings.size(); r++) {
            add(
                    place,
                    "sequenceData",
                    number + "." + (r + 1),
                    rings.get(r).stream().flatMap(List::stream).collect(Collectors.joining(" ")));
        }
        boolean free = Boolean.TRUE.equals(plan.free()) || plan.cycle() == null;
        seconds(place, "patternCycleTime", index, free ? 0 : plan.cycle());
        seconds(place, "patternOffsetTime", index, free || plan.offset() == null ? 0 : plan.offset());
        add(place, "patternSplitNumber", index, index);
        add(place, "patternSequenceNumber", index, index);
        Map<String, Double> splits = free ? Map.of() : new LinkedHashMap<>(plan.splits());
        splits.forEach((phase, split) -> {
            seconds(place, "splitTime", number + "." + phase, split);
            add(place, "splitMode", number + "." + phase, "2"); // none: what the phase's own options say
            add(
                    place,
                    "splitCoordPhase",
                    number + "." + phase,
                    plan.coordinated().contains(phase) ? "1" : "0");
        });
    }
}
