package org.ulicarro.files.osm;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.files.osm.WayRoad.Kind;

/** Reads the tags of a way, as the map's own handbook defines them (wiki.openstreetmap.org: Key:lanes, Key:turn, Key:maxspeed, Key:oneway, Key:access). */
final class WayTags {

    private static final double MPH = 1609.344 / 3600;
    private static final double KMH = 1 / 3.6;
    private static final int MOST_LANES = 8;

    /** Limits that tags give in words, by what stands behind the country (km/h). */
    private static final Map<String, Double> WORDS = Map.of(
            "urban",
            50.0,
            "rural",
            90.0,
            "motorway",
            120.0,
            "trunk",
            100.0,
            "living_street",
            10.0,
            "bicycle_road",
            30.0,
            "nsl_single",
            96.56,
            "nsl_dual",
            112.65,
            "walk",
            7.0,
            "none",
            130.0);

    /** Where a country's rural roads have another limit (km/h). */
    private static final Map<String, Double> RURAL = Map.of(
            "de", 100.0, "at", 100.0, "fr", 80.0, "nl", 80.0, "ch", 80.0, "dk", 80.0, "se", 70.0, "fi", 80.0, "no",
            80.0, "gb", 96.56);

    private final Map<String, String> tags;
    private final long way;
    private final Losses losses;
    private final boolean driveRight;
    private final List<String> guessed = new ArrayList<>();

    private WayTags(long way, Map<String, String> tags, boolean driveRight, Losses losses) {
        this.way = way;
        this.tags = tags;
        this.driveRight = driveRight;
        this.losses = losses;
    }

    /** The road, or null where the way is none for motor vehicles. */
    static WayRoad read(OsmMap.Way way, boolean driveRight, Losses losses) {
        Kind kind = Kind.of(way.tags().get("highway"));
        if (kind == null || "yes".equals(way.tags().get("area"))) {
            return null;
        }
        return new WayTags(way.id(), way.tags(), driveRight, losses).road(kind);
    }

    private WayRoad road(Kind kind) {
        String only = null;
        if (!isOpen()) {
            if (!isOneOf("bus", "yes", "designated") && !isOneOf("psv", "yes", "designated")) {
                losses.add(Loss.PRIVATE_ROAD, "way " + way);
                return null;
            }
            only = "bus";
        }
        boolean ring = isOneOf("junction", "roundabout", "circular");
        int direction = direction(kind, ring); // 1 ahead, -1 back, 0 both
        boolean link = tags.get("highway").endsWith("_link");
        int[] lanes = lanes(kind, link, direction);
        List<String> closedTo = isOneOf("hgv", "no") ? List.of("truck", "articulated") : List.of();
        return new WayRoad(
                way,
                tags.getOrDefault("name", tags.get("ref")),
                kind,
                link,
                ring,
                lanes[0],
                lanes[1],
                speed(kind, link),
                turns(lanes[0], direction == 0 ? "turn:lanes:forward" : "turn:lanes", direction >= 0),
                turns(lanes[1], direction == 0 ? "turn:lanes:backward" : "turn:lanes", direction <= 0),
                buses(lanes[0], direction == 0 ? ":forward" : ""),
                buses(lanes[1], direction == 0 ? ":backward" : ""),
                only,
                closedTo,
                level(),
                List.copyOf(guessed));
    }

    /** Above or below the ground, as the map has layers; a bridge or tunnel without one is the next one. */
    private int level() {
        String layer = tags.getOrDefault("layer", "");
        if (layer.matches("-?[1-9]")) {
            return Integer.parseInt(layer);
        }
        if (!isOneOf("bridge", "", "no")) {
            return 1;
        }
        return isOneOf("tunnel", "", "no") ? 0 : -1;
    }

    private boolean isOneOf(String key, String... values) {
        return Set.of(values).contains(tags.getOrDefault(key, ""));
    }

    /** The most exact tag of access that is there decides. */
    private boolean isOpen() {
        for (String key : List.of("motorcar", "motor_vehicle", "vehicle", "access")) {
            if (tags.containsKey(key)) {
                return !isOneOf(
                        key,
                        "no",
                        "private",
                        "agricultural",
                        "forestry",
                        "emergency",
                        "military",
                        "customers",
                        "delivery");
            }
        }
        return true;
    }

    private int direction(Kind kind, boolean ring) {
        String oneway = tags.get("oneway");
        if (oneway == null) {
            return ring || kind == Kind.MOTORWAY ? 1 : 0;
        }
        return switch (oneway) {
            case "yes", "true", "1" -> 1;
            case "-1", "reverse" -> -1;
            case "reversible", "alternating" -> {
                losses.add(Loss.TIDAL, "way " + way);
                yield 0;
            }
            default -> 0;
        };
    }

    private int number(String key) {
        String text = tags.get(key);
        if (text == null) {
            return -1;
        }
        try {
            int value = (int) Math.floor(Double.parseDouble(text.split(";", -1)[0].trim()));
            if (value >= 0 && value <= 2 * MOST_LANES) {
                return value;
            }
        } catch (NumberFormatException e) {
            // told below
        }
        losses.add(Loss.LANES_NONE, "way " + way + " " + key + "=" + text);
        return -1;
    }

    private int[] lanes(Kind kind, boolean link, int direction) {
        int all = number("lanes");
        int ahead = number("lanes:forward");
        int back = number("lanes:backward");
        int usual = link ? 1 : direction != 0 && kind == Kind.TRUNK ? 2 : kind.lanes;
        if (direction != 0) {
            int own = all > 0 ? all : direction > 0 && ahead > 0 ? ahead : counted("turn:lanes");
            if (own <= 0) {
                own = usual;
                guess("lanes", Loss.LANES);
            }
            own = Math.min(own, MOST_LANES);
            return direction > 0 ? new int[] {own, 0} : new int[] {0, own};
        }
        ahead = ahead > 0 ? ahead : counted("turn:lanes:forward");
        back = back > 0 ? back : counted("turn:lanes:backward");
        int middle = Math.max(0, number("lanes:both_ways"));
        if (middle > 0) {
            losses.add(Loss.MIDDLE_LANE, "way " + way);
        }
        if (all > 0 && ahead <= 0 && back <= 0) {
            int each = all - middle;
            ahead = Math.max(1, (each + 1) / 2);
            back = Math.max(1, each / 2);
            if (each % 2 == 1 && each > 1) {
                losses.add(Loss.ODD_LANES, "way " + way);
                guessed.add("lanes");
            }
        } else if (all > 0) {
            ahead = ahead > 0 ? ahead : Math.max(1, all - middle - back);
            back = back > 0 ? back : Math.max(1, all - middle - ahead);
        } else {
            if (ahead <= 0 || back <= 0) {
                guess("lanes", Loss.LANES);
            }
            ahead = ahead > 0 ? ahead : usual;
            back = back > 0 ? back : usual;
        }
        return new int[] {Math.min(ahead, MOST_LANES), Math.min(back, MOST_LANES)};
    }

    private void guess(String what, Loss loss) {
        guessed.add(what);
        losses.add(loss, "way " + way);
    }

    private int counted(String key) {
        String text = tags.get(key);
        return text == null ? -1 : text.split("\\|", -1).length;
    }

    private double speed(Kind kind, boolean link) {
        String text = tags.get("maxspeed");
        if (text == null) {
            text = tags.getOrDefault("maxspeed:type", tags.get("source:maxspeed"));
        }
        double told =
                text == null ? 0 : metresPerSecond(text.split(";", -1)[0].trim().toLowerCase(Locale.ROOT));
        if (told >= 4 * KMH) {
            return told;
        }
        if (tags.containsKey("maxspeed")) {
            losses.add(Loss.SPEED_UNREAD, "way " + way + " maxspeed=" + tags.get("maxspeed"));
            guessed.add("speed");
        } else {
            guess("speed", Loss.SPEED);
        }
        boolean ramp = link && kind.compareTo(Kind.TRUNK) >= 0;
        return (ramp ? 60 : kind.kmh) * KMH;
    }

    /** A limit in m/s; 0 where it is none. */
    static double metresPerSecond(String text) {
        try {
            if (text.endsWith("mph")) {
                return Double.parseDouble(text.substring(0, text.length() - 3).trim()) * MPH;
            }
            if (text.endsWith("km/h") || text.endsWith("kmh")) {
                return Double.parseDouble(
                                text.substring(0, text.lastIndexOf('k')).trim())
                        * KMH;
            }
            if (!text.isEmpty() && Character.isDigit(text.charAt(0))) {
                return Double.parseDouble(text) * KMH;
            }
        } catch (NumberFormatException e) {
            return 0;
        }
        int colon = text.indexOf(':');
        String country = colon < 0 ? "" : text.substring(0, colon);
        String word = text.substring(colon + 1);
        if (word.matches("(zone:?)?[0-9]+")) {
            return Double.parseDouble(word.replaceAll("[^0-9]", "")) * KMH;
        }
        if (word.equals("rural") && RURAL.containsKey(country)) {
            return RURAL.get(country) * KMH;
        }
        return WORDS.getOrDefault(word, 0.0) * KMH;
    }

    private List<String> turns(int lanes, String key, boolean isUsed) {
        String text = tags.get(key);
        if (lanes == 0 || text == null || !isUsed) {
            return List.of();
        }
        String[] marks = text.split("\\|", -1);
        if (marks.length != lanes) {
            losses.add(Loss.ARROWS_OTHER_COUNT, "way " + way);
            return List.of();
        }
        List<String> arrows = new ArrayList<>();
        boolean any = false;
        for (String mark : marks) {
            String arrow = arrow(mark);
            any |= !arrow.isEmpty();
            arrows.add(arrow);
        }
        return any ? arrows : List.of();
    }

    /** Letters in the order U L T R; empty for a lane without an arrow. */
    private static String arrow(String mark) {
        boolean back = false;
        boolean left = false;
        boolean through = false;
        boolean right = false;
        for (String one : mark.split(";")) {
            switch (one.trim()) {
                case "reverse" -> back = true;
                case "left", "slight_left", "sharp_left" -> left = true;
                case "through", "merge_to_left", "merge_to_right" -> through = true;
                case "right", "slight_right", "sharp_right" -> right = true;
                default -> {} // none
            }
        }
        return (back ? "U" : "") + (left ? "L" : "") + (through ? "T" : "") + (right ? "R" : "");
    }

    private List<Integer> buses(int lanes, String side) {
        List<Integer> own = new ArrayList<>();
        for (String key : List.of("bus:lanes" + side, "psv:lanes" + side)) {
            String[] marks = tags.getOrDefault(key, "").split("\\|", -1);
            for (int i = 0; marks.length == lanes && i < lanes; i++) {
                if (marks[i].equals("designated") && !own.contains(i + 1)) {
                    own.add(i + 1);
                }
            }
        }
        String busway = tags.getOrDefault(
                "busway" + (side.equals(":forward") ? ":" + (driveRight ? "right" : "left") : ""), "");
        if (own.isEmpty() && busway.equals("lane") && lanes > 1) {
            own.add(driveRight ? lanes : 1);
        }
        return own.size() >= lanes ? List.of() : own;
    }
}
