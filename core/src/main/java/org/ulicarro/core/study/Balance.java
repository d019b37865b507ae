package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * What is done where the counts of neighbouring places do not agree.
 *
 * @param tolerance differences beyond this share are warned about
 * @param differences what becomes of them
 * @param trusted places whose counts the others are scaled to
 */
public record Balance(
        @Usual("10 %") @Unit(Dimension.SHARE) @About("Differences beyond this are warned about.")
        double tolerance,

        @Usual("kept")
        @About(
                "What becomes of them: kept lets each place's counts say how many enter and how they turn; scaled fits all to the trusted ones; absorbed lets driveways between them make up for it.")
        Differences differences,

        @About("Places whose counts the others are scaled to: [gate].")
        List<String> trusted) {

    public enum Differences {
        KEPT,
        SCALED,
        ABSORBED
    }

    public static final Balance USUAL = new Balance(0.1, Differences.KEPT, null);

    public Balance {
        differences = differences == null ? Differences.KEPT : differences;
        trusted = trusted == null ? List.of() : List.copyOf(trusted);
    }
}
