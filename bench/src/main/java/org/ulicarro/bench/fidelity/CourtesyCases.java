package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.ulicarro.core.run.Model;

/** Permissive left turns at a signal, and places where all stop. */
final class CourtesyCases {

    private static final int REPLICATIONS = 10;
    private static final double CYCLE = 90;
    private static final double GREEN = 45;
    private static final double SATURATION = 1900;
    private static final double LOST = 2;

    private CourtesyCases() {}

    /** A left turn from a bay of its own against oncoming traffic, 45 s of green in 90 s. */
    private static Model permissive(double oncoming, int speed, int lanes) {
        String study = Scene.text("""
                format: ulicarro/1
                title: permissive left
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: signal}
                    west: {at: [-700, 0]}
                    east: {at: [700, 0]}
                    south: {at: [0, -400]}
                    north: {at: [0, 400]}
                  roads:
                    w: {between: [west, middle], speed: %2$d km/h, ahead: {lanes: 1, turns: [L]}, back: {lanes: %3$d}}
                    e: {between: [middle, east], speed: %2$d km/h, back: {lanes: %3$d, turns: [%4$s]}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {mix: {car: 100 %%}, volumes: {p: counts.csv}}
                signals:
                  middle:
                    kind: fixed
                    groups: {EW: {serves: [EBL, WBT], yields: [EBL]}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 90 s, greens: {EW: [0-%1$.0f], NS: [50-85]}}}
                """, GREEN, speed, lanes, String.join(", ", Collections.nCopies(lanes, "T")));
        return Scene.read(study, Scene.text("place,from,to,EBL,WBT,NBT%nmiddle,08:00,09:00,1500,%.1f,100%n", oncoming));
    }

    /**
     * The Manual's form (Highway Capacity Manual, chapter 31): its rate in gaps, with a critical gap of 4.5 s and a follow-up of 2.5 s, in the
     * green that the oncoming queue leaves, and those who go after its end as measured. The oncoming queue goes at the saturation flow after
     * the start-up lost time.
     *
     * @param oncoming all lanes together (veh/h)
     */
    static double permissiveCapacity(double oncoming, int lanes, double sneakers) {
        double v = oncoming / lanes / 3600;
        double s = SATURATION / 3600;
        double queue = v * (CYCLE - GREEN + LOST) / (s - v);
        double unblocked = Math.max(0, GREEN - LOST - queue);
        return GapTheory.manual(oncoming, 4.5, 2.5) * unblocked / CYCLE + sneakers * 3600 / CYCLE;
    }

    static List<Row> permissive() {
        List<Row> rows = new ArrayList<>();
        for (double oncoming : new double[] {100, 200, 300, 400, 500, 600, 700}) {
            permissive(rows, oncoming, 50, 1);
        }
        for (double oncoming : new double[] {150, 450, 650}) {
            permissive(rows, oncoming, 70, 1);
        }
        for (double oncoming : new double[] {400, 600, 800, 1000}) {
            permissive(rows, oncoming, 50, 2);
        }
        return rows;
    }

    private static void permissive(List<Row> rows, double oncoming, int speed, int lanes) {
        double[][] found = permissiveFound(oncoming, speed, lanes);
        double critical = GapWatch.critical(found, 3);
        double followUp = SignCases.mean(found, 1);
        double sneakers = SignCases.mean(found, 2);
        double formula = permissiveCapacity(oncoming, lanes, sneakers);
        rows.add(Row.of(
                Scene.text(
                        "permissive left, %d km/h, oncoming %.0f%s: tc %.2f, tf %.2f s, %.1f sneak",
                        speed, oncoming, lanes > 1 ? " on two lanes" : "", critical, followUp, sneakers),
                0.9 * formula,
                1.1 * formula,
                Scene.figure(found, 0)));
    }

    /** Capacity, follow-up and those who go after the end of green in a cycle, by replication. */
    static double[][] permissiveFound(double oncoming) {
        return permissiveFound(oncoming, 50, 1);
    }

    private static double[][] permissiveFound(double oncoming, int speed, int lanes) {
        Model model = permissive(oncoming, speed, lanes);
        double waitAt = model.network().junctions().get("middle").conflicts().stream()
                        .mapToDouble(c -> c.who() == org.ulicarro.core.network.Conflict.Who.A_YIELDS
                                ? c.startA()
                                : c.who() == org.ulicarro.core.network.Conflict.Who.B_YIELDS
                                        ? c.startB()
                                        : Double.POSITIVE_INFINITY)
                        .min()
                        .orElseThrow()
                - 0.5;
        return Scene.each(REPLICATIONS, model, r -> {
            GapWatch watch = GapWatch.of(r, "EBL", waitAt);
            long sneakers =
                    watch.departures.stream().filter(d -> d[1] % CYCLE > GREEN).count();
            return watch.with(watch.capacity(), watch.followUp(), sneakers / (watch.hours() * 3600 / CYCLE));
        });
    }

    /** Four legs, one lane each; those named are saturated with traffic straight on. */
    static Model allStop(String saturated) {
        StringBuilder values = new StringBuilder();
        for (String approach : new String[] {"EB", "WB", "NB", "SB"}) {
            values.append(',').append(saturated.contains(approach) ? 1500 : 0);
        }
        String study = """
                format: ulicarro/1
                title: all stop
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: all-stop}
                    west: {at: [-500, 0]}
                    east: {at: [500, 0]}
                    south: {at: [0, -500]}
                    north: {at: [0, 500]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                    e: {between: [east, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                    n: {between: [north, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                demand: {mix: {car: 100 %}, volumes: {p: counts.csv}}
                """;
        return Scene.read(study, "place,from,to,EBT,WBT,NBT,SBT\nmiddle,08:00,09:00" + values + "\n");
    }

    static List<Row> allStop() {
        String[][] degrees = {
            {"1, nobody else", "EB", "3.9"},
            {"2, from ahead", "EB WB", "4.7"},
            {"3, from one side", "EB NB", "5.8"},
            {"4, from two", "EB NB SB", "7.0"},
            {"5, from all", "EB WB NB SB", "9.6"}
        };
        List<Row> rows = new ArrayList<>();
        for (String[] degree : degrees) {
            double expected = Double.parseDouble(degree[2]);
            double[][] found = Scene.each(REPLICATIONS, allStop(degree[1]), r ->
                    new double[] {3600 / LineCount.of(r).flow("EBT")});
            rows.add(Row.of(
                    "all stop, degree of conflict " + degree[0] + ": headway (s)",
                    0.9 * expected,
                    1.1 * expected,
                    Scene.figure(found, 0)));
        }
        // chapter 21: the fifth degree with 0.2 s for each left turn and -0.6 s for each right turn
        turning(rows, 0.20, 0.13);
        turning(rows, 0.10, 0.30);
        return rows;
    }

    private static void turning(List<Row> rows, double left, double right) {
        double expected = 3600 / (9.6 + 0.2 * left - 0.6 * right);
        double[][] found = Scene.each(REPLICATIONS, allStopTurning(left, right), r -> {
            LineCount count = LineCount.of(r);
            double sum = 0;
            for (String approach : new String[] {"EB", "WB", "NB", "SB"}) {
                sum += count.flow(approach + "L") + count.flow(approach + "T") + count.flow(approach + "R");
            }
            return new double[] {sum / 4};
        });
        rows.add(Row.of(
                Scene.text(
                        "all stop, all saturated, %.0f %% left, %.0f %% right: veh/h a leg", 100 * left, 100 * right),
                0.9 * expected,
                1.1 * expected,
                Scene.figure(found, 0)));
    }

    /** Four saturated legs of one lane from which people go all ways. */
    private static Model allStopTurning(double left, double right) {
        StringBuilder names = new StringBuilder();
        StringBuilder values = new StringBuilder();
        for (String approach : new String[] {"EB", "WB", "NB", "SB"}) {
            names.append(Scene.text(",%1$sL,%1$sT,%1$sR", approach));
            values.append(Scene.text(",%.0f,%.0f,%.0f", 800 * left, 800 * (1 - left - right), 800 * right));
        }
        String study = """
                format: ulicarro/1
                title: all stop, turning
                periods: {p: {from: "08:00", to: "09:00", warm-up: {length: 15 min}, drain: 1 min}}
                network:
                  places:
                    middle: {at: [0, 0], control: all-stop}
                    west: {at: [-500, 0]}
                    east: {at: [500, 0]}
                    south: {at: [0, -500]}
                    north: {at: [0, 500]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    e: {between: [east, middle], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    n: {between: [north, middle], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                demand: {mix: {car: 100 %}, volumes: {p: counts.csv}}
                """;
        return Scene.read(study, "place,from,to" + names + "\nmiddle,08:00,09:00" + values + "\n");
    }
}
