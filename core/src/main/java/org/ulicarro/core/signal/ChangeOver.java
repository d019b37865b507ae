package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import org.ulicarro.core.base.Stateful;

/**
 * The time in which a controller takes over a place from another one. It runs from its own start and says what it would show; what is
 * shown goes there from what the other one showed, with minimum greens, yellows and clearances kept. Over when both agree and nothing is
 * owed any more.
 */
final class ChangeOver implements Stateful {

    private final SignalSystem.Placed place;
    private final Controller controller;
    private final Guard guard;
    private final Aspects would; // what the controller says
    private final int[] wanted;
    private boolean isOver;

    /** @param groups number of groups in the network */
    ChangeOver(SignalSystem.Placed place, Controller controller, int groups) {
        this.place = place;
        this.controller = controller;
        guard = new Guard(place.groups(), place.firstGroup());
        would = new Aspects(groups);
        wanted = new int[place.groups().length];
    }

    /** Begins before a tick, with what is shown. */
    void begin(Aspects shown, int tick) {
        guard.takeOver(shown, tick);
    }

    void advance(int tick, DetectorBoard detectors, Aspects shown) {
        controller.advance(tick, detectors, would);
        for (int g = 0; g < wanted.length; g++) {
            Aspect one = would.of(place.firstGroup() + g);
            wanted[g] = (one == Aspect.GREEN || one == Aspect.YELLOW ? one : Aspect.RED).ordinal();
        }
        boolean agrees = guard.approach(wanted);
        guard.show(tick, shown);
        for (int g = 0; g < wanted.length && agrees; g++) {
            agrees = shown.of(place.firstGroup() + g) == would.of(place.firstGroup() + g);
        }
        isOver = agrees && guard.hasSettled();
    }

    /** Whether the controller may show what it says from the next tick on. */
    boolean isOver() {
        return isOver;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        guard.save(out);
        would.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        guard.restore(in);
        would.restore(in);
        isOver = false;
    }
}
