package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * What takes the place of all phases while a detector is occupied. Times in s.
 *
 * @param detector that starts it, and keeps it on
 * @param only types of vehicle that count; empty for all
 * @param first phases with green first, to clear what stands in the way
 * @param firstFor for so long
 * @param phases with green while it lasts
 * @param least how long they have it at least
 */
public record PreemptionInput(
        @Required @About("The detector that starts it, and keeps it on.")
        String detector,

        @About("Types of vehicle that count; all where none is written.")
        List<VehicleType> only,

        @About("Phases with green first, to clear what stands in the way: [4].")
        List<String> first,

        @Usual("10 s") @Unit(Dimension.TIME) @About("For so long.")
        double firstFor,

        @Required @About("Phases with green while it lasts: [2, 5].")
        List<String> phases,

        @Usual("10 s") @Unit(Dimension.TIME) @About("How long they have it at least.")
        double least) {

    public PreemptionInput {
        only = only == null ? List.of() : List.copyOf(only);
        first = first == null ? List.of() : List.copyOf(first);
        phases = phases == null ? List.of() : List.copyOf(phases);
    }
}
