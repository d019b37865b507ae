package org.ulicarro.core.signal.fixed;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.signal.Clearances;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController.Group;

/** What must hold of the greens of a fixed plan. */
final class FixedChecks {

    private final SignalDraft draft;
    private final Clearances clearances;
    private final List<Fault> faults;

    FixedChecks(SignalDraft draft, Clearances clearances, List<Fault> faults) {
        this.draft = draft;
        this.clearances = clearances;
        this.faults = faults;
    }

    void check(
            Junction junction,
            FixedControl control,
            FixedPlan plan,
            int firstGroup,
            boolean groupsHold,
            String pointer) {
        String here = Fault.child(pointer + "/plans", plan.id()) + "/greens";
        plan.greens().keySet().stream()
                .filter(group -> !control.groups().containsKey(group))
                .forEach(group -> faults.add(Fault.unknown(
                        Fault.child(here, group),
                        "group",
                        group,
                        control.groups().keySet())));
        if (plan.offset() >= plan.cycle()) {
            faults.add(SignalFault.OFFSET_BEYOND_CYCLE.at(
                    Fault.child(pointer + "/plans", plan.id()) + "/offset",
                    text(plan.offset()),
                    text(plan.offset() % plan.cycle()),
                    text(plan.cycle())));
        }
        List<String> ids = List.copyOf(control.groups().keySet());
        boolean sound = groupsHold;
        for (String id : ids) {
            sound &= checkGreens(control.groups().get(id), id, plan, here);
        }
        for (int a = 0; sound && a < ids.size(); a++) {
            for (int b = a; b < ids.size(); b++) {
                checkPair(junction, control, plan, ids, a, b, firstGroup, here);
            }
        }
    }

    private boolean checkGreens(Group group, String id, FixedPlan plan, String pointer) {
        List<CycleRange> ranges = plan.greens().getOrDefault(id, List.of());
        if (ranges.isEmpty()) {
            faults.add(SignalFault.NEVER_GREEN.at(pointer, id, plan.id()));
            return false;
        }
        int before = faults.size();
        for (int i = 0; i < ranges.size(); i++) {
            CycleRange range = ranges.get(i);
            String here = Fault.child(pointer, id) + "/" + i;
            double seconds = range.seconds(plan.cycle());
            if (range.from() >= plan.cycle() || range.to() > plan.cycle()) {
                faults.add(SignalFault.GREEN_OUTSIDE_CYCLE.at(here, range, text(plan.cycle())));
            } else if (group.forPeople() && seconds < group.walk()) {
                faults.add(SignalFault.WALK_TOO_SHORT.at(here, range, id, text(seconds), text(group.walk())));
            } else if (!group.forPeople() && seconds < group.minGreen()) {
                faults.add(SignalFault.GREEN_TOO_SHORT.at(
                        here, range, id, text(seconds), text(group.minGreen()), text(group.minGreen() - seconds)));
            }
            for (int j = 0; j < i; j++) {
                if (overlap(range, 0, ranges.get(j), plan.cycle()) > 0) {
                    faults.add(SignalFault.GREENS_OVERLAP.at(here, ranges.get(j), range, id));
                }
            }
        }
        boolean sound = faults.size() == before;
        if (sound && !group.forPeople() && ranges.size() > 1) {
            checkBetween(group, id, ranges, plan, Fault.child(pointer, id));
        }
        return sound;
    }

    /** A group that has green again before its yellow and red are over shows no yellow that anybody could heed. */
    private void checkBetween(Group group, String id, List<CycleRange> ranges, FixedPlan plan, String pointer) {
        for (CycleRange first : ranges) {
            for (CycleRange next : ranges) {
                double ends = first.from() + first.seconds(plan.cycle());
                double between = (next.from() - ends) % plan.cycle();
                between += between < 0 ? plan.cycle() : 0;
                if (first != next && between < group.yellow() + group.red() - 1e-9) {
                    faults.add(SignalFault.GREENS_NEAR.at(
                            pointer, first, next, id, text(between), text(group.yellow() + group.red())));
                }
            }
        }
    }

    private void checkPair(
            Junction junction,
            FixedControl control,
            FixedPlan plan,
            List<String> ids,
            int a,
            int b,
            int firstGroup,
            String pointer) {
        String[] pair = draft.neverTogether(junction, firstGroup + a, firstGroup + b);
        if (pair == null) {
            return;
        }
        String names = pair[0] + " and " + pair[1];
        if (a == b) {
            faults.add(SignalFault.GROUP_CROSSES_ITSELF.at(pointer, ids.get(a), names));
            return;
        }
        for (int[] order : new int[][] {{a, b}, {b, a}}) {
            Group first = control.groups().get(ids.get(order[0]));
            double after = first.forPeople() ? draft.clearance(junction, first) : first.yellow();
            double allRed = first.forPeople() ? 0 : first.red();
            List<CycleRange> ending = plan.greens().get(ids.get(order[0]));
            List<CycleRange> starting = plan.greens().get(ids.get(order[1]));
            for (int i = 0; i < starting.size(); i++) {
                String here = Fault.child(pointer, ids.get(order[1])) + "/" + i;
                for (CycleRange end : ending) {
                    double together = overlap(end, 0, starting.get(i), plan.cycle());
                    String ends = ids.get(order[0]);
                    String begins = ids.get(order[1]);
                    double clearance = clearances.between(ends, begins, after + allRed);
                    double early = overlap(end, clearance, starting.get(i), plan.cycle());
                    if (together > 0 && order[0] == a) {
                        faults.add(
                                SignalFault.CONFLICTING_GREENS.at(here, ids.get(a), ids.get(b), text(together), names));
                    } else if (together <= 0 && early > 0) {
                        faults.add(clearances.fault(
                                here,
                                "green " + starting.get(i) + " of '" + begins + "' begins " + text(early)
                                        + " s before '" + ends + "' (green " + end
                                        + (clearances.has(ends, begins)
                                                ? ", needs " + text(clearance) + " s"
                                                : (first.forPeople() ? ", clear " : ", yellow ") + text(after) + " s"
                                                        + (first.forPeople() ? "" : ", red " + text(allRed) + " s"))
                                        + ") has cleared; "
                                        + names + " conflict"));
                    }
                }
            }
        }
    }

    /** Seconds that two ranges of a cycle share, the first one lengthened at its end. */
    private static double overlap(CycleRange a, double longer, CycleRange b, double cycle) {
        double shared = 0;
        double endA = a.from() + a.seconds(cycle) + longer;
        double endB = b.from() + b.seconds(cycle);
        for (int turn = -1; turn <= 1; turn++) {
            double shift = turn * cycle;
            shared += Math.max(0, Math.min(endA, endB + shift) - Math.max(a.from(), b.from() + shift));
        }
        return shared;
    }

    private static String text(double seconds) {
        return java.math.BigDecimal.valueOf(StrictMath.round(seconds * 10), 1)
                .stripTrailingZeros()
                .toPlainString();
    }
}
