package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.measure.GateRow;
import org.ulicarro.core.measure.MeterRow;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Snapshot;

/** Gates that serve each vehicle, and ramp meters, from the text of a study to what they let through. */
class GatesAndMetersTest {

    private static final String STUDY = """
            format: ulicarro/1
            title: gates
            periods:
              am: {from: "07:00", to: "08:00", warm-up: {length: 10 min, demand: first-slice}, drain: 5 min}
            replications: 1
            seed: 11
            network:
              places:
                west: {at: [-500, 0]}
                line: {at: [0, 0]%s}
                east: {at: [900, 0]}
              roads:
                before: {between: [west, line], speed: 50 km/h, ahead: {lanes: %d}}
                after:  {between: [line, east], speed: 50 km/h, ahead: {lanes: %d}}
            %s
            demand:
              mix: {car: 80 %%, truck: 20 %%}
              entries: {west: {vehicles: %d veh/h, routes: {on: {via: [line, east]}}}}
            """;

    @TempDir
    private Path temp;

    private Model model(int lanes, int vehicles, String more) throws IOException, StudyProblem {
        String signal = more.contains("kind: meter") ? ", control: signal" : "";
        Files.writeString(
                temp.resolve("study.yaml"), STUDY.formatted(signal, lanes, lanes, more.stripTrailing(), vehicles));
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    private ReplicationResult gate(int lanes, int vehicles, String gate) throws IOException, StudyProblem {
        return new Replication(model(lanes, vehicles, "  gates: {booth: {road: before ahead, " + gate + "}}"), 1)
                .result();
    }

    private ReplicationResult meter(int lanes, int vehicles, String meter) throws IOException, StudyProblem {
        return new Replication(model(lanes, vehicles, "signals: {line: {kind: meter, meter: {" + meter + "}}}"), 1)
                .result();
    }

    private static GateRow all(ReplicationResult result) {
        return result.rows(GateRow.class).get(result.rows(GateRow.class).size() - 1);
    }

    private static MeterRow whole(ReplicationResult result) {
        return result.rows(MeterRow.class).get(result.rows(MeterRow.class).size() - 1);
    }

    @Test
    void aGateServesOneAfterTheOtherAndTrucksAsLongAsTheStudySays() throws IOException, StudyProblem {
        ReplicationResult result = gate(1, 600, "at: 300 m, service: 8 s, by-type: {truck: 20 s}");
        GateRow gate = all(result);
        // saturated: a fifth of the vehicles take 20 s, the others 8 s; moving up takes what it takes between two of
        // them
        assertThat(gate.serviceS()).isCloseTo(0.8 * 8 + 0.2 * 20, within(1.2));
        double movingUp = 3600.0 / gate.served() - gate.serviceS();
        assertThat(movingUp).as("s to move up").isBetween(3.5, 7.5);
        assertThat(gate.busyShare()).isCloseTo(gate.serviceS() * gate.served() / 3600, within(1e-9));
        assertThat(gate.waitS())
                .as("the queue grows from the gate to the entry")
                .isGreaterThan(60);
        assertThat(result.unservedAtEnd()).isGreaterThan(200);
    }

    @Test
    void whoMeetsAnIdleGateOnlyLosesItsServiceAndTheStop() throws IOException, StudyProblem {
        GateRow gate = all(gate(1, 60, "at: 300 m, service: 5 s"));
        assertThat(gate.served()).isBetween(40, 80);
        assertThat(gate.serviceS()).isCloseTo(5, within(1e-5)); // kept as float
        assertThat(gate.waitS()).as("braking to a stand, and who was before").isBetween(2.0, 6.0);
    }

    @Test
    void serviceTimesAreDrawnWithTheirSpread() throws IOException, StudyProblem {
        ReplicationResult result = gate(2, 700, "at: 300 m, service: 6 s ± 2 s");
        GateRow gate = all(result);
        // within two spreads the standard deviation is 0.88 of the spread
        double error = 0.88 * 2 / Math.sqrt(gate.served());
        assertThat(gate.serviceS()).isCloseTo(6, within(3.5 * error));
        List<GateRow> whole = result.rows(GateRow.class).stream()
                .filter(r -> r.toS() - r.fromS() > 3599)
                .toList();
        assertThat(whole).extracting(GateRow::lane).containsExactly(1, 2, 0);
        assertThat(whole.get(0).served() + whole.get(1).served()).isEqualTo(gate.served());
        assertThat(whole.get(1).served())
                .as("both booths are used")
                .isBetween(gate.served() / 4, 3 * gate.served() / 4);
    }

    @Test
    void aGateInOneLaneLeavesTheOthersFree() throws IOException, StudyProblem {
        ReplicationResult result = gate(2, 900, "lanes: [2], at: 300 m, service: 10 s");
        assertThat(result.unservedAtEnd()).isZero();
        assertThat(all(result).served()).isBetween(100, 300);
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            one lane           | 1 | rate: 600 veh/h | 600
            slower             | 1 | rate: 300 veh/h | 300
            two by two         | 1 | "rate: 900 veh/h, per-green: 2" | 900
            lanes in turn      | 2 | rate: 1000 veh/h | 1000
            lanes together     | 2 | "rate: 1000 veh/h, release: together" | 1000
            """)
    void aMeterLetsGoAsManyAsItsRate(String name, int lanes, String meter, int rate) throws IOException, StudyProblem {
        ReplicationResult result = meter(lanes, rate + 400, meter);
        assertThat(whole(result).vehicles()).isCloseTo(rate, within(0.02 * rate + 2));
        assertThat(whole(result).rateVehh()).isCloseTo(rate, within(1e-6));
        assertThat(whole(result).waitS()).as("the queue that stays").isGreaterThan(100);
    }

    @Test
    void ratesFollowTheTimeOfDayAndOutsideItsHoursEverybodyGoes() throws IOException, StudyProblem {
        ReplicationResult result =
                meter(1, 1100, "rates: {\"06:00\": 400 veh/h, \"07:15\": 700 veh/h}, from: \"06:30\", to: \"07:45\"");
        List<MeterRow> slices = result.rows(MeterRow.class).stream()
                .filter(r -> r.toS() - r.fromS() < 1000)
                .toList();
        assertThat(slices).hasSize(4);
        assertThat(slices.get(0).vehicles()).isCloseTo(100, within(3.0));
        assertThat(slices.get(1).vehicles()).isCloseTo(175, within(4.0));
        assertThat(slices.get(2).vehicles()).isCloseTo(175, within(4.0));
        assertThat(slices.get(3).vehicles()).as("everybody goes").isGreaterThan(350);
        assertThat(slices).extracting(MeterRow::meteredShare).containsExactly(1.0, 1.0, 1.0, 0.0);
    }

    @Test
    void aQueueThatReachesItsDetectorMakesItLetGoAsManyAsItMay() throws IOException, StudyProblem {
        String detector = "  detectors: {back: {road: before ahead, at: 250 m, length: 6 m}}\n";
        String meter = "signals: {line: {kind: meter, meter: {rate: 300 veh/h, limits: [240 veh/h, 800 veh/h]%s}}}";
        MeterRow without = whole(new Replication(model(1, 600, detector + meter.formatted("")), 1).result());
        MeterRow with =
                whole(new Replication(model(1, 600, detector + meter.formatted(", queue-override: {from: [back]}")), 1)
                        .result());
        assertThat(without.overrideShare()).isZero();
        assertThat(without.vehicles()).isCloseTo(300, within(6.0));
        assertThat(with.overrideShare()).isBetween(0.3, 0.9);
        assertThat(with.vehicles()).isCloseTo(600, within(40.0));
    }

    /** Four booths before a road of two lanes: the outer ones stay empty however long the queues of the others are. */
    @Test
    void aBoothInALaneThatEndsIsTold() throws IOException, StudyProblem {
        String study =
                STUDY.formatted("", 4, 2, "  gates: {booth: {road: before ahead, at: 350 m, service: 9 s}}", 900);
        Files.writeString(temp.resolve("study.yaml"), study);
        assertThat(StudyFolder.read(temp, List.of()).compile(null).warnings().toString())
                .contains("lane 1 of before ahead, which has a gate here, ends before 'line'")
                .contains("lane 4 of before ahead, which has a gate here, ends before 'line'");
        String wide = study.replace(
                "{lanes: 2}", "{lanes: 2, ends: {left: [{full-width: 90 m}], right: [{full-width: 90 m}]}}");
        Files.writeString(temp.resolve("study.yaml"), wide);
        LoadedStudy.Compiled compiled = StudyFolder.read(temp, List.of()).compile(null);
        assertThat(compiled.warnings().toString()).doesNotContain("has a gate");
        List<GateRow> lanes = new Replication(compiled.model(), 1).result().rows(GateRow.class);
        assertThat(lanes.stream()
                        .filter(row -> row.lane() > 0 && row.toS() - row.fromS() > 3000)
                        .mapToDouble(GateRow::served))
                .hasSize(4)
                .allSatisfy(served -> assertThat(served).isBetween(150.0, 250.0));
    }

    @Test
    void stateIsSavedAndRestoredInTheMiddle() throws IOException, StudyProblem {
        Model model = model(
                1,
                700,
                "  gates: {booth: {road: after ahead, at: 200 m, service: 4 s ± 1 s}}\n"
                        + "signals: {line: {kind: meter, meter: {rate: 500 veh/h, per-green: 2}}}");
        String straight = Digest.of(List.of(new Replication(model, 1).result()));
        Replication first = new Replication(model, 1);
        first.advanceTo(7 * 3600 + 1234.4);
        Snapshot bytes = first.save();
        Replication second = new Replication(model, 1);
        second.restore(bytes);
        assertThat(Digest.of(List.of(second.result()))).isEqualTo(straight);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            "" | give one of rate, rates and feedback; none is written
            "rate: 500 veh/h, rates: {'07:00': 400 veh/h}" | give one of rate, rates and feedback; several are written
            "feedback: {from: [man], target: 20 %}" | there is no detector 'man'. Did you mean 'main'?
            "rate: 4000 veh/h" | a meter with one lane lets go more than 0 and at most 1800 veh/h
            "rate: 500 veh/h, limits: [900 veh/h, 300 veh/h]" | limits are two rates, the least first
            "rate: 500 veh/h, from: '08:00', to: '07:00'" | it ends metering before it begins
            "rate: 500 veh/h, per-green: 0" | one green is for 1 to 9 vehicles
            "rates: {'7 Uhr': 400 veh/h}" | no time of day
            "rate: 500" | '500' has no unit; write '500 veh/h' or '500 pcu/h'
            """)
    void whatIsWrongWithAMeterIsSaid(String meter, String words) throws IOException {
        String detector = "  detectors: {main: {road: after ahead, at: 250 m, length: 6 m}}\n";
        String text = detector + "signals: {line: {kind: meter, meter: {" + meter + "}}}";
        try {
            model(1, 600, text);
            assertThat(words).as("nothing was said").isEmpty();
        } catch (StudyProblem problem) {
            assertThat(problem.messages())
                    .anySatisfy(m -> assertThat(m.toString()).contains(words));
        }
    }
}
