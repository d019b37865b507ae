package org.ulicarro.core;

import java.util.*;
import org.ulicarro.core.run.*;
import org.ulicarro.core.measure.*;
import org.ulicarro.core.analysis.*;

public class Scratch {
    public static void main(String[] a) throws Exception {
        for (double v : new double[] {300, 600, 750}) {
            Crossroads c = new Crossroads().volumes(v, v, v, v);
            c.bays = a.length == 0;
            Model m = c.model();
            long t = System.nanoTime();
            var results = Experiment.run(m, 4, 1, (r, s, o) -> {});
            double sec = (System.nanoTime() - t) / 1e9;
            long steps = results.stream().mapToLong(ReplicationResult::vehicleSteps).sum();
            System.out.printf("v=%.0f  %.2fs  %.1f M veh-steps/s  digest %s  wanted %d unserved %d most %d%n", v, sec, steps / sec / 1e6,
                Digest.of(results).substring(0, 8), results.get(0).wanted(), results.get(0).unservedAtEnd(), results.get(0).mostOnRoad());
            for (MovementRow r : results.get(0).rows()) if (r.toS() - r.fromS() > 1000)
                System.out.printf("%-7s n=%.0f dem=%.0f unf=%.0f ctl=%.1f ent=%.1f geo=%.1f stp=%.1f stops=%.2f q=%.1f qm=%.1f%n", r.name(), r.vehicles(), r.demand(), r.unfinished(), r.controlDelayS(), r.entryDelayS(), r.geometricDelayS(), r.stoppedDelayS(), r.stops(), r.queueMeanM(), r.queueMaxM());
        }
    }
}
