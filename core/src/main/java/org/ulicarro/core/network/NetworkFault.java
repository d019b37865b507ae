package org.ulicarro.core.network;

import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Wording;

/**
 * What can be wrong with a network, or should be known of it. The words of each stand here and nowhere else; code that reacts to one goes
 * by its constant, and by its values, which stand in the order of the words.
 */
public enum NetworkFault implements Fault.Kind {
    CROSSING_OUTSIDE(Fault.Severity.ERROR, "crossing '%s' lies outside '%s', which has %.0f m between its stop lines"),
    LANE_PAIR_UNKNOWN(Fault.Severity.ERROR, "from lane %s to lane %d: '%s' has %d lanes and '%s' has %d"),
    BAY_TOO_LONG(
            Fault.Severity.ERROR,
            "this lane needs %.0f m with its taper, but '%s' has %.0f m between stop lines; make it a lane of the whole road, or shorten it"),
    NO_SUCH_LANE(Fault.Severity.ERROR, "'%s' has no lane %d; its lanes are 1 to %d from the left, bays included"),
    MARKING_OUTSIDE_LANE(
            Fault.Severity.ERROR, "'%s' lies from %.0f m to %.0f m, but lane %d of '%s' reaches from %.0f m to %.0f m"),
    ZONE_BEYOND_ROAD(Fault.Severity.ERROR, "this zone ends beyond '%s', which has %.0f m"),
    STRETCH_OUTSIDE_ROAD(Fault.Severity.ERROR, "this stretch lies from %.0f m to %.0f m of '%s', which has %.0f m"),
    NOBODY_GOES_FIRST(
            Fault.Severity.ERROR,
            "no two legs of '%s' lead straight on, so it is not clear who goes first; write minor: [road, …] with those that %s"),
    ARROW_LEADS_NOWHERE(
            Fault.Severity.ERROR,
            "lane %d of %s has the arrow %s, but at '%s' no road leads that way; its vehicles could not go on"),
    LANE_UNUSED(
            Fault.Severity.WARNING,
            "no movement uses lane %d of %s; drivers change out of it before its end, so there is hardly anybody in it there"),
    CROSS_WITHOUT_PLACE(
            Fault.Severity.WARNING,
            "'%s' and '%s' cross at %s, where they have no place in common: their vehicles drive through each other. Join them in a place, or write level: 1 on the road that passes over the other"),
    CROSS_WITHOUT_CONTROL(
            Fault.Severity.ERROR,
            "%s and %s cross at '%s', but it has no control, so nothing says who goes first; write control: signal, stop, yield, all-stop or roundabout%s"),
    WAYS_CROSS_SIDE_BY_SIDE(
            Fault.Severity.ERROR,
            "at '%s' the way from lane %d of %s to '%s' crosses that from lane %d to '%s'; vehicles that start side by side would collide. Let turns to one side start from the lanes on that side%s"),
    TURN_TOO_TIGHT(
            Fault.Severity.ERROR,
            "%s turns on a radius of %.1f m, which no car can drive. The legs are too near to each other there: turn one of them by its last 'via' point, or give the place more room%s"),
    NO_WAY_ON(
            Fault.Severity.ERROR,
            "%s ends at '%s' and no movement leads on from there, though other roads do; its vehicles could not go on"),
    EXIT_UNREACHED(
            Fault.Severity.WARNING,
            "no way leads from any entry to the end '%s' by %s; no vehicle will ever be counted there"),
    NO_WAY_OUT(
            Fault.Severity.ERROR,
            "no way leads from '%s' by %s to any end of the network; vehicles that enter there would never leave"),
    NETWORK_IN_PARTS(
            Fault.Severity.WARNING,
            "the network falls into %d parts that no road joins (%s); no vehicle gets from one to another"),
    LANE_ENDS_SOON(
            Fault.Severity.WARNING,
            "lane %d of %s ends after %.0f m; at its limit drivers need about %.0f m to change out of it, so some will stop at its end and wait"),
    GATE_LANE_ENDS(
            Fault.Severity.WARNING,
            "lane %d of %s, which has a gate here, ends before '%s', and drivers keep out of lanes that end. Give the road beyond as many lanes, of which some end further on: ends: {right: [{full-width: 100 m}]}"),
    LITTLE_ROOM_TO_CHANGE(
            Fault.Severity.WARNING,
            "from %s to %s takes %d lane %s within the %.0f m of %s; some drivers will not find room in time, block their lane for a while and miss their turn"),
    LANES_MERGE_INSIDE(
            Fault.Severity.WARNING,
            "%s at '%s' comes from %d lanes into %d: lanes that become one inside the junction carry little more than one. Give '%s' as many lanes, which may end further on ('ends'), or write 'turns' that leave one lane to other turns"),
    LIMIT_FALLS(
            Fault.Severity.WARNING,
            "the limit falls from %.0f km/h to %.0f km/h at '%s'; drivers brake for it there, and the count of stops and of hard braking shows that step. Is it meant?"),
    STOP_LINE_ON_CROSSING(
            Fault.Severity.ERROR,
            "a stop line %.1f m from '%s' stands on the crossing of '%s', which ends at %.1f m; vehicles would wait on it"),
    CROSSING_HIDDEN(
            Fault.Severity.WARNING,
            "the crossing '%s' lies in '%s'; what stands there would hide and block people on foot"),
    PLACES_TOO_CLOSE(
            Fault.Severity.ERROR,
            "road '%s' has %.0f m between '%s' and '%s', of which the junctions take %.0f m; the places are too close: no queue would find room. Make them one place, or move them at least %.0f m apart"),
    NO_GAP_FOR_SATURATION(
            Fault.Severity.WARNING,
            "the queue of %s has no time-gap that meets this flow yet; 'ulicarro calibrate' finds one"),
    SEVERAL_MOVEMENTS(Fault.Severity.ERROR, "'%s' is not one movement at '%s' but several: %s; write one of these"),
    NO_SUCH_MOVEMENT(Fault.Severity.ERROR, "place '%s' has no movement '%s'.%s"),
    LEGS_OVERLAP(
            Fault.Severity.ERROR,
            "the legs of '%s' overlap for %.0f m along '%s': they leave in almost the same direction, so that no lane would be its own. Turn one of them by its last 'via' point"),
    RING_LANES(Fault.Severity.ERROR, "a roundabout has 1 to 3 circulating lanes"),
    RING_TOO_SMALL(
            Fault.Severity.ERROR,
            "an outer diameter of %.0f m has no room for %d circulating lanes around an island; it must be %.0f m to 200 m"),
    LEGS_MEET_AT_RING(
            Fault.Severity.ERROR,
            "'%s' and '%s' meet the roundabout %.0f degrees from each other; they overlap at its ring. Turn one of them by its last 'via' point, or give it a larger outer-diameter"),
    NO_SUCH_ARC(Fault.Severity.ERROR, "'%s' is no arc of this roundabout; in the direction of driving it has %s"),
    ARROWS_AROUND_RING(
            Fault.Severity.ERROR,
            "lane %d of %s has the arrows %s, but around '%s' its lane of the ring leads %s; give the ring more lanes, or take the other arrows off"),
    SLIP_NOT_KERB_SIDE(
            Fault.Severity.ERROR, "%s>%s is no turn to the kerb side, so it cannot pass beside the junction"),
    SLIP_WITHOUT_LANE(
            Fault.Severity.ERROR,
            "the slip lane %s>%s needs a lane of its own: give '%s' a bay on the kerb side, or an outer lane whose only arrow is that turn"),
    NOTHING_TO_JOIN(Fault.Severity.ERROR, "'%s' joins at '%s', but no road leads on from there that it could join"),
    NOTHING_TO_LEAVE(Fault.Severity.ERROR, "'%s' leaves at '%s', but no road arrives there that it could leave"),
    LANE_ENDS_AND_BEGINS(
            Fault.Severity.ERROR,
            "'%s %s' would have a lane that ends and one that begins on the same side; put a place without control on it where the first one has ended, so that each has a road of its own (a lane that goes on from one ramp to the next is not known yet)"),
    TURN_TIGHT_FOR_TYPE(
            Fault.Severity.WARNING,
            "%s at '%s' turns on a radius of %.1f m, but a %s needs %.1f m; it would run over the kerb or into the next lane. The simulation lets it turn, but not beside others. %s, or close the road to it");

    private final Fault.Severity severity;
    private final String words;

    NetworkFault(Fault.Severity severity, String words) {
        this.severity = severity;
        this.words = words;
    }

    /** One of these at a place of the study. */
    Fault at(String pointer, Object... values) {
        return new Fault(severity, pointer, this, List.of(values));
    }

    @Override
    public String words(List<Object> values, Wording wording) {
        return wording.of(words, values);
    }
}
