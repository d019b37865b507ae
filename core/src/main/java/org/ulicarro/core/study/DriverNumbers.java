package org.ulicarro.core.study;

import java.lang.reflect.RecordComponent;
import java.util.List;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Quantity;

/**
 * Numbers of drivers, and of people who cross their way, that hold on all roads: one table, each with its meaning, unit, usual value and, where
 * it is not chosen to meet the field values of docs/fidelity.md, its source. {@code docs/drivers.md} is made from it. SI units.
 */
public record DriverNumbers(
        @Source(
                "J. A. Laval, L. Leclercq, Microscopic modeling of the relaxation phenomenon using a macroscopic lane-changing model, Transportation Research B 42, 2008")
        @Usual("20 s")
        @Unit(Dimension.TIME)
        @About("Time over which a gap that somebody cut short by a change of lanes grows again, from none of it.")
        double easesOver,

        @Source(
                "R. Akçelik, M. Besley, R. Roper, Fundamental relationships for traffic flows at signalised intersections, ARRB Research Report 340, 1999: headways of a queue stay while its speed goes on rising")
        @Usual("50 %")
        @Unit(Dimension.SHARE)
        @About(
                "On streets: by how much time gaps are larger at 60 km/h than up to 30 km/h; they grow evenly with speed.")
        double gapGrowth,

        @Source(
                "M. Treiber, D. Helbing, Memory effects in microscopic traffic models and wide scattering in flow-density data, Physical Review E 68, 2003")
        @Usual("50 %")
        @Unit(Dimension.SHARE)
        @About("On motorways: by how much time gaps are larger after a while in dense traffic.")
        double weary,

        @Source(
                "M. Treiber, D. Helbing, Memory effects in microscopic traffic models and wide scattering in flow-density data, Physical Review E 68, 2003")
        @Usual("60 s")
        @Unit(Dimension.TIME)
        @About("How fast drivers come to that.")
        double weariesOver,

        @Source(
                "M. Treiber, D. Helbing, Memory effects in microscopic traffic models and wide scattering in flow-density data, Physical Review E 68, 2003")
        @Usual("240 s")
        @Unit(Dimension.TIME)
        @About("How fast they recover from it.")
        double recoversOver,

        @Usual("1.8 m/s2")
        @Unit(Dimension.ACCELERATION)
        @About("Comfortable deceleration ahead of a curve or a lower limit.")
        double curveDeceleration,

        @Usual("50 %")
        @Unit(Dimension.SHARE)
        @About("How much drivers differ in curves, of how much they do on the straight.")
        double curveSpread,

        @Usual("80 %")
        @Unit(Dimension.SHARE)
        @About("Share of gravity that drivers do not make up for by pressing harder when they speed up on a grade.")
        double uphillLoss,

        @Usual("40 %")
        @Unit(Dimension.SHARE)
        @About(
                "Share of its usual gap to the one that goes, which a driver keeps who moves up to a line where it has to stop anyway.")
        double closesUp,

        @Usual("12 m")
        @Unit(Dimension.LENGTH)
        @About("Nearer than this to a line where one waits for gaps, drivers watch for them.")
        double watchesWithin,

        @Usual("150 m")
        @Unit(Dimension.LENGTH)
        @About("From this far before its line a time gap of a movement holds, about as far as its queue speeds up.")
        double ownGapWithin,

        @Usual("10 %") @Unit(Dimension.SHARE) @About("How much drivers differ in the spacing at which they stand.")
        double spacingSpread,

        @Usual("1 m") @Unit(Dimension.LENGTH) @About("Distance to a stop line at which drivers come to rest.")
        double beforeLine,

        @Usual("4 m") @Unit(Dimension.LENGTH) @About("Distance to a closed stretch at which drivers come to rest.")
        double beforeClosure,

        @Usual("0.8 m") @Unit(Dimension.LENGTH) @About("Distance to a gate at which drivers come to rest.")
        double beforeGate,

        @Usual("0.7 m")
        @Unit(Dimension.LENGTH)
        @About("Distance to a crossing with people at which drivers come to rest.")
        double beforeCrossing,

        @Source("C. V. Zegeer, R. C. Deen, Green-extension systems at high-speed intersections, ITE Journal 48, 1978")
        @Usual("3.1 m/s2 ± 1.3 m/s2")
        @Unit(Dimension.ACCELERATION)
        @About("Deceleration up to which drivers stop at yellow.")
        Quantity yellowDeceleration,

        @Source("C. V. Zegeer, R. C. Deen, Green-extension systems at high-speed intersections, ITE Journal 48, 1978")
        @Usual("1 s")
        @Unit(Dimension.TIME)
        @About("Time a driver needs to see yellow and to act on it.")
        double yellowReaction,

        @Source(
                "Highway Capacity Manual 2000, chapter 16: queues use 2 s of yellow on average, so the last one half a headway more")
        @Usual("2.9 s")
        @Unit(Dimension.TIME)
        @About(
                "Who still picks up speed from a queue and is over its line so soon after green has ended does not stop.")
        double usesYellowFor,

        @Usual("0.3 s")
        @Unit(Dimension.TIME)
        @About("Who could only pass this long after yellow has ended tries harder to stop.")
        double lateAtMost,

        @Usual("4.5 m/s2") @Unit(Dimension.ACCELERATION) @About("How hard drivers brake then.")
        double lateDeceleration,

        @Usual("3 s") @Unit(Dimension.TIME) @About("How long moving over takes.")
        double changeDuration,

        @Source(
                "Z. Zheng, S. Ahn, D. Chen, J. Laval, The effects of lane-changing on the immediate follower: anticipation, relaxation, and change in driver characteristics, Transportation Research C 26, 2013")
        @Usual("25 %")
        @Unit(Dimension.SHARE)
        @About("Share of the usual time gap that drivers keep to somebody who is moving out of their lane.")
        double leavingGap,

        @Source("R. M. Michaels, J. Fazio, Driver behavior model of merging, Transportation Research Record 1213, 1989")
        @Usual("2 s")
        @Unit(Dimension.TIME)
        @About(
                "On motorways: how long drivers who have just come into a lane look for a gap before they move over towards the middle.")
        double searchTime,

        @Usual("45 m") @Unit(Dimension.LENGTH) @About("Drivers see somebody who needs room this far ahead.")
        double seesNeed,

        @Usual("5 s") @Unit(Dimension.TIME) @About("Who has let one in lets nobody else in for this long.")
        double letsInEvery,

        @Usual("12 m")
        @Unit(Dimension.LENGTH)
        @About("Who stands nearer than this to the end of a lane waits there for room.")
        double waitsWithin,

        @Usual("300 m") @Unit(Dimension.LENGTH) @About("Closed lanes are announced or seen this far ahead.")
        double seesClosure,

        @Usual("8 s") @Unit(Dimension.TIME) @About("Nobody changes lanes for gain again before this.")
        double calmFor,

        @Usual("0.2 m/s2") @Unit(Dimension.ACCELERATION) @About("Least gain that is worth a change of lanes.")
        double worthwhile,

        @Usual("0.3 m/s2")
        @Unit(Dimension.ACCELERATION)
        @About("What speaks for the lane next to the kerb where drivers keep to it.")
        double keepOuterBias,

        @Usual("8 s")
        @Unit(Dimension.TIME)
        @About("Drivers who keep to the outer lane do so when they can follow their wish there this long.")
        double freeFor,

        @Usual("1 m/s2")
        @Unit(Dimension.ACCELERATION)
        @About("Acceleration that a lane costs for each change more on the short links after it.")
        double laterChange,

        @Usual("96 %") @Unit(Dimension.SHARE) @About("Gain is sought below this share of the desired speed.")
        double hinderedBelow,

        @Usual("400 m")
        @Unit(Dimension.LENGTH)
        @About("Over links shorter than this drivers think of the movement after the next.")
        double thinksAhead,

        @Source(
                "W. Brilon, R. Koenig, R. J. Troutbeck, Useful estimation procedures for critical gaps, Transportation Research A 33, 1999")
        @Usual("15 %")
        @Unit(Dimension.SHARE)
        @About(
                "How much critical gaps and follow-up times differ between drivers; that of critical gaps in the field is 10 to 30 %.")
        double cautionSpread,

        @Source("A. Polus, S. Lazar, M. Livneh, Journal of Transportation Engineering 129, 2003")
        @Usual("20 s")
        @Unit(Dimension.TIME)
        @About("From this wait on drivers take shorter gaps; the default headways hold for those who wait little.")
        double patientFor,

        @Source("A. Polus, S. Lazar, M. Livneh, Journal of Transportation Engineering 129, 2003")
        @Usual("60 s")
        @Unit(Dimension.TIME)
        @About("Time over which their critical gap falls to its least.")
        double losesPatienceOver,

        @Source("A. Polus, S. Lazar, M. Livneh, Journal of Transportation Engineering 129, 2003")
        @Usual("20 %")
        @Unit(Dimension.SHARE)
        @About("How much of it they give up in the end.")
        double givesUp,

        @Usual("3 m")
        @Unit(Dimension.LENGTH)
        @About("Who stands further from the line of a stop sign has not stopped at it yet.")
        double stopsWithin,

        @Usual("0.1 s")
        @Unit(Dimension.TIME)
        @About("A gap must leave at least this much after the own rear has cleared.")
        double spare,

        @Usual("0.6 s") @Unit(Dimension.TIME) @About("The same before somebody who will follow in the same lane.")
        double spareMerging,

        @Usual("0.8 s")
        @Unit(Dimension.TIME)
        @About("Longer ago than this, the last vehicle of a stream no longer counts as the front of a gap.")
        double seenFor,

        @Usual("60 m")
        @Unit(Dimension.LENGTH)
        @About("Streams are looked at this far back from where they begin, over the lanes before it.")
        double looksBack,

        @Usual("1 s")
        @Unit(Dimension.TIME)
        @About(
                "At a signal, who turns in gaps counts on drivers behind an oncoming vehicle that turns off to hold back this long.")
        double holdsBack,

        @Usual("4 m/s2")
        @Unit(Dimension.ACCELERATION)
        @About(
                "Where somebody has taken a gap in front of them, drivers with priority brake only when this much is needed.")
        double yieldToCommitted,

        @Usual("1.5 s") @Unit(Dimension.TIME) @About("Drivers leave this much before somebody steps into their way.")
        double beforeWalker,

        @Usual("0.8 s") @Unit(Dimension.TIME) @About("And this much after it has left.")
        double afterWalker,

        @Usual("150 m")
        @Unit(Dimension.LENGTH)
        @About("Vehicles further away than this are none of a walker's business.")
        double walkerSees,

        @Usual("3 m/s2")
        @Unit(Dimension.ACCELERATION)
        @About("Nobody steps before a vehicle that would have to brake harder than this.")
        double walkerTrusts,

        @Usual("0.5 s") @Unit(Dimension.TIME) @About("Time that people grant a driver to react.")
        double walkerReaction,

        @Usual("1 s")
        @Unit(Dimension.TIME)
        @About("Who has no priority wants this much time beyond what the way takes.")
        double walkerMargin,

        @Source(
                "Highway Capacity Manual, 7th edition, chapter 20: start-up and clearance take 3 s, of which the margin has 1 s")
        @Usual("2 s")
        @Unit(Dimension.TIME)
        @About("Where drivers do not give way, who sets off wants the whole way free for this much longer.")
        double walkerSetsOff,

        @Usual("3 s") @Unit(Dimension.TIME) @About("So far ahead people look before they set off.")
        double walkerLooksAhead) {

    /** The most by which one may differ from its usual value, up or down, as a factor: beyond that a unit or a digit is wrong. */
    private static final double MOST = 10;

    /** What is not written otherwise. */
    public static final DriverNumbers USUAL = usual();

    private static DriverNumbers usual() {
        RecordComponent[] components = DriverNumbers.class.getRecordComponents();
        Object[] values = new Object[components.length];
        Class<?>[] types = new Class<?>[components.length];
        for (int i = 0; i < components.length; i++) {
            types[i] = components[i].getType();
            Quantity usual = usual(components[i]);
            values[i] = types[i] == double.class ? (Object) usual.mean() : usual;
        }
        try {
            return DriverNumbers.class.getDeclaredConstructor(types).newInstance(values);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("records of a study are public", e);
        }
    }

    private static Quantity usual(RecordComponent component) {
        try {
            return Quantity.parse(
                    component.getAccessor().getAnnotation(Usual.class).value(),
                    component.getAccessor().getAnnotation(Unit.class).value());
        } catch (Quantity.Unreadable e) {
            throw new IllegalStateException("a usual value must be one", e);
        }
    }

    /** What nobody would drive by. */
    void check(String pointer, List<Fault> faults) {
        for (RecordComponent component : getClass().getRecordComponents()) {
            double usual = usual(component).mean();
            double value = mean(component);
            if (!(value >= usual / MOST && value <= usual * MOST)) {
                String written =
                        component.getAccessor().getAnnotation(Usual.class).value();
                faults.add(StudyFault.NUMBER_OUT_OF_BOUNDS.at(pointer + "/" + Written.key(component), written));
            }
        }
    }

    private double mean(RecordComponent component) {
        try {
            Object value = component.getAccessor().invoke(this);
            return value instanceof Quantity quantity ? quantity.mean() : (Double) value;
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("records of a study are public", e);
        }
    }
}
