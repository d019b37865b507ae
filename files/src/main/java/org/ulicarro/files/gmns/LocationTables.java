package org.ulicarro.files.gmns;

import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.MidBlockCrossing;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Stop;

/** What lies along links as locations: crossings of legs and of roads, stops. And detectors, which have a table of their own. */
final class LocationTables {

    static final String CROSSING = "crosswalk";
    static final String STOP = "bus_stop";

    private final NetworkInput network;
    private final TableUnits units;
    private final Tables tables;

    LocationTables(NetworkInput network, TableUnits units, Tables tables) {
        this.network = network;
        this.units = units;
        this.tables = tables;
    }

    void add(ToDoubleFunction<LinkName> length) {
        network.places().forEach(this::legs);
        network.crossings().forEach(this::crossing);
        network.stops().forEach(this::stop);
        network.detectors().forEach((id, d) -> {
            String link = d.road().toString();
            String to = end(d.road(), d.road().ahead());
            double front = d.beforeEnd() == null ? length.applyAsDouble(d.road()) - d.at() - d.length() : d.beforeEnd();
            tables.add(
                    "signal_detector",
                    id,
                    to,
                    null,
                    link,
                    d.lane(),
                    d.lane(),
                    to,
                    units.length(front),
                    units.length(front + d.length()),
                    "presence",
                    d.only().isEmpty() ? null : Uses.text(d.only(), List.of()));
        });
    }

    private void legs(String id, Place place) {
        place.crossings().forEach((leg, crossing) -> {
            Road road = network.roads().get(leg);
            boolean towards = road.direction(road.to().equals(id)) != null;
            boolean ahead = towards == road.to().equals(id);
            add(id + " " + leg, leg, ahead, id, 0, crossing);
        });
    }

    private void crossing(String id, MidBlockCrossing c) {
        Road road = network.roads().get(c.road());
        add(
                id,
                c.road(),
                road.ahead() != null,
                road.from(),
                c.at(),
                new Crossing(c.width(), c.refuge(), c.yielding(), c.kind()));
    }

    private void add(String id, String road, boolean ahead, String from, double at, Crossing c) {
        tables.add(
                "location",
                id,
                new LinkName(road, ahead).toString(),
                from,
                units.length(at),
                CROSSING,
                c.kind() == null ? null : c.kind().name().toLowerCase(Locale.ROOT),
                null,
                units.length(c.width()),
                c.refuge(),
                100 * c.yielding(),
                null);
    }

    private void stop(String id, Stop stop) {
        tables.add(
                "location",
                id,
                stop.road().toString(),
                end(stop.road(), !stop.road().ahead()),
                units.length(stop.at()),
                STOP,
                stop.kind().name().toLowerCase(Locale.ROOT),
                units.length(stop.length()),
                null,
                null,
                null,
                stop.lane());
    }

    private String end(LinkName link, boolean second) {
        Road road = network.roads().get(link.road());
        return second ? road.to() : road.from();
    }
}
