package org.ulicarro.core.demand;

import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.study.VehicleType;

/** Shares of vehicle types. Immutable. */
final class TypeMix {

    private final VehicleType[] types;
    private final double[] upTo; // cumulative share of each type, the last one 1

    /** Relative shares, at least one of them above 0. */
    TypeMix(Map<VehicleType, Double> mix) {
        types = mix.keySet().toArray(new VehicleType[0]);
        upTo = new double[types.length];
        double total = mix.values().stream().mapToDouble(Double::doubleValue).sum();
        double sum = 0;
        for (int i = 0; i < types.length; i++) {
            sum += mix.get(types[i]);
            upTo[i] = sum / total;
        }
    }

    /** The mix that somebody wrote for a part of the demand, or that of all. */
    TypeMix or(Map<VehicleType, Double> own) {
        return own.isEmpty() ? this : new TypeMix(own);
    }

    /** What a vehicle is, by its key. */
    VehicleType draw(long key) {
        return at(Draws.uniform(key, 0));
    }

    /** The type at a place in (0, 1) of the shares laid end to end. */
    VehicleType at(double u) {
        for (int i = 0; i < types.length; i++) {
            if (u < upTo[i]) {
                return types[i];
            }
        }
        return types[types.length - 1];
    }

    /** Share of a type. */
    double share(VehicleType type) {
        double before = 0;
        for (int i = 0; i < types.length; i++) {
            if (types[i] == type) {
                return upTo[i] - before;
            }
            before = upTo[i];
        }
        return 0;
    }
}
