package org.ulicarro.core.traffic.lanes;

import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.study.Gate;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleType;

/** Booths as the study and the network have them. Immutable. */
public final class GateTable {

    private static final int[] NONE = {};

    public final List<Marking> booths;
    public final Quantity[][] service; // booth -> type -> s
    public final int[][] onLane; // lane -> its booths, in the order in which one comes to them

    public GateTable(Study study, LaneTable table) {
        booths = table.network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.GATE)
                .toList();
        service = new Quantity[booths.size()][];
        onLane = new int[table.lanes][];
        Arrays.fill(onLane, NONE);
        for (int b = 0; b < service.length; b++) {
            Gate gate = study.network().gates().get(booths.get(b).id());
            service[b] = new Quantity[VehicleType.values().length];
            for (VehicleType type : VehicleType.values()) {
                service[b][type.ordinal()] = gate.byType().getOrDefault(type, gate.service());
            }
            addInOrder(b);
        }
    }

    private void addInOrder(int booth) {
        int lane = booths.get(booth).lane();
        int[] there = Arrays.copyOf(onLane[lane], onLane[lane].length + 1);
        int place = there.length - 1;
        while (place > 0 && at(there[place - 1]) > at(booth)) {
            there[place] = there[place - 1];
            place--;
        }
        there[place] = booth;
        onLane[lane] = there;
    }

    /** Where a booth stands (m along its lane). */
    public double at(int booth) {
        return booths.get(booth).from();
    }
}
