package org.ulicarro.core.signal;

import java.util.List;

/**
 * Another program that controls signals. It is asked in step with simulated time: the simulation waits for each answer, so that the
 * speed of neither changes what happens.
 */
@FunctionalInterface
public interface ExternalProgram {

    /** Nobody is there: the fallback of each place runs from the start. */
    ExternalProgram NOBODY = place -> sight -> Answer.failed("no external program is connected");

    /** Begins to ask for one place. */
    Line open(Place place);

    /** Asks for one place. */
    @FunctionalInterface
    interface Line {

        /** What is to be shown. Waits for the answer, but not longer than the place's time-out. */
        Answer ask(Sight sight);

        /** No sound answer came, or one that could not be followed; the fallback runs from now on, and nothing is asked any more. */
        default void fellBack(int tick, String why) {}

        /** The replication is over. */
        default void close() {}
    }

    /**
     * A place with external control.
     *
     * @param place its id
     * @param groups its signal groups
     * @param detectors ids of those that are told
     * @param everySeconds of simulated time between two questions
     * @param timeoutSeconds of real time that an answer may take
     * @param fallback the plan that runs when no sound answer comes
     */
    record Place(
            String place,
            List<Group> groups,
            List<String> detectors,
            double everySeconds,
            double timeoutSeconds,
            String fallback) {}

    /**
     * A signal group.
     *
     * @param id its id at the place
     * @param people whether it lets people go
     * @param leastSeconds shortest green or walk, which is kept whatever is asked for
     * @param neverWith groups that may never have green with it
     */
    record Group(String id, boolean people, double leastSeconds, List<String> neverWith) {}

    /**
     * What is seen at one moment.
     *
     * @param number of the question, from 1
     * @param tick tick of the day
     * @param occupied detector -> whether somebody is on it
     * @param vehicles detector -> how many came since the last question
     * @param share detector -> share of the time since then in which somebody was on it
     * @param shows group -> what it shows
     * @param shownSeconds group -> for how long
     * @param asked group -> whether people wait for it
     */
    record Sight(
            int number,
            int tick,
            boolean[] occupied,
            int[] vehicles,
            double[] share,
            Aspect[] shows,
            double[] shownSeconds,
            boolean[] asked) {}

    /**
     * An answer.
     *
     * @param green group -> whether it is to have green; null where there is no answer
     * @param failure why there is none; null where there is one
     */
    record Answer(boolean[] green, String failure) {

        public static Answer of(boolean[] green) {
            return new Answer(green, null);
        }

        public static Answer failed(String why) {
            return new Answer(null, why);
        }
    }
}
