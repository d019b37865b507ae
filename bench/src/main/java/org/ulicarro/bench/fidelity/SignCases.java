package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;

/**
 * Minor legs of a crossroads, one lane each way, 50 km/h: capacity with a queue that never ends, over one hour, ten replications, against
 * the flow of the streams it yields to.
 */
final class SignCases {

    private static final int REPLICATIONS = 10;

    private SignCases() {}

    /** A crossroads whose south leg stops or yields. */
    static Model sign(String control, String turn, double majorEachWay) {
        String study = Scene.text("""
                format: ulicarro/1
                title: minor leg
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: %s, minor: [s]}
                    west: {at: [-900, 0]}
                    east: {at: [900, 0]}
                    south: {at: [0, -400]}
                    north: {at: [0, 400]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {mix: {car: 100 %%}, volumes: {p: counts.csv}}
                """, control);
        boolean right = turn.equals("NBR");
        String counts = Scene.text(
                "place,from,to,EBT,WBT,%s%nmiddle,08:00,09:00,%.1f,%.1f,%d%n",
                turn, majorEachWay, right ? 0 : majorEachWay, 1400);
        return Scene.read(study, counts);
    }

    /** Capacity against its formulas, by replication: conflicting flow, capacity, follow-up, and the headways of the streams as M3. */
    record Point(double[][] found, double critical, double followUp, double formula, double manual) {

        double conflicting() {
            return mean(found, 0);
        }

        double[] capacity() {
            return Scene.figure(found, 1);
        }
    }

    static Point point(Model model, String movement, double tc, double tf, double delta) {
        double[][] found = Scene.each(REPLICATIONS, model, r -> {
            GapWatch watch = GapWatch.of(r, movement, 0);
            GapTheory.M3 m3 = GapTheory.M3.of(watch.passages, delta);
            return watch.with(watch.conflicting(), watch.capacity(), watch.followUp(), m3.q(), m3.alpha(), m3.lambda());
        });
        double critical = GapWatch.critical(found, 6);
        double followUp = mean(found, 2);
        double formula = 0;
        for (double[] one : found) {
            formula += new GapTheory.M3(one[3], one[4], one[5], delta).capacity(critical, followUp) / found.length;
        }
        return new Point(found, critical, followUp, formula, GapTheory.manual(mean(found, 0), tc, tf));
    }

    static List<Row> stop() {
        List<Row> rows = new ArrayList<>();
        for (double major : new double[] {100, 200, 300, 400, 500, 600}) {
            add(rows, "stop, straight on", point(sign("stop", "NBT", major), "NBT", 6.5, 4.0, 1));
        }
        for (double major : new double[] {200, 400, 600, 800, 1000, 1200}) {
            add(rows, "stop, right", point(sign("stop", "NBR", major), "NBR", 6.2, 3.3, 2));
        }
        for (double major : new double[] {100, 300, 500}) {
            add(rows, "stop, left", point(sign("stop", "NBL", major), "NBL", 7.1, 3.5, 1));
        }
        return rows;
    }

    private static void add(List<Row> rows, String what, Point point) {
        rows.add(Row.of(
                Scene.text(
                        "%s, major %.0f: tc %.2f, tf %.2f s; Manual %.0f",
                        what, point.conflicting(), point.critical, point.followUp, point.manual),
                0.9 * point.formula,
                1.1 * point.formula,
                point.capacity()));
    }

    static double mean(double[][] found, int which) {
        double sum = 0;
        for (double[] one : found) {
            sum += one[which] / found.length;
        }
        return sum;
    }
}
