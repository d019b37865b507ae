package org.ulicarro.core.signal;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;

/**
 * A controller that flashes at times. By the clock it ends all greens first; when it fails it flashes at once. Afterwards all show red for
 * a while, and control begins anew, as after a power-up.
 */
final class FlashingController implements Controller, StageState {

    private static final int CONTROLLED = 0;
    private static final int ENDS = 1;
    private static final int FLASHES = 2;
    private static final int RED = 3;
    private static final int STARTS = 4;

    private final Flash flash;
    private final SignalSystem.Placed place; // as it is without the flash
    private final int groups; // of the network
    private final ControlWatch watch;
    private final Guard guard;
    private final int[] allRed;
    private Controller inner;
    private ChangeOver start; // from red of all; null while it is not starting
    private int state;
    private int timer; // ticks of it
    private boolean begun;

    FlashingController(Flash flash, SignalSystem.Placed place, int groups, ControlWatch watch) {
        this.flash = flash;
        this.place = place;
        this.groups = groups;
        this.watch = watch;
        guard = new Guard(place.groups(), flash.firstGroup());
        allRed = new int[place.groups().length];
        Arrays.fill(allRed, Aspect.RED.ordinal());
        inner = place.maker().make(watch);
    }

    @Override
    public void advance(int tick, DetectorBoard detectors, Aspects aspects) {
        boolean fault = flash.isFault(tick);
        boolean flashes = fault || flash.isTime(tick);
        timer++;
        if (flashes && !begun || fault && state != FLASHES) {
            enter(FLASHES);
            watch.flash(tick, true, fault);
        } else if ((state == CONTROLLED || state == STARTS) && flashes) {
            enter(ENDS);
            guard.takeOver(aspects, tick);
        } else if (state == FLASHES && !flashes) {
            enter(RED);
        } else if (state == RED && flashes) {
            enter(FLASHES);
            watch.flash(tick, true, false);
        } else if (state == RED && timer >= flash.red()) {
            enter(STARTS);
            watch.flash(tick, false, false);
            inner = place.maker().make(watch);
            start = new ChangeOver(place, inner, groups);
            start.begin(aspects, tick);
        }
        begun = true;
        if (state == ENDS) {
            boolean all = guard.approach(allRed);
            guard.show(tick, aspects);
            if (all && guard.hasSettled()) {
                enter(FLASHES);
                watch.flash(tick, true, false);
            }
        }
        switch (state) {
            case CONTROLLED -> inner.advance(tick, detectors, aspects);
            case FLASHES -> show(tick, aspects, flash.shows());
            case RED -> showRed(tick, aspects);
            case STARTS -> {
                start.advance(tick, detectors, aspects);
                state = start.isOver() ? CONTROLLED : STARTS;
            }
            default -> {} // it has shown what the guard lets it
        }
    }

    private void enter(int next) {
        state = next;
        timer = 0;
    }

    private void show(int tick, Aspects aspects, Aspect[] shows) {
        for (int g = 0; g < shows.length; g++) {
            aspects.show(flash.firstGroup() + g, shows[g], tick);
        }
    }

    private void showRed(int tick, Aspects aspects) {
        for (int g = 0; g < allRed.length; g++) {
            aspects.show(flash.firstGroup() + g, Aspect.RED, tick);
        }
    }

    @Override
    public String because() {
        return state == CONTROLLED || state == STARTS ? inner.because() : "flash";
    }

    @Override
    public StageAccount account() {
        return inner instanceof StageState script ? script.account() : null;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(state);
        out.writeInt(timer);
        out.writeBoolean(begun);
        guard.save(out);
        inner.save(out);
        if (state == STARTS) {
            start.save(out);
        }
    }

    @Override
    public void restore(DataInput in) throws IOException {
        state = in.readInt();
        timer = in.readInt();
        begun = in.readBoolean();
        guard.restore(in);
        inner = place.maker().make(watch);
        inner.restore(in);
        if (state == STARTS) {
            start = new ChangeOver(place, inner, groups);
            start.restore(in);
        }
    }
}
