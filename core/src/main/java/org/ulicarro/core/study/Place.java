package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * Any point where roads meet, end or change.
 *
 * @param at position in metres, x east and y north of the study's origin
 * @param control who goes first here
 * @param minor roads whose traffic stops or yields; empty where the geometry says which
 * @param legs names of the approaches as on the count sheet, by road; the others are named by their geometry
 * @param crossings marked crossings of its legs, by road
 * @param bypass lanes that turn aside of the junction, by movement
 * @param movements what differs from what is derived, by movement
 * @param cornerRadius of its kerbs (m), or null
 * @param setback of the stop line from the place's point along a leg (m), by road, where it is not the derived one
 * @param outerDiameter of a roundabout, kerb to kerb (m)
 * @param lanes circulating lanes of a roundabout
 * @param ring lanes on single arcs of a roundabout, {@code quay-3>hill}, where they differ
 * @param rightOnRed movements that may turn on red
 * @param saturation measured saturation flows (pcu/s), by movement
 */
public record Place(
        @Required
        @About("Position [x, y], x east, y north: numbers are metres, others have their unit, [600 ft, -200 ft].")
        Point at,

        @Usual("none")
        @About("Who goes first: signal, stop, yield, all-stop, roundabout; none for an end, bend, merge or diverge.")
        Control control,

        @About("Roads that stop or yield here; those off the straightest way where none is written.")
        List<String> minor,

        @About("Names of the approaches as on the count sheet, by road: {quay-1: EB}.")
        Map<String, String> legs,

        @About("Marked crossings of its legs, by road: {pier: {refuge: true}}.")
        Map<String, Crossing> crossings,

        @KeyForm(KeyForm.MOVEMENT)
        @About("Slip lanes for turns to the kerb side that pass beside the junction: {quay-3>hill: yield}.")
        Map<String, Bypass> bypass,

        @KeyForm(KeyForm.MOVEMENT) @About("What differs from what is derived, by movement: {EBL: {speed: 25 km/h}}.")
        Map<String, MovementInput> movements,

        @Key("corner-radius") @Unit(Dimension.LENGTH) @About("Radius of its kerbs; 8 m at junctions.")
        Double cornerRadius,

        @Unit(Dimension.LENGTH)
        @About("Distance of a stop line from the place's point, by road, where it is not the derived one.")
        Map<String, Double> setback,

        @Key("outer-diameter") @Unit(Dimension.LENGTH) @About("Roundabout: kerb to kerb.")
        Double outerDiameter,

        @About("Roundabout: circulating lanes; 1 where none is written.")
        Integer lanes,

        @KeyForm(KeyForm.MOVEMENT) @About("Roundabout: lanes on single arcs where they differ: {quay-3>hill: 2}.")
        Map<String, Integer> ring,

        @Key("right-on-red")
        @KeyForm(KeyForm.MOVEMENT)
        @About("Movements that may turn on red: {pier>quay-2: after-stop}.")
        Map<String, OnRed> rightOnRed,

        @KeyForm(KeyForm.MOVEMENT)
        @Unit(value = Dimension.FLOW, written = "pcu/h")
        @About("Measured saturation flows by movement: {EBL: 1720 pcu/h}.")
        Map<String, Double> saturation) {

    public enum Control {
        NONE,
        SIGNAL,
        STOP,
        YIELD,
        ALL_STOP,
        ROUNDABOUT
    }

    /** How a slip lane ends. */
    public enum Bypass {
        /** It yields to whoever else enters the road. */
        YIELD,
        /** It leads into a lane of its own. */
        FREE
    }

    /** When a turn on red is allowed. */
    public enum OnRed {
        AFTER_STOP
    }

    public Place {
        minor = minor == null ? List.of() : List.copyOf(minor);
        legs = InOrder.map(legs);
        crossings = InOrder.map(crossings);
        bypass = InOrder.map(bypass);
        movements = InOrder.map(movements);
        setback = InOrder.map(setback);
        ring = InOrder.map(ring);
        rightOnRed = InOrder.map(rightOnRed);
        saturation = InOrder.map(saturation);
    }

    /** A place with nothing but a position and a control. */
    public static Place of(Point at, Control control) {
        return new Place(at, control, null, null, null, null, null, null, null, null, null, null, null, null);
    }

    /** The same with other wishes for its movements. */
    public Place withMovements(Map<String, MovementInput> others) {
        return with(at, others, saturation);
    }

    /** The same with other measured saturation flows. */
    public Place withSaturation(Map<String, Double> measured) {
        return with(at, movements, measured);
    }

    /** The same at another point. */
    public Place movedTo(Point point) {
        return with(point, movements, saturation);
    }

    private Place with(Point point, Map<String, MovementInput> wishes, Map<String, Double> measured) {
        return new Place(
                point,
                control,
                minor,
                legs,
                crossings,
                bypass,
                wishes,
                cornerRadius,
                setback,
                outerDiameter,
                lanes,
                ring,
                rightOnRed,
                measured);
    }
}
