package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Wording;

/** What can be wrong with what a study writes, before anything is compiled. The words of each stand here and nowhere else. */
public enum StudyFault implements Fault.Kind {
    NO_NETWORK(
            Fault.Severity.ERROR,
            "a network needs places and roads between them; write 'places' and 'roads', or name 'tables'"),
    TWO_POSITIONS(Fault.Severity.ERROR, "detector '%s' has both 'at' and 'before-end'; keep the one you measured"),
    CROSSING_OF_NO_ROAD(Fault.Severity.ERROR, "'%s' is no road.%s"),
    ROAD_END_UNKNOWN(Fault.Severity.ERROR, "road '%s' %s at '%s', which is no place.%s"),
    ROAD_TO_ITSELF(Fault.Severity.ERROR, "road '%s' leads from '%s' to itself"),
    ROAD_WITHOUT_LENGTH(Fault.Severity.ERROR, "road '%s' has no length: its two places are at the same point"),
    ROAD_WITHOUT_LANES(
            Fault.Severity.ERROR,
            "road '%s' has lanes in neither direction; write ahead: {lanes: 1}, and back: {lanes: 1} where it goes both ways"),
    LAYBY_LANE(
            Fault.Severity.ERROR, "a lay-by is beside the kerb lane and takes no 'lane'; 'kind: kerb' stops in a lane"),
    SPEED_LIMIT(Fault.Severity.ERROR, "a speed limit must be between 4 km/h and 250 km/h"),
    GRADE(Fault.Severity.ERROR, "a grade must be between -25 %% and 25 %%"),
    MEDIAN(Fault.Severity.ERROR, "a median must be 0 m to 100 m wide"),
    MEETS_ELSEWHERE(Fault.Severity.ERROR, "road '%s' does not reach '%s'; it lies between %s"),
    LANE_COUNT(Fault.Severity.ERROR, "lanes must be 1 to %d, bays included"),
    LANE_FOR_NOBODY(Fault.Severity.ERROR, "nobody may use lane %s; name the types that may, or close it by 'closures'"),
    ENDS_AND_BAY(
            Fault.Severity.ERROR,
            "a lane ends and a bay begins on the %s side of the same road; put a place without control between them and make it two roads"),
    ARROW_COUNT(Fault.Severity.ERROR, "%d arrows for %d lanes (bays included); give one for each lane from the left"),
    NO_LANE_RIGHT(Fault.Severity.ERROR, "there is no line right of lane %d; this road has %d lanes"),
    LANE_UNKNOWN(Fault.Severity.ERROR, "there is no lane %s; this road has %d, bays included"),
    BAY_TOO_SHORT(Fault.Severity.ERROR, "such a lane needs at least 5 m of full width and 1 m of taper"),
    RAMP_TOO_SHORT(Fault.Severity.ERROR, "a ramp's lane needs at least 20 m beside the main road and 5 m of taper"),
    PLACE_UNREACHED(Fault.Severity.WARNING, "no road leads to place '%s'; nothing happens there"),
    TOO_MANY_LEGS(Fault.Severity.ERROR, "%d roads meet at '%s'; a place has at most %d legs"),
    SIGNAL_WITHOUT_CONTROL(
            Fault.Severity.ERROR,
            "place '%s' has a signal, but 'signals' has no controller for it; write one, or let 'time STUDY --first plan:first' propose one"),
    MINOR_WITHOUT_SIGN(Fault.Severity.ERROR, "'minor' says which legs stop or yield, but the control of '%s' is %s"),
    CORNER_RADIUS(Fault.Severity.ERROR, "a corner's radius must be 0 m to 100 m"),
    SETBACK(Fault.Severity.ERROR, "a stop line stands 0 m to 200 m from its place"),
    RING_LANES(Fault.Severity.ERROR, "a ring has 1 to 3 lanes"),
    RADIUS(Fault.Severity.ERROR, "a radius must be 3 m to 1000 m"),
    SPEED(Fault.Severity.ERROR, "a speed must be between 4 km/h and 250 km/h"),
    TIME_GAP(Fault.Severity.ERROR, "a time gap must be 30 %% to 300 %% of the usual one"),
    SATURATION(Fault.Severity.ERROR, "a saturation flow must be 300 to 12000 pcu/h, all lanes together"),
    ONLY_ROUNDABOUTS(Fault.Severity.ERROR, "'%s' is for roundabouts only; write control: roundabout at '%s'"),
    NO_ROAD_AT_PLACE(Fault.Severity.ERROR, "'%s' is no road at place '%s'.%s"),
    SAME_POINT(Fault.Severity.ERROR, "places '%s' and '%s' are at the same point; make them one place, or move one"),
    OFF_THE_PLAN(
            Fault.Severity.ERROR, "a point of the plan lies within 10 000 km of its origin; coordinates are metres"),
    CORRIDOR_TOO_SHORT(Fault.Severity.ERROR, "corridor '%s' needs at least two places"),
    NO_PLACE(Fault.Severity.ERROR, "'%s' is no place.%s"),
    CORRIDOR_BROKEN(Fault.Severity.ERROR, "no road joins '%s' and '%s', which corridor '%s' follows"),
    NO_ROAD(Fault.Severity.ERROR, "'%s' is no road.%s"),
    ROAD_WITHOUT_DIRECTION(Fault.Severity.ERROR, "road '%s' has no lanes %s; write '%s %s'"),
    ENDS_BEFORE_IT_BEGINS(Fault.Severity.ERROR, "it ends before it begins"),
    OUTSIDE_BOUNDS(Fault.Severity.ERROR, "this must be %s to %s"),
    ORIGIN_MISSING(
            Fault.Severity.ERROR,
            "an origin needs lat and lon of the plan's [0, 0], or the coordinates of two places under 'places'"),
    ORIGIN_TWICE(Fault.Severity.ERROR, "give either lat and lon, or the coordinates of places, not both"),
    LATITUDE(Fault.Severity.ERROR, "latitude must be -85 to 85 and longitude -180 to 180 degrees"),
    GROWTH(Fault.Severity.ERROR, "growth must be above -100 %% and at most 1000 %%"),
    PEAK_FACTOR(
            Fault.Severity.ERROR,
            "a peak hour factor is 0.25, all in one quarter, to 1, the same in each; 0.92 is common in town"),
    PEAK_QUARTER(Fault.Severity.ERROR, "an hour has quarters 1 to 4"),
    TOLERANCE(Fault.Severity.ERROR, "the tolerance cannot be negative"),
    TRUSTED_MISSING(Fault.Severity.ERROR, "say which counts the others are scaled to: trusted: [gate]"),
    TRUSTED_UNUSED(Fault.Severity.ERROR, "trusted places count for nothing unless differences are scaled"),
    NEGATIVE_SHARE(Fault.Severity.ERROR, "a share of the vehicle mix is negative"),
    MIX_OF_NOTHING(Fault.Severity.ERROR, "the shares of the vehicle mix add up to nothing"),
    NUMBER_OUT_OF_BOUNDS(Fault.Severity.ERROR, "the usual value is %s; a tenth to ten times of that can be tried"),
    TYPE_BUILT_IN(
            Fault.Severity.ERROR, "'%s' is built in; change its properties under 'vehicles', or take another name"),
    TYPE_FORM(Fault.Severity.ERROR, "write either based-on: bus, with what differs, or shares: {truck: 70 %%, …}"),
    TYPE_SHARE(Fault.Severity.ERROR, "a share of a type must be above 0 %%"),
    VEHICLE_LENGTH(Fault.Severity.ERROR, "a vehicle is 1 m to 60 m long"),
    VEHICLE_WIDTH(Fault.Severity.ERROR, "a vehicle is 0.4 m to 3.5 m wide"),
    NOT_HEEDED(Fault.Severity.WARNING, "this is drawn and shown, but vehicles do not heed it yet: %s"),
    STEP_BOUNDS(Fault.Severity.ERROR, "the step must be 0.1 s to 1 s and a multiple of 0.1 s"),
    STEP_LONG(
            Fault.Severity.WARNING,
            "a step above 0.5 s makes drivers react late: queues discharge slower than measured in the field"),
    REPLICATIONS(Fault.Severity.ERROR, "replications must be 1 to 10000"),
    NO_SUCH_DATE(Fault.Severity.ERROR, "the calendar has no such date; write for example fri, or 2027-05-07"),
    NO_PERIOD(Fault.Severity.ERROR, "a study needs at least one period, such as pm: {from: \"16:30\", to: \"17:30\"}"),
    PERIOD_BACKWARDS(Fault.Severity.ERROR, "period '%s' ends at %s, not after its start at %s%s"),
    WARM_UP_BOUNDS(Fault.Severity.ERROR, "the warm-up must not be negative nor begin before midnight"),
    INFORMED_BOUNDS(
            Fault.Severity.ERROR,
            "0 %% to 100 %% of the drivers are informed, every 30 s or more, and change their way for a gain of 0 %% or more"),
    BAN_FORM(
            Fault.Severity.ERROR,
            "say what is forbidden: a road, {road: quay-2 ahead}, or a turn, {at: market, turn: NBL}; one of the two"),
    TOLL_BELOW_NOTHING(Fault.Severity.ERROR, "a toll cannot be negative"),
    CHOICE_NEGATIVE(Fault.Severity.ERROR, "what drivers want to avoid counts 0 or more"),
    CHOICE_SPREAD(Fault.Severity.ERROR, "drivers differ by 0 %% to 100 %% of the time between two ends"),
    CHOICE_SLICE(
            Fault.Severity.ERROR, "shares hold for 5 min to an hour; the period is cut into slices of that length"),
    CHOICE_PATHS(Fault.Severity.ERROR, "2 to 50 ways can be known between two ends"),
    CHOICE_UNTIL(
            Fault.Severity.ERROR,
            "limits are above 0, shares of ways or roads above 0 %% up to 100 %%, and 1 to 20 in a row"),
    AIM_EMPTY(Fault.Severity.ERROR, "aim '%s' wants nothing; write what counts, such as {delay: 1, stops: 8 s}"),
    AIM_BELOW_NOTHING(
            Fault.Severity.ERROR,
            "aim '%s' has a weight below 0, which would ask for more of it; every weight is what one more costs"),
    DRAIN_BOUNDS(Fault.Severity.ERROR, "the drain time must be 0 min to 4 h"),
    CONTROL_OF_NO_PLACE(Fault.Severity.ERROR, "there is no place '%s' for this controller.%s"),
    CONTROL_WITHOUT_SIGNAL(Fault.Severity.ERROR, "place '%s' has no signal; write control: signal at the place"),
    UNUSUAL(
            Fault.Severity.WARNING,
            "%s %s is more than unusual; on roads it is %s to %s %s. Is the unit the one that is meant?");

    private final Fault.Severity severity;
    private final String words;

    StudyFault(Fault.Severity severity, String words) {
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
