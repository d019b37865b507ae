package org.ulicarro.core;

import java.io.*;
import java.util.*;
import org.ulicarro.core.run.*;
import org.ulicarro.core.traffic.*;
import org.ulicarro.core.signal.*;
import org.ulicarro.core.measure.*;
import org.ulicarro.core.analysis.*;

public class Scratch2 {
    public static void main(String[] a) throws Exception {
        Crossroads c = new Crossroads();
        c.bays = false; c.lanes = 1; c.arrows = List.of("T"); c.hours = 2; c.legLength = 600;
        c.count("EBT", 1400).count("WBT", 100).count("NBT", 100).count("SBT", 100);
        Model m = c.model();
        double[] head = new double[40]; int[] n = new int[40]; double[] first = {0, 0}; double[] yel = {0,0};
        for (int rep = 1; rep <= 3; rep++) {
            Replication r = new Replication(m, rep);
            int ebt = m.network().movement("market", "EBT").movement().index();
            int g = m.signals().groupOf(ebt);
            r.observe(new org.ulicarro.core.traffic.Observer() {
                double last; int pos = -1; double greenAt;
                int before = -1; int lastGreenTick=-1;
                public void afterStep(TrafficView v, TrafficEvents e) {
                    if (v.aspects().of(g) == Aspect.GREEN && v.aspects().since(g) != lastGreenTick) { if (pos>5 && last>greenAt+40) { yel[0] += last - (greenAt + 40); yel[1]++; } lastGreenTick = v.aspects().since(g); greenAt = lastGreenTick / 10.0; last = greenAt; pos = 0; }
                    for (int i = 0; i < e.lineCount(); i++) if (e.lineMovement(i) == ebt && v.now() > 8.3*3600 && pos >= 0 && pos < 40) {
                        double t = e.lineAt(i); if (v.aspects().of(g)==Aspect.GREEN || true) { head[pos] += t - last; n[pos]++; last = t; pos++; } }
                }
                public void afterRun(TrafficView v, TrafficEvents e) {}
                public void save(DataOutput o) {} public void restore(DataInput o) {}
            });
            r.result();
        }
        double s = 0; int k = 0; double lost = 0;
        for (int i = 0; i < 20; i++) if (n[i] > 0) System.out.printf("%d: %.2f (%d)%n", i + 1, head[i] / n[i], n[i]);
        for (int i = 4; i < 16; i++) { s += head[i] / n[i]; k++; }
        double h = s / k; for (int i = 0; i < 4; i++) lost += head[i] / n[i] - h;
        System.out.printf("saturation %.0f veh/h, headway %.2f lost %.2f yellow used %.2f%n", 3600 / h, h, lost, yel[0]/yel[1]);
        // Webster
        double sat = 3600 / h, eff = 40 - lost + yel[0]/yel[1];
        for (double x : a.length > 0 ? new double[0] : new double[] {0.5, 0.7, 0.8, 0.9}) {
            Crossroads w = new Crossroads(); w.bays = false; w.lanes = 1; w.arrows = List.of("T"); w.hours = 4; w.legLength = 700;
            double q = x * sat * eff / 90;
            w.count("EBT", q).count("WBT", 100).count("NBT", 100).count("SBT", 100);
            var res = Experiment.run(w.model(), 8, 2, (p, y, z) -> {});
            double[] d = res.stream().mapToDouble(r -> r.rows().stream().filter(o -> o.name().equals("EBT") && o.toS() - o.fromS() > 1000).findFirst().get().controlDelayS()).toArray();
            Statistic st = Statistic.of(d);
            double cap = sat*eff/90;
            System.out.printf("x=%.1f q=%.0f sim %.1f [%.1f %.1f] webster %.1f hcm %.1f%n", x, q, st.mean(), st.lo(), st.hi(), SignalDelay.webster(90, eff / 90, x, q / 3600), SignalDelay.uniform(90, eff/90, x)+SignalDelay.incremental(x,cap,4));
        }
    }
}
