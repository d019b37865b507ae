package org.ulicarro.core.signal;

import java.util.Arrays;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.signal.SignalSystem.GroupInfo;

/**
 * Watches the pairs of groups that must never let go at the same time, tick by tick, whatever decides. Fixed plans are checked when
 * they are read, so only groups of other controllers stand here.
 */
public final class ConflictMonitor {

    private final SignalSystem signals;
    private final int[][][] never; // place with a controller -> pairs of its groups

    public ConflictMonitor(SignalSystem signals) {
        this.signals = signals;
        int[][] all = signals.neverTogether();
        never = signals.places().stream()
                .map(place -> Arrays.stream(all)
                        .filter(pair -> signals.groups().get(pair[0]).place().equals(place))
                        .toArray(int[][]::new))
                .toArray(int[][][]::new);
    }

    /**
     * Looks at what a place shows.
     *
     * @param place its number among those with a controller
     * @throws IllegalStateException when two groups show what would let their traffic collide: a defect of the controller
     */
    public void check(int tick, int place, Aspects aspects) {
        for (int[] pair : never[place]) {
            Aspect a = aspects.of(pair[0]);
            Aspect b = aspects.of(pair[1]);
            boolean unsafe =
                    a == Aspect.GREEN && isOn(pair[1], b, aspects) || b == Aspect.GREEN && isOn(pair[0], a, aspects);
            if (unsafe) {
                GroupInfo first = signals.groups().get(pair[0]);
                GroupInfo second = signals.groups().get(pair[1]);
                throw new IllegalStateException("conflict monitor: at "
                        + Clock.timeOfDay(Clock.seconds(tick)) + " groups '" + first.id() + "' (" + a + ") and '"
                        + second.id() + "' (" + b + ") of '" + first.place() + "' must never go together");
            }
        }
    }

    /** Whether a group's traffic may still go by right. Turns in gaps have a signal of their own phase beside them, which is watched. */
    private static boolean isOn(int group, Aspect shows, Aspects aspects) {
        return shows == Aspect.GREEN || shows == Aspect.YELLOW && aspects.before(group) != Aspect.FLASHING_YELLOW;
    }
}
