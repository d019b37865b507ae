package org.ulicarro.files.gmns;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.ulicarro.core.study.Arrows;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.VehicleType;

/** Roads as links with their shape, lanes, and segments: bays, lanes that end, other limits and unbroken lines. */
final class LinkTables {

    private final NetworkInput network;
    private final TableUnits units;
    private final PlanPoints points;
    private final Tables tables;
    private final Set<String> unsaid;

    LinkTables(NetworkInput network, TableUnits units, PlanPoints points, Tables tables, Set<String> unsaid) {
        this.network = network;
        this.units = units;
        this.points = points;
        this.tables = tables;
        this.unsaid = unsaid;
    }

    void add() {
        network.roads().forEach((id, road) -> {
            direction(id, road, true);
            direction(id, road, false);
        });
    }

    /** The number of a lane as the tables count: the first that runs all the way is 1, those left of it are -1, -2 …. */
    static int number(Direction d, int fromLeft) {
        int left = d.bays().left().size() + d.ends().left().size();
        return fromLeft > left ? fromLeft - left : fromLeft - left - 1;
    }

    private void direction(String id, Road road, boolean ahead) {
        Direction d = road.direction(ahead);
        if (d == null) {
            return;
        }
        String link = id + (ahead ? " ahead" : " back");
        List<Point> axis = axis(road);
        if (!ahead) {
            Collections.reverse(axis);
        }
        double length = 0;
        for (int i = 1; i < axis.size(); i++) {
            length += StrictMath.hypot(
                    axis.get(i).x() - axis.get(i - 1).x(),
                    axis.get(i).y() - axis.get(i - 1).y());
        }
        String from = ahead ? road.from() : road.to();
        String to = ahead ? road.to() : road.from();
        Place end = network.places().get(to);
        tables.add(
                "geometry",
                link,
                axis.stream().map(points::text).collect(Collectors.joining(", ", "LINESTRING (", ")")));
        tables.add(
                "link",
                link,
                road.name() == null ? id : road.name(),
                from,
                to,
                "true",
                link,
                1,
                units.length(length),
                road.grade() == 0 ? 0.0 : 100 * (ahead ? road.grade() : -road.grade()),
                road.roadClass().name().toLowerCase(Locale.ROOT),
                units.speed(road.speed()),
                d.lanes(),
                Uses.text(road.only(), road.closedTo()),
                road.median() > 0 ? units.length(road.median()) : null,
                road.level() == 0 ? null : road.level(),
                end.legs().get(id),
                units.lengthOrNull(end.setback().get(id)),
                ramp(d.joins()),
                ramp(d.leaves()),
                end.control() == Place.Control.ROUNDABOUT ? arrows(d) : null);
        lanes(link, d);
        Direction.Bays bays = d.bays();
        double whole = length;
        shortLanes(link, from, d, bays, (fullWidth) -> new double[] {whole - fullWidth, whole});
        shortLanes(link, from, d, d.ends(), (fullWidth) -> new double[] {0, fullWidth});
        for (int i = 0; i < d.speedZones().size(); i++) {
            Direction.SpeedZone zone = d.speedZones().get(i);
            segment(
                    link + " limit " + (i + 1),
                    link,
                    from,
                    zone.at(),
                    zone.at() + zone.length(),
                    d,
                    zone.speed(),
                    null);
        }
        noChanging(link, from, length, d);
    }

    private List<Point> axis(Road road) {
        List<Point> axis = new ArrayList<>();
        axis.add(road.meetsAt()
                .getOrDefault(road.from(), network.places().get(road.from()).at()));
        axis.addAll(road.via());
        axis.add(road.meetsAt()
                .getOrDefault(road.to(), network.places().get(road.to()).at()));
        return axis;
    }

    private String ramp(Direction.Ramp ramp) {
        return ramp == null
                ? null
                : ramp.side().name().toLowerCase(Locale.ROOT) + " " + Tables.number(units.length(ramp.parallel())) + " "
                        + Tables.number(units.length(ramp.taper()));
    }

    private static String arrows(Direction d) {
        return d.turns().isEmpty()
                ? null
                : d.turns().stream().map(Arrows::toString).collect(Collectors.joining(" "));
    }

    private void lanes(String link, Direction d) {
        int left = d.bays().left().size() + d.ends().left().size();
        for (int lane = 1; lane <= d.lanes(); lane++) {
            String fromLeft = String.valueOf(lane + left);
            tables.add("lane", link + " " + lane, link, lane, uses(d, fromLeft), width(d, fromLeft));
        }
    }

    private double width(Direction d, String fromLeft) {
        return units.length(d.widths().getOrDefault(fromLeft, d.width()));
    }

    private String uses(Direction d, String fromLeft) {
        Direction.LaneUse use = d.laneUse().get(fromLeft);
        if (use != null && (use.from() != null || use.turnIn() != null)) {
            unsaid.add("hours of lanes for some types, and how far before a line others may move into them");
        }
        return use == null ? null : Uses.text(use.only(), List.<VehicleType>of());
    }

    /** Where along a link a short lane has its full width. */
    private interface Stretch {
        double[] of(double fullWidth);
    }

    private void shortLanes(String link, String from, Direction d, Direction.Bays lanes, Stretch stretch) {
        int left = lanes.left().size();
        for (int i = 0; i < left; i++) {
            shortLane(link, from, d, lanes.left().get(i), left - i, stretch);
        }
        for (int i = 0; i < lanes.right().size(); i++) {
            int before = d.bays().left().size() + d.ends().left().size() + d.lanes();
            shortLane(link, from, d, lanes.right().get(i), before + i + 1, stretch);
        }
    }

    private void shortLane(String link, String from, Direction d, Direction.Bay bay, int fromLeft, Stretch stretch) {
        int lane = number(d, fromLeft);
        String segment = link + " lane " + lane;
        double[] at = stretch.of(bay.fullWidth());
        segment(segment, link, from, at[0], at[1], d, Double.NaN, bay.taper());
        String number = String.valueOf(fromLeft);
        tables.add("segment_lane", segment, segment, lane, uses(d, number), null, width(d, number));
    }

    private void segment(
            String id, String link, String from, double start, double end, Direction d, double speed, Double taper) {
        tables.add(
                "segment",
                id,
                link,
                from,
                units.length(start),
                units.length(end),
                Double.isNaN(speed) ? null : units.speed(speed),
                d.lanes(),
                units.lengthOrNull(taper));
    }

    private void noChanging(String link, String from, double length, Direction d) {
        for (int i = 0; i < d.noChanging().size(); i++) {
            Direction.NoChanging line = d.noChanging().get(i);
            String segment = link + " line " + (i + 1);
            double end = length - line.beforeEnd();
            segment(segment, link, from, end - line.length(), end, d, Double.NaN, null);
            for (int lane = 1; lane < d.lanesAtEnd(); lane++) {
                if (line.rightOf() == null || line.rightOf() == lane) {
                    int number = number(d, lane);
                    String width = String.valueOf(lane);
                    tables.add(
                            "segment_lane",
                            segment + " " + number,
                            segment,
                            number,
                            uses(d, width),
                            "regulatory",
                            width(d, width));
                }
            }
        }
    }

    /** Links by road and direction, for whoever says where something lies. */
    static String link(Map.Entry<String, Road> road) {
        return road.getKey() + (road.getValue().ahead() != null ? " ahead" : " back");
    }
}
