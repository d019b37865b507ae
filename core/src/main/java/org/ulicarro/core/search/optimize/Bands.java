package org.ulicarro.core.search.optimize;

import java.util.Optional;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.NoCorridor;
import org.ulicarro.core.analysis.band.Objective;
import org.ulicarro.core.analysis.band.OffsetSearch;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.run.Model;

/** Offsets with the widest bands along a corridor, as a plan to begin with. */
final class Bands {

    private final PlanSpace space;
    private final String corridor;
    private final Volumes volumes;

    Bands(PlanSpace space, String corridor, Volumes volumes) {
        this.space = space;
        this.corridor = corridor;
        this.volumes = volumes;
    }

    /** The plan with offsets of the best bands, by the volumes of both directions; empty where there are none. */
    Optional<SignalTimes> of(SignalTimes plan) {
        Optional<Model> model = space.model(plan);
        if (model.isEmpty()) {
            return Optional.empty();
        }
        try {
            Model under = model.get();
            CorridorReader reader = new CorridorReader(
                    under.study(), under.network(), under.signals(), under.periodId(), corridor, Double.NaN, null);
            Corridor best = OffsetSearch.bothWays(reader.corridor(), Objective.WEIGHTED, outbound(reader));
            SignalTimes found = plan;
            for (Corridor.Stop stop : best.stops()) {
                int s = space.places().indexOf(stop.place());
                if (s >= 0 && !space.signals().get(s).offsetStays()) {
                    Setting setting = plan.settings().get(s);
                    found = found.with(s, space.withWrittenOffset(s, setting, StrictMath.rint(stop.offset())));
                }
            }
            return Optional.of(found);
        } catch (NoCorridor e) {
            return Optional.empty(); // a signal on it that has no cycle in common: the other beginnings have to do
        }
    }

    private double outbound(CorridorReader reader) {
        double out = 0;
        double in = 0;
        for (Corridor.Stop stop : reader.corridor().stops()) {
            out += volumes.movement(reader.through(stop.place(), true).index());
            in += volumes.movement(reader.through(stop.place(), false).index());
        }
        return out + in == 0 ? 0.5 : out / (out + in);
    }
}
