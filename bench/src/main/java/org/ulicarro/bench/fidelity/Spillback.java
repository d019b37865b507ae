package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.ReplicationResult;

/** A left bay that is too short for its queue holds up the lane beside it. */
final class Spillback {

    private Spillback() {}

    private static Model bay(double length) {
        String study = Scene.text("""
                format: ulicarro/1
                title: left bay
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 5 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: signal}
                    west: {at: [-900, 0]}
                    east: {at: [900, 0]}
                    south: {at: [0, -400]}
                    north: {at: [0, 400]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h,
                        ahead: {lanes: 1, bays: {left: [{full-width: %.0f m, taper: 15 m}]}, turns: [L, T]}, back: {lanes: 1}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 1}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {mix: {car: 100 %%}, volumes: {p: counts.csv}}
                signals:
                  middle:
                    kind: fixed
                    groups: {T: {serves: [EBT]}, L: {serves: [EBL]}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 90 s, greens: {T: [0-45], L: [0-14], NS: [50-85]}}}
                """, length);
        return Scene.read(study, "place,from,to,EBL,EBT,NBT\nmiddle,08:00,09:00,200,800,50\n");
    }

    static List<Row> rows() {
        double[][] enough = found(bay(150));
        double[][] shortBay = found(bay(30));
        List<Row> rows = new ArrayList<>();
        double through = SignCases.mean(enough, 0);
        rows.add(
                Row.of("left bay of 150 m: through vehicles (veh/h)", Double.NaN, Double.NaN, Scene.figure(enough, 0)));
        rows.add(Row.of(
                "left bay of 30 m: through vehicles (veh/h), fewer", 0, 0.97 * through, Scene.figure(shortBay, 0)));
        rows.add(Row.of("share of time that the bay of 150 m is full (%)", 0, 5, Scene.figure(enough, 1)));
        rows.add(Row.of("the bay of 30 m (%)", 10, 100, Scene.figure(shortBay, 1)));
        return rows;
    }

    private static double[][] found(Model model) {
        return Scene.each(10, model, r -> {
            ReplicationResult result = r.result();
            double through = result.rows(MovementRow.class).stream()
                    .filter(row -> row.name().equals("EBT") && row.toS() - row.fromS() > 3000)
                    .findFirst()
                    .orElseThrow()
                    .vehicles();
            double spilled = result.rows(BayRow.class).stream()
                    .mapToDouble(BayRow::spilledS)
                    .sum();
            return new double[] {through, 100 * spilled / 3600};
        });
    }
}
