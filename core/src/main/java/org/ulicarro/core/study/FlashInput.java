package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * When signals flash instead of being controlled, and how.
 *
 * @param yellow phases or groups that flash yellow; all others flash red, and people have dark signals
 * @param times stretches of each day
 * @param faults stretches in which the controller fails: it flashes at once
 * @param red how long all show red before control begins again (s)
 */
public record FlashInput(
        @About("Phases or groups that flash yellow, [2, 6]; all others flash red: their drivers stop, and go in gaps.")
        List<String> yellow,

        @About("When it flashes each day: [22:00-06:00].") List<TimeSpan> times,

        @About("When the controller fails, and flashes at once: [16:40-16:50].")
        List<TimeSpan> faults,

        @Usual("6 s") @Unit(Dimension.TIME) @About("How long all show red before control begins again.")
        double red) {

    public FlashInput {
        yellow = yellow == null ? List.of() : List.copyOf(yellow);
        times = times == null ? List.of() : List.copyOf(times);
        faults = faults == null ? List.of() : List.copyOf(faults);
    }
}
