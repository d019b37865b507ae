package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Imbalance;
import org.ulicarro.core.run.Model;

/** Two counted junctions with a yard on the way between them, where nobody counts. */
class AbsorptionTest {

    private static final double HOUR = 3600;

    @TempDir
    private Path temp;

    @BeforeEach
    void writeStudy() throws IOException {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: a yard
                periods:
                  pm: {from: "16:00", to: "17:00", warm-up: {length: 5 min, demand: first-slice}, drain: 5 min}
                replications: 1
                seed: 5
                files: [network.yaml, demand.yaml]
                """);
        Files.writeString(temp.resolve("network.yaml"), """
                network:
                  places:
                    west: {at: [-300, 0]}
                    a:    {at: [0, 0], control: stop, minor: [a-side]}
                    mid:  {at: [200, 0], control: yield, minor: [yard-lane]}
                    b:    {at: [400, 0], control: stop, minor: [b-side]}
                    east: {at: [700, 0]}
                    a-end: {at: [0, 200]}
                    b-end: {at: [400, 200]}
                    yard: {at: [200, -100]}
                  roads:
                    m1: {between: [west, a], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    m2: {between: [a, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    m3: {between: [mid, b], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    m4: {between: [b, east], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    a-side: {between: [a-end, a], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    b-side: {between: [b-end, b], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                    yard-lane: {between: [yard, mid], speed: 30 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                """);
        // eastward 440 leave a and b counts 400 in the first half hour, 340 and 400 in the second; westward 300 and 360
        // all the time
        Files.writeString(temp.resolve("counts.csv"), """
                place,from,to,EBL,EBT,WBT,WBR,SBL,SBR
                a,16:00,16:30,10,400,330,30,40,20
                a,16:30,17:00,10,300,330,30,40,20
                b,16:00,16:30,50,350,260,20,30,40
                b,16:30,17:00,50,350,260,20,30,40
                """);
    }

    private Model model(String balance) throws IOException, StudyProblem {
        Files.writeString(
                temp.resolve("demand.yaml"),
                "demand:\n  arrivals: exact\n  volumes: {pm: counts.csv}\n" + balance.indent(2));
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    @Test
    void aYardTakesUpWhatCountsDifferBy() throws IOException, StudyProblem {
        Model model = model("balance: {differences: absorbed}");
        Map<String, Imbalance> rows = new LinkedHashMap<>();
        model.demand().balance().forEach(row -> rows.put(row.from() + ">" + row.to(), row));
        assertThat(rows).containsOnlyKeys("a>b", "b>a");
        assertThat(rows.get("a>b").driveway()).isEqualTo("mid");
        assertThat(rows.get("a>b").difference()).isEqualTo(20, within(1e-9));
        assertThat(rows.get("a>b").absorbed())
                .as("40 turn off, then 60 come out")
                .isEqualTo(20, within(1e-9));
        assertThat(rows.get("b>a").absorbed()).isEqualTo(120, within(1e-9));
        assertThat(vehicles(model, "m2>yard-lane", 16)).isEqualTo(40, within(1e-9));
        assertThat(vehicles(model, "m2>yard-lane", 16.5)).isZero();
        assertThat(vehicles(model, "yard-lane>m3", 16)).isZero();
        assertThat(vehicles(model, "yard-lane>m3", 16.5)).isEqualTo(60, within(1e-9));
        assertThat(vehicles(model, "m2>m3", 16)).isEqualTo(400, within(1e-9));
        assertThat(vehicles(model, "yard-lane>m2", 16)).isEqualTo(60, within(1e-9));
    }

    private static double vehicles(Model model, String movement, double hour) {
        return model.network().movements().stream()
                .filter(m -> m.id().equals(movement))
                .mapToDouble(m -> model.demand().vehicles(m, hour * HOUR, (hour + 0.5) * HOUR))
                .sum();
    }

    /** Vehicles come out of the yard as the counts say: 60 westward in each half hour, 60 eastward in the second. */
    @Test
    void vehiclesComeOutOfTheYard() throws IOException, StudyProblem {
        Model model = model("balance: {differences: absorbed}");
        Departures all = model.demand().departures(1);
        int early = 0;
        int late = 0;
        for (int d = 0; d < all.size(); d++) {
            boolean fromYard =
                    model.network().links().get(all.entry()[d]).from().equals("yard");
            early += fromYard && all.time()[d] >= 16 * HOUR && all.time()[d] < 16.5 * HOUR ? 1 : 0;
            late += fromYard && all.time()[d] >= 16.5 * HOUR && all.time()[d] < 17 * HOUR ? 1 : 0;
        }
        assertThat(early).isBetween(59, 61);
        assertThat(late).isBetween(119, 121);
    }

    @Test
    void estimatedRoutesUseTheYardToo() throws IOException, StudyProblem {
        Model model = model("balance: {differences: absorbed}\nroutes: estimated");
        assertThat(model.demand().estimate().fits()).allMatch(fit -> fit.geh() < 1);
        assertThat(model.demand().estimate().pairs())
                .filteredOn(pair -> pair.from().equals("yard"))
                .extracting(pair -> pair.vehicles())
                .satisfies(v -> assertThat(v.stream().mapToDouble(x -> x).sum()).isEqualTo(180, within(1.0)));
    }

    @Test
    void withoutItTheYardNeedsCountsAndTheMessageSaysBoth() {
        assertThatThrownBy(() -> model("balance: {differences: kept}"))
                .isInstanceOf(StudyProblem.class)
                .satisfies(problem -> assertThat(
                                ((StudyProblem) problem).messages().toString())
                        .contains("no counts for approach", "'mid'", "balance: {differences: absorbed}"));
    }

    @Test
    void aDifferenceThatNothingCanTakeUpIsSaid() throws IOException, StudyProblem {
        String network = Files.readString(temp.resolve("network.yaml"));
        Files.writeString(
                temp.resolve("network.yaml"),
                network.replace(
                                "    mid:  {at: [200, 0], control: yield, minor: [yard-lane]}\n",
                                "    mid:  {at: [200, 0]}\n")
                        .replaceAll("    yard: .*\\n", "")
                        .replaceAll("    yard-lane: .*\\n", ""));
        Files.writeString(
                temp.resolve("demand.yaml"),
                "demand:\n  volumes: {pm: counts.csv}\n  balance: {differences: absorbed}\n");
        assertThat(StudyFolder.read(temp, List.of()).compile(null).warnings().toString())
                .contains("600 vehicles leave 'b' for 'a', which counts 720", "no place with a driveway");
    }

    @Test
    void roadsMayBeWrittenInPieces() throws IOException, StudyProblem {
        Model whole = model("balance: {differences: absorbed}");
        Path network = temp.resolve("network.yaml");
        Files.writeString(
                network,
                Files.readString(network)
                        .replace("between: [west, a]", "between: [joint-1, a]")
                        .replace("between: [a, mid]", "between: [joint-2, mid]")
                        .replace("between: [mid, b]", "between: [mid, joint-3]")
                        .replace("between: [yard, mid]", "between: [joint-4, mid]")
                        .replace("  roads:", """
                                    joint-1: {at: [-100, 0]}
                                    joint-2: {at: [120, 0]}
                                    joint-3: {at: [280, 0]}
                                    joint-4: {at: [200, -50]}
                                  roads:
                                    m0: {between: [west, joint-1], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                                    m2-0: {between: [a, joint-2], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                                    m3-2: {between: [joint-3, b], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                                    yard-end: {between: [yard, joint-4], speed: 30 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
                                """.stripTrailing().indent(0)));
        Model pieces = model("balance: {differences: absorbed}");
        assertThat(pieces.demand().hourlyEntering())
                .isEqualTo(whole.demand().hourlyEntering(), within(1e-9))
                .isGreaterThan(1000);
        assertThat(pieces.demand().balance())
                .extracting(Imbalance::from, Imbalance::to, Imbalance::driveway, Imbalance::absorbed)
                .containsExactlyInAnyOrderElementsOf(whole.demand().balance().stream()
                        .map(row -> tuple(row.from(), row.to(), row.driveway(), row.absorbed()))
                        .toList());
        for (String movement : List.of("m2>yard-lane", "m3>yard-lane", "yard-lane>m3", "yard-lane>m2")) {
            for (double from : new double[] {16, 16.5}) {
                assertThat(vehicles(pieces, movement, from)).isEqualTo(vehicles(whole, movement, from), within(1e-9));
            }
        }
    }
}
