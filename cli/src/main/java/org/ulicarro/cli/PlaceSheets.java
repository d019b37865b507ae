package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Written;
import org.ulicarro.files.GeoReference;

/** Tables of places and points. */
final class PlaceSheets {

    private final Model model;
    private final Network network;
    private final GeoReference map;
    private final String only;
    private final PrintedUnit length;

    PlaceSheets(Model model, GeoReference map, String only) {
        this.model = model;
        network = model.network();
        this.map = map;
        this.only = only;
        length = model.study().units().length();
    }

    private boolean isMeant(String place) {
        return only == null || only.equals(place);
    }

    /**
     * All places.
     *
     * @param forMachines whether lengths that stand in words are in metres, as all are for machines
     */
    Sheet places(boolean forMachines) {
        PrintedUnit lines = forMachines ? Study.Units.METRIC.length() : length;
        Sheet sheet = new Sheet()
                .words("place", "place")
                .words("control", "control")
                .words("legs", "legs")
                .marked()
                .words("minor", "minor")
                .marked()
                .numbers("x_m", "x " + length.name(), 1, length.perInside())
                .numbers("y_m", "y " + length.name(), 1, length.perInside());
        if (map != null) {
            sheet.numbers("lat", "lat", 6).numbers("lon", "lon", 6);
        }
        sheet.words("stop_lines_m", "stop lines " + lines.name()).marked();
        for (Junction junction : network.junctions().values()) {
            if (!isMeant(junction.id())) {
                continue;
            }
            Place place = junction.place();
            List<Object> row = new ArrayList<>(List.of(
                    junction.id(),
                    Written.of(place.control()),
                    legs(junction),
                    junction.minor().isEmpty()
                            ? "-"
                            : String.join(" ", junction.minor())
                                    + (place.minor().isEmpty() ? "" : "*"),
                    place.at().x(),
                    place.at().y()));
            if (map != null) {
                row.add(map.lat(place.at().x(), place.at().y()));
                row.add(map.lon(place.at().x(), place.at().y()));
            }
            row.add(stopLines(junction, lines));
            sheet.add(row.toArray());
        }
        return sheet;
    }

    /** Names of the approaches by road. */
    private String legs(Junction junction) {
        List<String> legs = new ArrayList<>();
        for (Link link : network.links()) {
            if (link.to().equals(junction.id()) && !link.ring() && junction.controlled()) {
                boolean own = junction.place().legs().containsKey(link.road());
                legs.add(link.approach() + (own ? "*" : ""));
            }
        }
        return legs.isEmpty() ? "-" : String.join(" ", legs);
    }

    /** How far each stop line stands from the place's point. */
    private String stopLines(Junction junction, PrintedUnit unit) {
        List<String> lines = new ArrayList<>();
        Point at = junction.place().at();
        for (Link link : network.links()) {
            if (link.to().equals(junction.id()) && !link.ring() && junction.controlled()) {
                Lane inner = network.lanesOf(link).get(0);
                var end = inner.at(inner.end());
                double distance = Math.hypot(end.x() - at.x(), end.y() - at.y());
                boolean own = junction.place().setback().containsKey(link.road());
                lines.add(String.format(Locale.ROOT, "%s %.1f%s", link.approach(), unit.of(distance), own ? "*" : ""));
            }
        }
        return lines.isEmpty() ? "-" : String.join(" ", lines);
    }

    Sheet points() {
        Sheet sheet = new Sheet()
                .words("point", "point")
                .numbers("x_m", "x " + length.name(), 2, length.perInside())
                .numbers("y_m", "y " + length.name(), 2, length.perInside());
        if (map != null) {
            sheet.numbers("lat", "lat", 7).numbers("lon", "lon", 7);
        }
        model.study().network().places().forEach((id, place) -> addPoint(sheet, id, place.at()));
        model.study().network().roads().forEach((id, road) -> {
            for (int i = 0; i < road.via().size(); i++) {
                addPoint(sheet, id + " via " + (i + 1), road.via().get(i));
            }
        });
        return sheet;
    }

    private void addPoint(Sheet sheet, String name, Point p) {
        if (map == null) {
            sheet.add(name, p.x(), p.y());
        } else {
            sheet.add(name, p.x(), p.y(), map.lat(p.x(), p.y()), map.lon(p.x(), p.y()));
        }
    }
}
