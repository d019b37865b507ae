package org.ulicarro.core.study.script;

import java.util.List;

/** A stage script. */
public record Script(List<Detector> detectors, List<Variable> variables, List<Stage> stages, List<Rules> rules) {

    /** A short name for a detector. */
    public record Detector(Named name, Named detector) {}

    public enum Kind {
        LIMIT,
        FLAG,
        COUNT,
        TIMER
    }

    /**
     * Something with a name and a value.
     *
     * @param value at first; null for a timer
     */
    public record Variable(Kind kind, Named name, Expr value) {}

    /**
     * A stage.
     *
     * @param shows groups with green
     * @param min seconds; null for none
     * @param max seconds; null for none
     */
    public record Stage(Named name, List<Named> shows, Expr.Value min, Expr.Value max) {}

    /**
     * Rules that hold in a stage, or always.
     *
     * @param during null for always
     */
    public record Rules(Named during, List<Rule> rules) {}
}
