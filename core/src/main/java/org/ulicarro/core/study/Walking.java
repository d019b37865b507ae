package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * How people walk.
 *
 * @param speed at which they cross (m/s)
 * @param compliance share of people who start at a signal only while it shows walk; the others also go in gaps
 * @param pressing share of people who press the button when they come to a signal
 * @param pressesLate how long the others wait until they press it, too (s)
 */
public record Walking(
        @Unit(Dimension.SPEED) @About("Speed at which people cross, 1.2 m/s ± 0.2 m/s.")
        Quantity speed,

        @Usual("95 %")
        @Unit(Dimension.SHARE)
        @About("Share of people who start at a signal only while it shows walk; the others also go in gaps.")
        Double compliance,

        @Usual("100 %")
        @Unit(Dimension.SHARE)
        @About("Share of people who press the button when they come to a signal.")
        Double pressing,

        @Usual("60 s") @Unit(Dimension.TIME) @About("How long the others wait for walk until they press it, too.")
        Double pressesLate) {

    static final Walking USUAL = new Walking(null, null, null, null);

    public Walking {
        speed = speed == null ? new Quantity(1.2, 0.2) : speed;
        compliance = compliance == null ? 0.95 : compliance;
        pressing = pressing == null ? 1 : pressing;
        pressesLate = pressesLate == null ? 60 : pressesLate;
    }
}
