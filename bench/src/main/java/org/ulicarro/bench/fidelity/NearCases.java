package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.run.Model;

/**
 * Signals near each other whose greens follow each other: what the road between them holds is what gets through in a cycle. Places are
 * counted from the line: the first front 1 m before it, one car each {@value #SPACING} m, and the last one with its rear out of the way of
 * who crosses at the first signal.
 */
final class NearCases {

    private static final int REPLICATIONS = 10;
    private static final double SPACING = 7.3; // m a car takes in a queue
    private static final double CAR = 4.8; // m
    private static final double BEFORE_LINE = 1; // m
    private static final double CROSSING_LANE = 3.25; // m

    private NearCases() {}

    /**
     * One lane through two signals of 90 s.
     *
     * @param apart distance of the two (m)
     * @param second the green at the second one
     */
    private static Model two(double apart, String second, String cross) {
        return Scene.read(
                Scene.text("""
                        format: ulicarro/1
                        title: two signals
                        periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                        network:
                          places:
                            west: {at: [-900, 0]}
                            one: {at: [0, 0], control: signal}
                            two: {at: [%1$.0f, 0], control: signal}
                            east: {at: [%2$.0f, 0]}
                            s1: {at: [0, -400]}
                            n1: {at: [0, 400]}
                            s2: {at: [%1$.0f, -400]}
                            n2: {at: [%1$.0f, 400]}
                          roads:
                            w: {between: [west, one], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                            m: {between: [one, two], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                            e: {between: [two, east], speed: 50 km/h, ahead: {lanes: 1}}
                            a: {between: [s1, one], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                            b: {between: [one, n1], speed: 50 km/h, ahead: {lanes: 1}}
                            c: {between: [s2, two], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                            d: {between: [two, n2], speed: 50 km/h, ahead: {lanes: 1}}
                        demand: {mix: {car: 100 %%}, arrivals: exact, volumes: {p: counts.csv}}
                        signals:
                          one:
                            kind: fixed
                            groups: {EW: {serves: [EBT]}, NS: {serves: [NBT]}}
                            plans: {p: {cycle: 90 s, greens: {EW: [0-38], NS: [45-83]}}}
                          two:
                            kind: fixed
                            groups: {EW: {serves: [EBT]}, NS: {serves: [NBT]}}
                            plans: {p: {cycle: 90 s, greens: {EW: [%3$s], NS: [%4$s]}}}
                        """, apart, apart + 600, second, cross),
                "place,from,to,EBT,NBT\none,08:00,09:00,1200,600\ntwo,08:00,09:00,1200,300\n");
    }

    /** How many cars the road between the two signals holds. */
    private static int places(Model model, double apart) {
        double length = model.network().links().stream()
                .filter(l -> l.id().equals("m ahead"))
                .findFirst()
                .orElseThrow()
                .length();
        double inJunction = (apart - length) / 2 - CROSSING_LANE / 2;
        return 1 + (int) ((length + inJunction - BEFORE_LINE - CAR) / SPACING);
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        for (double apart : new double[] {60, 90, 140}) {
            Model model = two(apart, "45-83", "0-38");
            int places = places(model, apart);
            double[][] found = passed(model);
            rows.add(Row.of(
                    Scene.text("signals %.0f m apart, greens in turn: veh/h; %d places a cycle", apart, places),
                    40 * (places - 0.5),
                    40 * (places + 0.5),
                    Scene.figure(found, 0)));
            rows.add(Row.of("  of 600 veh/h that cross at the first: veh/h", 570, 630, Scene.figure(found, 1)));
        }
        return rows;
    }

    /** Vehicles an hour that leave by the east, and those across the first junction. */
    private static double[][] passed(Model model) {
        return Scene.each(REPLICATIONS, model, r -> {
            Gauge east = new Gauge(r.model(), "e ahead", 100);
            Gauge north = new Gauge(r.model(), "b ahead", 100);
            r.observe(east);
            r.observe(north);
            r.advanceTo(r.model().period().to());
            double from = r.model().period().from();
            return new double[] {east.count(from, from + 3600), north.count(from, from + 3600)};
        });
    }
}
