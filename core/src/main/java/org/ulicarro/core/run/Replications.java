package org.ulicarro.core.run;

import java.util.List;
import java.util.stream.IntStream;

/**
 * Which replications: those from a number on.
 *
 * @param first number of the first one, from 1
 * @param count how many
 */
public record Replications(int first, int count) {

    /** The first ones. */
    public static Replications of(int count) {
        return new Replications(1, count);
    }

    /** Their numbers. */
    public List<Integer> numbers() {
        return IntStream.range(first, first + count).boxed().toList();
    }
}
