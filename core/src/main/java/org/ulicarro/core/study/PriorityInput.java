package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * Buses and trams that ask for green. Times in s.
 *
 * @param phases that they go with
 * @param in detector at which they are expected from
 * @param out detector behind the stop line at which they have gone; null where they ask for as long as {@code patience}
 * @param only types of vehicle that count; empty for buses and trams
 * @param travel from the first detector to where green is of use
 * @param extend a green of theirs lasts so much longer than it would, at most
 * @param early whether others end as soon as they may; null for yes
 * @param pause after one request, the next one is heard so long later
 * @param patience a request ends after so long
 */
public record PriorityInput(
        @Required @About("Phases that they go with: [2].") List<String> phases,

        @Required @About("Detector at which they are expected from.")
        String in,

        @About("Detector behind the stop line: they have gone.")
        String out,

        @About("Types of vehicle that count; bus and tram where none is written.")
        List<VehicleType> only,

        @Usual("0 s") @Unit(Dimension.TIME) @About("From the first detector to where green is of use.")
        double travel,

        @Usual("10 s") @Unit(Dimension.TIME) @About("A green of theirs lasts so much longer, at most.")
        double extend,

        @About("Whether greens of others end as soon as they may; true where none is written.")
        Boolean early,

        @Usual("60 s") @Unit(Dimension.TIME) @About("So long after one request, the next one is heard.")
        double pause,

        @Usual("60 s") @Unit(Dimension.TIME) @About("A request ends after so long.")
        double patience) {

    public PriorityInput {
        phases = phases == null ? List.of() : List.copyOf(phases);
        only = only == null || only.isEmpty() ? List.of(VehicleType.BUS, VehicleType.TRAM) : List.copyOf(only);
    }
}
