package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Edits by what is meant: the study checks and runs after each, and is as it was to the letter when it is taken back. */
class EditCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStreet() throws IOException {
        study = temp.resolve("street");
        Files.createDirectories(study);
        Files.writeString(study.resolve("study.yaml"), """
                format: ulicarro/1
                title: A street
                periods: {am: {from: "07:30", to: "08:00"}}
                replications: 1
                seed: 3
                files: [network.yaml, demand.yaml]
                """);
        Files.writeString(study.resolve("network.yaml"), """
                network:
                  places:
                    west: {at: [-300, 0]}   # where the town begins
                    middle: {at: [0, 0], control: yield, minor: [side]}
                    east: {at: [300, 0]}
                    south: {at: [0, -200]}
                  roads:
                    main: {between: [west, middle], speed: 50 km/h, via: [[-200, 20], [-80, 10]], ahead: {lanes: 2, turns: [T, TR]}, back: {lanes: 1}}  # two lanes in
                    far: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    side: {between: [south, middle], speed: 30 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                  detectors:
                    first: {road: main ahead, at: 40 m, length: 2 m}
                    second: {road: main ahead, at: 200 m, length: 2 m}
                    stopline: {road: main ahead, before-end: 2 m, length: 2 m}
                    home: {road: main back, at: 10 m, length: 2 m}
                """);
        Files.writeString(study.resolve("demand.yaml"), """
                demand:
                  mix: {car: 100 %}
                  entries:
                    west: {vehicles: 300 veh/h, routes: {through: {via: [middle, east], share: 2}, down: {via: [middle, south], share: 1}}}
                    east: {vehicles: 200 veh/h, routes: {home: {via: [middle, west]}}}
                    south: {vehicles: 60 veh/h, routes: {home: {via: [middle, west]}}}
                """);
    }

    private String network() throws IOException {
        return Files.readString(study.resolve("network.yaml"));
    }

    private void holds() {
        assertThat(run("check", study)).as(out + err).isZero();
        assertThat(run("run", study, "-n", "1")).as(out + err).isZero();
    }

    /** The far piece has the turns, the detectors beyond the place lie on it at their own distances, comments stay. */
    @Test
    void aRoadIsSplit() throws IOException {
        String before = network();
        assertThat(run("edit", study, "split", "main", "at", "120", "m", "as", "gate"))
                .as(err)
                .isZero();
        assertThat(network())
                .contains("# where the town begins", "# two lanes in", "gate: {at: [")
                .contains("main-2: {between: [gate, middle]", "via: [[-80, 10]]", "turns: [T, TR]")
                .contains("second: {road: main-2 ahead, at: 80 m, length: 2 m}")
                .contains("stopline: {road: main-2 ahead, before-end: 2 m, length: 2 m}")
                .contains("first: {road: main ahead, at: 40 m, length: 2 m}")
                .contains("home: {road: main-2 back, at: 10 m, length: 2 m}");
        assertThat(network().lines().filter(l -> l.contains("main: {")))
                .singleElement()
                .satisfies(l -> assertThat(l)
                        .contains("between: [west, gate]", "via: [[-200, 20]]")
                        .doesNotContain("turns"));
        holds();
        assertThat(run("edit", study, "undo")).isZero();
        assertThat(network()).isEqualTo(before);
        assertThat(study.resolve(".undo")).doesNotExist();
        assertThat(run("edit", study, "undo")).isEqualTo(Exit.INPUT);
    }

    /** A signal for people in mid-block: a place on the road, which no turn needs, and its group. */
    @Test
    void aCrossingWithASignalBetweenJunctions() throws IOException {
        run("edit", study, "split", "far", "at", "150 m", "as", "school");
        assertThat(run(
                        "set",
                        study,
                        "network.places.school.control=signal",
                        "network.places.school.crossings={far: {width: 4 m}}",
                        "signals.school={kind: fixed, groups: {cars: {serves: [EBT, WBT]}, people: {crosses: [far], walk: 8 s}},"
                                + " plans: {am: {cycle: 60 s, greens: {cars: [0-35], people: [40-50]}}}}",
                        "demand.walkers={school.far: 200 /h}"))
                .as(out + err)
                .isZero();
        holds();
        assertThat(out).contains("school");
    }

    @Test
    void twoPlacesBecomeOne() throws IOException {
        run("edit", study, "split", "far", "at", "30 m", "as", "near");
        run("edit", study, "split", "far-2", "at", "100 m", "as", "further");
        assertThat(run("edit", study, "merge", "middle", "near")).as(out + err).isZero();
        assertThat(out).contains("road 'far' lay between them and is gone");
        assertThat(network()).contains("far-2: {between: [middle, further]").doesNotContain("near:");
        holds();
        assertThat(run("edit", study, "merge", "further", "middle"))
                .as(out + err)
                .isZero();
        assertThat(network()).contains("control: yield").doesNotContain("middle");
        holds();
    }

    /** Places may be called as types of vehicles and kinds of control are: only what means the place follows it. */
    @Test
    void namesThatAreWordsElsewhereStayThere() throws IOException {
        run("edit", study, "split", "far", "at", "100 m", "as", "yield");
        run("edit", study, "split", "far-2", "at", "100 m", "as", "car");
        assertThat(run("edit", study, "merge", "yield", "car")).as(out + err).isZero();
        assertThat(network()).contains("control: yield", "yield: {at:").doesNotContain("car:");
        assertThat(Files.readString(study.resolve("demand.yaml"))).contains("mix: {car: 100 %}");
        assertThat(Files.readString(study.resolve("study.yaml"))).doesNotContain("signals");
        holds();
    }

    @Test
    void roadsGoElsewhereAndAway() throws IOException {
        run("edit", study, "split", "far", "at", "150 m", "as", "hall");
        run("set", study, "network.places.hall.control=yield", "network.places.hall.minor=[side]", "--dry-run");
        assertThat(run("edit", study, "straighten", "main")).as(out + err).isZero();
        assertThat(network()).doesNotContain("via");
        assertThat(run("edit", study, "move", "south", "to", "20,-180.5"))
                .as(out + err)
                .isZero();
        assertThat(network()).contains("south: {at: [20, -180.5]}");
        assertThat(run("edit", study, "move", "south", "to", "60ft,-600ft"))
                .as(out + err)
                .isZero();
        assertThat(network()).contains("south: {at: [18.3, -182.9]}");
        assertThat(run("edit", study, "move", "south", "to", "60 feet,-600")).isEqualTo(Exit.USAGE);
        assertThat(run("edit", study, "undo")).isZero();
        holds();
        assertThat(run("edit", study, "reattach", "side", "from", "south", "to", "nowhere"))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("there is no place 'nowhere'");
        assertThat(run("edit", study, "drop", "side")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("place 'south' had no other road and is gone, too", "nothing was changed");
        assertThat(network()).contains("side: {between");
    }

    @Test
    void whatChangedSinceIsNotLost() throws IOException {
        run("edit", study, "straighten", "main");
        Files.writeString(study.resolve("network.yaml"), network() + "# by hand\n");
        assertThat(run("edit", study, "undo")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("has been changed since the last edit");
        assertThat(network()).contains("# by hand");
    }

    @Test
    void wrongWordsAreSaid() {
        assertThat(run("edit", study, "mrge", "a", "b")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'merge'?");
        assertThat(run("edit", study, "split", "main", "at", "5000", "m", "as", "x"))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("'main' is 303 m long");
        assertThat(run("edit", study, "split", "main", "in", "two")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("write split ROAD at 120 m as NAME");
        assertThat(run("edit", study, "drop", "mian")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("no road and no place 'mian'. Did you mean 'main'?");
        assertThat(run("edit", temp, "undo")).isNotZero();
    }
}
