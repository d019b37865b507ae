package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * How drivers choose their way. Everything counts in seconds of travel time.
 *
 * @param distance what length counts (s/m)
 * @param toll what a unit of money counts (s)
 * @param spread scale of what drivers judge differently, as a share of the fastest time between the ends; 0 where all take the best way
 * @param avoid what driving on a road counts beside its time (s), by road
 * @param types types of vehicle that choose otherwise
 * @param slice how long shares hold (s)
 * @param paths the most ways that are known between two ends
 * @param until when choice has settled
 */
public record ChoiceInput(
        @Usual("0 s/m") @Unit(Dimension.TIME_PER_LENGTH) @About("What length counts beside time.")
        double distance,

        @Usual("6 min") @Unit(Dimension.TIME) @About("What a unit of money counts, as tolls have it.")
        double toll,

        @Usual("5 %")
        @Unit(Dimension.SHARE)
        @About(
                "How far drivers differ in what they think of a way: scale of a logit model, as a share of the fastest time between the ends. With 0 % all take the best.")
        double spread,

        @Unit(Dimension.TIME)
        @About("Roads that drivers avoid, and what driving there counts beside its time: {church-lane: 90 s}.")
        Map<String, Double> avoid,

        @About("Types of vehicle that choose otherwise: {truck: {distance: 0.2 s/m}}.")
        Map<VehicleType, TasteInput> types,

        @Usual("15 min") @Unit(Dimension.TIME) @About("How long shares hold: 5 min to an hour.")
        double slice,

        @Usual("8") @About("The most ways that are known between two ends.")
        int paths,

        @About("When choice has settled.") SettledInput until) {

    /** Of a study that says nothing. */
    public static final ChoiceInput USUAL = new ChoiceInput(0, 360, 0.05, Map.of(), Map.of(), 900, 8, null);

    public ChoiceInput {
        avoid = InOrder.map(avoid);
        types = InOrder.map(types);
        until = until == null ? SettledInput.USUAL : until;
    }

    /**
     * What one type of vehicle has otherwise; null where it is like all.
     *
     * @param distance as above (s/m)
     * @param toll as above (s)
     * @param spread as above
     * @param avoid roads beside those of all
     */
    public record TasteInput(
            @Unit(Dimension.TIME_PER_LENGTH) @About("What length counts beside time.")
            Double distance,

            @Unit(Dimension.TIME) @About("What a unit of money counts.")
            Double toll,

            @Unit(Dimension.SHARE) @About("How far its drivers differ.")
            Double spread,

            @Unit(Dimension.TIME) @About("Roads that it avoids, beside those that all do: {church-lane: 300 s}.")
            Map<String, Double> avoid) {

        /** All as it is for everybody. */
        public static final TasteInput LIKE_ALL = new TasteInput(null, null, null, null);

        public TasteInput {
            avoid = InOrder.map(avoid);
        }
    }
}
