package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.network.Conflict;
import org.ulicarro.core.network.EntryRule;
import org.ulicarro.core.network.Intergreens;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.study.DesignInput;
import org.ulicarro.core.study.Turn;

/** Groups and stages of a {@link TrialPlan}: who goes with whom at a signal, from lanes, conflicts and volumes. */
final class TrialStages {

    /** Seconds of yellow and of all-red that groups have where a study does not say otherwise. */
    private static final int YELLOW = 3;

    private static final int RED = 2;

    /** Turns across (veh/h) that ask for an arrow whoever opposes them (HCM 2000, chapter 10, appendix A). */
    private static final double ARROW = 240;

    /** Turns across times who opposes them ((veh/h)²) that ask for one, by opposing lanes: one, two, more (same source). */
    private static final double[] ARROW_PRODUCT = {50_000, 90_000, 110_000};

    private final Network network;
    private final Junction junction;
    private final ToDoubleFunction<Movement> volume;
    private final Map<Integer, List<Movement>> approaches = new LinkedHashMap<>(); // by the link that they come from
    private final Map<String, List<Movement>> groups = new LinkedHashMap<>();
    private final List<Set<String>> stages = new ArrayList<>();
    private final Set<Set<Integer>> met = new LinkedHashSet<>(); // two movements whose paths do

    TrialStages(Network network, Junction junction, ToDoubleFunction<Movement> volume) {
        this.network = network;
        this.junction = junction;
        this.volume = volume;
        for (int m : junction.movements()) {
            Movement movement = network.movements().get(m);
            if (!movement.isInner() && movement.rule() == EntryRule.SIGNAL) {
                approaches
                        .computeIfAbsent(movement.fromLink(), none -> new ArrayList<>())
                        .add(movement);
            }
        }
        for (Conflict c : junction.conflicts()) {
            int a = network.movementOfPath(c.pathA());
            int b = network.movementOfPath(c.pathB());
            if (a != b) {
                met.add(Set.of(a, b));
            }
        }
        fill();
    }

    String place() {
        return junction.id();
    }

    Set<String> groups() {
        return groups.keySet();
    }

    List<Movement> movements(String group) {
        return groups.get(group);
    }

    /** Names of the groups that are green together, stage by stage; a group may have green in two that follow each other. */
    List<Set<String>> stages() {
        return new ArrayList<>(stages);
    }

    TrialPlan.Group group(String id) {
        List<String> serves = new ArrayList<>();
        List<String> yields = new ArrayList<>();
        for (Movement m : groups.get(id)) {
            serves.add(label(m));
            if (goesInGaps(m, id)) {
                yields.add(label(m));
            }
        }
        return new TrialPlan.Group(serves, yields, yellow(id), red(id));
    }

    /** Long enough for the limits of its approaches, in tenths (s). */
    private double yellow(String id) {
        double longest = YELLOW;
        for (Movement m : groups.get(id)) {
            Link approach = network.links().get(m.fromLink());
            longest = Math.max(longest, DesignInput.USUAL.yellow(approach.lineSpeed(), approach.grade()));
        }
        return tenths(longest);
    }

    /** Long enough for those who go straight on to clear, in tenths (s). */
    private double red(String id) {
        double longest = RED;
        for (Movement m : groups.get(id)) {
            Link approach = network.links().get(m.fromLink());
            if (m.turn() == Turn.THROUGH) {
                double longer = yellow(id) - DesignInput.USUAL.yellow(approach.lineSpeed(), approach.grade());
                double clears = RedClearance.of(
                        network, junction, m.index(), approach.lineSpeed(), other -> goTogether(m.index(), other));
                longest = Math.max(longest, clears - longer);
            }
        }
        return tenths(longest);
    }

    private static double tenths(double seconds) {
        return StrictMath.ceil(seconds * 10 - 1e-9) / 10;
    }

    /** Whether two movements have green in the same stage. */
    private boolean goTogether(int m, int other) {
        return stages.stream().anyMatch(stage -> serves(stage, m) && serves(stage, other));
    }

    private boolean serves(Set<String> stage, int movement) {
        return stage.stream().flatMap(group -> groups.get(group).stream()).anyMatch(m -> m.index() == movement);
    }

    /** Whether a movement turns across others that have green with it: of other groups, or, where legs lie oddly, of its own. */
    boolean goesInGaps(Movement m, String group) {
        boolean within = groups.get(group).stream()
                .anyMatch(n -> n != m && meet(m, n) && (!isAcross(n) || n.index() < m.index()));
        return isAcross(m) && (within || isAcrossOthers(m, group));
    }

    private boolean isAcrossOthers(Movement m, String group) {
        return stages.stream()
                .filter(stage -> stage.contains(group))
                .flatMap(Set::stream)
                .filter(other -> !other.equals(group))
                .flatMap(other -> groups.get(other).stream())
                .anyMatch(n -> meet(m, n));
    }

    boolean isToTheKerb(Movement m) {
        return m.turn() == (network.keepsRight() ? Turn.RIGHT : Turn.LEFT);
    }

    /** The most lanes that a group of a stage has. */
    int lanes(Set<String> stage) {
        return stage.stream()
                .mapToInt(group -> lanesOf(groups.get(group)).size())
                .max()
                .orElse(0);
    }

    /** Seconds between a stage and the next one; 0 where nobody's green ends. */
    int clearance(Set<String> before, Set<String> after) {
        if (after.containsAll(before) && !before.isEmpty()) {
            return 0;
        }
        double longest = YELLOW + RED;
        for (String a : before) {
            double more = yellow(a) - YELLOW;
            longest = after.contains(a) ? longest : Math.max(longest, yellow(a) + red(a));
            for (String b : after) {
                for (Movement m : after.contains(a) ? List.<Movement>of() : groups.get(a)) {
                    for (Movement n : before.contains(b) ? List.<Movement>of() : groups.get(b)) {
                        double between = Intergreens.between(network, m, n) + more;
                        longest = between > longest ? between : longest; // NaN where they do not meet
                    }
                }
            }
        }
        return (int) StrictMath.ceil(longest - 1e-9);
    }

    private void fill() {
        Set<Integer> left = new LinkedHashSet<>(approaches.keySet());
        while (!left.isEmpty()) {
            int one = left.iterator().next();
            left.remove(one);
            Integer facing = left.stream()
                    .filter(other -> mayGoTogether(one, other))
                    .findFirst()
                    .orElse(null);
            if (facing == null) {
                stages.add(Set.of(whole(one)));
            } else {
                left.remove(facing);
                together(one, facing);
            }
        }
    }

    /**
     * Arrows first, both at once where their turns do not meet; else one before and one after both approaches go. Where turns that are too many
     * for gaps share their lane with others, no arrow helps them: then each approach goes alone.
     */
    private void together(int one, int facing) {
        if (fillsSharedLane(one, facing) || fillsSharedLane(facing, one)) {
            stages.add(Set.of(whole(one)));
            stages.add(Set.of(whole(facing)));
            return;
        }
        List<Movement> arrowOne = arrow(one, facing);
        List<Movement> arrowFacing = arrow(facing, one);
        String a = without(one, arrowOne);
        String b = without(facing, arrowFacing);
        boolean apart = arrowOne.stream().noneMatch(m -> arrowFacing.stream().anyMatch(n -> meet(m, n)));
        if (!arrowOne.isEmpty() && !arrowFacing.isEmpty() && apart) {
            stages.add(inOrder(put(arrowName(one), arrowOne), put(arrowName(facing), arrowFacing)));
            stages.add(inOrder(a, b));
            return;
        }
        if (!arrowOne.isEmpty()) {
            stages.add(inOrder(put(arrowName(one), arrowOne), a)); // nobody is in its way before the other side begins
        }
        stages.add(inOrder(a, b));
        if (!arrowFacing.isEmpty()) {
            stages.add(inOrder(b, put(arrowName(facing), arrowFacing)));
        }
    }

    private static Set<String> inOrder(String... ids) {
        return new LinkedHashSet<>(List.of(ids));
    }

    private String without(int link, List<Movement> arrow) {
        List<Movement> rest = new ArrayList<>(approaches.get(link));
        rest.removeAll(arrow);
        return put(name(link), rest);
    }

    private String arrowName(int link) {
        return name(link) + (network.keepsRight() ? "-left" : "-right");
    }

    private String whole(int link) {
        return put(name(link), approaches.get(link));
    }

    private String put(String id, List<Movement> movements) {
        groups.put(id, movements);
        return id;
    }

    /** The approach; with its road where another one has the same name, as those of arms a few degrees apart do. */
    private String name(int link) {
        String name = approaches.get(link).get(0).approach();
        long same = approaches.values().stream()
                .filter(a -> a.get(0).approach().equals(name))
                .count();
        return same == 1 ? name : name + "-" + network.links().get(link).road();
    }

    /** The turns across of an approach that need an arrow and can have one: their lanes are theirs alone. */
    private List<Movement> arrow(int link, int facing) {
        return haveOwnLanes(link) && areTooMany(link, facing) ? across(link) : List.of();
    }

    private boolean fillsSharedLane(int link, int facing) {
        return !haveOwnLanes(link) && areTooMany(link, facing);
    }

    private boolean haveOwnLanes(int link) {
        List<Movement> rest =
                approaches.get(link).stream().filter(m -> !isAcross(m)).toList();
        Set<Integer> own = lanesOf(across(link));
        return !rest.isEmpty() && lanesOf(rest).stream().noneMatch(own::contains);
    }

    /** Whether the turns across of an approach are too many to go in gaps of who faces them. */
    private boolean areTooMany(int link, int facing) {
        List<Movement> across = across(link);
        List<Movement> against = approaches.get(facing).stream()
                .filter(n -> !isAcross(n) && across.stream().anyMatch(m -> meet(m, n)))
                .toList();
        double turning = across.stream().mapToDouble(volume).sum();
        double opposing = against.stream().mapToDouble(volume).sum();
        int lanes = Math.min(lanesOf(against).size(), ARROW_PRODUCT.length);
        boolean several = haveOwnLanes(link) && lanesOf(across).size() > 1;
        return lanes > 0 && (several || turning > ARROW || turning * opposing > ARROW_PRODUCT[lanes - 1]);
    }

    private List<Movement> across(int link) {
        return approaches.get(link).stream().filter(this::isAcross).toList();
    }

    private static Set<Integer> lanesOf(List<Movement> movements) {
        Set<Integer> lanes = new LinkedHashSet<>();
        movements.forEach(m -> m.paths().stream().map(TurningPath::fromLane).forEach(lanes::add));
        return lanes;
    }

    /** Whether two approaches face each other, and only turns across are in the way. */
    private boolean mayGoTogether(int a, int b) {
        return (leadsTo(a, b) || leadsTo(b, a))
                && approaches.get(a).stream()
                        .allMatch(m ->
                                approaches.get(b).stream().allMatch(n -> !meet(m, n) || isAcross(m) || isAcross(n)));
    }

    private boolean leadsTo(int a, int b) {
        Link back = network.links().get(b);
        return approaches.get(a).stream()
                .anyMatch(m -> m.turn() == Turn.THROUGH
                        && network.links().get(m.toLink()).road().equals(back.road()));
    }

    private boolean isAcross(Movement m) {
        return m.turn() == Turn.UTURN || m.turn() == (network.keepsRight() ? Turn.LEFT : Turn.RIGHT);
    }

    private boolean meet(Movement m, Movement n) {
        return met.contains(Set.of(m.index(), n.index()));
    }

    /** The short name where only one movement has it. */
    private String label(Movement m) {
        return network.movement(junction.id(), m.name()).movement() == m ? m.name() : m.id();
    }
}
