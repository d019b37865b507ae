package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** A signal by the clock whose left turn leads, so that those who come by come to a closed line: it has to lag. */
class GreenOrderCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void write() throws IOException {
        study = Files.createDirectories(temp.resolve("street"));
        Files.writeString(study.resolve("study.yaml"), """
                format: ulicarro/1
                title: order of greens
                periods: {p: {from: "08:00", to: "08:15", warm-up: {length: 5 min}, drain: 5 min}}
                network:
                  places:
                    one: {at: [0, 0], control: signal}
                    two: {at: [200, 0], control: signal}
                    west: {at: [-300, 0]}
                    east: {at: [500, 0]}
                    s1: {at: [0, -300]}
                    n1: {at: [0, 300]}
                    s2: {at: [200, -300]}
                    n2: {at: [200, 300]}
                  roads:
                    w: {between: [west, one], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                    m: {between: [one, two], speed: 50 km/h,
                        ahead: {lanes: 1, bays: {left: [{full-width: 60 m, taper: 15 m}]}, turns: [L, T]}, back: {lanes: 1, turns: [T]}}
                    e: {between: [two, east], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1, turns: [T]}}
                    a: {between: [s1, one], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                    b: {between: [one, n1], speed: 50 km/h, ahead: {lanes: 1}}
                    c: {between: [s2, two], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                    d: {between: [two, n2], speed: 50 km/h, ahead: {lanes: 1}}
                  corridors: {street: {via: [west, one, two, east]}}
                demand: {mix: {car: 100 %}, volumes: {p: counts.csv}}
                signals:
                  one:
                    kind: fixed
                    groups: {EB: {serves: [EBT]}, WB: {serves: [WBT]}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 80 s, greens: {EB: [0-45], WB: [0-45], NS: [51-74]}}}
                  two:
                    kind: fixed
                    groups: {EB: {serves: [EBT]}, L: {serves: [EBL]}, WB: {serves: [WBT]}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 80 s, greens: {L: [0-14], EB: [0-45], WB: [20-45], NS: [51-74]}}}
                """);
        Files.writeString(
                study.resolve("counts.csv"),
                "place,from,to,EBL,EBT,WBT,NBT\none,08:00,08:15,,180,110,60\ntwo,08:00,08:15,45,135,110,60\n");
    }

    private int optimize(Object... more) {
        return run(java.util.stream.Stream.concat(
                        java.util.stream.Stream.of(
                                "optimize", study, "--cycles", "80-80", "--runs", 60, "-n", 3, "--fresh", 6),
                        java.util.stream.Stream.of(more))
                .toArray());
    }

    private CycleRange green(String group) throws IOException, StudyProblem {
        FixedControl control = (FixedControl)
                StudyFolder.read(study, List.of("turned")).study().signals().get("two");
        return control.plans().get("p").greens().get(group).get(0);
    }

    /** The platoon comes when its green has begun, its left turns after those straight on: the search finds that, and what it is worth. */
    @Test
    void aLeftTurnLagsWhereThatIsBetter() throws IOException, StudyProblem {
        assertThat(optimize("--sequences", "--write", "turned")).as(out + err).isZero();
        assertThat(out).contains("better, and that is no chance");
        assertThat(green("L").from()).isGreaterThan(green("WB").to());
        assertThat(run("check", study, "-a", "turned")).as(out + err).isZero();
        assertThat(run("optimize", study, "--explain", "turned", "--fresh", 4))
                .as(out + err)
                .isZero();
        assertThat(out).containsPattern("two +order +EB\\+L, WB, NS +EB\\+WB, L, NS +-[0-9.]+ +[0-9.]+");
    }

    @Test
    void anOrderThatIsKeptStays() throws IOException, StudyProblem {
        assertThat(optimize("--sequences", "--keep", "two order", "--write", "turned"))
                .as(out + err)
                .isZero();
        assertThat(green("L").to()).isLessThan(green("WB").from());
    }
}
