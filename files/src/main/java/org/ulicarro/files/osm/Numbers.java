package org.ulicarro.files.osm;

import java.math.BigDecimal;
import java.math.RoundingMode;

/** Numbers without zeros behind the point. */
final class Numbers {

    private Numbers() {}

    static String plain(double value) {
        BigDecimal rounded =
                BigDecimal.valueOf(value).setScale(2, RoundingMode.HALF_UP).stripTrailingZeros();
        return rounded.toPlainString();
    }
}
