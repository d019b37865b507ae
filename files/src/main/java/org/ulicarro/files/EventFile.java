package org.ulicarro.files;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.signal.Rehearsal;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.events.EventCode;
import org.ulicarro.core.signal.events.GroupNumbers;
import org.ulicarro.core.signal.events.SignalEvent;
import org.ulicarro.files.CsvFile.Cell;

/**
 * Events of controllers as a CSV table in the open enumeration of high-resolution events (see {@link EventCode}): {@code
 * time,place,code,parameter,what,who}. Of a table from elsewhere, a time, a code and a parameter are enough.
 */
public final class EventFile {

    private static final String HEAD = "time,place,code,parameter,what,who\n";
    private static final Pattern TIME = Pattern.compile("(?:.*[ T])?(\\d{1,2}):(\\d{2}):(\\d{2})(?:\\.(\\d+))?Z?");
    private static final int LAST = Integer.MAX_VALUE;

    private EventFile() {}

    /**
     * Writes events as they come.
     *
     * @param out closed by the caller
     */
    public static Consumer<SignalEvent> writer(Writer out) throws IOException {
        out.write(HEAD);
        return event -> {
            try {
                out.write(String.format(
                        Locale.ROOT,
                        "%s,%s,%d,%d,%s,%s\n",
                        time(event.tick()),
                        event.place(),
                        event.code().number(),
                        event.parameter(),
                        event.code().words(),
                        event.who()));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        };
    }

    /** Writes a table of events. */
    public static void write(Path path, List<SignalEvent> events) throws IOException {
        try (Writer out = OutputFile.writer(path)) {
            Consumer<SignalEvent> writer = writer(out);
            events.forEach(writer);
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    private static String time(int tick) {
        int second = tick / Clock.TICKS_PER_SECOND;
        return String.format(
                Locale.ROOT,
                "%02d:%02d:%02d.%d",
                second / 3600,
                second / 60 % 60,
                second % 60,
                tick % Clock.TICKS_PER_SECOND);
    }

    /** Whether the first line of a table names codes, as tables of events do. */
    static boolean isOne(List<Cell> head) {
        return column(head, "code", "eventcode") >= 0 && column(head, "parameter", "eventparam", "eventparameter") >= 0;
    }

    private static int column(List<Cell> head, String... names) {
        for (int c = 0; c < head.size(); c++) {
            String name = head.get(c).text().toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
            if (List.of(names).contains(name)) {
                return c;
            }
        }
        return -1;
    }

    /**
     * Detectors and buttons as a recording says they were.
     *
     * @param rows the table, with its heading
     * @param faults receives what is wrong with it
     */
    static List<Rehearsal.Call> calls(List<List<Cell>> rows, SignalSystem signals, String place, List<Message> faults) {
        List<Cell> head = rows.get(0);
        int code = column(head, "code", "eventcode");
        int parameter = column(head, "parameter", "eventparam", "eventparameter");
        int time = column(head, "time", "timestamp", "at");
        int at = column(head, "place");
        if (time < 0) {
            faults.add(new Message(Fault.Severity.ERROR, head.get(0).spot(), "a table of events needs a column time"));
            return List.of();
        }
        Map<Integer, Integer> detectors = detectors(signals, place);
        Map<Integer, Integer> buttons = buttons(signals, place);
        List<Rehearsal.Call> calls = new ArrayList<>();
        Map<Integer, Integer> occupied = new TreeMap<>(); // detector -> since
        for (List<Cell> row : rows.subList(1, rows.size())) {
            boolean whole = row.size() > Math.max(Math.max(code, parameter), time);
            Matcher when = whole ? TIME.matcher(row.get(time).text().strip()) : null;
            double what = whole ? Numbers.parse(row.get(code).text()) : Double.NaN;
            double who = whole ? Numbers.parse(row.get(parameter).text()) : Double.NaN;
            if (!whole || !when.matches() || Double.isNaN(what) || Double.isNaN(who)) {
                faults.add(new Message(
                        Fault.Severity.ERROR,
                        row.get(0).spot(),
                        "this row is no event: a time such as 16:31:05.3, a code and a parameter"));
                continue;
            }
            if (at >= 0 && at < row.size() && !row.get(at).text().equals(place)) {
                continue;
            }
            int tick = tick(when);
            if (what == EventCode.DETECTOR_ON.number() && detectors.containsKey((int) who)) {
                occupied.putIfAbsent(detectors.get((int) who), tick);
            } else if (what == EventCode.DETECTOR_OFF.number() && detectors.containsKey((int) who)) {
                Integer since = occupied.remove(detectors.get((int) who));
                calls.add(new Rehearsal.Call(
                        false, detectors.get((int) who), since == null ? 0 : since, Math.max(tick, 1)));
            } else if (what == EventCode.BUTTON.number() && buttons.containsKey((int) who)) {
                calls.add(new Rehearsal.Call(true, buttons.get((int) who), tick, tick + 1));
            }
        }
        occupied.forEach((detector, since) -> calls.add(new Rehearsal.Call(false, detector, since, LAST)));
        return calls;
    }

    private static int tick(Matcher when) {
        int second = Integer.parseInt(when.group(1)) * 3600
                + Integer.parseInt(when.group(2)) * 60
                + Integer.parseInt(when.group(3));
        int tenth = when.group(4) == null ? 0 : when.group(4).charAt(0) - '0';
        return second * Clock.TICKS_PER_SECOND + tenth;
    }

    /** Detectors of a place by their channel. */
    private static Map<Integer, Integer> detectors(SignalSystem signals, String place) {
        Map<Integer, Integer> found = new LinkedHashMap<>();
        for (int d = 0; d < signals.detectors().size(); d++) {
            DetectorPlace detector = signals.detectors().get(d);
            if (detector.place().equals(place)) {
                found.put(detector.channel(), d);
            }
        }
        return found;
    }

    /** Groups of people of a place by the number of their phase. */
    private static Map<Integer, Integer> buttons(SignalSystem signals, String place) {
        GroupNumbers numbers = new GroupNumbers(signals);
        Map<Integer, Integer> found = new LinkedHashMap<>();
        for (int g = 0; g < signals.groups().size(); g++) {
            SignalSystem.GroupInfo group = signals.groups().get(g);
            if (group.people() && group.place().equals(place)) {
                found.put(numbers.of(g), g);
            }
        }
        return found;
    }
}
