package org.ulicarro.core.piece;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.BiFunction;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.demand.SurgeKeys;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Surge;
import org.ulicarro.core.study.Trips;
import org.ulicarro.core.study.WayRow;

/** What drove through a piece in replications of the whole, as tables that a study can read. */
public final class PieceDemand {

    /** Ways of drivers are told by quarters of an hour (s). */
    private static final double WAY_SLICE = 900;

    /** How exactly it is written when a vehicle came (s). */
    private static final double MOMENT = 0.1;

    /**
     * A vehicle of a line that comes into the piece.
     *
     * @param line id of the service
     * @param visit 1, or 2 where it comes back, …
     * @param due when it comes to the border, mean of the replications (s since midnight)
     * @param since how long that is after its departure in the whole (s)
     * @param drive where it goes
     */
    public record Run(String line, int visit, double due, double since, Drive drive) {}

    private final Model whole;
    private final Piece piece;
    private final double slice; // s; 0 for every vehicle by itself
    private final Map<Integer, List<Drive>> drives = new TreeMap<>(); // by replication
    private final Map<String, Map<String, Map<String, Integer>>> surgeEnds =
            new LinkedHashMap<>(); // kept surges: where their vehicles go
    private final List<Run> runs = new ArrayList<>();
    private final Map<String, List<Trips>> tables = new LinkedHashMap<>(); // by surge; "" for all others

    /** @param slice how long slices are (s); 0 for every vehicle at the moment at which it came, replication by replication */
    public PieceDemand(Model whole, Piece piece, double slice) {
        this.whole = whole;
        this.piece = piece;
        this.slice = slice;
    }

    /** Adds a replication. */
    public synchronized void add(int replication, List<Drive> ofIt) {
        drives.put(replication, ofIt);
    }

    /** Drives by replication. */
    public Map<Integer, List<Drive>> drives() {
        return drives;
    }

    /** Surges that begin in the piece and stay what they are: by id and where they go in the whole, how many leave the piece at which end. */
    public Map<String, Map<String, Map<String, Integer>>> surges() {
        return surgeEnds;
    }

    /** Vehicles of lines, in the order of lines, visits and times. */
    public List<Run> lines() {
        return runs;
    }

    /** Rows of tables: of each surge that comes from outside by its id, and of all others under the empty name. */
    public Map<String, List<Trips>> tables() {
        return tables;
    }

    /** Makes tables of all that was added. */
    public void make() {
        Map<String, Surge> surges = whole.study().demand().surges();
        boolean scaled = whole.inputs().ways().stream().anyMatch(row -> row.factor() != 1);
        Map<String, Map<Key, Double>> cells = new LinkedHashMap<>();
        Map<String, List<double[]>> lineTimes = new LinkedHashMap<>();
        Map<String, Drive> lineDrives = new LinkedHashMap<>();
        cells.put("", new TreeMap<>(Key.ORDER));
        drives.forEach((replication, ofIt) -> {
            Departures departures = whole.demand().departures(replication);
            Map<Long, String> keys = SurgeKeys.of(surges, whole.study().seed(), replication);
            Map<Integer, Integer> visits = new LinkedHashMap<>();
            int[] runNumber = numbers(departures);
            for (Drive drive : ofIt) {
                if (drive.line() >= 0) {
                    int visit = visits.merge(drive.vehicle(), 1, Integer::sum);
                    String run = departures.lines().get(drive.line()).id() + "\n" + visit + "\n"
                            + runNumber[drive.vehicle()];
                    lineTimes
                            .computeIfAbsent(run, none -> new ArrayList<>())
                            .add(new double[] {drive.time(), departures.time()[drive.vehicle()]});
                    lineDrives.putIfAbsent(run, drive);
                    continue;
                }
                String surge = keys.get(departures.key()[drive.vehicle()]);
                boolean begins =
                        surge != null && piece.ends().contains(surges.get(surge).at());
                if (begins && drive.first() && !scaled) {
                    surgeEnds
                            .computeIfAbsent(surge, none -> new TreeMap<>())
                            .computeIfAbsent(goal(departures, drive.vehicle()), none -> new TreeMap<>())
                            .merge(drive.to(), 1, Integer::sum);
                } else {
                    String table = surge == null || begins ? "" : surge;
                    cells.computeIfAbsent(table, none -> new TreeMap<>(Key.ORDER))
                            .merge(Key.of(drive, replication, slice), weight(), Double::sum);
                }
            }
        });
        cells.forEach((surge, rows) -> tables.put(surge, rows(rows)));
        lineTimes.forEach((run, times) -> {
            if (2 * times.size() >= drives.size()) { // one that seldom gets there within the run has no usual time
                String[] parts = run.split("\n");
                double due = times.stream().mapToDouble(t -> t[0]).average().orElseThrow();
                double since =
                        due - times.stream().mapToDouble(t -> t[1]).average().orElseThrow();
                runs.add(new Run(parts[0], Integer.parseInt(parts[1]), due, since, lineDrives.get(run)));
            }
        });
        runs.sort(Comparator.comparing(Run::line).thenComparingInt(Run::visit).thenComparingDouble(Run::due));
    }

    /** Where a vehicle's journey is to end in the whole. */
    private String goal(Departures departures, int vehicle) {
        int link = departures.entry()[vehicle];
        for (int m : departures.way(vehicle)) {
            Movement movement = whole.network().movements().get(m);
            link = movement.isInner() ? link : movement.toLink();
        }
        return whole.network().links().get(link).to();
    }

    private double weight() {
        return slice == 0 ? 1 : 1.0 / drives.size();
    }

    /** Number of each vehicle of a line among those of its line. */
    private static int[] numbers(Departures departures) {
        int[] next = new int[departures.lines().size()];
        int[] number = new int[departures.size()];
        Arrays.fill(number, -1);
        for (int v = 0; v < departures.size(); v++) {
            int line = departures.line()[v];
            if (line >= 0) {
                number[v] = next[line]++;
            }
        }
        return number;
    }

    private record Key(
            int replication, double begins, String from, String to, String type, int lane, double speed, long driver) {

        private static final Comparator<Key> ORDER = Comparator.comparingInt(Key::replication)
                .thenComparingDouble(Key::begins)
                .thenComparing(Key::from)
                .thenComparing(Key::to)
                .thenComparing(Key::type)
                .thenComparingInt(Key::lane)
                .thenComparingDouble(Key::speed)
                .thenComparingLong(Key::driver);

        static Key of(Drive drive, int replication, double slice) {
            double length = slice == 0 ? MOMENT : slice;
            return new Key(
                    slice == 0 ? replication : 0,
                    Math.floor(drive.time() / length + 1e-9) * length,
                    drive.from(),
                    drive.to(),
                    drive.type(),
                    drive.lane(),
                    slice == 0 ? drive.speed() : Double.NaN,
                    slice == 0 ? drive.driver() : 0);
        }
    }

    private List<Trips> rows(Map<Key, Double> cells) {
        List<Trips> rows = new ArrayList<>();
        cells.forEach((key, vehicles) -> rows.add(new Trips(
                key.from,
                key.to,
                key.begins,
                key.begins + (slice == 0 ? MOMENT : slice),
                StrictMath.rint(vehicles * 1e6) / 1e6,
                key.type,
                key.replication,
                key.lane,
                key.speed,
                key.driver,
                "",
                rows.size() + 2)));
        return rows;
    }

    /**
     * Ways that drivers took between two ends, with their shares by quarters of an hour: only of pairs between which somebody did not take the
     * fastest one.
     *
     * @param all demands of one piece, of several periods
     * @param fastest ids of the links of the fastest way in the piece between two of its ends
     */
    public static List<WayRow> ways(List<PieceDemand> all, BiFunction<String, String, List<String>> fastest) {
        Map<String, Map<List<String>, Map<Double, Integer>>> pairs = new TreeMap<>();
        TreeSet<Double> slices = new TreeSet<>();
        all.stream()
                .flatMap(demand -> demand.drives.values().stream())
                .flatMap(List::stream)
                .filter(drive -> drive.line() < 0)
                .forEach(drive -> {
                    double begins = Math.floor(drive.time() / WAY_SLICE) * WAY_SLICE;
                    slices.add(begins);
                    pairs.computeIfAbsent(drive.from() + "\n" + drive.to(), none -> new LinkedHashMap<>())
                            .computeIfAbsent(drive.links(), none -> new TreeMap<>())
                            .merge(begins, 1, Integer::sum);
                });
        List<Double> starts = new ArrayList<>(slices);
        List<WayRow> rows = new ArrayList<>();
        pairs.forEach((pair, ways) -> {
            String[] ends = pair.split("\n");
            if (ways.size() > 1 || !ways.containsKey(fastest.apply(ends[0], ends[1]))) {
                add(rows, ends, ways, starts);
            }
        });
        return rows;
    }

    private static void add(
            List<WayRow> rows, String[] ends, Map<List<String>, Map<Double, Integer>> ways, List<Double> starts) {
        double[] all = new double[starts.size()];
        ways.values().forEach(counts -> counts.forEach((begins, n) -> all[starts.indexOf(begins)] += n));
        double total = Arrays.stream(all).sum();
        List<List<String>> ordered = new ArrayList<>(ways.keySet());
        ordered.sort(Comparator.comparing(links -> String.join(">", links)));
        for (List<String> links : ordered) {
            Map<Double, Integer> counts = ways.get(links);
            double ofAll = counts.values().stream().mapToInt(n -> n).sum() / total;
            List<Double> shares = new ArrayList<>();
            for (int i = 0; i < starts.size(); i++) {
                // where nobody drove, those who will do as all do
                double share = all[i] == 0 ? ofAll : counts.getOrDefault(starts.get(i), 0) / all[i];
                shares.add(StrictMath.rint(share * 1e4) / 1e4);
            }
            rows.add(new WayRow(ends[0], ends[1], List.of(), links, starts, shares, rows.size() + 2));
        }
    }
}
