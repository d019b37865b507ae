package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.signal.events.EventCode;
import org.ulicarro.core.signal.events.SignalEvent;

/** Rules of signals as a study writes them, on the demo: each on top of its fixed or actuated market. */
class SignalRulesTest {

    private static final int START = 16 * 36_000 + 30 * 600;

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
        Files.writeString(
                study.resolve("alternatives/short.yaml"),
                "periods: {pm: {to: \"16:45\", warm-up: {length: 5 min}, drain: 1 min}}\n");
    }

    private void alternative(String name, String market) throws IOException {
        Files.writeString(
                study.resolve("alternatives/" + name + ".yaml"),
                "signals:\n  market:\n" + market.strip().indent(4));
    }

    private Model model(String... alternatives) throws StudyProblem {
        return StudyFolder.read(study, List.of(alternatives)).compile("pm").model();
    }

    private List<String> messages(String... alternatives) {
        StudyProblem problem = catchThrowableOfType(StudyProblem.class, () -> model(alternatives));
        return problem.messages().stream().map(Message::toString).toList();
    }

    /** What a group showed: {@code 16:30:05.0 green}. */
    private static List<String> shown(Model model, Rehearsal rehearsal, String group) {
        return rehearsal.changes().stream()
                .filter(c -> model.signals().groups().get(c.group()).id().equals(group))
                .map(c -> Clock.timeOfDay(Clock.seconds(c.tick())) + " " + c.shows())
                .toList();
    }

    private static Rehearsal random(Model model, int minutes) {
        return Rehearsal.random(model.signals(), "market", START, START + minutes * 600, 300, 7);
    }

    private void writeArrows() throws IOException {
        alternative("arrows", """
                phases:
                  2: {serves: [EBT, EBR, EBL], yields: [EBL]}
                  6: {serves: [WBT, WBR, WBL], yields: [WBL]}
                """);
    }

    @Test
    void turnsWithAnArrowFlashYellowBesideTheThroughPhase() throws Exception {
        writeArrows();
        Model model = model("actuated", "arrows", "short");
        Rehearsal rehearsal = random(model, 10);
        int left = model.signals()
                .groupOf(model.network().movement("market", "EBL").movement().index());
        assertThat(model.signals().groups().get(left).id()).isEqualTo("5");
        assertThat(rehearsal.changes())
                .filteredOn(c -> c.group() == left)
                .extracting(Rehearsal.Change::shows)
                .contains(Aspect.GREEN, Aspect.FLASHING_YELLOW);
        // who may also go in gaps waits less than who has only the arrow
        assertThat(delay(model, "EBL")).isLessThan(delay(model("actuated", "short"), "EBL"));
    }

    private static double delay(Model model, String movement) {
        double sum = 0;
        double vehicles = 0;
        for (int number = 1; number <= 2; number++) {
            for (MovementRow row : new Replication(model, number).result().rows(MovementRow.class)) {
                if (row.place().equals("market") && row.name().equals(movement)) {
                    sum += row.controlDelayS() * row.vehicles();
                    vehicles += row.vehicles();
                }
            }
        }
        return sum / vehicles;
    }

    @Test
    void aFixedPlanFlashesYellowToo() throws Exception {
        alternative("arrow", """
                groups:
                  WL: {serves: [WBL], yellow: 3 s, red: 2 s}
                plans:
                  pm: {greens: {EB: [0-32], WB: [0-32], WP: [0-20], WL: [37-42], NB: [47-75], SB: [47-75], WQ: [47-59]}}
                """);
        Model model = model("arrow");
        Rehearsal rehearsal = Rehearsal.of(model.signals(), "market", START, START + 1600, List.of());
        // offset 12 s, cycle 80 s: 16:30:52 is second 0
        assertThat(shown(model, rehearsal, "WL"))
                .containsSequence(
                        "16:30:52 FLASHING_YELLOW",
                        "16:31:24 YELLOW",
                        "16:31:27 RED",
                        "16:31:29 GREEN",
                        "16:31:34 YELLOW",
                        "16:31:37 RED",
                        "16:32:12 FLASHING_YELLOW");
    }

    @Test
    void overlapsThatConflictAreRefused() throws Exception {
        alternative("overlap", """
                phases:
                  6: {serves: [WBT]}
                overlaps:
                  A: {serves: [WBR], while: [6, 1]}
                """);
        assertThat(messages("actuated", "overlap"))
                .anyMatch(m -> m.contains("phases 'A' and '5' may have green together") && m.contains("WBR and EBL"));
        alternative("overlap", """
                phases:
                  6: {serves: [WBT]}
                overlaps:
                  A: {serves: [WBR], while: [6], late-start: 4 s, red: 1 s}
                """);
        Model model = model("actuated", "overlap");
        Rehearsal rehearsal = random(model, 5);
        List<String> green = shown(model, rehearsal, "A").stream()
                .filter(c -> c.endsWith("GREEN"))
                .toList();
        assertThat(green).isNotEmpty();
        assertThat(rehearsal.events())
                .filteredOn(e -> e.code() == EventCode.OVERLAP_GREEN)
                .hasSize(green.size())
                .allMatch(e -> e.parameter() == 1);
    }

    @Test
    void aLeftTurnTrapIsWarnedOf() throws Exception {
        writeArrows();
        alternative("lag", "plans: {pm: {rings: [\"2 1 | 4\", \"5 6 | 8\"]}}");
        List<String> warnings =
                StudyFolder.read(study, List.of("actuated", "arrows", "lag")).compile("pm").warnings().stream()
                        .map(Message::toString)
                        .toList();
        assertThat(warnings)
                .filteredOn(w -> w.contains("left-turn trap"))
                .hasSize(1)
                .allMatch(w -> w.contains("phase '1' follows '2'"));
    }

    @Test
    void aPreemptionCannotHoldTwoPhasesOfARing() throws Exception {
        Files.writeString(study.resolve("alternatives/detector.yaml"), """
                network: {detectors: {fire: {road: quay-4 ahead, before-end: 60 m}}}
                """);
        alternative("fire", "preemption: {engine: {detector: fire, phases: [1, 2]}}");
        assertThat(messages("actuated", "detector", "fire"))
                .anyMatch(m -> m.contains("pre-emption 'engine' wants phases '1' and '2' together"));
    }

    @Test
    void onlyBusesAskForPriority() throws Exception {
        Files.writeString(study.resolve("alternatives/detector.yaml"), """
                network:
                  detectors:
                    bus-in: {road: quay-4 ahead, lane: 2, before-end: 60 m}
                """);
        alternative("bus", """
                priority:
                  bus: {phases: [2], in: bus-in, patience: 30 s, pause: 0 s}
                  car: {phases: [2], in: bus-in, only: [car], patience: 1 s, pause: 0 s}
                """);
        Model model = model("actuated", "detector", "bus", "short");
        Replication replication = new Replication(model, 1);
        List<SignalEvent> events = new ArrayList<>();
        replication.recordSignals(events::add);
        replication.result();
        long buses = count(events, "bus");
        long cars = count(events, "car");
        assertThat(buses).isBetween(1L, 12L);
        assertThat(cars).isGreaterThan(5 * buses);
    }

    private static long count(List<SignalEvent> events, String who) {
        return events.stream()
                .filter(e -> e.code() == EventCode.PRIORITY_IN && e.who().equals(who))
                .count();
    }

    @Test
    void detectorsFail() throws Exception {
        alternative("fails", """
                failures:
                  - {detector: "4 on pier-road back lane 1", stuck: occupied, from: "16:32", to: "16:33"}
                """);
        assertThat(messages("actuated", "fails"))
                .anyMatch(m -> m.contains("this controller asks no detector '4 on pier-road back lane 1'"));
        String detector = model("actuated").signals().detectors().stream()
                .filter(d -> d.id().startsWith("4 on"))
                .findFirst()
                .orElseThrow()
                .id();
        alternative("fails", """
                failures:
                  - {detector: "%s", stuck: occupied, from: "16:32", to: "16:33"}
                """.formatted(detector));
        Model model = model("actuated", "fails");
        Rehearsal rehearsal = Rehearsal.of(model.signals(), "market", START, START + 3000, List.of());
        // nobody comes, but after the start phase 4 is called by the failure, and then again to its end
        assertThat(shown(model, rehearsal, "4"))
                .filteredOn(c -> c.endsWith("GREEN"))
                .anyMatch(c -> c.startsWith("16:32"));
    }

    /** Cycles of 80 s end at 16:40:52 for the last time; the next plan's offset is 30 s, so that it is 22 s late, and shortens two cycles. */
    @Test
    void aScheduleChangesPlansInStep() throws Exception {
        alternative("schedule", """
                schedule: {"06:00": pm, "16:40": late}
                transition: {way: short-way, most: 15 %}
                plans:
                  late: {like: pm, offset: 70 s}
                """);
        Model model = model("schedule");
        Rehearsal rehearsal = Rehearsal.of(model.signals(), "market", START, START + 20 * 600, List.of());
        List<String> green = shown(model, rehearsal, "EB").stream()
                .filter(c -> c.endsWith("GREEN"))
                .toList();
        // second 0 of a cycle: before, 16:40:12 is the first end after the change; 70 s modulo 80 s afterwards
        assertThat(green).contains("16:38:52 GREEN", "16:40:12 GREEN");
        int before = -1;
        for (Rehearsal.Change change : rehearsal.changes()) {
            boolean eb = model.signals().groups().get(change.group()).id().equals("EB");
            if (eb && change.shows() == Aspect.GREEN && change.tick() > START) { // it is green at the start already
                int length = change.tick() - before;
                assertThat(before < 0 ? 800 : length).isBetween(680, 920);
                before = change.tick();
            }
        }
        assertThat(before % 800).isEqualTo(700);
        assertThat(rehearsal.marks()).extracting(Rehearsal.Mark::who).containsExactly("plan pm", "plan late");
    }

    @Test
    void givenClearancesAreHeeded() throws Exception {
        Files.writeString(study.resolve("market-clearances.csv"), ",EB,NB\nEB,,6\nNB,5.5,\n");
        alternative("clear", "clearance: {file: market-clearances.csv, short: error}");
        assertThat(messages("clear"))
                .anyMatch(m -> m.contains("green 45-75 of 'NB' begins 1 s before 'EB'") && m.contains("needs 6 s"))
                .anyMatch(m -> m.contains("green 0-40 of 'EB' begins 0.5 s before 'NB'"));
        alternative("clear", "clearance: {file: market-clearances.csv, short: warn}");
        assertThat(StudyFolder.read(study, List.of("clear")).compile("pm").warnings().stream()
                        .map(Message::toString))
                .anyMatch(m -> m.contains("needs 6 s"));
        alternative("clear", "clearance: {short: error, needs: {\"2>4\": 6 s, \"4>9\": 1 s}}");
        assertThat(messages("actuated", "clear"))
                .anyMatch(
                        m -> m.contains("from '2' to '4' the clearance is 5.0 s, 6.0 s are needed: 1.0 s are missing"))
                .anyMatch(m -> m.contains("there is no group '9'"));
        alternative("clear", "clearance: {from: geometry, short: warn}");
        assertThat(StudyFolder.read(study, List.of("clear")).compile("pm").warnings().stream()
                        .map(Message::toString)
                        .filter(m -> m.contains("needs")))
                .hasSize(7)
                .anyMatch(m -> m.contains("green 0-40 of 'EB' begins 1.5 s before 'NB' (green 45-75, needs 6.5 s)"));
        Files.writeString(study.resolve("market-clearances.csv"), ",EB,NB\nEB,,six\nNB,5.5,,2\n");
        alternative("clear", "clearance: {file: market-clearances.csv}");
        assertThat(Arrays.asList(messages("clear").toArray(String[]::new)))
                .anyMatch(m -> m.startsWith("market-clearances.csv:2:") && m.contains("'six' is no clearance"))
                .anyMatch(m -> m.startsWith("market-clearances.csv:3:") && m.contains("more cells"));
    }

    /** A plan may have other times of a phase than the controller, and leave out phases or people. */
    @Test
    void aPlanHasItsOwnTimesAndOmits() throws Exception {
        alternative("night", """
                plans:
                  pm: {phases: {2: {min-green: 23 s, walk: 12 s}, 4: {omit-people: true}, 5: {omit: true}}}
                """);
        assertThat(messages("actuated", "night"))
                .anyMatch(m -> m.endsWith("nobody else serves EBL, which would never get green without phase '5'"));
        writeArrows();
        Model model = model("actuated", "arrows", "night");
        Rehearsal rehearsal = random(model, 30);
        assertThat(shown(model, rehearsal, "5"))
                .noneMatch(c -> c.endsWith(" GREEN"))
                .isNotEmpty();
        List<String> through = shown(model, rehearsal, "2");
        assertThat(through).filteredOn(c -> c.endsWith("GREEN")).hasSizeGreaterThan(5);
        for (int i = 1; i < through.size(); i++) {
            if (through.get(i).endsWith("YELLOW")) {
                assertThat(seconds(through.get(i)) - seconds(through.get(i - 1)))
                        .as(through.get(i))
                        .isGreaterThanOrEqualTo(23);
            }
        }
        alternative("wrong", "plans: {pm: {phases: {2: {min-green: 90 s}, 9: {omit: true}}}}");
        assertThat(messages("actuated", "wrong"))
                .anyMatch(m -> m.contains("phase '2' needs a min-green of at least 1 s and a max-green not below it"))
                .anyMatch(m -> m.contains("'9'"));
    }

    private static int seconds(String change) {
        String[] parts = change.substring(0, change.indexOf(' ')).split(":");
        return Integer.parseInt(parts[0]) * 3600
                + Integer.parseInt(parts[1]) * 60
                + (parts.length > 2 ? Integer.parseInt(parts[2].replaceAll("\\..*", "")) : 0);
    }

    /** The demo is sound; times that a rule wants longer are warned of with the figure that would do, by the study's own values. */
    @Test
    void shortTimesAreWarnedOfWithWhatWouldDo() throws Exception {
        assertThat(warnings()).isEmpty();
        Path signals = study.resolve("signals.yaml");
        String market = Files.readString(signals).replaceFirst("(?s)^.*?\n  market:", "  market:");
        String bad = market.replaceFirst("EB: \\{(.*?) yellow: 3 s, red: 2 s", "EB: {$1 yellow: 1 s, red: 0 s")
                .replaceFirst("crosses: \\[pier-road\\], walk: 7 s", "crosses: [pier-road], walk: 2 s, clear: 3 s")
                .replaceFirst("offset: [0-9]+ s", "offset: 95 s")
                .replaceFirst("SB: \\[45-75\\]", "SB: [45-58, 60-75]");
        assertThat(bad).isNotEqualTo(market);
        Files.writeString(signals, Files.readString(signals).replace(market, bad));
        assertThat(warnings())
                .anyMatch(w -> w.contains("yellow of 1.0 s is short for 'EB': 3.0 s would do for EBT at 50 km/h"))
                .anyMatch(w -> w.contains("red of 0.0 s after yellow is short for 'EB'"))
                .anyMatch(w -> w.contains("walk of 2.0 s is short for 'WP': 4.0 s let people set off"))
                .anyMatch(w -> w.matches(
                        ".*3.0 s to finish are short for 'WP': 9.8 m at 1.07 m/s, less a buffer of 3.0 s, take 6.1 s"))
                .anyMatch(w -> w.contains("an offset of 95 s lies beyond the cycle: it is the same as 15 s of 80 s"))
                .anyMatch(w -> w.contains(
                        "greens 45-58 and 60-75 of group 'SB' are 2 s apart, but its yellow and red take 5 s"))
                .hasSize(6);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file) + "\ndesign: {deceleration: 3.05 m/s2, shortest-walk: 2 s, walking: 2 m/s}\n");
        assertThat(warnings())
                .anyMatch(w -> w.contains("yellow of 1.0 s is short for 'EB': 3.3 s would do"))
                .anyMatch(w -> w.contains("yellow of 3.0 s is short for 'WB': 3.3 s would do for WBT at 50 km/h"))
                .noneMatch(w -> w.contains("walk of") || w.contains("to finish"));
        Files.writeString(file, Files.readString(file).replace("3.05 m/s2", "0 m/s2"));
        assertThat(messages()).anyMatch(m -> m.endsWith("study.yaml:15:24: a design value cannot be so small"));
    }

    private List<String> warnings() throws Exception {
        return StudyFolder.read(study, List.of()).compile("pm").warnings().stream()
                .map(Message::toString)
                .toList();
    }

    @Test
    void aProtectedTurnHasNobodyOnTheCrossingThatItTurnsOver() throws Exception {
        alternative("guarded", "groups: {NB: {serves: [NBL, NBT, NBR], yields: [NBL], protected: [NBR]}}");
        assertThat(messages("guarded"))
                .singleElement()
                .asString()
                .contains(
                        "groups 'NB' and 'WQ' have green together for 12 s, but NBR and people over quay-5 may never go together");
        alternative(
                "later",
                "plans: {pm: {greens: {NB: [60-75], WQ: [45-46]}}}\ngroups: {WQ: {crosses: [quay-5], walk: 1 s, clear: 14 s}}");
        assertThat(model("guarded", "later").signals().groups()).isNotEmpty();
        alternative("odd", "groups: {NB: {serves: [NBL, NBT, NBR], yields: [NBL], protected: [NBL, EBR]}}");
        assertThat(messages("odd"))
                .anyMatch(m -> m.contains("group 'NB' does not serve NBL by right"))
                .anyMatch(m -> m.contains("group 'NB' does not serve EBR by right"));
    }

    /** All that can be wrong with the rules of phases is said at once, each at its place. */
    @Test
    void whatIsWrongWithRulesOfPhasesIsSaid() throws Exception {
        alternative("wrong", """
                phases:
                  2: {max-green-2: 3 s, dynamic-max: {limit: 2 s}}
                  8: {clear-into-yellow: 30 s}
                inputs: {eb: {detector: eb-1, calls: [2], extends: [2], queue: 0.2 s}}
                preemption: {train: {detector: eb-1, delay: -1 s, first: [4], phases: [2, 4], exit: [9]}}
                days: {sun: {"08:00": noon}}
                plans:
                  pm: {free: false, cycle: 90 s, coordinated: [2, 6], splits: {1: 15 s, 2: 40 s, 4: 35 s, 5: 15 s, 6: 40 s, 8: 35 s}, second-max: [2, 6], adapt: {step: 0 s}}
                """);
        List<String> said = messages("actuated", "wrong");
        for (String words : List.of(
                "phase '2' has a min-green longer than this",
                "the longest green goes to at least min-green",
                "yellow and red of phase '8' take 5.0 s",
                "a queue is let go for at least 1 s",
                "times of pre-emption 'train' cannot be negative",
                "phase '6' has no max-green-2",
                "splits change by 0.1 s or more at a time",
                "days with plans of their own need a schedule",
                "no plan 'noon'")) {
            assertThat(said).as(words).anyMatch(m -> m.contains(words));
        }
    }

    @Test
    void anOmittedPhaseNeedsNoSplitAndItsTurnsGoInGaps() throws Exception {
        writeArrows();
        alternative("omit", """
                plans:
                  pm: {free: false, cycle: 90 s, coordinated: [2, 6], splits: {2: 55 s, 4: 35 s, 6: 55 s, 8: 35 s}, phases: {1: {omit: true}, 5: {omit: true}}}
                """);
        Model model = model("actuated", "arrows", "omit", "short");
        Rehearsal rehearsal = random(model, 10);
        assertThat(shown(model, rehearsal, "5"))
                .anyMatch(c -> c.endsWith("FLASHING_YELLOW"))
                .noneMatch(c -> c.endsWith("GREEN"));
    }
}
