package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.run.Model;

/**
 * Two lanes of a motorway and an exit of one lane. Against chapter 14 of the Highway Capacity Manual, 7th edition, 2022, for cars and a
 * free-flow speed of 110 km/h, and 80 km/h on the ramp.
 */
final class DivergeCases {

    private static final int REPLICATIONS = 5;
    private static final double MILE = 1.609344; // km
    private static final double FREE = 110 / MILE; // mi/h
    private static final double RAMP = 80 / MILE; // mi/h
    private static final double RAMP_CAPACITY = 2100; // exhibit 14-12: one lane, 40 to 50 mi/h (pc/h)
    private static final double LEAST_LOST = 0.03; // of capacity once there is a queue, as at ramps
    private static final double MOST_LOST = 0.18;
    private static final double INFLUENCED = 457; // m ahead of the nose: 1 500 ft
    private static final double NOSE = 2999; // m along the main road

    private DivergeCases() {}

    /**
     * A motorway that parts.
     *
     * @param flow of all that come (veh/h)
     * @param leaving share of them
     */
    static Model model(double flow, double leaving) {
        return Scene.read(
                """
                format: ulicarro/1
                title: diverge
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    west: {at: [-3000, 0]}
                    gore: {at: [0, 0]}
                    east: {at: [2500, 0]}
                    slip: {at: [900, -90]}
                  roads:
                    main: {class: motorway, between: [west, gore], speed: 110 km/h, ahead: {lanes: 2}}
                    onward: {class: motorway, between: [gore, east], speed: 110 km/h, ahead: {lanes: 2}}
                    off: {class: motorway, between: [gore, slip], speed: 80 km/h, ahead: {lanes: 1, leaves: {side: right, parallel: 150 m, taper: 60 m}}}
                demand: {mix: {car: 100 %}, volumes: {p: counts.csv}}
                """,
                Scene.text(
                        "place,from,to,main>onward,main>off%ngore,08:00,09:00,%.1f,%.1f%n",
                        flow * (1 - leaving), flow * leaving));
    }

    /** Equations 14-23 and 14-25: the mean speed in the last 1 500 ft before the nose (km/h). */
    static double speed(double leaving) {
        double index = 0.883 + 0.00009 * leaving - 0.013 * RAMP;
        return MILE * (FREE - (FREE - 42) * index);
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        for (double flow : new double[] {2400, 3600}) {
            for (double leaving : new double[] {0.15, 0.4}) {
                double[][] found = found(flow, leaving);
                double speed = speed(flow * leaving);
                rows.add(Row.of(
                        Scene.text("diverge, %.0f veh/h, %.0f %% leave: km/h ahead of the nose", flow, 100 * leaving),
                        0.92 * speed,
                        1.08 * speed,
                        Scene.figure(found, 0)));
                rows.add(Row.of("  vehicles that missed the exit", 0, 0, Scene.figure(found, 1)));
            }
        }
        double[] most = {0};
        for (double leaving : new double[] {1700, 1800, 1900, 2000, 2100}) {
            double[] left = Scene.figure(found(leaving + 800, leaving / (leaving + 800)), 2);
            most = Arrays.stream(left).average().orElseThrow()
                            > Arrays.stream(most).average().orElseThrow()
                    ? left
                    : most;
        }
        rows.add(
                Row.of("exit of one lane: veh/h, the most in an hour", 0.9 * RAMP_CAPACITY, 1.1 * RAMP_CAPACITY, most));
        double[] queued = Scene.figure(found(3200, 0.8125), 2);
        rows.add(Row.of(
                "  2 600 veh/h want to leave, which queue: veh/h",
                (1 - MOST_LOST) * RAMP_CAPACITY,
                (1 - LEAST_LOST) * RAMP_CAPACITY,
                queued));
        return rows;
    }

    /** Mean speed over the last 450 m (km/h), missed turns, and vehicles an hour on the ramp. */
    private static double[][] found(double flow, double leaving) {
        return Scene.each(REPLICATIONS, model(flow, leaving), r -> {
            List<Gauge> gauges = new ArrayList<>();
            for (double back = 25; back < INFLUENCED; back += 50) {
                gauges.add(new Gauge(r.model(), "main ahead", NOSE - back));
            }
            Gauge ramp = new Gauge(r.model(), "off ahead", 300);
            gauges.forEach(r::observe);
            r.observe(ramp);
            int missed = r.result().missedTurns();
            double from = r.model().period().from();
            return new double[] {Gauge.speedAlong(gauges, from, from + 3600), missed, ramp.count(from, from + 3600)};
        });
    }
}
