package org.ulicarro.core.demand;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Wording;

/** What can be wrong with demand, or should be known of it. The words of each stand here and nowhere else. */
public enum DemandFault implements Fault.Kind {
    COUNTS_DIFFER(
            Fault.Severity.WARNING,
            "%.0f vehicles leave '%s' for '%s', which counts %.0f (%+.0f, GEH %.1f); routes keep the shares of the second place, not its total. %s"),
    NO_PLACE(Fault.Severity.ERROR, "'%s' is no place.%s"),
    NOBODY_TRAVELS(
            Fault.Severity.WARNING, "nobody travels: write volumes, entries, trips, services, departures or surges"),
    ROAD_SHUT(
            Fault.Severity.WARNING,
            "this shuts every lane of its road: of those in replication 1 who would come there then, %s take another way, and %s have none and wait in front of it"),
    NO_WAY_ROUND(
            Fault.Severity.WARNING,
            "in replication 1 %s have no way but over this road, and drive there all the same; %s take another way"),
    LANES_OF_OTHERS(
            Fault.Severity.WARNING,
            "%s: all lanes are kept for others. Of those in replication 1 who want to go there, by another way: %s; from these lanes all the same, as there is no other way: %s. 'turn-in: 40 m' lets everybody turn"),
    BICYCLES_IN_LANES(
            Fault.Severity.WARNING,
            "bicycles are %.0f %% of the mix: here each takes a whole lane, and where a road has one nobody passes it, so that all behind drive at its pace. Leave out those who keep to the side, or give them a lane: lane-use: {2: {only: [bicycle], turn-in: 30 m}}"),
    FLOWS_DO_NOT_FIT(
            Fault.Severity.WARNING,
            "no flows between ends fit all counts: %d of %d are missed by a GEH above 5, most of all %s at '%s', counted %.0f, estimated %.0f; 'show STUDY routes' lists them"),
    NO_STOP(Fault.Severity.ERROR, "'%s' is no stop.%s"),
    STOP_ELSEWHERE(Fault.Severity.ERROR, "stop '%s' lies on '%s', where this line does not come by"),
    STOP_TOO_SHORT(
            Fault.Severity.WARNING, "stop '%s' is %.0f m long, but this vehicle %.0f m; its rear stands outside"),
    STOP_BESIDE_OWN_LANE(
            Fault.Severity.WARNING,
            "stop '%s' lies in lane %d of %s, but lane %4$d is kept for this line, which would leave it and cross the others to stop; write 'lane: %4$d' at the stop"),
    NOT_CALLED_AT(Fault.Severity.ERROR, "this line does not call at '%s'; write it among its stops.%s"),
    NEGATIVE(Fault.Severity.ERROR, "it cannot be negative"),
    DEPARTURES_TOO_CLOSE(Fault.Severity.ERROR, "the time between two departures must be at least 1 s"),
    TIMETABLE_BACKWARDS(
            Fault.Severity.ERROR, "a timetable goes on in time; this departure is not after the one before"),
    NO_WAY_OF_TABLE(Fault.Severity.ERROR, "no way leads from '%s' to '%s', for %.0f vehicles of this table"),
    TRIPS_TO_THEMSELVES(
            Fault.Severity.WARNING,
            "%.0f vehicles of this table begin and end at the same place; they are left out of the demand"),
    TRIPS_OF_ANOTHER_TIME(
            Fault.Severity.WARNING,
            "%.0f of the %.0f vehicles of this table, those of this row first, depart outside of the run, which lasts from %s to %s; they are left out"),
    NO_ENTRY(Fault.Severity.ERROR, "vehicles cannot enter at '%s'; they can where a road begins.%s"),
    NO_EXIT(Fault.Severity.ERROR, "'%s' is no end of a road, where vehicles could leave.%s"),
    SLICE_BACKWARDS(Fault.Severity.ERROR, "this slice ends at %s, not after its start at %s"),
    NEGATIVE_VEHICLES(Fault.Severity.ERROR, "a number of vehicles cannot be negative"),
    TRIPS_TOO_MANY(
            Fault.Severity.ERROR, "%.0f vehicles in %.0f min are more than any road takes; is the matrix damaged?"),
    NO_ENTRY_LANE(Fault.Severity.ERROR, "no road that begins at '%s' has a lane %d there; 1 is the left one"),
    TRIPS_OVERLAP(
            Fault.Severity.ERROR,
            "these trips from '%s' to '%s' overlap in time with line %s; they would be driven twice"),
    WAYS_GONE(
            Fault.Severity.WARNING,
            "%d of %d ways cannot be driven on this network, this one first: %s; they are left out, and the others are used"),
    WAY_OF_OTHER_ENDS(Fault.Severity.ERROR, "this way from '%s' to '%s' begins at '%s' and ends at '%s'"),
    NO_TURN(Fault.Severity.ERROR, "there is no turn '%s' at '%s'.%s"),
    NEGATIVE_QUEUE(Fault.Severity.ERROR, "a queue cannot be negative"),
    NEGATIVE_COUNT(Fault.Severity.ERROR, "a count cannot be negative: %s"),
    INTERVAL_BACKWARDS(Fault.Severity.ERROR, "the interval ends at %s, not after its start at %s"),
    COUNT_TOO_LARGE(Fault.Severity.ERROR, "%.0f vehicles in %.0f min are %.0f veh/h, more than any %d lane(s) carry"),
    INTERVALS_OVERLAP(
            Fault.Severity.ERROR,
            "this interval overlaps one that ends at %s for %s at '%s'; the movement would be counted twice"),
    COUNTS_HAVE_GAP(Fault.Severity.ERROR, "counts of %s at '%s' leave a gap from %s to %s in the period"),
    COUNTS_OF_ANOTHER_TIME(
            Fault.Severity.ERROR,
            "no count lies in the period from %s to %s: they are of %s to %s. 'ulicarro copy-counts' makes counts of this period from those of another"),
    APPROACH_UNCOUNTED(
            Fault.Severity.ERROR, "no counts for approach %s of '%s' (%s), where drivers choose between %s%s"),
    APPROACH_ESTIMATED(
            Fault.Severity.WARNING,
            "no counts for approach %s of '%s' (%s): taken to be the %.0f vehicles that are counted the other way (%s). Count them, or write zeros if nobody comes"),
    NO_CROSSING(Fault.Severity.ERROR, "there is no crossing '%s'.%s%s"),
    SHARE_OF_PEOPLE(Fault.Severity.ERROR, "a share of people must be 0 %% to 100 %%"),
    PRESSES_BEFORE(Fault.Severity.ERROR, "nobody presses a button before coming to it: write 0 s or more"),
    FLOW_BACKWARDS(Fault.Severity.ERROR, "the flow from %s ends at %s, not after it begins"),
    FLOWS_OVERLAP(Fault.Severity.ERROR, "the flow from %s begins before the one before it ends at %s"),
    ROUTE_TOO_SHORT(
            Fault.Severity.ERROR, "a route needs at least the place where it enters and the one where it leaves"),
    NO_WAY(
            Fault.Severity.ERROR,
            "no way leads from '%s', where vehicles would have to be able to enter, by these places to '%s'"),
    VEHICLES_BOUNDS(Fault.Severity.ERROR, "vehicles must be 0 veh/h to 12000 veh/h"),
    ENDS_BEFORE_IT_BEGINS(Fault.Severity.ERROR, "it ends before it begins"),
    NO_ROUTES(Fault.Severity.ERROR, "say where they go: routes: {through: {via: [gate, mole]}}"),
    NEGATIVE_SHARE(Fault.Severity.ERROR, "a share cannot be negative"),
    SHARES_OF_NOTHING(Fault.Severity.ERROR, "the shares of these routes add up to nothing"),
    SURGE_SIZE(Fault.Severity.ERROR, "a surge has 1 to %s vehicles"),
    SURGE_HEADWAY(Fault.Severity.ERROR, "the time between two vehicles must be above 0 s"),
    SURGE_OUTSIDE(
            Fault.Severity.WARNING,
            "this surge reaches beyond the run, which covers warm-up, period and drain time; only those inside it count");

    private final Fault.Severity severity;
    private final String words;

    DemandFault(Fault.Severity severity, String words) {
        this.severity = severity;
        this.words = words;
    }

    /** One of these at a place of the study, with values in the order of its words. */
    Fault at(String pointer, Object... values) {
        return new Fault(severity, pointer, this, List.of(values));
    }

    @Override
    public String words(List<Object> values, Wording wording) {
        return wording.of(words, values);
    }
}
