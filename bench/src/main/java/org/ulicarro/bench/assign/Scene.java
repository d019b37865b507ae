package org.ulicarro.bench.assign;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Studies of a few lines. */
final class Scene {

    private Scene() {}

    /** Compiles a text. */
    static Model of(String study) throws IOException, StudyProblem {
        Path folder = Files.createTempDirectory("assign");
        Files.writeString(folder.resolve(StudyFolder.MAIN_FILE), study);
        return StudyFolder.read(folder, List.of()).compile(null).model();
    }

    private static final String HEAD = """
            format: ulicarro/1
            title: %s
            periods: {am: {from: "07:00", to: "08:00", warm-up: {length: 15 min}, drain: 15 min}}
            """;

    /**
     * Two ways from west to east: a short one with a signal, and a long one.
     *
     * @param vehicles who want there (veh/h)
     * @param spread as a study writes it
     */
    static Model twoRoads(int vehicles, String spread) throws IOException, StudyProblem {
        return of(HEAD.formatted("Two roads") + """
                network:
                  places:
                    west: {at: [0, 0]}
                    fork: {at: [300, 0]}
                    hill: {at: [1000, 600]}
                    light: {at: [1000, 0], control: signal, legs: {valley-1: EB, side-1: NB, side-2: SB}}
                    south: {at: [1000, -200]}
                    north: {at: [1000, 200]}
                    join: {at: [1700, 0], control: yield, minor: [down]}
                    east: {at: [2000, 0]}
                  roads:
                    in: {between: [west, fork], ahead: {lanes: 1}, speed: 50 km/h}
                    valley-1: {between: [fork, light], ahead: {lanes: 1}, speed: 50 km/h}
                    valley-2: {between: [light, join], ahead: {lanes: 1}, speed: 50 km/h}
                    side-1: {between: [south, light], ahead: {lanes: 1}, speed: 50 km/h}
                    side-2: {between: [light, north], ahead: {lanes: 1}, speed: 50 km/h}
                    up: {between: [fork, hill], ahead: {lanes: 1}, speed: 50 km/h}
                    down: {between: [hill, join], ahead: {lanes: 1}, speed: 50 km/h}
                    out: {between: [join, east], ahead: {lanes: 1}, speed: 50 km/h}
                demand:
                  mix: {car: 100 %%}
                  choice: {spread: %s, until: {gap: 0.5 %%, link-volume: {within: 5, on: 95 %%}, in-a-row: 5}}
                  entries:
                    west: {vehicles: %d veh/h, routes: {through: {via: [east]}}}
                    south: {vehicles: 100 veh/h, routes: {through: {via: [north]}}}
                signals:
                  light:
                    kind: fixed
                    groups:
                      EB: {serves: [EBT, EBL]}
                      NB: {serves: [NBT, NBR]}
                    plans:
                      am: {cycle: 90 s, offset: 0 s, greens: {EB: [0-30], NB: [36-84]}}
                """.formatted(spread, vehicles));
    }

    /** The network of Braess, its steep roads each with a signal, its flat ones long; with or without the road across. */
    static Model braess(boolean across) throws IOException, StudyProblem {
        return of(HEAD.formatted("Braess")
                + """
                network:
                  places:
                    west: {at: [-400, 0]}
                    a: {at: [0, 0]}
                    north: {at: [300, 250], control: signal, legs: {steep-n: EB, far-n: SB}}
                    b: {at: [500, 250]}
                    south: {at: [700, -250], control: signal, legs: {steep-s: EB, far-s: NB}}
                    c: {at: [500, -250]%s}
                    d: {at: [1000, 0], control: yield, minor: [steep-s2]}
                    east: {at: [1400, 0]}
                    far-1: {at: [300, 500]}
                    far-2: {at: [300, -60]}
                    far-3: {at: [700, -500]}
                    far-4: {at: [700, -100]}
                  roads:
                    in: {between: [west, a], ahead: {lanes: 1}, speed: 50 km/h}
                    steep-n: {between: [a, north], ahead: {lanes: 1}, speed: 50 km/h}
                    steep-n2: {between: [north, b], ahead: {lanes: 1}, speed: 50 km/h}
                    flat-n: {between: [b, d], via: [[700, 1500], [950, 900]], ahead: {lanes: 1}, speed: 50 km/h}
                    flat-s: {between: [a, c], via: [[100, -900], [300, -1500]], ahead: {lanes: 1}, speed: 50 km/h}
                    steep-s: {between: [c, south], ahead: {lanes: 1}, speed: 50 km/h}
                    steep-s2: {between: [south, d], ahead: {lanes: 1}, speed: 50 km/h}
                    out: {between: [d, east], ahead: {lanes: 1}, speed: 50 km/h}
                    far-n: {between: [far-1, north], ahead: {lanes: 1}, speed: 50 km/h}
                    far-n2: {between: [north, far-2], ahead: {lanes: 1}, speed: 50 km/h}
                    far-s: {between: [far-3, south], ahead: {lanes: 1}, speed: 50 km/h}
                    far-s2: {between: [south, far-4], ahead: {lanes: 1}, speed: 50 km/h}
                %s
                demand:
                  mix: {car: 100 %%}
                  choice: {spread: 2 %%, until: {gap: 0.5 %%, link-volume: {within: 5, on: 95 %%}, in-a-row: 5}}
                  entries:
                    west: {vehicles: 1000 veh/h, routes: {through: {via: [east]}}}
                signals:
                  north:
                    kind: fixed
                    groups:
                      EB: {serves: [EBT, EBR]}
                      SB: {serves: [SBT, SBL]}
                    plans:
                      am: {cycle: 90 s, offset: 0 s, greens: {EB: [0-34], SB: [40-84]}}
                  south:
                    kind: fixed
                    groups:
                      EB: {serves: [EBT, EBL]}
                      NB: {serves: [NBT, NBR]}
                    plans:
                      am: {cycle: 90 s, offset: 40 s, greens: {EB: [0-34], NB: [40-84]}}
                """.formatted(
                                across ? ", control: yield, minor: [across]" : "",
                                across ? "    across: {between: [b, c], ahead: {lanes: 1}, speed: 50 km/h}" : ""));
    }
}
