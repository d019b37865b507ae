package org.ulicarro.core.run;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.ConflictRow;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.measure.GateRow;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MeterRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.measure.WaitRow;

/**
 * What one replication measured.
 *
 * @param replication its number, from 1
 * @param rows movements, approaches and places by interval
 * @param cycles queue of each controlled lane in each cycle
 * @param crossings people over crossings, by interval
 * @param bays queues of turning bays that reached back
 * @param entries who wanted to come in at each entry, by interval
 * @param lines buses and trams from end to end
 * @param totals whole journeys, all together and by type of vehicle
 * @param waits what vehicles waited, with the long ones
 * @param lanes what the greens of lanes before signals did
 * @param signals what signal groups did
 * @param travelTimes along corridors
 * @param links volume and speed of links, by interval
 * @param emissions fuel and what vehicles gave off
 * @param conflicts near encounters
 * @param gates whom gates served
 * @param meters at which rates meters let vehicles go
 * @param wanted vehicles that wanted to travel up to the end of the drain time
 * @param entered how many of them came in
 * @param unservedAtEnd how many waited outside when the measured period ended
 * @param unservedPeak the most that waited outside at once in the measured period
 * @param vehicleSteps vehicles moved, summed over all steps
 * @param mostOnRoad the most vehicles on the road at once
 * @param startFill vehicles on the road when the period begins, as a share of the mean of its first quarter of an hour
 * @param missedTurns vehicles that found no room to change lanes in time and drove on another way
 * @param detoured vehicles that took another way round closed roads
 * @param noWay vehicles that had none: they drove on roads closed to them, or waited before a closure
 * @param traffic fingerprints of who wanted to travel
 * @param standstills rings of vehicles that blocked each other, in words
 */
public record ReplicationResult(
        int replication,
        List<MovementRow> rows,
        List<LaneCycle> cycles,
        List<CrossingRow> crossings,
        List<BayRow> bays,
        List<EntryRow> entries,
        List<LineRow> lines,
        List<TotalRow> totals,
        List<WaitRow> waits,
        List<LaneRow> lanes,
        List<SignalRow> signals,
        List<TravelTimeRow> travelTimes,
        List<LinkRow> links,
        List<EmissionRow> emissions,
        List<ConflictRow> conflicts,
        List<GateRow> gates,
        List<MeterRow> meters,
        int wanted,
        int entered,
        int unservedAtEnd,
        int unservedPeak,
        long vehicleSteps,
        int mostOnRoad,
        double startFill,
        int missedTurns,
        int detoured,
        int noWay,
        DrawnTraffic traffic,
        List<String> standstills) {

    /** All tables in their order: the kind of row to its rows. */
    public Map<Class<? extends Record>, List<? extends Record>> tables() {
        Map<Class<? extends Record>, List<? extends Record>> tables = new LinkedHashMap<>();
        tables.put(MovementRow.class, rows);
        tables.put(LaneCycle.class, cycles);
        tables.put(CrossingRow.class, crossings);
        tables.put(BayRow.class, bays);
        tables.put(EntryRow.class, entries);
        tables.put(TotalRow.class, totals);
        tables.put(LineRow.class, lines);
        tables.put(WaitRow.class, waits);
        tables.put(LaneRow.class, lanes);
        tables.put(SignalRow.class, signals);
        tables.put(TravelTimeRow.class, travelTimes);
        tables.put(LinkRow.class, links);
        tables.put(EmissionRow.class, emissions);
        tables.put(ConflictRow.class, conflicts);
        tables.put(GateRow.class, gates);
        tables.put(MeterRow.class, meters);
        return tables;
    }
}
