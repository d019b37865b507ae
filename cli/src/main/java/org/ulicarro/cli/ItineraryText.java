package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Itinerary;
import org.ulicarro.core.run.Model;

/** Prints the journey of one vehicle. */
final class ItineraryText {

    private ItineraryText() {}

    static void print(Model model, int replication, int vehicle, List<Itinerary.Event> events, PrintWriter out) {
        Departures all = model.demand().departures(replication);
        out.printf(
                Locale.ROOT,
                "vehicle %d, %s, replication %d: wanted to come in at %s on %s%n%n",
                vehicle,
                Whereabouts.type(model, replication, vehicle),
                replication,
                Whereabouts.time(all.time()[vehicle]),
                model.network().links().get(all.entry()[vehicle]).id());
        if (events.isEmpty()) {
            out.println("it never came in: there was no room until the end of the run");
            return;
        }
        TextTable table = new TextTable(1);
        table.alignLeft(true, true, true, false);
        table.add("time", "what", "where", "delay s");
        for (int i = 0; i < events.size(); i++) {
            Itinerary.Event event = events.get(i);
            table.add(
                    Whereabouts.time(event.time()),
                    what(event, i + 1 < events.size() ? events.get(i + 1) : null),
                    event.movement() >= 0
                            ? Whereabouts.movement(model, event.movement())
                            : event.lane() < 0 ? "" : Whereabouts.lane(model, event.lane()),
                    String.format(Locale.ROOT, "%.1f", event.delay()));
        }
        table.print(out);
        out.println();
        out.println("delay: against the same vehicle alone on the road, since it wanted to come in");
    }

    /** The same for machines: one row for each event. */
    static Rows rows(Model model, int replication, int vehicle, List<Itinerary.Event> events) {
        Rows rows = new Rows().headed(List.of("vehicle", "type", "time_s", "what", "where", "delay_s"));
        for (int i = 0; i < events.size(); i++) {
            Itinerary.Event event = events.get(i);
            rows.add()
                    .put("vehicle", vehicle)
                    .put("type", Whereabouts.type(model, replication, vehicle))
                    .put("time_s", event.time())
                    .put("what", what(event, i + 1 < events.size() ? events.get(i + 1) : null))
                    .put(
                            "where",
                            event.movement() >= 0
                                    ? Whereabouts.movement(model, event.movement())
                                    : event.lane() < 0 ? null : Whereabouts.lane(model, event.lane()))
                    .put("delay_s", event.delay());
        }
        return rows;
    }

    private static String what(Itinerary.Event event, Itinerary.Event next) {
        return switch (event.what()) {
            case CAME_IN -> "came in";
            case PASSED_LINE -> "passed the line";
            case CHANGED_LANES -> "changed lanes: " + Whereabouts.motive(event.motive());
            case MISSED_TURN -> "missed its turn: no room to change";
            case STOPPED ->
                next != null && next.what() == Itinerary.What.MOVED_ON
                        ? String.format(Locale.ROOT, "stood for %.1f s", next.time() - event.time())
                        : "stopped";
            case MOVED_ON -> "moved on";
            case LEFT -> "left the network";
            case STILL_THERE -> "was still there at the end";
        };
    }
}
