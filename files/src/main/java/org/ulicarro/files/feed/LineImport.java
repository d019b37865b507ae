package org.ulicarro.files.feed;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Period;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.feed.Feed.Call;
import org.ulicarro.files.feed.Feed.Trip;

/** The line of a schedule as a patch for a study: its services, and stops that the study does not have yet. */
public final class LineImport {

    /** How long a vehicle stands where the schedule says nothing. */
    private static final String USUAL_DWELL = "20 s ± 8 s";

    private static final double STOP_LENGTH = 20; // m
    private static final double DAY = 86_400;

    /** Trips that call at the same stops in the same order. */
    private record Pattern(LineMatch.Way way, List<String> places, List<Trip> trips) {}

    private final Model model;
    private final LineMatch match;
    private final Feed feed;
    private final String line;
    private final Map<String, String> newStops = new LinkedHashMap<>(); // id -> its value
    private final List<String> report = new ArrayList<>();
    private final StringBuilder written = new StringBuilder();
    private final Set<String> services; // ids that are taken
    private int lines;

    /**
     * Lays a line over a study.
     *
     * @param map where the study lies
     * @param line what people call it
     */
    public LineImport(Model model, GeoReference map, Feed feed, String line) {
        this.model = model;
        match = new LineMatch(model.network(), map);
        this.feed = feed;
        this.line = line;
        services = new LinkedHashSet<>(model.study().demand().services().keySet());
        lay();
    }

    /** Whether any trip comes by while a period of the study runs. */
    public boolean isEmpty() {
        return lines == 0;
    }

    /** What was found, and what was guessed, for people. */
    public List<String> report() {
        return report;
    }

    /** The patch as YAML. */
    public String text() {
        StringBuilder text =
                new StringBuilder("# Line " + line + " from its schedule. Values marked 'guess' are not in it.\n");
        if (!newStops.isEmpty()) {
            text.append("network:\n  stops:\n");
            newStops.forEach((id, value) ->
                    text.append("    ").append(id).append(": ").append(value).append('\n'));
        }
        return text.append("demand:\n  services:\n").append(written).toString();
    }

    private void lay() {
        Map<String, List<Trip>> byStops = new LinkedHashMap<>();
        for (Trip trip : feed.trips()) {
            String key = trip.calls().stream().map(c -> c.stop().id()).collect(Collectors.joining("\n"));
            byStops.computeIfAbsent(key, first -> new ArrayList<>()).add(trip);
        }
        for (List<Trip> trips : byStops.values()) {
            List<Call> calls = filled(trips.get(0).calls());
            LineMatch.Way way = match.find(calls);
            String named = calls.get(0).stop().name() + " - "
                    + calls.get(calls.size() - 1).stop().name();
            if (way == null) {
                report.add(named + ": " + trips.size() + " trips do not come by here");
            } else {
                write(new Pattern(way, match.places(way), trips), named);
            }
        }
    }

    private void write(Pattern pattern, String named) {
        List<String> departs = new ArrayList<>();
        Map<Integer, Double> dwell = new LinkedHashMap<>();
        Map<Integer, Double> leaves = new LinkedHashMap<>();
        TreeSet<Double> times = new TreeSet<>();
        for (Trip trip : pattern.trips) {
            List<Call> calls = filled(trip.calls());
            Call first = calls.get(pattern.way.halts().get(0).call());
            double start = Math.rint(first.arrives() - pattern.way.seconds());
            if (start >= 0 && start < DAY && isWanted(start) && times.add(start)) {
                for (LineMatch.Halt halt : pattern.way.halts()) {
                    Call call = calls.get(halt.call());
                    dwell.merge(halt.call(), call.departs() - call.arrives(), Math::max);
                    if (call.exact()) {
                        leaves.merge(halt.call(), call.departs() - start, Math::min);
                    }
                }
            }
        }
        times.forEach(time -> departs.add('"' + Clock.timeOfDay(time) + '"'));
        if (departs.isEmpty()) {
            report.add(named + ": " + pattern.trips.size() + " trips, none while a period of the study runs");
            return;
        }
        String id = id("line-" + line);
        for (int n = 2; !services.add(id); n++) {
            id = id("line-" + line) + "-" + n;
        }
        lines++;
        Map<String, String> stops = new LinkedHashMap<>();
        Map<String, String> holds = new LinkedHashMap<>();
        boolean guessed = false;
        for (LineMatch.Halt halt : pattern.way.halts()) {
            Call call = pattern.trips.get(0).calls().get(halt.call());
            String stop =
                    halt.known() == null ? newStop(halt, call) : halt.known().id();
            double stands = dwell.get(halt.call());
            guessed |= stands <= 0;
            stops.put(stop, stands > 0 ? seconds(stands) : USUAL_DWELL);
            if (leaves.containsKey(halt.call())) {
                holds.put(stop, seconds(leaves.get(halt.call())));
            }
            report.add("  " + call.stop().name() + ": " + (halt.known() == null ? "new stop " : "") + stop + " on "
                    + halt.link().id());
        }
        report.add(
                report.size() - stops.size(),
                id + ": " + named + ", " + departs.size() + " of " + pattern.trips.size() + " trips, by "
                        + String.join(", ", pattern.places));
        written.append("    ")
                .append(id)
                .append(":     # ")
                .append(named.replaceAll("\\R", " "))
                .append('\n');
        written.append("      type: ").append(feed.type()).append('\n');
        written.append("      route: ").append(pattern.places).append('\n');
        written.append("      timetable: ").append(departs).append('\n');
        written.append("      stops: ")
                .append(map(stops))
                .append(guessed ? "     # guess: " + USUAL_DWELL : "")
                .append('\n');
        if (!holds.isEmpty()) {
            written.append("      leaves: ").append(map(holds)).append('\n');
        }
    }

    private static String map(Map<String, String> values) {
        return values.entrySet().stream()
                .map(e -> e.getKey() + ": " + e.getValue())
                .collect(Collectors.joining(", ", "{", "}"));
    }

    private static String seconds(double value) {
        return String.format(Locale.ROOT, "%.0f s", value);
    }

    /** Who departs outside all periods never comes onto the road. */
    private boolean isWanted(double time) {
        for (Period period : model.study().periods().values()) {
            if (time >= period.from() - period.warmUp().length() && time < period.to() + period.drain()) {
                return true;
            }
        }
        return false;
    }

    private String newStop(LineMatch.Halt halt, Call call) {
        String value = String.format(
                Locale.ROOT,
                "{road: %s, at: %.0f m, length: %.0f m, kind: kerb}     # guess: %s",
                halt.link().id(),
                halt.at() - STOP_LENGTH,
                STOP_LENGTH,
                call.stop().name().replaceAll("\\R", " "));
        for (Map.Entry<String, String> known : newStops.entrySet()) {
            if (known.getValue().equals(value)) {
                return known.getKey();
            }
        }
        String id = id(call.stop().name());
        String free = id;
        for (int n = 2; newStops.containsKey(free) || isKnown(free); n++) {
            free = id + "-" + n;
        }
        newStops.put(free, value);
        return free;
    }

    private boolean isKnown(String id) {
        return model.network().stops().stream().map(StopPlace::id).anyMatch(id::equals);
    }

    private static String id(String name) {
        String plain = java.text.Normalizer.normalize(name, java.text.Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("\\p{M}", "")
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        return plain.isEmpty() ? "stop" : plain;
    }

    /** Times that the schedule leaves open lie evenly between those that it gives. */
    private static List<Call> filled(List<Call> calls) {
        int n = calls.size();
        double[] arrives = calls.stream().mapToDouble(Call::arrives).toArray();
        double[] departs = calls.stream().mapToDouble(Call::departs).toArray();
        for (int i = 0; i < n; i++) {
            arrives[i] = Double.isNaN(arrives[i]) ? departs[i] : arrives[i];
            departs[i] = Double.isNaN(departs[i]) ? arrives[i] : departs[i];
        }
        for (int i = 1; i < n; i++) {
            int next = i;
            while (next < n - 1 && Double.isNaN(arrives[next])) {
                next++;
            }
            if (next > i && !Double.isNaN(arrives[next])) {
                arrives[i] = departs[i - 1] + (arrives[next] - departs[i - 1]) / (next - i + 1);
                departs[i] = arrives[i];
            }
        }
        List<Call> filled = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            filled.add(new Call(
                    calls.get(i).stop(), arrives[i], departs[i], calls.get(i).exact()));
        }
        return filled;
    }
}
