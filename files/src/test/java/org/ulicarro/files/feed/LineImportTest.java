package org.ulicarro.files.feed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Service;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Message;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** A made-up schedule of two lines in Marenhaven, laid over the demo. */
class LineImportTest {

    private static final LocalDate TUESDAY = LocalDate.of(2026, 11, 24);

    @TempDir
    private Path temp;

    private LoadedStudy study;
    private Model model;
    private GeoReference map;
    private final Map<String, String> tables = new LinkedHashMap<>();

    @BeforeEach
    void writeSchedule() throws IOException, StudyProblem {
        Samples.write(Samples.QUAYSIDE, temp.resolve("quayside"));
        study = StudyFolder.read(temp.resolve("quayside"), List.of());
        model = study.compile(null).model();
        map = study.georeference();
        tables.put(
                "routes.txt",
                "route_id,route_short_name,route_long_name,route_type\nr7,7,Hill - Airport,3\nr9,9,Ring,0\n");
        tables.put("calendar.txt", """
                service_id,monday,tuesday,wednesday,thursday,friday,saturday,sunday,start_date,end_date
                week,1,1,1,1,1,0,0,20260101,20261231
                sat,0,0,0,0,0,1,0,20260101,20261231
                """);
        tables.put("calendar_dates.txt", "service_id,date,exception_type\nweek,20261225,2\nsat,20261225,1\n");
        tables.put("trips.txt", """
                route_id,service_id,trip_id
                r7,week,a1
                r7,week,a2
                r7,week,night
                r7,week,b1
                r7,sat,s1
                r9,week,x1
                """);
        StringBuilder stops = new StringBuilder("stop_id,stop_name,stop_lat,stop_lon\n");
        stop(stops, "air", "Airport", -4000, -300);
        stop(stops, "cus", "Customs House", -690, -36);
        stop(stops, "fish", "Fish Hall", 90, -2);
        stop(stops, "fishw", "Fish Hall", -90, 6);
        stop(stops, "slope", "Café \"Slope\"", 452, 200);
        stop(stops, "slopew", "Café \"Slope\"", 444, 204);
        stop(stops, "hill", "Hill Top", 700, 2500);
        tables.put("stops.txt", stops.toString());
        StringBuilder times =
                new StringBuilder("trip_id,arrival_time,departure_time,stop_id,stop_sequence,timepoint\n");
        trip(times, "a1", "16:20:00", "air", "cus", "fish", "slope", "hill");
        trip(times, "a2", "16:50:00", "air", "cus", "fish", "slope", "hill");
        trip(times, "s1", "16:50:00", "air", "cus", "fish", "slope", "hill");
        trip(times, "night", "25:10:00", "air", "cus", "fish", "slope", "hill");
        trip(times, "b1", "16:25:00", "hill", "slopew", "fishw", "air");
        trip(times, "x1", "16:25:00", "air", "hill");
        tables.put("stop_times.txt", times.toString());
    }

    private void stop(StringBuilder table, String id, String name, double x, double y) {
        table.append(String.format(
                Locale.ROOT, "%s,\"%s\",%.7f,%.7f%n", id, name.replace("\"", "\"\""), map.lat(x, y), map.lon(x, y)));
    }

    /** Ten minutes from stop to stop; a minute's stay at the fish hall, which is a point of time; the time at the slope is left open. */
    private static void trip(StringBuilder table, String id, String start, String... stops) {
        int at = Integer.parseInt(start.substring(0, 2)) * 3600 + Integer.parseInt(start.substring(3, 5)) * 60;
        for (int i = 0; i < stops.length; i++) {
            boolean fish = stops[i].equals("fish");
            String arrives = stops[i].startsWith("slope") ? "" : time(at);
            String departs = stops[i].startsWith("slope") ? "" : time(fish ? at + 60 : at);
            table.append(String.join(",", id, arrives, departs, stops[i], "" + (i + 1), fish ? "1" : "0"))
                    .append('\n');
            at += 600;
        }
    }

    private static String time(int seconds) {
        return String.format(Locale.ROOT, "%02d:%02d:%02d", seconds / 3600, seconds / 60 % 60, seconds % 60);
    }

    private Path zip() throws IOException {
        Path file = temp.resolve("schedule.zip");
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> table : tables.entrySet()) {
                zip.putNextEntry(new ZipEntry(table.getKey()));
                zip.write(table.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
        return file;
    }

    private LineImport read(String line, LocalDate date) throws IOException {
        List<Message> faults = new ArrayList<>();
        Feed feed = Feed.read(zip(), line, date, faults);
        assertThat(faults).isEmpty();
        return new LineImport(model, map, feed, line);
    }

    @Test
    void aLineIsLaidOverRoadsAndStops() throws IOException, StudyProblem {
        LineImport found = read("7", TUESDAY);
        Path patch = temp.resolve("quayside/alternatives/line.yaml");
        Files.writeString(patch, found.text());
        LoadedStudy.Compiled with =
                StudyFolder.read(temp.resolve("quayside"), List.of("line")).compile(null);
        assertThat(with.warnings()).isEmpty();
        Map<String, Service> services = with.model().study().demand().services();
        Service out = services.get("line-7-2");
        assertThat(out.route()).containsExactly("west", "customs", "access", "gate", "market", "nets", "mole", "hill");
        assertThat(out.stops().keySet()).containsExactly("customs-house", "fish-hall", "cafe-slope");
        assertThat(out.stops().get("fish-hall").mean())
                .as("what the schedule says")
                .isEqualTo(60);
        assertThat(out.stops().get("customs-house").mean()).as("a guess").isEqualTo(20);
        assertThat(out.timetable()).hasSize(2);
        // customs house at 16:30; from the edge of the plan to there some 370 m at 50 km/h
        assertThat(out.timetable().get(0).seconds()).isEqualTo(16.5 * 3600 - 40, within(20.0));
        assertThat(out.leaves()).containsOnlyKeys("fish-hall");
        assertThat(out.leaves().get("fish-hall"))
                .isEqualTo(660 + 16.5 * 3600 - out.timetable().get(0).seconds(), within(1.0));
        Service back = services.get("line-7-3");
        assertThat(back.route()).containsExactly("hill", "mole", "nets", "market", "gate", "access", "customs", "west");
        assertThat(back.stops().keySet()).containsExactly("cafe-slope-2", "fish-hall-w");
        Departures all = with.model().demand().departures(1);
        assertThat(java.util.Arrays.stream(all.line()).filter(l -> l >= 0).count())
                .as("the demo's own lines run on")
                .isGreaterThan(3);
    }

    @Test
    void theDayDecidesWhoRuns() throws IOException {
        assertThat(read("7", TUESDAY).report().toString())
                .contains("2 of 3 trips", "new stop cafe-slope on hill-road back");
        assertThat(read("7", LocalDate.of(2026, 11, 28)).text()).contains("timetable: [\"16:59");
        assertThat(read("7", LocalDate.of(2026, 12, 25)).text())
                .as("a Friday that runs as a Saturday")
                .contains("timetable: [\"16:59");
        List<Message> faults = new ArrayList<>();
        Feed.read(zip(), "7", LocalDate.of(2026, 11, 29), faults);
        assertThat(faults.toString()).contains("trips.txt", "does not run on 2026-11-29 (Sunday)");
    }

    /** By headway: every ten minutes from 16:20 until before 16:50, and every 15 from then until 17:20; the others as they are. */
    @Test
    void tripsByHeadwayRunAsOftenAsItSays() throws IOException {
        tables.put("frequencies.txt", """
                trip_id,start_time,end_time,headway_secs
                a1,16:20:00,16:50:00,600
                a1,16:50:00,17:20:00,900
                """);
        List<Message> faults = new ArrayList<>();
        Feed feed = Feed.read(zip(), "7", TUESDAY, faults);
        assertThat(faults).isEmpty();
        List<Double> atFish = feed.trips().stream()
                .filter(t -> t.id().startsWith("a1"))
                .map(t -> t.calls().get(2).departs() / 60)
                .toList();
        double first = 16 * 60 + 20 + 21; // two stops of ten minutes, a minute's stay
        assertThat(atFish).containsExactly(first, first + 10, first + 20, first + 30, first + 45);
        assertThat(feed.trips())
                .extracting(Feed.Trip::id)
                .contains("a2", "night", "b1")
                .doesNotContain("a1");
        tables.put("frequencies.txt", "trip_id,start_time,end_time,headway_secs\na1,16:20:00,16:50:00,0\n");
        Feed.read(zip(), "7", TUESDAY, faults);
        assertThat(faults.toString()).contains("frequencies.txt:2:", "a headway is 1 second or more, not '0'");
    }

    @Test
    void aLineThatPassesElsewhereIsSaid() throws IOException {
        LineImport found = read("9", TUESDAY);
        assertThat(found.isEmpty()).isTrue();
        assertThat(found.report().toString()).contains("Airport - Hill Top: 1 trips do not come by here");
    }

    @Test
    void whatIsWrongIsLocatedAllAtOnce() throws IOException {
        tables.put(
                "stop_times.txt",
                tables.get("stop_times.txt").replace("16:30:00,16:30:00,cus,2", "half past,16:30:00,kus,2"));
        tables.put("calendar.txt", tables.get("calendar.txt").replace("tuesday", "tusday"));
        List<Message> faults = new ArrayList<>();
        Feed.read(zip(), "7", TUESDAY, faults);
        assertThat(faults.toString())
                .contains("schedule.zip/calendar.txt:1:1: column 'tuesday' is missing. Did you mean 'tusday'?");
        tables.put("calendar.txt", tables.get("calendar.txt").replace("tusday", "tuesday"));
        faults.clear();
        Feed.read(zip(), "7", TUESDAY, faults);
        assertThat(faults.toString()).contains("stop_times.txt:3:", "'kus' is no stop of stops.txt");
        faults.clear();
        Feed.read(zip(), "77", TUESDAY, faults);
        assertThat(faults.toString()).contains("there is no line '77' in this schedule. Did you mean '7'?");
        tables.remove("stops.txt");
        faults.clear();
        Feed.read(zip(), "7", TUESDAY, faults);
        assertThat(faults.toString()).contains("there is no table 'stops.txt' in this schedule");
        Path rubbish = temp.resolve("rubbish.zip");
        Files.writeString(rubbish, "this is no zip file");
        faults.clear();
        Feed.read(rubbish, "7", TUESDAY, faults);
        assertThat(faults.toString()).contains("this is no zip file");
    }
}
