package org.ulicarro.core.traffic.state;

import java.util.Arrays;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** Tells lanes whether all signals at their end let go, whenever one of these has changed. */
public final class Lights {

    private final LaneTable table;
    private final Aspects aspects;
    private final LaneQueues queues;
    private final Resting resting;
    private final int[][] lanes; // group -> lanes with a path that it is for

    public Lights(LaneTable table, Aspects aspects, LaneQueues queues, Resting resting) {
        this.table = table;
        this.aspects = aspects;
        this.queues = queues;
        this.resting = resting;
        lanes = new int[table.signals.groups().size()][0];
        for (int path = 0; path < table.lanes; path++) {
            int group = table.group[path];
            if (group != SignalSystem.NO_GROUP) {
                int[] before = lanes[group];
                int from = table.from[path];
                if (Arrays.stream(before).noneMatch(lane -> lane == from)) {
                    lanes[group] = Arrays.copyOf(before, before.length + 1);
                    lanes[group][before.length] = from;
                }
            }
        }
    }

    /** Looks at the groups that have changed since it was last asked. */
    public void look() {
        for (int i = 0; i < aspects.changedCount(); i++) {
            for (int lane : lanes[aspects.changed(i)]) {
                resting.wake(lane);
                queues.set(lane, LaneKinds.SHUT, isShut(lane));
            }
        }
        aspects.forgetChanges();
    }

    /** Sees all signals for the first time, or again after a saved state was put back: nobody wakes for that. */
    public void restart() {
        for (int[] some : lanes) {
            for (int lane : some) {
                queues.see(lane, LaneKinds.SHUT, isShut(lane));
            }
        }
        aspects.forgetChanges();
    }

    private boolean isShut(int lane) {
        for (int path : table.paths[lane]) {
            int group = table.group[path];
            if (group != SignalSystem.NO_GROUP && !aspects.of(group).letsGo()) {
                return true;
            }
        }
        return false;
    }
}
