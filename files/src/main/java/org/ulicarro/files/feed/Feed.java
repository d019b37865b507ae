package org.ulicarro.files.feed;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.ProviderNotFoundException;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.files.Message;
import org.ulicarro.files.Spot;

/**
 * The trips of one line on one day.
 *
 * @param type bus or tram, by the feed's kind of route
 * @param trips those of the day, by their first departure
 */
public record Feed(String type, List<Trip> trips) {

    /** Kinds of route in a feed that run on rails in the street. */
    private static final Set<String> TRAMS = Set.of("0", "5", "900");

    /** More departures of a line in a day are no schedule. */
    private static final int MOST_TRIPS = 10_000;

    /** Time of a call that the schedule leaves open (s). */
    static final double OPEN = Double.NaN;

    /**
     * A place where people get on.
     *
     * @param lat latitude (degrees)
     * @param lon longitude (degrees)
     */
    public record FeedStop(String id, String name, double lat, double lon) {}

    /**
     * A vehicle at a stop.
     *
     * @param arrives seconds since midnight of the day of service, NaN where left open
     * @param departs likewise
     * @param exact whether it keeps to this time and waits for it
     */
    public record Call(FeedStop stop, double arrives, double departs, boolean exact) {}

    /** One run of a vehicle. */
    public record Trip(String id, List<Call> calls) {

        /** The same so many seconds later, with a name of its own. */
        private Trip at(double later, int number) {
            return new Trip(
                    id + "-" + (number + 1),
                    calls.stream()
                            .map(c -> new Call(c.stop, c.arrives + later, c.departs + later, c.exact))
                            .toList());
        }
    }

    private record Numbered(double order, Call call) {}

    /**
     * Reads the trips of a line.
     *
     * @param file a zip file, or a folder with the tables
     * @param line short name of the route, or its id
     * @param date day of service
     * @param faults receives what is wrong
     */
    public static Feed read(Path file, String line, LocalDate date, List<Message> faults) throws IOException {
        String name = file.getFileName().toString();
        if (Files.isDirectory(file)) {
            return new Reader(file, name, faults).read(line, date);
        }
        try (FileSystem zip = FileSystems.newFileSystem(file)) {
            return new Reader(zip.getPath("/"), name, faults).read(line, date);
        } catch (ProviderNotFoundException | java.util.zip.ZipException e) {
            faults.add(new Message(
                    Fault.Severity.ERROR,
                    new Spot(name, 1, 1),
                    "this is no zip file and no folder with a schedule's tables"));
            return null;
        }
    }

    private static final class Reader {

        private final Path folder;
        private final String name;
        private final List<Message> faults;

        Reader(Path folder, String name, List<Message> faults) {
            this.folder = folder;
            this.name = name;
            this.faults = faults;
        }

        Feed read(String line, LocalDate date) {
            Map<String, String> routes = new LinkedHashMap<>(); // id -> kind
            Set<String> known = new LinkedHashSet<>();
            each("routes.txt", List.of("route_id", "route_type"), row -> {
                known.add(row.text("route_short_name").isEmpty() ? row.text("route_id") : row.text("route_short_name"));
                if (row.text("route_short_name").equals(line)
                        || row.text("route_id").equals(line)) {
                    routes.put(row.text("route_id"), row.text("route_type"));
                }
            });
            if (routes.isEmpty()) {
                if (faults.isEmpty()) {
                    fail(
                            "routes.txt",
                            "there is no line '" + line + "' in this schedule." + Names.suggestion(line, known));
                }
                return null;
            }
            Set<String> runs = services(date);
            Map<String, List<Numbered>> trips = new LinkedHashMap<>();
            each("trips.txt", List.of("route_id", "service_id", "trip_id"), row -> {
                if (routes.containsKey(row.text("route_id")) && runs.contains(row.text("service_id"))) {
                    trips.put(row.text("trip_id"), new ArrayList<>());
                }
            });
            readCalls(trips, stops());
            if (faults.isEmpty() && trips.isEmpty()) {
                fail(
                        "trips.txt",
                        "line '" + line + "' does not run on " + date + " ("
                                + dayName(date)
                                + "); try --date with another day");
            }
            List<Trip> written = new ArrayList<>();
            trips.forEach((id, calls) -> {
                calls.sort(Comparator.comparingDouble(Numbered::order));
                written.add(new Trip(id, calls.stream().map(Numbered::call).toList()));
            });
            written.removeIf(trip -> trip.calls().size() < 2);
            List<Trip> sorted = repeated(written);
            sorted.sort(Comparator.comparingDouble((Trip t) -> t.calls().get(0).departs())
                    .thenComparing(Trip::id));
            return new Feed(TRAMS.contains(routes.values().iterator().next()) ? "tram" : "bus", sorted);
        }

        private void each(String table, List<String> needed, java.util.function.Consumer<FeedTable.Row> sink) {
            FeedTable.each(folder, name, table, needed, faults, sink);
        }

        private void fail(String table, String text) {
            faults.add(new Message(Fault.Severity.ERROR, new Spot(name + "/" + table, 1, 1), text));
        }

        /** Services that run on a day: those of the week, with the exceptions of that day. */
        private Set<String> services(LocalDate date) {
            Set<String> runs = new TreeSet<>();
            String day = date.getDayOfWeek().name().toLowerCase(Locale.ROOT);
            String written = date.format(DateTimeFormatter.BASIC_ISO_DATE);
            boolean weekly = Files.exists(folder.resolve("calendar.txt"));
            if (weekly) {
                each("calendar.txt", List.of("service_id", day, "start_date", "end_date"), row -> {
                    boolean within = row.text("start_date").compareTo(written) <= 0
                            && row.text("end_date").compareTo(written) >= 0;
                    if (within && row.text(day).equals("1")) {
                        runs.add(row.text("service_id"));
                    }
                });
            }
            if (!weekly || Files.exists(folder.resolve("calendar_dates.txt"))) {
                each("calendar_dates.txt", List.of("service_id", "date", "exception_type"), row -> {
                    if (row.text("date").equals(written)) {
                        if (row.text("exception_type").equals("1")) {
                            runs.add(row.text("service_id"));
                        } else {
                            runs.remove(row.text("service_id"));
                        }
                    }
                });
            }
            return runs;
        }

        private static String dayName(LocalDate date) {
            String name = date.getDayOfWeek().name();
            return name.charAt(0) + name.substring(1).toLowerCase(Locale.ROOT);
        }

        private Map<String, FeedStop> stops() {
            Map<String, FeedStop> stops = new LinkedHashMap<>();
            each("stops.txt", List.of("stop_id", "stop_name", "stop_lat", "stop_lon"), row -> {
                if (!row.text("stop_lat").isEmpty()) { // areas and generic nodes may have none
                    String id = row.text("stop_id");
                    stops.put(
                            id,
                            new FeedStop(id, row.text("stop_name"), row.number("stop_lat"), row.number("stop_lon")));
                }
            });
            return stops;
        }

        private void readCalls(Map<String, List<Numbered>> trips, Map<String, FeedStop> stops) {
            List<String> needed = List.of("trip_id", "arrival_time", "departure_time", "stop_id", "stop_sequence");
            each("stop_times.txt", needed, row -> {
                List<Numbered> calls = trips.get(row.text("trip_id"));
                if (calls == null) {
                    return;
                }
                FeedStop stop = stops.get(row.text("stop_id"));
                if (stop == null) {
                    row.fail("stop_id", "'" + row.text("stop_id") + "' is no stop of stops.txt");
                    return;
                }
                boolean exact = row.text("timepoint").equals("1");
                calls.add(new Numbered(
                        row.number("stop_sequence"),
                        new Call(stop, time(row, "arrival_time"), time(row, "departure_time"), exact)));
            });
        }

        /** Trips that the schedule gives by headway, once for each departure; the others as they are. */
        private List<Trip> repeated(List<Trip> written) {
            if (!Files.exists(folder.resolve("frequencies.txt"))) {
                return new ArrayList<>(written);
            }
            Map<String, List<double[]>> headways = new LinkedHashMap<>(); // trip -> from, until, seconds between
            each("frequencies.txt", List.of("trip_id", "start_time", "end_time", "headway_secs"), row -> {
                double every = row.number("headway_secs");
                if (every < 1) {
                    row.fail("headway_secs", "a headway is 1 second or more, not '" + row.text("headway_secs") + "'");
                    return;
                }
                headways.computeIfAbsent(row.text("trip_id"), none -> new ArrayList<>())
                        .add(new double[] {time(row, "start_time"), time(row, "end_time"), every});
            });
            List<Trip> all = new ArrayList<>();
            for (Trip trip : written) {
                if (!headways.containsKey(trip.id())) {
                    all.add(trip);
                    continue;
                }
                double first = trip.calls().get(0).departs();
                for (double[] span : headways.get(trip.id())) {
                    for (double at = span[0]; at < span[1] && all.size() < MOST_TRIPS; at += span[2]) {
                        all.add(trip.at(at - first, all.size()));
                    }
                }
            }
            return all;
        }

        /** Hours go on past 24 for trips after midnight. */
        private static double time(FeedTable.Row row, String column) {
            String text = row.text(column);
            if (text.isEmpty()) {
                return OPEN;
            }
            String[] parts = text.split(":");
            try {
                return Integer.parseInt(parts[0].strip()) * 3600
                        + Integer.parseInt(parts[1]) * 60
                        + Integer.parseInt(parts[2]);
            } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
                row.fail(column, "'" + text + "' is no time; a schedule writes 16:05:00");
                return OPEN;
            }
        }
    }
}
