package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ulicarro.core.run.Model;

/**
 * Three lanes of a motorway between an entry and an exit, each of one lane: those who come in and those who leave cross each other's way.
 * Against chapter 13 of the Highway Capacity Manual, 7th edition, 2022, for cars and a free-flow speed of 110 km/h.
 */
final class Weaving {

    private static final int REPLICATIONS = 5;
    private static final double METRE = 1 / 0.3048; // ft
    private static final double MILE = 1.609344; // km
    private static final double FREE = 110 / MILE; // mi/h
    private static final int LANES = 3;
    private static final double INTERCHANGES = 0.8; // per mile
    private static final double LANE_CAPACITY = 2400 - 10 * (70 - FREE); // pc/h, ahead of and behind the weave

    private Weaving() {}

    /**
     * A weave.
     *
     * @param length from nose to nose (m)
     * @param flow of all that come (veh/h), a quarter of them by the ramp
     * @param ratio share of them that changes sides, half of it each way
     */
    static Model model(double length, double flow, double ratio, String mix) {
        double ramp = flow * 0.256;
        double crossing = flow * ratio / 2;
        String study = Scene.text(
                """
                format: ulicarro/1
                title: weave
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    west: {at: [-2500, 1.625]}
                    nose: {at: [0, 0]}
                    gore: {at: [%1$.1f, 0]}
                    east: {at: [%2$.1f, 1.625]}
                    in: {at: [-600, -100]}
                    out: {at: [%3$.1f, -100]}
                  roads:
                    main: {class: motorway, between: [west, nose], meets-at: {nose: [0, 1.625]}, speed: 110 km/h, ahead: {lanes: 2}}
                    on: {class: motorway, between: [in, nose], meets-at: {nose: [0, -3.25]}, speed: 80 km/h, ahead: {lanes: 1}}
                    weave: {class: motorway, between: [nose, gore], speed: 110 km/h, ahead: {lanes: 3}}
                    onward: {class: motorway, between: [gore, east], meets-at: {gore: [%1$.1f, 1.625]}, speed: 110 km/h, ahead: {lanes: 2}}
                    off: {class: motorway, between: [gore, out], meets-at: {gore: [%1$.1f, -3.25]}, speed: 80 km/h, ahead: {lanes: 1}}
                demand:
                  mix: {%4$s}
                  entries:
                    west: {vehicles: %5$.1f veh/h, routes: {on: {via: [nose, gore, east], share: %6$.1f}, off: {via: [nose, gore, out], share: %7$.1f}}}
                    in: {vehicles: %8$.1f veh/h, routes: {on: {via: [nose, gore, east], share: %7$.1f}, off: {via: [nose, gore, out], share: %9$.1f}}}
                """,
                length,
                length + 2000,
                length + 600,
                mix,
                flow - ramp,
                flow - ramp - crossing,
                crossing,
                ramp,
                ramp - crossing);
        return Scene.read(study, "place,from,to\n");
    }

    /** Equations 13-5 to 13-8: what the density of 43 pc/mi/ln, or the crossing of 2 400 pc/h, lets through (pc/h). */
    static double capacity(double length, double ratio) {
        double byDensity =
                LANES * (LANE_CAPACITY - 438.2 * Math.pow(1 + ratio, 1.6) + 0.0765 * length * METRE + 119.8 * 2);
        return Math.min(byDensity, 2400 / ratio);
    }

    /** Equations 13-11 to 13-21: the mean speed of all in the weave (km/h). */
    static double speed(double length, double flow, double ratio) {
        double feet = length * METRE;
        double weaving = flow * ratio;
        double others = flow - weaving;
        double least = weaving; // changes of lanes that have to be made: one each
        double made =
                least + 0.39 * Math.sqrt(Math.max(0, feet - 300)) * LANES * LANES * Math.pow(1 + INTERCHANGES, 0.8);
        double index = feet * INTERCHANGES * others / 10_000;
        double low = 0.206 * others + 0.542 * feet - 192.6 * LANES;
        double high = 2135 + 0.223 * (others - 2000);
        double free = index <= 1300 ? low : index >= 1950 ? high : low + (high - low) * (index - 1300) / 650;
        double intensity = 0.226 * Math.pow((made + Math.max(0, free)) / feet, 0.789);
        double ofWeaving = 15 + (FREE - 15) / (1 + intensity);
        double ofOthers = FREE - 0.0072 * least - 0.0048 * flow / LANES;
        return MILE * flow / (weaving / ofWeaving + others / ofOthers);
    }

    /** Vehicles an hour through the weave, and their mean speed over its length (km/h). */
    private static double[][] found(double length, double flow, double ratio, String mix) {
        return Scene.each(REPLICATIONS, model(length, flow, ratio, mix), r -> {
            List<Gauge> gauges = new ArrayList<>();
            for (double at = 50; at < length; at += 100) {
                gauges.add(new Gauge(r.model(), "weave ahead", at));
            }
            gauges.forEach(r::observe);
            r.advanceTo(r.model().period().to());
            double from = r.model().period().from();
            return new double[] {
                gauges.get(gauges.size() - 1).count(from, from + 3600), Gauge.speedAlong(gauges, from, from + 3600)
            };
        });
    }

    static List<Row> rows() {
        List<Row> rows = new ArrayList<>();
        for (double length : new double[] {400, 700}) {
            double capacity = capacity(length, 0.4);
            double[] most = {0};
            for (double share : new double[] {0.7, 0.75, 0.8, 0.85, 0.9, 1.0}) {
                double[] passed = Scene.figure(found(length, share * capacity, 0.4, "car: 100 %"), 0);
                most = mean(passed) > mean(most) ? passed : most;
            }
            rows.add(Row.of(
                    Scene.text("weave of %.0f m, 40 %% cross: veh/h, the most in an hour", length),
                    0.9 * capacity,
                    1.1 * capacity,
                    most));
            rows.add(Row.of(
                    "  queued at both ends: veh/h",
                    Double.NaN,
                    Double.NaN,
                    Scene.figure(found(length, 1.15 * capacity, 0.4, "car: 100 %"), 0)));
            add(rows, length, 3900, 0.4);
        }
        add(rows, 250, 3000, 0.3);
        add(rows, 550, 4500, 0.25);
        add(rows, 550, 3000, 0.45);
        return rows;
    }

    private static double mean(double[] values) {
        return Arrays.stream(values).average().orElseThrow();
    }

    private static void add(List<Row> rows, double length, double flow, double ratio) {
        double speed = speed(length, flow, ratio);
        rows.add(Row.of(
                Scene.text("weave of %.0f m, %.0f veh/h, %.0f %% cross: km/h", length, flow, 100 * ratio),
                0.92 * speed,
                1.08 * speed,
                Scene.figure(found(length, flow, ratio, "car: 100 %"), 1)));
    }
}
