package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;

/** Lanes so narrow that the widest vehicles would touch side by side carry at a signal what others do, as they do along the road. */
class NarrowLanesTest {

    @TempDir
    private Path temp;

    private double passed(String lanes, String beyond, String types) throws IOException, StudyProblem {
        StringBuilder trips = new StringBuilder("from,to,depart_from,depart_to,vehicles,type\n");
        for (String part : types.split(" ")) {
            String[] words = part.split(":");
            trips.append("west," + words[0] + ",07:00,07:30," + words[1] + "," + words[2] + "\n");
        }
        Files.writeString(temp.resolve("od.csv"), trips.toString());
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: narrow lanes
                periods: {am: {from: "07:00", to: "07:30", warm-up: {length: 5 min}, drain: 0 min}}
                network:
                  places:
                    west: {at: [-400, 0]}
                    m: {at: [0, 0], control: signal}
                    east: {at: [400, 0]}
                    south: {at: [0, -300]}
                    north: {at: [0, 300]}
                  roads:
                    w: {between: [west, m], speed: 50 km/h, ahead: {%s}}
                    e: {between: [m, east], speed: 50 km/h, ahead: {%s}}
                    n: {between: [m, north], speed: 50 km/h, ahead: {%s}}
                    s: {between: [south, m], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                demand:
                  trips: {od.csv: {}}
                signals:
                  m: {kind: fixed, groups: {W: {serves: [%s]}, S: {serves: [NBT]}}, plans: {p: {cycle: 60 s, greens: {W: [0-40], S: [47-54]}}}}
                """.formatted(
                        lanes,
                        beyond,
                        beyond,
                        (types.contains("north") ? "EBL" : "")
                                + (types.contains("north") && types.contains("east") ? ", " : "")
                                + (types.contains("east") ? "EBT" : "")));
        return vehiclesThrough(StudyFolder.read(temp, List.of()).compile(null).model());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "turns: [T, T]  | east:800:car east:300:bus",
                "turns: [L, L]  | north:1000:car",
                "turns: [L, T]  | north:400:car east:500:car east:100:articulated",
                "turns: [LT, T] | north:200:car east:700:car"
            })
    void theWidthOfLanesDoesNotChangeWhatTheyCarry(String turns, String trips) throws IOException, StudyProblem {
        double usual = passed("lanes: 2, " + turns, "lanes: 2", trips);
        assertThat(usual).isGreaterThan(500);
        for (String width : List.of("2.7 m", "2.5 m", "2.3 m")) {
            double narrow = passed("lanes: 2, width: " + width + ", " + turns, "lanes: 2, width: " + width, trips);
            assertThat(narrow / usual).as(width).isCloseTo(1, within(0.06));
        }
    }

    /** A lane for bicycles is hardly wider than a handlebar; cars straight on in the lane beside do not wait for them. */
    @ParameterizedTest
    @CsvSource({"2.0", "1.5", "1.2"})
    void carsAndBicyclesGoSideBySide(String width) throws IOException, StudyProblem {
        String lanes = "lanes: 2, widths: {2: %s m}, lane-use: {2: {only: [bicycle]}}".formatted(width);
        String trips = "east:400:car east:200:bicycle";
        assertThat(passed(lanes + ", turns: [T, T]", lanes, trips)).isCloseTo(600, within(60.0));
    }

    /** Five metres of street for both directions: who comes the other way is passed, at the junction as before it. */
    @ParameterizedTest
    @CsvSource({"signal", "stop", "all-stop", "roundabout"})
    void oncomingTrafficIsPassedWherePeopleLiveInNarrowStreets(String control) throws IOException, StudyProblem {
        double usual = passedBothWays("3.25 m", control);
        assertThat(usual).isBetween(350.0, 650.0);
        assertThat(passedBothWays("2.5 m", control) / usual).isCloseTo(1, within(0.06));
    }

    private double passedBothWays(String width, String control) throws IOException, StudyProblem {
        String lanes = "ahead: {lanes: 1, width: %s}, back: {lanes: 1, width: %s}".formatted(width, width);
        String own = control.equals("stop")
                ? ", minor: [s, n]"
                : control.equals("roundabout") ? ", outer-diameter: 28 m" : "";
        String signals = """
                signals:
                  m: {kind: fixed, groups: {EW: {serves: [EBL, EBT, EBR, WBL, WBT, WBR], yields: [EBL, WBL]}, NS: {serves: [NBL, NBT, NBR, SBL, SBT, SBR], yields: [NBL, SBL]}}, plans: {p: {cycle: 60 s, greens: {EW: [0-30], NS: [36-54]}}}}
                """;
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: narrow streets
                periods: {am: {from: "07:00", to: "07:30", warm-up: {length: 5 min}, drain: 0 min}}
                network:
                  places:
                    m: {at: [0, 0], control: %s%s}
                    west: {at: [-300, 0]}
                    east: {at: [300, 0]}
                    south: {at: [0, -300]}
                    north: {at: [0, 300]}
                  roads:
                    w: {between: [west, m], speed: 50 km/h, %s}
                    e: {between: [m, east], speed: 50 km/h, %s}
                    s: {between: [south, m], speed: 50 km/h, %s}
                    n: {between: [m, north], speed: 50 km/h, %s}
                demand:
                  mix: {car: 95 %%, bus: 5 %%}
                  entries:
                    west: {vehicles: 350 veh/h, routes: {on: {via: [m, east], share: 85}, l: {via: [m, north], share: 15}}}
                    east: {vehicles: 350 veh/h, routes: {on: {via: [m, west], share: 85}, r: {via: [m, north], share: 15}}}
                    south: {vehicles: 150 veh/h, routes: {on: {via: [m, north], share: 80}, r: {via: [m, east], share: 20}}}
                    north: {vehicles: 150 veh/h, routes: {on: {via: [m, south], share: 80}, l: {via: [m, east], share: 20}}}
                %s
                """.formatted(
                        control, own, lanes, lanes, lanes, lanes, control.equals("signal") ? signals : ""));
        return vehiclesThrough(StudyFolder.read(temp, List.of()).compile(null).model());
    }

    private static double vehiclesThrough(Model model) {
        return new Replication(model, 1)
                .result().rows(MovementRow.class).stream()
                        .filter(r -> r.approach().equals("all")
                                && r.fromS() == model.period().from()
                                && r.toS() == model.period().to())
                        .mapToDouble(MovementRow::vehicles)
                        .sum();
    }
}
