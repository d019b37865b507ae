package org.ulicarro.core.traffic.lanes;

import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.study.Closure;
import org.ulicarro.core.study.Study;

/** Stretches of lanes that are closed for a time, as the study has them. Immutable. */
public final class ClosureTable {

    private static final int[] NONE = {};

    public final int[][] onLane; // lane -> its closures
    public final double[] from; // m
    public final double[] to; // m
    public final int[] begins; // tick
    public final int[] ends; // tick

    public ClosureTable(Study study, LaneTable table) {
        List<Marking> all = table.network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.CLOSURE)
                .toList();
        onLane = new int[table.lanes][];
        Arrays.fill(onLane, NONE);
        from = new double[all.size()];
        to = new double[all.size()];
        begins = new int[all.size()];
        ends = new int[all.size()];
        for (int c = 0; c < from.length; c++) {
            Marking marking = all.get(c);
            Closure closure = study.network().closures().get(marking.id());
            from[c] = marking.from();
            to[c] = marking.to();
            begins[c] = closure.from() == null ? 0 : Clock.ticks(closure.from());
            ends[c] = closure.to() == null ? Integer.MAX_VALUE : Clock.ticks(closure.to());
            int lane = marking.lane();
            onLane[lane] = Arrays.copyOf(onLane[lane], onLane[lane].length + 1);
            onLane[lane][onLane[lane].length - 1] = c;
        }
    }
}
