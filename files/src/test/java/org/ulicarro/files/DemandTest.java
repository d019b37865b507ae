package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.Imbalance;
import org.ulicarro.core.demand.RouteEstimate;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.VehicleType;

/** Demand from the text of a study to who departs when, to where: a street of five junctions with side streets north and south. */
class DemandTest {

    private static final String[] SIDE = {"n", "s"};
    private static final double HOUR = 3600;

    @TempDir
    private Path temp;

    @BeforeEach
    void writeNetwork() throws IOException {
        StringBuilder text =
                new StringBuilder("network:\n  places:\n    west: {at: [-300, 0]}\n    east: {at: [1500, 0]}\n");
        for (int i = 0; i < 5; i++) {
            int x = 300 * i;
            text.append(String.format(
                    Locale.ROOT, "    j%d: {at: [%d, 0], control: stop, minor: [n%d, s%d]}\n", i, x, i, i));
            text.append(
                    String.format(Locale.ROOT, "    n%dx: {at: [%d, 250]}\n    s%dx: {at: [%d, -250]}\n", i, x, i, x));
        }
        text.append("  roads:\n");
        for (int i = 0; i <= 5; i++) {
            String from = i == 0 ? "west" : "j" + (i - 1);
            String to = i == 5 ? "east" : "j" + i;
            text.append(road("m" + i, from, to));
        }
        for (int i = 0; i < 5; i++) {
            text.append(road("n" + i, "n" + i + "x", "j" + i)).append(road("s" + i, "s" + i + "x", "j" + i));
        }
        Files.writeString(temp.resolve("network.yaml"), text);
    }

    private static String road(String id, String from, String to) {
        return String.format(
                Locale.ROOT,
                "    %s: {between: [%s, %s], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}\n",
                id,
                from,
                to);
    }

    private Model model(String demand) throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: five junctions
                periods:
                  pm: {from: "16:00", to: "17:00", warm-up: {length: 5 min, demand: first-slice}, drain: 5 min}
                replications: 1
                seed: 11
                files: [network.yaml, demand.yaml]
                """);
        Files.writeString(temp.resolve("demand.yaml"), "demand:\n" + demand.indent(2));
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    private void write(String file, String text) throws IOException {
        Files.writeString(temp.resolve(file), text);
    }

    /** Departures of a replication in the measured hour, from a place or, for null, from anywhere. */
    private static int[] inHour(Model model, Departures all, String from) {
        return IntStream.range(0, all.size())
                .filter(d -> all.time()[d] >= 16 * HOUR && all.time()[d] < 17 * HOUR)
                .filter(d -> from == null
                        || model.network().links().get(all.entry()[d]).from().equals(from))
                .toArray();
    }

    private static String end(Model model, Departures all, int departure) {
        int[] way = all.way(departure);
        Movement last = model.network().movements().get(way[way.length - 1]);
        return model.network().links().get(last.toLink()).to();
    }

    @Test
    void aWayMayBeginWithItsEntry() throws IOException, StudyProblem {
        String ways = "arrivals: exact\nentries: {west: {vehicles: 60 veh/h, routes: {a: {via: [%s]}}}}";
        Departures without = model(ways.formatted("j2, n2x")).demand().departures(1);
        Departures with = model(ways.formatted("west, j2, n2x")).demand().departures(1);
        assertThat(with.size()).isEqualTo(without.size()).isPositive();
        assertThat(with.way(0)).containsExactly(without.way(0));
    }

    @Test
    void aFaultyEntryIsNotTakenForNobody() {
        assertThatThrownBy(() -> model("entries: {weest: {vehicles: 100 veh/h, routes: {a: {via: [east]}}}}"))
                .isInstanceOfSatisfying(
                        StudyProblem.class,
                        problem -> assertThat(problem.messages())
                                .singleElement()
                                .asString()
                                .contains("'weest'", "Did you mean 'west'?"));
    }

    private static final String WEST = """
            arrivals: %s
            entries:
              west: {vehicles: 900 veh/h, routes: {through: {via: [east], share: 300}, north: {via: [j2, n2x], share: 100}}}
            """;

    /** Of a Poisson stream the variance of counts is their mean; an even one has none, an exact one none over the hour. */
    @Test
    void arrivalsAreSpreadAsAsked() throws IOException, StudyProblem {
        assertThat(dispersion(model(WEST.formatted("random")), 60)).isCloseTo(1, within(0.12));
        assertThat(dispersion(model(WEST.formatted("even")), 60)).isLessThan(0.05);
        Model exact = model(WEST.formatted("exact"));
        assertThat(dispersion(exact, 60)).as("random within the hour").isCloseTo(1, within(0.15));
        for (int k = 1; k <= 5; k++) {
            Departures all = exact.demand().departures(k);
            assertThat(IntStream.range(0, all.size()).filter(d -> all.time()[d] < 17 * HOUR + 300))
                    .as("900 an hour for 70 minutes, to the vehicle")
                    .hasSize(1050);
        }
    }

    /** Index of dispersion of counts in intervals over 20 replications. */
    private static double dispersion(Model model, double seconds) {
        double sum = 0;
        double squares = 0;
        int n = 0;
        for (int k = 1; k <= 20; k++) {
            Departures all = model.demand().departures(k);
            int[] counts = new int[(int) (HOUR / seconds)];
            for (int d : inHour(model, all, "west")) {
                counts[(int) ((all.time()[d] - 16 * HOUR) / seconds)]++;
            }
            for (int count : counts) {
                sum += count;
                squares += (double) count * count;
                n++;
            }
        }
        double mean = sum / n;
        return (squares / n - mean * mean) / mean;
    }

    @Test
    void routesOfAnEntryHaveTheirShares() throws IOException, StudyProblem {
        Model model = model(WEST.formatted("random"));
        int north = 0;
        int all = 0;
        for (int k = 1; k <= 20; k++) {
            Departures drawn = model.demand().departures(k);
            for (int d : inHour(model, drawn, "west")) {
                all++;
                north += end(model, drawn, d).equals("n2x") ? 1 : 0;
            }
        }
        double sd = Math.sqrt(0.25 * 0.75 / all);
        assertThat((double) north / all).isCloseTo(0.25, within(3 * sd));
    }

    @Test
    void growthAndTypesOfAnEntry() throws IOException, StudyProblem {
        Model model = model("""
                arrivals: exact
                growth: 20 %
                mix: {car: 100 %}
                entries:
                  west: {vehicles: 500 veh/h, from: "16:00", to: "16:30", mix: {truck: 1 %}, routes: {a: {via: [east]}}}
                """);
        Departures all = model.demand().departures(1);
        assertThat(all.size()).as("half an hour at 600 an hour").isEqualTo(300);
        assertThat(all.kind()).allMatch(k -> k.base() == VehicleType.TRUCK);
    }

    /** A tenth of a vehicle in each of many cells: together their total, each its mean. */
    @Test
    void tripsOfATableDepartInTheirSlices() throws IOException, StudyProblem {
        StringBuilder rows = new StringBuilder("from,to,depart_from,depart_to,vehicles,type\n");
        for (int i = 0; i < 5; i++) {
            for (String side : SIDE) {
                rows.append("west," + side + i + "x,16:00,16:30,7.3,\n");
                rows.append("west," + side + i + "x,16:30,17:00,2.2,bus\n");
            }
        }
        write("od.csv", rows.toString());
        Model model = model("arrivals: exact\nmix: {car: 100 %}\ntrips: {od.csv: {}}");
        for (int k = 1; k <= 5; k++) {
            Departures all = model.demand().departures(k);
            int[] hour = inHour(model, all, "west");
            assertThat((double) hour.length)
                    .isCloseTo(95, within(12.0)); // warm-up and drain time take their part of the total
            assertThat(all.size()).isBetween(95 + 12 + 3 - 1, 95 + 12 + 4 + 1);
            for (int d : hour) {
                VehicleType expected = all.time()[d] < 16.5 * HOUR ? VehicleType.CAR : VehicleType.BUS;
                assertThat(all.kind()[d].base()).isEqualTo(expected);
            }
        }
    }

    /** A row or two of another time are a slip, and so are all; of a table of the whole day nobody is told. */
    @ParameterizedTest
    @CsvSource({"18:00, 30, 30 of the 230", "18:00, 500, ''", "15:00, 10, 10 of the 210", "16:30, 30, ''"})
    void rowsOfAnotherTimeAreTold(String time, int vehicles, String told) throws IOException, StudyProblem {
        String later = time.substring(0, 3) + "55";
        write(
                "od.csv",
                "from,to,depart_from,depart_to,vehicles\nwest,s1x,16:00,16:30,200\nwest,s1x," + time + "," + later + ","
                        + vehicles + "\n");
        model("arrivals: exact\nmix: {car: 100 %}\ntrips: {od.csv: {}}");
        String warnings =
                StudyFolder.read(temp, List.of()).compile(null).warnings().toString();
        if (told.isEmpty()) {
            assertThat(warnings).doesNotContain("outside of the run");
        } else {
            assertThat(warnings)
                    .contains("od.csv:3:", told + " vehicles of this table", "which lasts from 15:55 to 17:05");
        }
    }

    @Test
    void cellsThatSayHowSomebodyComesInAreReadOrTold() throws IOException, StudyProblem {
        write(
                "od.csv",
                "from,to,depart_from,depart_to,vehicles,lane,speed,driver\n"
                        + "west,s1x,16:30:00.4,16:30:00.5,1,1,36 km/h,1f\nwest,s1x,16:31:00,16:31:01,1,,,\n");
        Departures all = model("arrivals: exact\nmix: {car: 100 %}\ntrips: {od.csv: {}}")
                .demand()
                .departures(1);
        assertThat(all.time()[0]).isBetween(16.5 * HOUR + 0.4, 16.5 * HOUR + 0.5);
        assertThat(all.speed()[0]).isCloseTo(10, within(1e-9));
        assertThat(all.key()[0]).isEqualTo(0x1f);
        assertThat(all.speed()[1]).isNaN();
        write(
                "od.csv",
                "from,to,depart_from,depart_to,vehicles,lane,speed,driver\n"
                        + "west,s1x,16:30:00.4,16:30:00.5,1,0,36,1x\nwest,s1x,16:31:00,16:31:01,1,,900 km/h,\n");
        assertThatThrownBy(() -> model("arrivals: exact\nmix: {car: 100 %}\ntrips: {od.csv: {}}"))
                .isInstanceOfSatisfying(
                        StudyProblem.class,
                        problem -> assertThat(problem.messages().stream()
                                        .map(m -> m.spot() + " " + m.text())
                                        .toList()
                                        .toString())
                                .contains(
                                        "'0' is no number of a lane",
                                        "'36' has no unit; write '36 km/h' or '36 mph'",
                                        "'1x' names no driver",
                                        "nobody comes in at 900 km/h: between 0 and 250 km/h"));
    }

    /** Turning counts of one place come out to the vehicle in every slice and replication, in an order by chance. */
    @Test
    void exactCountsAreMetTurnByTurn() throws IOException, StudyProblem {
        Samples.write("crossroads", temp.resolve("x"));
        Path demand = temp.resolve("x/demand.yaml");
        Files.writeString(demand, Files.readString(demand).replaceFirst("demand:", "demand:\n  arrivals: exact"));
        LoadedStudy loaded = StudyFolder.read(temp.resolve("x"), List.of());
        Model model = loaded.compile(null).model();
        Set<String> orders = new HashSet<>();
        for (int k = 1; k <= 5; k++) {
            Departures all = model.demand().departures(k);
            StringBuilder order = new StringBuilder();
            for (Count count : loaded.inputs().counts()) {
                int came = 0;
                for (int d = 0; d < all.size(); d++) {
                    Movement first = model.network().movements().get(all.way(d)[0]);
                    boolean here =
                            first.name().equals(count.movement()) || first.id().equals(count.movement());
                    boolean now = all.time()[d] >= count.from() && all.time()[d] < count.to();
                    came += here && now ? 1 : 0;
                    order.append(here && now ? d + " " : "");
                }
                assertThat((double) came)
                        .as("%s from %s in replication %d", count.movement(), count.from(), k)
                        .isCloseTo(count.vehicles(), within(1e-9));
            }
            orders.add(order.toString());
        }
        assertThat(orders).hasSize(5);
    }

    /** One cell is changed, another comes in before it: all others send the same vehicles at the same times as before. */
    @Test
    void aChangedCellMovesNobodyElse() throws IOException, StudyProblem {
        for (String arrivals : List.of("random", "exact", "even")) {
            String plan = "arrivals: " + arrivals + "\nmix: {car: 90 %, truck: 10 %}\ntrips: {od.csv: {}}";
            String head = "from,to,depart_from,depart_to,vehicles\n";
            String others = "east,west,16:00,16:30,40.7\ns1x,s3x,16:00,17:00,30\neast,s0x,16:30,17:00,25.5\n";
            write("od.csv", head + "west,east,16:00,16:30,20\n" + others);
            List<String> before = drawn(model(plan));
            write("od.csv", head + "n1x,west,16:00,17:00,12.4\nwest,east,16:00,16:30,33\n" + others);
            List<String> after = drawn(model(plan));
            assertThat(before).as(arrivals).hasSizeGreaterThan(60);
            assertThat(after).as(arrivals).containsSubsequence(before);
        }
    }

    /** Vehicles that come in neither in the west nor in the north: when, what and with which draws. */
    private static List<String> drawn(Model model) {
        Departures all = model.demand().departures(3);
        return IntStream.range(0, all.size())
                .filter(d -> !model.network().links().get(all.entry()[d]).from().equals("west"))
                .filter(d -> !model.network().links().get(all.entry()[d]).from().startsWith("n"))
                .mapToObj(d -> all.time()[d] + " " + all.kind()[d].base() + " " + all.key()[d] + " "
                        + Arrays.toString(all.way(d)))
                .toList();
    }

    @Test
    void surgesAndSingleVehiclesComeWhenTheyAreWritten() throws IOException, StudyProblem {
        Model model = model("""
                surges:
                  ferry: {at: s2x, from: "16:10", vehicles: 180, every: 2 s, mix: {car: 90 %, truck: 10 %},
                          routes: {w: {via: [west], share: 2}, e: {via: [east], share: 1}}}
                departures:
                  fire: {at: "16:52:10", type: truck, route: [east, j2, west]}
                """);
        Departures all = model.demand().departures(1);
        assertThat(all.size()).isEqualTo(181);
        assertThat(all.time()[0]).isEqualTo(16 * HOUR + 600);
        assertThat(all.time()[179]).isCloseTo(16 * HOUR + 600 + 358, within(1e-6));
        assertThat(all.time()[180]).isEqualTo(16 * HOUR + 52 * 60 + 10);
        assertThat(all.kind()[180].base()).isEqualTo(VehicleType.TRUCK);
        long west = IntStream.range(0, 180)
                .filter(d -> end(model, all, d).equals("west"))
                .count();
        assertThat((double) west).isCloseTo(120, within(20.0));
    }

    /** What one lane cannot take waits outside, is counted there, and nobody is lost. */
    @Test
    void sixThousandThroughOneLaneAreAllAccountedFor() throws IOException, StudyProblem {
        Model model = model(
                "surges: {all: {at: west, from: \"16:00\", vehicles: 6000, every: 0.5 s, routes: {a: {via: [east]}}}}");
        Replication replication = new Replication(model, 1);
        ReplicationResult result = replication.result(); // checks that nobody is lost
        assertThat(result.wanted()).isEqualTo(6000);
        EntryRow row = result.rows(EntryRow.class).stream()
                .filter(r -> r.link().equals("m0 ahead") && r.toS() - r.fromS() == HOUR)
                .findFirst()
                .orElseThrow();
        assertThat(row.wanted()).isEqualTo(6000);
        assertThat(row.entered() + row.outsideEnd()).isEqualTo(6000);
        assertThat(row.outsideEnd()).isEqualTo(result.unservedAtEnd());
        assertThat(row.outsidePeak()).isEqualTo(result.unservedPeak());
        assertThat(row.entered()).isBetween(1500, 2300);
        assertThat(row.entryDelayS()).isBetween(1000.0, 2200.0);
        int inSlices = result.rows(EntryRow.class).stream()
                .filter(r -> r.link().equals("m0 ahead") && r.toS() - r.fromS() < HOUR)
                .mapToInt(EntryRow::entered)
                .sum();
        assertThat(inSlices).isEqualTo(row.entered());
    }

    /** Counts of invented trips: what is estimated from them meets each count, and is no trip that nobody makes. */
    @Test
    void estimatedRoutesReproduceTheCounts() throws IOException, StudyProblem {
        writeCounts(1.0);
        Model model = model("routes: estimated\nvolumes: {pm: counts.csv}");
        RouteEstimate estimate = model.demand().estimate();
        assertThat(estimate.fits()).hasSizeGreaterThan(40).allMatch(fit -> fit.geh() < 1);
        double all = estimate.pairs().stream()
                .mapToDouble(RouteEstimate.Pair::vehicles)
                .sum();
        assertThat(all).isCloseTo(trips().stream().mapToDouble(t -> t.vehicles).sum(), within(1.0));
        assertThat(estimate.pairs()).noneMatch(pair -> pair.from().equals(pair.to()));
        Departures drawn = model.demand().departures(1);
        int[] west = inHour(model, drawn, "west");
        double expected = trips().stream()
                .filter(t -> t.from.equals("west"))
                .mapToDouble(t -> t.vehicles)
                .sum();
        assertThat((double) west.length).isCloseTo(expected, within(3 * Math.sqrt(expected)));
    }

    private record Trip(String from, String to, double vehicles) {}

    private static List<Trip> trips() {
        List<String> ends = new ArrayList<>(List.of("west", "east"));
        for (int i = 0; i < 5; i++) {
            ends.add("n" + i + "x");
            ends.add("s" + i + "x");
        }
        List<Trip> trips = new ArrayList<>();
        for (String from : ends) {
            for (String to : ends) {
                boolean main = from.length() == 4 && to.length() == 4;
                if (!from.equals(to)) {
                    trips.add(new Trip(from, to, main ? 300 : 4 + (from.hashCode() * 31 + to.hashCode() & 15)));
                }
            }
        }
        return trips;
    }

    /** Counts that these trips would give, all places but the third one too high by a factor. */
    private void writeCounts(double factor) throws IOException, StudyProblem {
        StringBuilder od = new StringBuilder("from,to,depart_from,depart_to,vehicles\n");
        trips().forEach(t -> od.append(t.from + "," + t.to + ",16:00,17:00," + t.vehicles + "\n"));
        write("truth.csv", od.toString());
        Model model = model("arrivals: exact\ntrips: {truth.csv: {}}");
        Departures all = model.demand().departures(1);
        double[] counts = new double[model.network().movements().size()];
        for (int d = 0; d < all.size(); d++) {
            for (int m : all.way(d)) {
                counts[m] += 60.0 / 70; // of the 70 minutes that depart
            }
        }
        StringBuilder text = new StringBuilder("place,movement,from,to,vehicles\n");
        for (Movement m : model.network().movements()) {
            double share = m.place().equals("j2") ? 1 : factor;
            text.append(m.place() + "," + m.id() + ",16:00,17:00," + counts[m.index()] * share + "\n");
        }
        write("counts.csv", text.toString());
    }

    @Test
    void neighboursAreHeldAgainstEachOtherAndFittedToTheTrustedOne() throws IOException, StudyProblem {
        writeCounts(1.3);
        Model kept = model("volumes: {pm: counts.csv}");
        Imbalance into = between(kept, "j1", "j2");
        assertThat(into.leaves()).isCloseTo(1.3 * into.arrives(), within(1.0));
        double m = into.arrives();
        double c = into.leaves();
        assertThat(into.geh()).isCloseTo(Math.sqrt(2 * (m - c) * (m - c) / (m + c)), within(1e-9));
        assertThat(between(kept, "j0", "j1").difference()).isCloseTo(0, within(0.5));
        assertThat(StudyFolder.read(temp, List.of()).compile(null).warnings())
                .anyMatch(w -> w.toString().contains("leave 'j1' for 'j2', which counts"));
        Model scaled = model("volumes: {pm: counts.csv}\nbalance: {differences: scaled, trusted: [j2]}");
        assertThat(between(scaled, "j1", "j2").difference()).isCloseTo(0, within(0.5));
        assertThat(between(scaled, "j3", "j2").difference()).isCloseTo(0, within(0.5));
    }

    private static Imbalance between(Model model, String from, String to) {
        return model.demand().balance().stream()
                .filter(i -> i.from().equals(from) && i.to().equals(to))
                .findFirst()
                .orElseThrow();
    }

    /** 400 in the hour, a peak hour factor of 0.8: 125 in the busiest quarter, and the same total. */
    @Test
    void countedHoursSwellToTheirBusiestQuarter() throws IOException, StudyProblem {
        writeCounts(1);
        String counts = Files.readString(temp.resolve("counts.csv"));
        write("counts.csv", counts.replaceFirst("(j0,m0>m1,16:00,17:00),[0-9.]+", "$1,400"));
        Model model = model("volumes: {pm: counts.csv}\npeak: {factor: 0.8, quarter: 3}");
        Movement m = model.network().movement("j0", "m0>m1").movement();
        assertThat(model.demand().vehicles(m, 16 * HOUR, 17 * HOUR)).isCloseTo(400, within(1e-6));
        assertThat(model.demand().vehicles(m, 16.5 * HOUR, 16.75 * HOUR)).isCloseTo(125, within(1e-6));
        assertThat(model.demand().vehicles(m, 16 * HOUR, 16.25 * HOUR)).isCloseTo(275 / 3.0, within(1e-6));
    }

    /** A queue that grew wanted to pass, too; types that were told apart are driven as counted. */
    @Test
    void queuesAndTypesOfCounts() throws IOException, StudyProblem {
        writeCounts(1);
        String counts = Files.readString(temp.resolve("counts.csv")).replaceFirst("j0,m0>m1,16:00,17:00,[0-9.]+\n", "");
        counts = counts.replace("vehicles\n", "vehicles,type,queue_start,queue_end\n")
                .replaceAll("([0-9.]+)\n", "$1,,,\n");
        write("counts.csv", counts + "j0,m0>m1,16:00,17:00,500,bus,10,60\n");
        Model model = model("arrivals: exact\nmix: {car: 100 %}\nvolumes: {pm: counts.csv}");
        Movement m = model.network().movement("j0", "m0>m1").movement();
        assertThat(model.demand().vehicles(m, 16 * HOUR, 17 * HOUR)).isEqualTo(550);
        Departures all = model.demand().departures(1);
        int[] west = inHour(model, all, "west");
        long buses = Arrays.stream(west)
                .filter(d -> all.kind()[d].base() == VehicleType.BUS)
                .count();
        assertThat((double) buses).isCloseTo(550, within(60.0));
    }

    /** 60 an hour, and a quarter of an hour in which 900 an hour come in fours. */
    @Test
    void peopleComeByTheTimeOfDay() throws IOException, StudyProblem {
        Path network = temp.resolve("network.yaml");
        Files.writeString(
                network, Files.readString(network).replace("minor: [n2, s2]", "minor: [n2, s2], crossings: {n2: {}}"));
        Model model = model("departures: {d: {at: \"16:10\", route: [west, east]}}\n"
                + "walkers: {j2.n2: 60 /h; 16:30-16:45 900 /h in groups of 4}");
        int quiet = 0;
        int busy = 0;
        for (int k = 1; k <= 10; k++) {
            for (double time : model.demand().walks(k).time()) {
                quiet += time >= 16 * HOUR && time < 16.5 * HOUR ? 1 : 0;
                busy += time >= 16.5 * HOUR && time < 16.75 * HOUR ? 1 : 0;
            }
        }
        assertThat((double) quiet).isCloseTo(300, within(3 * Math.sqrt(300)));
        assertThat((double) busy).isCloseTo(2250, within(3 * Math.sqrt(4 * 2250)));
        assertThatThrownBy(() -> model("walkers: {j2.n2: 60 /h; 16:30-16:20 900 /h}"))
                .hasMessageContaining("ends at 16:20, not after it begins");
    }

    /** A coach is a longer bus, a heavy vehicle one of two kinds; both stand in the mix like built-in types. */
    @Test
    void aStudyHasTypesOfItsOwn() throws IOException, StudyProblem {
        Model model = model("""
                arrivals: exact
                types:
                  coach: {based-on: bus, length: 13.5 m, top-speed: 80 km/h ± 0 km/h}
                  heavy: {shares: {truck: 70 %, articulated: 30 %}}
                mix: {car: 50 %, coach: 20 %, heavy: 30 %}
                entries: {west: {vehicles: 3000 veh/h, routes: {a: {via: [east]}}}}
                services: {tour: {type: coach, route: [east, west], every: 10 min}}
                departures: {one: {at: "16:10", type: coach, route: [west, east]}}
                """);
        Departures all = model.demand().departures(1);
        List<String> names = Arrays.stream(all.kind()).map(k -> k.id()).toList();
        double n = names.size();
        assertThat(names.stream().filter("coach"::equals).count() / n).isCloseTo(0.2, within(0.03));
        assertThat(names.stream().filter("truck"::equals).count() / n).isCloseTo(0.21, within(0.03));
        assertThat(names.stream().filter("articulated"::equals).count() / n).isCloseTo(0.09, within(0.02));
        assertThat(names).doesNotContain("heavy", "bus");
        Replication replication = new Replication(model, 1);
        replication.advanceTo(16 * HOUR);
        var rows = replication.view().rows();
        int coaches = 0;
        for (int row = 0; row < rows.count(); row++) {
            boolean coach =
                    rows.vehicle(row) >= 0 && all.kind()[rows.vehicle(row)].id().equals("coach");
            coaches += coach ? 1 : 0;
            assertThat(!coach || rows.length(row) == 13.5).isTrue();
        }
        assertThat(coaches).isGreaterThan(2);
        assertThatThrownBy(() -> model("""
                        types:
                          bus: {based-on: truck}
                          heavy: {shares: {trucks: 70 %}}
                          odd: {length: 5 m}
                        mix: {cra: 100 %}
                        services: {tour: {type: coahc, route: [east, west], every: 10 min}}
                        """))
                .hasMessageContaining("'bus' is built in")
                .hasMessageContaining("there is no single type of vehicle 'trucks'. Did you mean 'truck'?")
                .hasMessageContaining("write either based-on: bus")
                .hasMessageContaining("there is no type of vehicle 'cra'. Did you mean 'car'?")
                .hasMessageContaining("there is no type of vehicle 'coahc'");
    }

    /** Everything that is wrong with demand, at its place, all at once. */
    @Test
    void badDemandIsToldAtItsPlace() throws IOException {
        write("counts.csv", """
                place,movement,from,to,vehicles
                j9,NBT,16:00,17:00,10
                j0,m0>mm,16:00,17:00,10
                j0,m0>m1,16:00,17:00,"1,200"
                j0,m0>n0,16:00,17:00,"12,5"
                j0,m0>s0,16:00,17:00,12 veh
                """);
        write("od.csv", """
                from,to,depart_from,depart_to,vehicles
                west,east,16:00,17:00,x
                west,east,4pm,17:00,5
                """);
        assertThatThrownBy(() -> model("""
                        volumes: {pm: counts.csv}
                        trips: {od.csv: {}}
                        growth: -100 %
                        peak: {factor: 1.4}
                        balance: {differences: scaled}
                        entries: {west: {vehicles: 100, routes: {a: {via: [east]}}}}
                        """))
                .isInstanceOfSatisfying(
                        StudyProblem.class,
                        problem -> assertThat(problem.messages().stream().map(Object::toString))
                                .anyMatch(m -> m.contains("counts.csv:4:")
                                        && m.contains("write it without marks between thousands: 1200"))
                                .anyMatch(m -> m.contains("counts.csv:5:") && m.contains("decimals take a point: 12.5"))
                                .anyMatch(m -> m.contains("counts.csv:6:") && m.contains("write the number alone: 12"))
                                .anyMatch(m -> m.contains("od.csv:2:") && m.contains("'x' is no number of vehicles"))
                                .anyMatch(m -> m.contains("od.csv:3:") && m.contains("'4pm' is no time of day"))
                                .anyMatch(m -> m.contains("demand.yaml:4:") && m.contains("growth"))
                                .anyMatch(m -> m.contains("a peak hour factor is"))
                                .anyMatch(m -> m.contains("trusted: [gate]"))
                                .anyMatch(m -> m.contains("demand.yaml:7:") && m.contains("write '100 veh/h'")));
    }

    @Test
    void whereNobodyCanEnterOrLeaveIsToldByLine() throws IOException {
        write("od.csv", """
                from,to,depart_from,depart_to,vehicles
                j2,east,16:00,17:00,5
                west,j3,16:00,17:00,5
                wets,east,16:00,17:00,5
                west,east,16:00,17:00,5
                west,east,16:30,17:30,5
                """);
        assertThatThrownBy(() -> model("""
                        trips: {od.csv: {}}
                        entries: {weest: {vehicles: 100 veh/h, routes: {a: {via: [east]}}}}
                        surges: {s: {at: west, from: "16:00", vehicles: 0, every: 2 s, routes: {a: {via: [j7]}}}}
                        departures: {d: {at: "16:10", route: [west, j1]}}
                        """))
                .isInstanceOfSatisfying(
                        StudyProblem.class,
                        problem -> assertThat(problem.messages().stream().map(Object::toString))
                                .anyMatch(m -> m.contains("od.csv:2:1") && m.contains("vehicles cannot enter at 'j2'"))
                                .anyMatch(m -> m.contains("od.csv:3:1") && m.contains("'j3' is no end of a road"))
                                .anyMatch(m -> m.contains("od.csv:4:1") && m.contains("Did you mean 'west'?"))
                                .anyMatch(m -> m.contains("od.csv:6:1") && m.contains("overlap in time with line 5"))
                                .anyMatch(m -> m.contains("'weest'") && m.contains("Did you mean 'west'?"))
                                .anyMatch(m -> m.contains("a surge has 1 to"))
                                .anyMatch(m -> m.contains("'j7' is no place"))
                                .anyMatch(m -> m.contains("'j1' is no end of a road")));
    }
}
