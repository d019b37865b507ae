package org.ulicarro.core.measure;

import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * One lane over all replications: their saturated headways together, since few lanes have enough of them in one.
 *
 * @param headways all of them
 * @param saturationPcuh by them; NaN below {@link LaneMeasure#ENOUGH} (pcu/h)
 * @param vc degree of saturation, of a capacity that is no less than what was served; NaN where the saturation flow is not known
 */
public record LanePool(int headways, double saturationPcuh, double vc) {

    /** From so many headways on, their mean is a saturation flow. */
    public static final int ENOUGH = LaneMeasure.ENOUGH;

    /** The same lane in each replication. */
    public static LanePool of(List<LaneRow> rows) {
        int headways = rows.stream().mapToInt(LaneRow::headways).sum();
        double seconds = rows.stream().mapToDouble(LaneRow::headwaysS).sum();
        double units = rows.stream().mapToDouble(LaneRow::headwaysPcu).sum();
        double saturation = headways < LaneMeasure.ENOUGH ? Double.NaN : units / seconds * 3600;
        double capacity = saturation * mean(rows, LaneRow::effectiveGreenS) / mean(rows, LaneRow::cycleS);
        double vc = mean(rows, LaneRow::demandPcuh) / Math.max(capacity, mean(rows, LaneRow::servedPcuh));
        return new LanePool(headways, saturation, vc);
    }

    private static double mean(List<LaneRow> rows, ToDoubleFunction<LaneRow> figure) {
        return rows.stream()
                .mapToDouble(figure)
                .filter(value -> !Double.isNaN(value))
                .average()
                .orElse(Double.NaN);
    }
}
