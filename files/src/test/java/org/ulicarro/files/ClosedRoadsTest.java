package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.study.VehicleType;

/** Two ways between two ends, a short one and a long one; the short one is closed to some or for a time. */
class ClosedRoadsTest {

    private static final double HOUR = 3600;

    @TempDir
    private Path temp;

    private LoadedStudy.Compiled compile(String shortWay, String more, String demand) throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: two ways
                periods:
                  pm: {from: "16:00", to: "17:00", warm-up: {length: 5 min, demand: first-slice}, drain: 10 min}
                replications: 1
                seed: 3
                files: [network.yaml, demand.yaml]
                """);
        Files.writeString(temp.resolve("network.yaml"), """
                network:
                  places:
                    west: {at: [-300, 0]}
                    a:    {at: [0, 0], control: stop, minor: [upper]}
                    b:    {at: [600, 0], control: stop, minor: [upper]}
                    east: {at: [900, 0]}
                  roads:
                    in:      {between: [west, a], speed: 50 km/h, ahead: {lanes: 1}}
                    lower:   {between: [a, b], speed: 50 km/h, ahead: {lanes: 2}%s}
                    upper:   {between: [a, b], via: [[120, 200], [480, 200]], speed: 50 km/h, ahead: {lanes: 1}}
                    out:     {between: [b, east], speed: 50 km/h, ahead: {lanes: 2}}
                """.formatted(shortWay) + more.indent(2));
        Files.writeString(temp.resolve("demand.yaml"), "demand:\n" + demand.indent(2));
        return StudyFolder.read(temp, List.of()).compile(null);
    }

    private static final String DEMAND = """
            arrivals: exact
            mix: {car: 80 %, truck: 20 %}
            entries: {west: {vehicles: 400 veh/h, routes: {all: {via: [east]}}}}
            """;

    private static int over(Model model, Departures all, String road, int vehicle) {
        int n = 0;
        for (int m : all.way(vehicle)) {
            n += model.network().movements().get(m).id().endsWith(">" + road) ? 1 : 0;
        }
        return n;
    }

    @Test
    void trucksTakeTheWayThatIsOpenToThem() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile(", closed-to: [truck]", "", DEMAND);
        assertThat(compiled.warnings()).isEmpty();
        Departures all = compiled.model().demand().departures(1);
        int trucks = 0;
        for (int d = 0; d < all.size(); d++) {
            boolean truck = all.kind()[d].base() == VehicleType.TRUCK;
            trucks += truck ? 1 : 0;
            assertThat(over(compiled.model(), all, "upper", d)).isEqualTo(truck ? 1 : 0);
            assertThat(over(compiled.model(), all, "lower", d)).isEqualTo(truck ? 0 : 1);
        }
        assertThat(all.detoured()).isEqualTo(trucks).isPositive();
        assertThat(all.noWay()).isZero();
        ReplicationResult result = new Replication(compiled.model(), 1).result();
        assertThat(result.detoured()).isEqualTo(trucks);
        assertThat(result.entered()).isEqualTo(result.wanted());
    }

    @Test
    void onlyNamesWhoMayAndOthersGoRound() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile(", only: [truck]", "", DEMAND);
        Departures all = compiled.model().demand().departures(1);
        for (int d = 0; d < all.size(); d++) {
            boolean truck = all.kind()[d].base() == VehicleType.TRUCK;
            assertThat(over(compiled.model(), all, "lower", d)).isEqualTo(truck ? 1 : 0);
        }
    }

    /** Where there is no other way they drive there all the same: nobody is lost, and it is said. */
    @Test
    void whoHasNoOtherWayIsCountedAndSaid() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile("", "", DEMAND);
        String network = Files.readString(temp.resolve("network.yaml"));
        Files.writeString(
                temp.resolve("network.yaml"),
                network.replace("out:     {between: [b, east],", "out:     {between: [b, east], closed-to: [truck],"));
        compiled = StudyFolder.read(temp, List.of()).compile(null);
        Departures all = compiled.model().demand().departures(1);
        int trucks = (int) java.util.Arrays.stream(all.kind())
                .filter(k -> k.base() == VehicleType.TRUCK)
                .count();
        assertThat(compiled.warnings().toString())
                .contains("network.yaml:11", "truck " + trucks, "no way but over this road");
        ReplicationResult result = new Replication(compiled.model(), 1).result();
        assertThat(result.noWay()).isEqualTo(trucks).isPositive();
        assertThat(result.entered()).isEqualTo(result.wanted());
    }

    /** One closure for each lane: together they shut the road from 16:20 to 16:40. */
    @Test
    void whoWouldComeToAClosureGoesRoundIt() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile("", """
                closures:
                  left:  {road: lower ahead, lanes: [1], at: 200 m, length: 50 m, from: "16:20", to: "16:50"}
                  right: {road: lower ahead, lanes: [2], at: 190 m, length: 70 m, from: "16:00", to: "16:40"}
                """, DEMAND);
        assertThat(compiled.warnings()).hasSize(1);
        assertThat(compiled.warnings().toString()).contains("shuts every lane", "take another way", "none have none");
        Model model = compiled.model();
        Departures all = model.demand().departures(1);
        for (int d = 0; d < all.size(); d++) {
            double there = all.time()[d] + 300 / (50 / 3.6);
            boolean shut = there > 16 * HOUR + 1200 - 40 && there < 16 * HOUR + 2400 - 5;
            boolean open = there < 16 * HOUR + 1200 - 60 || there > 16 * HOUR + 2400 + 30;
            if (shut || open) {
                assertThat(over(model, all, "upper", d)).as("at %.0f", there).isEqualTo(shut ? 1 : 0);
            }
        }
        ReplicationResult result = new Replication(model, 1).result();
        assertThat((double) result.detoured()).isCloseTo(400 / 3.0, within(30.0));
        assertThat(result.entered()).isEqualTo(result.wanted());
    }

    /** Of an accident nobody knows who sets out: all come upon it, but for those who hear of the state of the road. */
    @Test
    void anAccidentIsComeUpon() throws IOException, StudyProblem {
        String crash = """
                closures:
                  crash: {road: lower ahead, at: 400 m, length: 20 m, from: "16:20", to: "16:32", announced: false}
                """;
        LoadedStudy.Compiled compiled = compile("", crash, DEMAND);
        assertThat(compiled.warnings()).isEmpty();
        ReplicationResult unheard = new Replication(compiled.model(), 1).result();
        assertThat(unheard.detoured()).isZero();
        ReplicationResult heard = new Replication(
                        compile("", crash, DEMAND + "informed: {share: 100 %, every: 1 min, gain: 10 %}")
                                .model(),
                        1)
                .result();
        assertThat(total(unheard).wayChanges()).isZero();
        assertThat(total(heard).wayChanges()).isGreaterThan(20);
        assertThat(total(heard).delayS()).isLessThan(0.7 * total(unheard).delayS());
    }

    private static TotalRow total(ReplicationResult result) {
        return result.rows(TotalRow.class).stream()
                .filter(row -> row.type().equals(TotalRow.ALL))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aLineKeepsItsWay() throws IOException, StudyProblem {
        LoadedStudy.Compiled compiled = compile(
                ", closed-to: [bus]", "", DEMAND + "services: {line-1: {route: [west, a, b, east], every: 10 min}}");
        assertThat(compiled.warnings().toString()).contains("bus 8", "no way but over this road");
    }
}
