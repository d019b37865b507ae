package org.ulicarro.link;

import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.ExternalProgram;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The messages between a run and an external controller, as JSON. */
final class Messages {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Messages() {}

    static String begin(String session, int replication, ExternalProgram.Place place) {
        ObjectNode message = message("begin", session)
                .put("place", place.place())
                .put("replication", replication)
                .put("every_s", place.everySeconds())
                .put("timeout_s", place.timeoutSeconds())
                .put("fallback", place.fallback());
        ArrayNode groups = message.putArray("groups");
        for (ExternalProgram.Group group : place.groups()) {
            ObjectNode one = groups.addObject()
                    .put("id", group.id())
                    .put("people", group.people())
                    .put("min_green_s", group.leastSeconds());
            group.neverWith().forEach(one.putArray("never_with")::add);
        }
        place.detectors().forEach(message.putArray("detectors")::add);
        return message.toString();
    }

    static String ask(String session, ExternalProgram.Place place, ExternalProgram.Sight sight) {
        double seconds = Clock.seconds(sight.tick());
        ObjectNode message = message("ask", session)
                .put("number", sight.number())
                .put("time", time(sight.tick()))
                .put("seconds", seconds);
        ObjectNode detectors = message.putObject("detectors");
        for (int d = 0; d < place.detectors().size(); d++) {
            detectors
                    .putObject(place.detectors().get(d))
                    .put("occupied", sight.occupied()[d])
                    .put("vehicles", sight.vehicles()[d])
                    .put("occupancy", Math.rint(sight.share()[d] * 1000) / 1000);
        }
        ObjectNode groups = message.putObject("groups");
        for (int g = 0; g < place.groups().size(); g++) {
            ExternalProgram.Group group = place.groups().get(g);
            ObjectNode one = groups.putObject(group.id())
                    .put("shows", word(sight.shows()[g], group.people()))
                    .put("for_s", sight.shownSeconds()[g]);
            if (group.people()) {
                one.put("asked", sight.asked()[g]);
            }
        }
        return message.toString();
    }

    static String fellBack(String session, int tick, String why, String fallback) {
        return message("refused", session)
                .put("time", time(tick))
                .put("why", why)
                .put("fallback", fallback)
                .toString();
    }

    static String end(String session) {
        return message("end", session).toString();
    }

    private static ObjectNode message(String says, String session) {
        return JSON.createObjectNode().put("say", says).put("session", session);
    }

    static String time(int tick) {
        return Clock.timeOfDayToTenth(tick);
    }

    /** What a group shows: green, yellow, red or flashing-yellow; walk, clearing or dont-walk. */
    static String word(Aspect aspect, boolean people) {
        return switch (aspect) {
            case GREEN -> people ? "walk" : "green";
            case YELLOW -> people ? "clearing" : "yellow";
            case RED -> people ? "dont-walk" : "red";
            case FLASHING_YELLOW -> "flashing-yellow";
            case FLASHING_RED -> "flashing-red";
            case DARK -> "dark";
        };
    }

    /** What came from outside. */
    sealed interface Received {

        /** Which groups are to have green, by the number of the question. */
        record Want(String session, int number, List<String> green) implements Received {}

        /** Nothing that can be understood. */
        record Rubbish(String why) implements Received {}
    }

    static Received read(String text) {
        try {
            JsonNode message = JSON.readTree(text);
            if (!message.isObject() || !message.path("say").isString()) {
                return new Received.Rubbish("what came is no message: " + shortened(text));
            }
            String says = message.path("say").asString();
            if (!says.equals("want")) {
                return new Received.Rubbish("'say' is '" + shortened(says) + "', only 'want' is understood");
            }
            JsonNode green = message.path("green");
            if (!message.path("session").isString() || !message.path("number").isInt() || !green.isArray()) {
                return new Received.Rubbish("'want' needs session (text), number (whole) and green (a list of groups)");
            }
            return new Received.Want(
                    message.path("session").asString(),
                    message.path("number").intValue(),
                    green.valueStream()
                            .map(g -> g.isString() ? g.asString() : g.toString())
                            .toList());
        } catch (JacksonException e) {
            return new Received.Rubbish("what came is no JSON: " + shortened(text));
        }
    }

    private static String shortened(String text) {
        String line = text.replaceAll("[\\p{Cntrl}\\s]+", " ").strip();
        return String.format(Locale.ROOT, line.length() > 60 ? "%.60s …" : "%s", line);
    }
}
