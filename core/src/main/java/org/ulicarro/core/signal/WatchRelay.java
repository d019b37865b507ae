package org.ulicarro.core.signal;

import java.util.ArrayList;
import java.util.List;

/** Tells somebody who may come later than the controller is made. */
final class WatchRelay implements ControlWatch {

    ControlWatch to = ControlWatch.NONE;
    boolean isSilent; // while what the controller says is not what is shown
    private final List<ControlWatch> counters =
            new ArrayList<>(); // hear why phases end, whether or not anybody records

    void add(ControlWatch counter) {
        counters.add(counter);
    }

    @Override
    public void yellow(int tick, String phase, Ended because) {
        if (isSilent) {
            return;
        }
        to.yellow(tick, phase, because);
        for (int i = 0; i < counters.size(); i++) {
            counters.get(i).yellow(tick, phase, because);
        }
    }

    @Override
    public void early(int tick, String phase, int ticks) {
        if (isSilent) {
            return;
        }
        for (int i = 0; i < counters.size(); i++) {
            counters.get(i).early(tick, phase, ticks);
        }
    }

    @Override
    public void cleared(int tick, String phase) {
        if (isSilent) {
            return;
        }
        to.cleared(tick, phase);
    }

    @Override
    public void priority(int tick, String id, boolean comes) {
        to.priority(tick, id, comes);
    }

    @Override
    public void preemption(int tick, String id, boolean begins) {
        to.preemption(tick, id, begins);
    }

    @Override
    public void stage(int tick, String id, String because) {
        if (isSilent) {
            return;
        }
        to.stage(tick, id, because);
    }

    @Override
    public void flash(int tick, boolean begins, boolean fault) {
        if (isSilent) {
            return;
        }
        to.flash(tick, begins, fault);
    }

    @Override
    public void plan(int tick, String id) {
        to.plan(tick, id);
    }
}
