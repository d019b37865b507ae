package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.core.traffic.events.Visits;

/**
 * Junctions in a row, 30 to 400 m apart, with straight streets across, so that whatever a vehicle loses can be told from where it was
 * and how fast it wants to go, without any account: what the accounts say must be that, and at the right place.
 */
class CloseJunctionsTest {

    private static final double LIMIT = 50 / 3.6;

    /** How many networks are drawn; more with {@code -Dulicarro.networks=200}. */
    private static final int NETWORKS = Integer.getInteger("ulicarro.networks", 12);

    @TempDir
    private Path temp;

    /** What vehicles lost by where they were, and what their accounts say. */
    private static final class Watch implements Observer {
        final double[]
                lostOnRoad; // link -> s of those on it; on its way through a place a vehicle is on the link before
        final Map<Integer, Double> booked = new HashMap<>(); // movement -> s
        final Map<Integer, Integer> onLink = new HashMap<>(); // vehicle -> link it came from
        final Map<Integer, Double> last = new HashMap<>(); // vehicle -> how far it had come on its lane
        double farthest; // m from the line of the last place to the rear of who stands furthest from it, while measured
        private final Model model;
        private double line = Double.NEGATIVE_INFINITY; // x of the last of them, m

        Watch(Model model) {
            this.model = model;
            for (Lane lane : model.network().lanes()) {
                boolean main = lane.link() >= 0
                        && model.network().links().get(lane.link()).id().matches("m[0-9] ahead");
                line = main && lane.arrows() != null
                        ? Math.max(line, lane.line().at(lane.end()).x())
                        : line;
            }
            lostOnRoad = new double[model.network().links().size()];
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            FleetView rows = view.rows();
            for (int row = 0; row < rows.count(); row++) {
                int v = rows.vehicle(row);
                if (v >= 0) {
                    Lane lane = model.network().lanes().get(rows.lane(row));
                    if (lane.link() >= 0) {
                        onLink.put(v, lane.link());
                    }
                    double wants = Math.min(LIMIT * rows.desiredSpeed(row), 40);
                    double moved = rows.speed(row) * view.stepSeconds();
                    if (lane.link() >= 0 && rows.speed(row) < 0.3) {
                        noteStanding(view, lane, rows.position(row) - rows.length(row));
                    }
                    if (last.put(v, wants) != null) {
                        lostOnRoad[onLink.get(v)] += view.stepSeconds() - moved / wants;
                    }
                }
            }
            add(events.visits());
        }

        private void noteStanding(TrafficView view, Lane lane, double rear) {
            boolean measured = view.now() > 8 * 3600 && view.now() <= 8 * 3600 + 600;
            if (measured && model.network().links().get(lane.link()).id().matches("m[0-9] ahead")) {
                farthest = Math.max(farthest, line - lane.line().at(rear).x());
            }
        }

        @Override
        public void afterRun(TrafficView view, TrafficEvents events) {
            add(events.visits());
        }

        private void add(Visits visits) {
            for (int i = 0; i < visits.count(); i++) {
                booked.merge(visits.movement(i), visits.controlDelay(i), Double::sum);
            }
        }

        double lost() {
            double sum = 0;
            for (double one : lostOnRoad) {
                sum += one;
            }
            return sum;
        }

        double booked() {
            return booked.values().stream().mapToDouble(d -> d).sum();
        }

        @Override
        public void save(DataOutput out) {}

        @Override
        public void restore(DataInput in) {}
    }

    private static double draw(int network, int n, double from, double to) {
        return from + (to - from) * Draws.uniform(Draws.key(11, network, Purpose.ROUTE, 0), n);
    }

    private Model random(int network) throws IOException, StudyProblem {
        int places = 2 + (int) draw(network, 0, 0, 4);
        StringBuilder at = new StringBuilder("    west: {at: [-300, 0]}\n");
        StringBuilder roads = new StringBuilder();
        StringBuilder signals = new StringBuilder("signals:\n");
        StringBuilder counts = new StringBuilder("place,from,to,EBT,WBT,NBT,SBT\n");
        double x = 0;
        String before = "west";
        int main = (int) draw(network, 1, 200, 900);
        for (int i = 0; i < places; i++) {
            String id = "p" + i;
            boolean signal = i == 0 || draw(network, 10 * i + 10, 0, 1) < 0.8;
            at.append(line(
                    "    %s: {at: [%.0f, 0], %s}%n",
                    id, x, signal ? "control: signal" : "control: stop, minor: [n" + i + ", s" + i + "]"));
            at.append(line("    north%d: {at: [%.0f, 250]}%n    south%d: {at: [%.0f, -250]}%n", i, x, i, x));
            roads.append(road("m" + i, before, id))
                    .append(road("n" + i, "north" + i, id))
                    .append(road("s" + i, "south" + i, id));
            int cycle = (int) draw(network, 10 * i + 11, 40, 110);
            int green = (int) draw(network, 10 * i + 12, 8, cycle - 18);
            if (signal) {
                signals.append(signal(id, cycle, (int) draw(network, 10 * i + 13, 0, cycle), green));
            }
            counts.append(line(
                    "%s,08:00,08:10,%d,%d,%d,%d%n",
                    id, main / 6, main / 8, (int) draw(network, 10 * i + 14, 2, 40), 20));
            before = id;
            x += 37 + draw(network, 10 * i + 15, 0, 363);
        }
        at.append(line("    east: {at: [%.0f, 0]}%n", x + 300));
        roads.append(road("last", before, "east"));
        return model("network:\n  places:\n" + at + "  roads:\n" + roads, signals.toString(), counts.toString());
    }

    private static String line(String format, Object... values) {
        return String.format(Locale.ROOT, format, values);
    }

    private static String road(String id, String from, String to) {
        return "    " + id + ": {between: [" + from + ", " + to + "], speed: 50 km/h, ahead: {lanes: 1" + turns(to)
                + "}, back: {lanes: 1" + turns(from) + "}}\n";
    }

    /** At places all go straight on. */
    private static String turns(String at) {
        return at.startsWith("p") ? ", turns: [T]" : "";
    }

    private static String signal(String id, int cycle, int offset, int green) {
        return line(
                "  %s:%n    kind: fixed%n    groups:%n      main: {serves: [EBT, WBT], yellow: 3 s, red: 2 s, min-green: 5 s}%n"
                        + "      side: {serves: [NBT, SBT], yellow: 3 s, red: 2 s, min-green: 5 s}%n"
                        + "    plans:%n      p: {cycle: %d s, offset: %d s, greens: {main: [0-%d], side: [%d-%d]}}%n",
                id, cycle, offset, green, green + 5, cycle - 5);
    }

    private Model model(String network, String signals, String counts) throws IOException, StudyProblem {
        return model(network, signals, counts, "mix: {car: 100 %}");
    }

    private Model model(String network, String signals, String counts, String demand) throws IOException, StudyProblem {
        Files.writeString(temp.resolve("study.yaml"), """
                format: ulicarro/1
                title: close junctions
                periods:
                  p: {from: "08:00", to: "08:10", warm-up: {length: 2 min, demand: first-slice}, drain: 5 min}
                step: 0.2 s
                vehicles: {car: {desired-speed: 100 % ± 0.1 %}}
                replications: 1
                seed: 5
                files: [network.yaml, demand.yaml, signals.yaml]
                """);
        Files.writeString(temp.resolve("network.yaml"), network);
        Files.writeString(temp.resolve("signals.yaml"), signals);
        Files.writeString(temp.resolve("counts.csv"), counts);
        Files.writeString(temp.resolve("demand.yaml"), "demand:\n  volumes: {p: counts.csv}\n  " + demand + "\n");
        return StudyFolder.read(temp, List.of()).compile(null).model();
    }

    /** Where all want to drive alike, all that is lost on the road is lost at some control. */
    @Test
    void accountsAddUpToWhatTracksTell() throws IOException, StudyProblem {
        for (int network = 1; network <= NETWORKS; network++) {
            Model model = random(network);
            Replication replication = new Replication(model, 1);
            Watch watch = new Watch(model);
            replication.observe(watch);
            replication.result();
            assertThat(watch.booked())
                    .as("control delay of network %d, of %.0f s lost by tracks", network, watch.lost())
                    .isBetween(0.99 * watch.lost(), 1.001 * watch.lost());
        }
    }

    /** Only the last place holds anybody; its queue stands over the others, which have priority and cost nothing. */
    @Test
    void theQueueOfTheLastSignalIsItsOwnAsFarAsItReaches() throws IOException, StudyProblem {
        for (double apart : new double[] {45, 80, 120, 200}) {
            StringBuilder at = new StringBuilder("    west: {at: [-600, 0]}\n");
            StringBuilder roads = new StringBuilder();
            StringBuilder counts = new StringBuilder("place,from,to,EBT,WBT,NBT,SBT\n");
            String before = "west";
            for (int i = 0; i < 4; i++) {
                String id = "p" + i;
                String control = i == 3 ? "signal" : "stop, minor: [n" + i + ", s" + i + "]";
                at.append(line("    %s: {at: [%.0f, 0], control: %s}%n", id, apart * i, control));
                at.append(line("    north%d: {at: [%.0f, 250]}%n", i, apart * i));
                at.append(line("    south%d: {at: [%.0f, -250]}%n", i, apart * i));
                roads.append(road("m" + i, before, id));
                roads.append(road("n" + i, "north" + i, id)).append(road("s" + i, "south" + i, id));
                counts.append(line("%s,08:00,08:10,90,0,0,0%n", id));
                before = id;
            }
            at.append(line("    east: {at: [%.0f, 0]}%n", apart * 3 + 300));
            roads.append(road("last", before, "east"));
            Model model = model(
                    "network:\n  places:\n" + at + "  roads:\n" + roads,
                    "signals:\n" + signal("p3", 80, 0, 20),
                    counts.toString());
            Replication replication = new Replication(model, 1);
            Watch watch = new Watch(model);
            replication.observe(watch);
            ReplicationResult result = replication.result();
            for (MovementRow row : result.rows(MovementRow.class)) {
                if (row.name().equals("EBT") && !row.place().equals("p3")) {
                    assertThat(row.controlDelayS())
                            .as("control delay at %s", row.place())
                            .isLessThan(0.1);
                }
                if (row.name().equals("EBT") && row.place().equals("p3")) {
                    assertThat(row.queueMaxM())
                            .as("queue with places %.0f m apart", apart)
                            .isCloseTo(watch.farthest, within(25.0));
                }
            }
            assertThat(watch.booked()).isBetween(0.96 * watch.lost(), watch.lost());
        }
    }

    /** A tram takes passengers 310 m before a signal that is nearly always green: that is no queue of the signal. */
    @Test
    void whoStandsAtAStopIsInNoQueue() throws IOException, StudyProblem {
        String stop = "  stops:\n    mill: {road: m0 ahead, at: 250 m, length: 40 m, kind: kerb}\n";
        Model model = model(
                "network:\n  places:\n    west: {at: [-600, 0]}\n    p0: {at: [0, 0], control: signal}\n    east: {at: [300, 0]}\n"
                        + "    north0: {at: [0, 250]}\n    south0: {at: [0, -250]}\n  roads:\n"
                        + road("m0", "west", "p0") + road("m1", "p0", "east") + road("n0", "north0", "p0")
                        + road("s0", "south0", "p0") + stop,
                "signals:\n" + signal("p0", 120, 0, 105),
                "place,from,to,EBT,WBT,NBT,SBT\np0,08:00,08:10,10,0,0,0\n",
                "services: {line-1: {type: tram, route: [west, p0, east], every: 1 min, from: \"07:50\", stops: {mill: 30 s}}}");
        Replication replication = new Replication(model, 1);
        Watch watch = new Watch(model);
        replication.observe(watch);
        ReplicationResult result = replication.result();
        MovementRow eastward = result.rows(MovementRow.class).stream()
                .filter(r -> r.name().equals("EBT"))
                .findFirst()
                .orElseThrow();
        assertThat(watch.farthest).as("somebody stands far from the line").isGreaterThan(300);
        assertThat(eastward.queueMeanM()).isLessThan(3);
        assertThat(eastward.queueMaxM()).isLessThan(80);
        assertThat(eastward.controlDelayS()).isLessThan(5);
    }
}
