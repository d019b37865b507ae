package org.ulicarro.files.gmns;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Detector;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.MidBlockCrossing;
import org.ulicarro.core.study.Stop;
import org.ulicarro.files.Message;
import org.ulicarro.files.gmns.GmnsTable.Row;

/** What lies along links: crossings, stops, detectors. */
final class GmnsLocations {

    private static final double AT_PLACE = 0.5; // m

    private final Path folder;
    private final List<Message> faults;
    private final Set<String> notes;
    private final GmnsNetwork network;
    final Map<String, Detector> detectors = new LinkedHashMap<>();
    final Map<String, Stop> stops = new LinkedHashMap<>();
    final Map<String, MidBlockCrossing> crossings = new LinkedHashMap<>();
    final Map<String, Map<String, Crossing>> legs = new LinkedHashMap<>(); // node -> road -> its crossing
    final Map<String, String> roadOf = new LinkedHashMap<>(); // crossing of a leg by its id in the tables -> road

    GmnsLocations(Path folder, List<Message> faults, Set<String> notes, GmnsNetwork network) {
        this.folder = folder;
        this.faults = faults;
        this.notes = notes;
        this.network = network;
    }

    void read() {
        for (Row row : GmnsTable.read(folder, "location", false, List.of("loc_id", "link_id"), faults).rows) {
            GmnsLink link = network.links.get(row.text("link_id"));
            String type =
                    row.text("loc_type") == null ? "" : row.text("loc_type").toLowerCase(Locale.ROOT);
            if (link == null) {
                row.fail("location '" + row.text("loc_id") + "' lies on link '" + row.text("link_id")
                        + "', which is none");
            } else if (type.matches("crosswalk|crossing|pedestrian_crossing")) {
                crossing(row, link);
            } else if (type.matches("bus_stop|tram_stop|transit_stop|stop")) {
                stop(row, link);
            } else {
                notes.add("locations that are neither crossings nor stops, left out, as '" + row.text("loc_id") + "'");
            }
        }
        detectors();
    }

    /** Where it lies from the start of its link (m). */
    private double at(Row row, GmnsLink link) {
        double lr = row.number("lr", 0) * network.config.metres;
        return link.to.equals(row.text("ref_node_id")) ? link.length() - lr : lr;
    }

    private void crossing(Row row, GmnsLink link) {
        double width = row.number("width", 4 / network.config.metres) * network.config.metres;
        boolean refuge = "true".equalsIgnoreCase(row.text("refuge"));
        double yielding = row.number("yielding", 100) / 100;
        String word = row.text("kind") == null ? "" : row.text("kind").toLowerCase(Locale.ROOT);
        Crossing.Kind kind = switch (word) {
            case "zebra" -> Crossing.Kind.ZEBRA;
            case "signal" -> Crossing.Kind.SIGNAL;
            default -> null;
        };
        Crossing crossing = new Crossing(GmnsLink.rounded(width), refuge, yielding, kind);
        double lr = row.number("lr", 0) * network.config.metres;
        String node = row.text("ref_node_id") == null ? link.from : row.text("ref_node_id");
        if (lr < AT_PLACE) {
            legs.computeIfAbsent(node, none -> new LinkedHashMap<>()).put(link.road, crossing);
            roadOf.put(row.text("loc_id"), link.road);
            return;
        }
        double at = at(row, link);
        crossings.put(
                id(row.text("loc_id")),
                new MidBlockCrossing(
                        link.road,
                        GmnsLink.rounded(link.ahead ? at : link.length() - at),
                        crossing.width(),
                        refuge,
                        yielding,
                        kind == null ? Crossing.Kind.ZEBRA : kind));
    }

    private void stop(Row row, GmnsLink link) {
        double length = row.number("length", 20 / network.config.metres) * network.config.metres;
        boolean layby = "layby".equalsIgnoreCase(row.text("kind"));
        stops.put(
                id(row.text("loc_id")),
                new Stop(
                        new LinkName(link.road, link.ahead),
                        GmnsLink.rounded(Math.max(0, at(row, link))),
                        GmnsLink.rounded(length),
                        layby ? Stop.Kind.LAYBY : Stop.Kind.KERB,
                        row.text("lane_num") == null ? null : (int) row.number("lane_num", 1)));
    }

    private static String id(String text) {
        return text.replaceAll("[^A-Za-z0-9_.-]+", "-");
    }

    /** A loop in a lane before a line; its zone runs back from the node that it is measured from. */
    private void detectors() {
        double metres = network.config.metres;
        for (Row row :
                GmnsTable.read(folder, "signal_detector", false, List.of("detector_id", "link_id"), faults).rows) {
            GmnsLink link = network.links.get(row.text("link_id"));
            double front = row.number("det_zone_front", Double.NaN) * metres;
            double back = row.number("det_zone_back", Double.NaN) * metres;
            if (link == null) {
                row.fail("detector '" + row.text("detector_id") + "' lies in link '" + row.text("link_id")
                        + "', which is none");
            } else if (Double.isNaN(front) || Double.isNaN(back) || back <= front) {
                notes.add("detectors without a zone, left out");
            } else {
                detectors.put(
                        id(row.text("detector_id")),
                        new Detector(
                                new LinkName(link.road, link.ahead),
                                Math.max(1, (int) row.number("start_lane", 1)),
                                GmnsLink.rounded(Math.max(0, front)),
                                null,
                                GmnsLink.rounded(back - front),
                                List.copyOf(Uses.read(row.text("only"), notes))));
            }
        }
    }
}
