package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * Another program that controls signals, asked over a protocol in step with simulated time.
 *
 * @param detectors what it is told of
 * @param every how often it is asked (s of simulated time)
 * @param timeout how long an answer may take before the fallback takes over (s of real time)
 * @param fallback plan of the same controller that takes over when it does not answer
 */
public record ExternalInput(
        @About("Detectors that it is told of: [market-eb, market-nb].")
        List<String> detectors,

        @Usual("1 s") @Unit(Dimension.TIME) @About("How often it is asked, in simulated time.")
        double every,

        @Usual("5 s") @Unit(Dimension.TIME) @About("How long an answer may take, in real time.")
        double timeout,

        @Required
        @About("The plan of this controller that takes over for the rest of the run when no sound answer comes.")
        String fallback) {

    public ExternalInput {
        detectors = detectors == null ? List.of() : List.copyOf(detectors);
    }
}
