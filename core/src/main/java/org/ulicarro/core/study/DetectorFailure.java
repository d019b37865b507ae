package org.ulicarro.core.study;

/**
 * A detector that always reports the same for a time, whatever is on it.
 *
 * @param detector its id
 * @param stuck what it reports
 * @param from time of day (s), or null for from the start
 * @param to time of day (s), or null for to the end
 */
public record DetectorFailure(
        @Required @About("The detector, as 'show devices' lists it.")
        String detector,

        @Required @About("What it reports: occupied or empty.")
        Reports stuck,

        @DayTime @About("From when; all day where none is written.")
        Double from,

        @DayTime @About("Until when.") Double to) {

    public enum Reports {
        OCCUPIED,
        EMPTY
    }
}
