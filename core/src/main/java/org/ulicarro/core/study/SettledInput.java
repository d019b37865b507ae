package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * When choice of ways has settled: what may change from one iteration to the next, and how much drivers may still have to gain.
 *
 * @param pathTime of ways, each slice; null where it does not matter
 * @param linkTime of roads, each slice; likewise
 * @param linkVolume of roads, each slice; likewise
 * @param gap time that all drivers together could still save, as a share of what they need; null where it does not matter
 * @param inARow so many iterations one after the other
 */
public record SettledInput(
        @Key("path-time") @About("Times of ways from one iteration to the next: {within: 10 %, on: 95 %}.")
        TimeLimit pathTime,

        @Key("link-time") @About("Times of roads from one iteration to the next.")
        TimeLimit linkTime,

        @Key("link-volume") @About("Vehicles on roads, each slice: {within: 5, on: 95 %}.")
        VolumeLimit linkVolume,

        @Unit(Dimension.SHARE) @About("What all drivers together could still save: 2 %.")
        Double gap,

        @Key("in-a-row") @Usual("3") @About("So many iterations one after the other.")
        int inARow) {

    /** Of a study that says nothing. */
    public static final SettledInput USUAL =
            new SettledInput(new TimeLimit(0.1, 0.95), null, new VolumeLimit(5, 0.95), 0.02, 3);

    /**
     * How much times may change.
     *
     * @param within as a share
     * @param on of so many, as a share
     */
    public record TimeLimit(
            @Required @Unit(Dimension.SHARE) @About("By how much they may change: 10 %.")
            double within,

            @Required @Unit(Dimension.SHARE) @About("On how many of them: 95 %.")
            double on) {}

    /**
     * How much volumes may change.
     *
     * @param within vehicles in a slice
     * @param on of so many, as a share
     */
    public record VolumeLimit(
            @Required @About("By how many vehicles in a slice: 5.")
            double within,

            @Required @Unit(Dimension.SHARE) @About("On how many of them: 95 %.")
            double on) {}
}
