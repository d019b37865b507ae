package org.ulicarro.core.signal;

import org.ulicarro.core.signal.ring.Ended;
import org.ulicarro.core.signal.ring.RingWatch;

/** Tells somebody who may come later than the controller is made. */
final class WatchRelay implements RingWatch {

    RingWatch to = RingWatch.NONE;
    RingWatch counter = RingWatch.NONE; // hears why phases end, whether or not anybody records

    @Override
    public void yellow(int tick, String phase, Ended because) {
        to.yellow(tick, phase, because);
        counter.yellow(tick, phase, because);
    }

    @Override
    public void early(int tick, String phase, int ticks) {
        counter.early(tick, phase, ticks);
    }

    @Override
    public void cleared(int tick, String phase) {
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
    public void stage(int tick, String id) {
        to.stage(tick, id);
    }

    @Override
    public void plan(int tick, String id) {
        to.plan(tick, id);
    }
}
