package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Quantity;

/**
 * How people walk.
 *
 * @param speed at which they cross (m/s)
 * @param compliance share of people who start at a signal only while it shows walk; the others also go in gaps
 */
public record Walking(
        @Unit(Dimension.SPEED) @About("Speed at which people cross, 1.2 m/s ± 0.2 m/s.")
        Quantity speed,

        @Usual("95 %")
        @Unit(Dimension.SHARE)
        @About("Share of people who start at a signal only while it shows walk; the others also go in gaps.")
        Double compliance) {

    static final Walking USUAL = new Walking(null, null);

    public Walking {
        speed = speed == null ? new Quantity(1.2, 0.2) : speed;
        compliance = compliance == null ? 0.95 : compliance;
    }
}
