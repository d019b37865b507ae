package org.ulicarro.core.signal.stage;

import java.util.List;

/**
 * A stage script, compiled: no text is left of it but the names of stages and rules.
 *
 * @param stages in the order of the script; the first one begins
 * @param always rules that hold in each stage
 * @param initial values of variables
 * @param timers which of them are timers, counted up
 * @param detectors number on the board of each detector that the script asks
 * @param groupsOf groups, as places in the controller's list, that answer the call of each of them
 * @param peopleGroups groups of people that it asks about, as places in the list
 */
record StageProgram(
        List<Stage> stages,
        List<Rule> always,
        double[] initial,
        boolean[] timers,
        int[] detectors,
        int[][] groupsOf,
        int[] peopleGroups) {

    /** Something with a value: seconds, a number, or 1 for on and 0 for off. */
    @FunctionalInterface
    interface Term {
        double of(StageController now);
    }

    /**
     * A stage. Times in ticks.
     *
     * @param shows whether each group of the controller has green
     * @param max 0 for none
     */
    record Stage(
            String id, boolean[] shows, int min, int max, List<Rule> rules, List<Set> entering, List<Set> leaving) {}

    /** A variable gets a value; a timer without one starts anew. */
    record Set(int variable, Term value) {}

    /**
     * A rule.
     *
     * @param line of the script
     * @param ways stages to go to, and when; the first that applies
     * @param text of the condition
     * @param parts what the condition asks
     * @param alternatives of the condition, of which one is enough
     */
    record Rule(
            int line,
            Term condition,
            List<Set> sets,
            List<Way> ways,
            String text,
            List<Part> parts,
            List<Part> alternatives) {}

    /** Something that a condition asks, to tell why it did or did not hold. */
    record Part(String text, StageTerms.Type type, Term term) {}

    /**
     * A stage to go to.
     *
     * @param when null for in any case
     */
    record Way(int stage, Term when) {}
}
