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
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Service;
import org.ulicarro.core.study.Stop;
import org.ulicarro.core.study.TimeOfDay;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.StudyText;
import org.ulicarro.files.feed.Feed.Call;
import org.ulicarro.files.feed.Feed.Trip;

/** The line of a schedule as a patch for a study: its services, and stops that the study does not have yet. */
public final class LineImport {

    /** How long a vehicle stands where the schedule says nothing. */
    private static final Quantity USUAL_DWELL = new Quantity(20, 8); // s

    private static final double USUAL_BOARDING = 2.5; // s
    private static final double STOP_LENGTH = 20; // m
    private static final double DAY = 86_400;

    /** Trips that call at the same stops in the same order. */
    private record Pattern(LineMatch.Way way, List<String> places, List<Trip> trips) {}

    private final Model model;
    private final LineMatch match;
    private final Feed feed;
    private final String line;
    private final Map<String, Stop> newStops = new LinkedHashMap<>();
    private final Map<String, Object> lines = new LinkedHashMap<>(); // id -> its keys
    private final Map<String, String> comments = new LinkedHashMap<>(); // by JSON pointer
    private final List<String> report = new ArrayList<>();
    private final Set<String> services; // ids that are taken

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
        return lines.isEmpty();
    }

    /** What was found, and what was guessed, for people. */
    public List<String> report() {
        return report;
    }

    /** The patch as YAML. */
    public String text() {
        Map<String, Object> patch = new LinkedHashMap<>();
        if (!newStops.isEmpty()) {
            Map<String, Object> stops = new LinkedHashMap<>();
            newStops.forEach((id, stop) -> stops.put(id, StudyText.keys(stop)));
            patch.put("network", Map.of("stops", stops));
        }
        patch.put("demand", Map.of("services", lines));
        return "# Line " + line.replaceAll("\\R", " ")
                + " from its schedule. Values marked 'guess' are not in it.\n"
                + StudyText.of(patch, comments);
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
        if (times.isEmpty()) {
            report.add(named + ": " + pattern.trips.size() + " trips, none while a period of the study runs");
            return;
        }
        String id = id("line-" + line);
        for (int n = 2; !services.add(id); n++) {
            id = id("line-" + line) + "-" + n;
        }
        Map<String, Quantity> stops = new LinkedHashMap<>();
        Map<String, Double> holds = new LinkedHashMap<>();
        boolean guessed = false;
        for (LineMatch.Halt halt : pattern.way.halts()) {
            Call call = pattern.trips.get(0).calls().get(halt.call());
            String stop =
                    halt.known() == null ? newStop(halt, call) : halt.known().id();
            double stands = dwell.get(halt.call());
            guessed |= stands <= 0;
            stops.put(stop, stands > 0 ? new Quantity(Math.rint(stands), 0) : USUAL_DWELL);
            if (leaves.containsKey(halt.call())) {
                holds.put(stop, Math.rint(leaves.get(halt.call())));
            }
            report.add("  " + call.stop().name() + ": " + (halt.known() == null ? "new stop " : "") + stop + " on "
                    + halt.link().id());
        }
        report.add(
                report.size() - stops.size(),
                id + ": " + named + ", " + times.size() + " of " + pattern.trips.size() + " trips, by "
                        + String.join(", ", pattern.places));
        String here = Fault.child("/demand/services", id);
        comments.put(here, named.replaceAll("\\R", " "));
        if (guessed) {
            comments.put(here + "/stops", "guess: 20 s ± 8 s");
        }
        lines.put(
                id,
                StudyText.keys(new Service(
                        feed.type(),
                        pattern.places,
                        null,
                        times.stream().map(TimeOfDay::new).toList(),
                        null,
                        null,
                        stops,
                        null,
                        USUAL_BOARDING,
                        holds)));
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
        Stop stop = new Stop(
                new LinkName(halt.link().road(), halt.link().ahead()),
                Math.rint(halt.at() - STOP_LENGTH),
                STOP_LENGTH,
                Stop.Kind.KERB,
                null);
        for (Map.Entry<String, Stop> known : newStops.entrySet()) {
            if (known.getValue().equals(stop)) {
                return known.getKey();
            }
        }
        String id = id(call.stop().name());
        String free = id;
        for (int n = 2; newStops.containsKey(free) || isKnown(free); n++) {
            free = id + "-" + n;
        }
        newStops.put(free, stop);
        comments.put(
                Fault.child("/network/stops", free),
                "guess: " + call.stop().name().replaceAll("\\R", " "));
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
