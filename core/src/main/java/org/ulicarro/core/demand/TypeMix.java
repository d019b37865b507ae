package org.ulicarro.core.demand;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.VehicleKind;

/** Shares of types of vehicle. Immutable. */
final class TypeMix {

    private final Kinds all;
    private final VehicleKind[] kinds;
    private final double[] upTo; // cumulative share of each type, the last one 1

    /** Relative shares, at least one of them above 0. */
    TypeMix(Kinds all, Map<String, Double> mix) {
        this.all = all;
        List<Kinds.Part> parts = all.parts(mix);
        kinds = parts.stream().map(Kinds.Part::kind).toArray(VehicleKind[]::new);
        upTo = Flow.cumulative(parts.stream().mapToDouble(Kinds.Part::weight).toArray());
    }

    /** The mix that somebody wrote for a part of the demand, or this one of all. */
    TypeMix or(Map<String, Double> own) {
        return own.isEmpty() ? this : new TypeMix(all, own);
    }

    /** All vehicles of one type, or of those that stand under its name. */
    TypeMix only(String type) {
        return new TypeMix(all, Map.of(type, 1.0));
    }

    /** What a vehicle is, by its key. */
    VehicleKind draw(long key) {
        return at(Draws.uniform(key, 0));
    }

    /** The type at a place in (0, 1) of the shares laid end to end. */
    VehicleKind at(double u) {
        for (int i = 0; i < kinds.length; i++) {
            if (u < upTo[i]) {
                return kinds[i];
            }
        }
        return kinds[kinds.length - 1];
    }

    Kinds all() {
        return all;
    }

    /** Share of a type. */
    double share(VehicleKind kind) {
        double before = 0;
        double share = 0;
        for (int i = 0; i < kinds.length; i++) {
            share += kinds[i].equals(kind) ? upTo[i] - before : 0;
            before = upTo[i];
        }
        return share;
    }
}
