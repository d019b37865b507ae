package org.ulicarro.core.signal;

import java.util.List;

/**
 * What a script saw and decided at a moment.
 *
 * @param stage that it shows, or goes to
 * @param going whether its greens have not all begun
 * @param lasted how long it has (s)
 * @param rules that were asked, in their order
 */
public record StageAccount(String stage, boolean going, double lasted, List<Asked> rules) {

    /**
     * A rule.
     *
     * @param line of the script
     * @param condition as it is written
     * @param holds whether it did
     * @param leads stages that it may go to; empty for none
     * @param terms what it asks, with the values: {@code gap(north) = 2.4 s}
     */
    public record Asked(int line, String condition, boolean holds, String leads, List<String> terms) {}
}
