package org.ulicarro.bench.fidelity;

import org.ulicarro.core.run.Model;

/**
 * One approach of a signal at a crossroads of its own, as the rows on queues and greens use it: cars, 50 km/h, one through lane,
 * 40 s of green in a cycle of 90 s, 3 s of yellow, steps of 0.2 s. Fields may be set before {@link #model}.
 */
final class Approach {

    static final double CYCLE = 90;

    double veh = 1500; // per hour
    int hours = 1;
    String turn = "T";
    int lanes = 1;
    double greenEnd = 40;
    String mix = "{car: 100 %}";
    String road = ""; // more keys of the approach and the road after it
    String place = ""; // more keys of the junction
    String study = ""; // more keys of the study
    double yellow = 3;
    double speed = 50; // km/h
    double length = 700; // m
    double after = 700; // m of the road after it

    Model model() {
        String lanesText = turn + (", " + turn).repeat(lanes - 1);
        boolean right = turn.equals("R");
        String study = Scene.text(
                """
                format: ulicarro/1
                title: one approach
                periods: {p: {from: "08:00", to: "%02d:00", warm-up: {length: 15 min}, drain: 5 min}}
                %s
                network:
                  places:
                    middle: {at: [0, 0], control: signal%s}
                    west: {at: [%.0f, 0]}
                    east: {at: [%.0f, 0]}
                    south: {at: [0, -700]}
                    north: {at: [0, 700]}
                  roads:
                    w: {between: [west, middle], speed: %.0f km/h%s, ahead: {lanes: %d, turns: [%s]}, back: {lanes: 1}}
                    e: {between: [middle, east], speed: %.0f km/h%s, ahead: {lanes: %d}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}%s}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {mix: %s, volumes: {p: counts.csv}}
                signals:
                  middle:
                    kind: fixed
                    groups: {EW: {serves: [EB%s], yellow: %.1f s}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 90 s, greens: {EW: [0-%.0f], NS: [%.0f-85]}}}
                """,
                8 + hours,
                this.study,
                place,
                -length,
                after,
                speed,
                road,
                lanes,
                lanesText,
                speed,
                road,
                right ? 1 : lanes,
                right ? ", back: {lanes: 1}" : "",
                mix,
                turn,
                yellow,
                greenEnd,
                greenEnd + yellow + 2);
        String counts = Scene.text(
                "place,from,to,EB%s,NBT%nmiddle,08:00,%02d:00,%.3f,%d%n", turn, 8 + hours, veh * hours, 100 * hours);
        return Scene.read(study, counts);
    }
}
