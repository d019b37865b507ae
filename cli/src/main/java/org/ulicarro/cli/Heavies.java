package org.ulicarro.cli;

import java.util.Set;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleType;

/** How many of a study's vehicles are heavy. */
final class Heavies {

    private static final Set<VehicleType> HEAVY =
            Set.of(VehicleType.TRUCK, VehicleType.ARTICULATED, VehicleType.BUS, VehicleType.TRAM);

    private Heavies() {}

    /** The share of trucks and buses in the mix, 0 to 1. */
    static double share(Study study) {
        double heavy = 0;
        double all = 0;
        for (Kinds.Part part : Kinds.of(study).parts(study.demand().mix())) {
            heavy += HEAVY.contains(part.kind().base()) ? part.weight() : 0;
            all += part.weight();
        }
        return all > 0 ? heavy / all : 0;
    }
}
