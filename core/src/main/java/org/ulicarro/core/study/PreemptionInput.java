package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * What takes the place of all phases while a detector is occupied. Times in s.
 *
 * @param detector that starts it, and keeps it on
 * @param only types of vehicle that count; empty for all
 * @param rank one with a smaller rank breaks off one with a greater
 * @param delay the detector must be occupied for so long
 * @param mostPresence after so long the detector counts as failed; null for never
 * @param enterGreen shortest green of what ends for it; null for its own
 * @param enterWalk shortest walk of people beside that
 * @param enterClear how long these have to finish; null for in full
 * @param first phases with green first, to clear what stands in the way
 * @param firstFor for so long
 * @param phases with green while it lasts
 * @param turns whether these take turns, by who calls
 * @param least how long that lasts at least
 * @param exit phases with green first afterwards
 */
public record PreemptionInput(
        @Required @About("The detector that starts it, and keeps it on.")
        String detector,

        @About("Types of vehicle that count; all where none is written.")
        List<VehicleType> only,

        @Usual("1") @About("One with a smaller rank breaks off one with a greater: a train before an engine.")
        int rank,

        @Usual("0 s") @Unit(Dimension.TIME) @About("The detector must be occupied for so long.")
        double delay,

        @Unit(Dimension.TIME)
        @About("After so long the detector counts as failed, until it is free again; never where none is written.")
        Double mostPresence,

        @Unit(Dimension.TIME) @About("Shortest green of what ends for it, where its own is longer.")
        Double enterGreen,

        @Usual("0 s") @Unit(Dimension.TIME) @About("Shortest walk of people beside that, where their own is longer.")
        double enterWalk,

        @Unit(Dimension.TIME)
        @About(
                "How long people have to finish when it comes, where their own time is longer; in full where none is written.")
        Double enterClear,

        @About("Phases with green first, to clear what stands in the way: [4].")
        List<String> first,

        @Usual("10 s") @Unit(Dimension.TIME) @About("For so long.")
        double firstFor,

        @Required @About("Phases with green while it lasts: [2, 5].")
        List<String> phases,

        @About("Whether these take turns, by who calls; else they have green together.")
        boolean turns,

        @Usual("10 s") @Unit(Dimension.TIME) @About("How long that lasts at least.")
        double least,

        @About("Phases with green first afterwards: [4, 8].")
        List<String> exit) {

    public PreemptionInput {
        only = only == null ? List.of() : List.copyOf(only);
        first = first == null ? List.of() : List.copyOf(first);
        phases = phases == null ? List.of() : List.copyOf(phases);
        exit = exit == null ? List.of() : List.copyOf(exit);
    }
}
