package org.ulicarro.core.analysis.band;

/** What two bands are worth together. */
public enum Objective {
    /** The narrower of the two, then their sum. */
    LARGER_SMALLER("larger-smaller"),
    /** Both, by the volumes of their directions. */
    WEIGHTED("weighted"),
    /** Both alike. */
    SUM("sum");

    public final String word;

    Objective(String word) {
        this.word = word;
    }

    /**
     * A figure that is larger for what is better.
     *
     * @param share of the outbound volume in that of both directions
     */
    public double of(double out, double in, double share) {
        return switch (this) {
            case LARGER_SMALLER -> Math.min(out, in) + 1e-4 * (out + in);
            case WEIGHTED -> share * out + (1 - share) * in;
            case SUM -> out + in;
        };
    }
}
