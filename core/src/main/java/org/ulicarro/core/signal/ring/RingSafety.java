package org.ulicarro.core.signal.ring;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.study.ActuatedControl;

/** What a plan of phases must heed beyond conflicts: traps of turns in gaps, phases that a pre-emption can hold together. */
final class RingSafety {

    private final List<String> ids;
    private final List<Phase> phases;
    private final List<Fault> faults;
    private final Set<List<Integer>> traps = new LinkedHashSet<>(); // that have been told

    RingSafety(List<String> ids, List<Phase> phases, List<Fault> faults) {
        this.ids = ids;
        this.phases = phases;
        this.faults = faults;
    }

    void check(RingPlan plan, List<Preemption> preemptions, ActuatedControl control, String pointer) {
        warnOfTraps(plan, control, pointer);
        for (Preemption preemption : preemptions) {
            if (!preemption.turns()) {
                checkTogether(plan, preemption.phases(), preemption.id(), pointer);
            }
            checkTogether(plan, preemption.exit(), preemption.id(), pointer);
            checkTogether(plan, preemption.first(), preemption.id(), pointer);
        }
    }

    /**
     * A turn in gaps whose green ends while the opposing one goes on: its driver takes it that both end, and turns into traffic that does
     * not stop.
     */
    private void warnOfTraps(RingPlan plan, ActuatedControl control, String pointer) {
        for (int[][] ring : plan.rings()) {
            for (int[] group : ring) {
                for (int i = 0; i + 1 < group.length; i++) {
                    int host = group[i];
                    boolean follows = group[i + 1] >= 0;
                    boolean trap = host >= 0 && follows && turnsInGaps(control, host) && hasOther(plan, host);
                    if (trap && traps.add(List.of(host, group[i + 1]))) { // once for all plans with the same order
                        faults.add(SignalFault.LEFT_TURN_TRAP.at(
                                pointer + "/rings",
                                ids.get(group[i + 1]),
                                ids.get(host),
                                ids.get(host),
                                ids.get(group[i + 1])));
                    }
                }
            }
        }
    }

    private boolean turnsInGaps(ActuatedControl control, int p) {
        return !control.phases().get(ids.get(p)).yields().isEmpty()
                || phases.get(p).permits().length > 0;
    }

    private static boolean hasOther(RingPlan plan, int p) {
        int[] ringOf = plan.ringOf();
        int[] groupOf = plan.groupOf();
        for (int q = 0; q < ringOf.length; q++) {
            if (ringOf[q] >= 0 && ringOf[q] != ringOf[p] && groupOf[q] == groupOf[p]) {
                return true;
            }
        }
        return false;
    }

    private void checkTogether(RingPlan plan, int[] wanted, String id, String pointer) {
        int[] ringOf = plan.ringOf();
        int[] groupOf = plan.groupOf();
        for (int p : wanted) {
            for (int q : wanted) {
                if (p < q && (ringOf[p] == ringOf[q] || groupOf[p] != groupOf[q])) {
                    faults.add(SignalFault.PREEMPTION_APART.at(pointer + "/rings", id, ids.get(p), ids.get(q)));
                }
            }
        }
    }
}
