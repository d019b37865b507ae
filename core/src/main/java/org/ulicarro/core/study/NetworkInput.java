package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/** The road network as it is written: what exists where, by id. */
public record NetworkInput(
        @About("Where the plan lies on the map.") Origin origin,

        @About("An aerial picture drawn faintly under plans.")
        Backdrop backdrop,

        @About("CSV tables for networks too big for text; their rows join the places and roads written here.")
        Tables tables,

        @About("Where roads meet, end or change, by id.") Map<String, Place> places,

        @About("Roads between two places, by id.") Map<String, Road> roads,

        @About("Named ways through the network, both directions: travel times, coordination, comparison.")
        Map<String, Corridor> corridors,

        @KeyForm(KeyForm.DOTTED) @About("Detectors in the road, by id: market.eb.")
        Map<String, Detector> detectors,

        @KeyForm(KeyForm.DOTTED) @About("Stops of buses and trams, by id.")
        Map<String, Stop> stops,

        @KeyForm(KeyForm.DOTTED)
        @About("Booths, barriers and ramp gates that hold each vehicle for a service time, by id.")
        Map<String, Gate> gates,

        @KeyForm(KeyForm.DOTTED) @About("Lanes closed for a time, by id.")
        Map<String, Closure> closures,

        @KeyForm(KeyForm.DOTTED) @About("Roads and turns that are forbidden, to some or for a time, by id.")
        Map<String, Ban> bans,

        @KeyForm(KeyForm.DOTTED) @About("Tolls of roads, by id.")
        Map<String, Toll> tolls,

        @KeyForm(KeyForm.DOTTED) @About("Marked crossings away from junctions, by id.")
        Map<String, MidBlockCrossing> crossings,

        @KeyForm(KeyForm.DOTTED) @About("Kerb parking whose manoeuvres block the lane beside it, by id.")
        Map<String, Parking> parking) {

    public NetworkInput {
        places = InOrder.map(places);
        roads = InOrder.map(roads);
        corridors = InOrder.map(corridors);
        detectors = InOrder.map(detectors);
        stops = InOrder.map(stops);
        gates = InOrder.map(gates);
        closures = InOrder.map(closures);
        bans = InOrder.map(bans);
        tolls = InOrder.map(tolls);
        crossings = InOrder.map(crossings);
        parking = InOrder.map(parking);
    }

    /** Places and roads and nothing else. */
    public static NetworkInput of(Map<String, Place> places, Map<String, Road> roads) {
        return new NetworkInput(null, null, null, places, roads, null, null, null, null, null, null, null, null, null);
    }

    /** The same with other places and roads. */
    public NetworkInput with(Map<String, Place> otherPlaces, Map<String, Road> otherRoads) {
        return new NetworkInput(
                origin,
                backdrop,
                tables,
                otherPlaces,
                otherRoads,
                corridors,
                detectors,
                stops,
                gates,
                closures,
                bans,
                tolls,
                crossings,
                parking);
    }

    /** Two CSV files beside study.yaml. */
    public record Tables(
            @About("CSV with id, x_m, y_m, control.") String places,

            @About("CSV with id, from, to, lanes_ahead, lanes_back, speed_kmh.")
            String roads) {}

    /** A way through places that roads join. */
    public record Corridor(
            @Required @About("Places in order: [west, gate, market].")
            List<String> via) {

        public Corridor {
            via = via == null ? List.of() : List.copyOf(via);
        }
    }

    /** An image with the world file that says where its pixels lie. */
    public record Backdrop(
            @Required @About("PNG, JPEG or GeoTIFF, beside study.yaml.")
            String image,

            @Key("world-file")
            @About(
                    "Six lines: pixel size, rotation twice, pixel size, x and y of the first pixel. A GeoTIFF needs none.")
            String worldFile,

            @About(
                    "What those coordinates are: plan for metres of the plan, as they are where nothing is written; WGS84, EPSG:25833, or +proj=… on the map, which needs an origin. A GeoTIFF says it itself.")
            String crs) {}

    /**
     * Where the plan's point [0, 0] lies on the map (WGS84), and how the plan is turned; or two or more places whose coordinates
     * are known, from which both are found.
     *
     * @param bearing of the y axis from true north, clockwise (rad)
     */
    public record Origin(
            @About("Latitude of the plan's [0, 0] in degrees.")
            Double lat,

            @About("Longitude of the plan's [0, 0] in degrees.")
            Double lon,

            @Usual("0 deg") @Unit(Dimension.ANGLE) @About("Bearing of the y axis from true north, clockwise.")
            double bearing,

            @About("Instead: known coordinates of two or more places, {west: {lat: 44.05, lon: 14.98}, …}.")
            Map<String, LatLon> places) {

        public Origin {
            places = InOrder.map(places);
        }
    }

    /** A point on the map (WGS84, degrees). */
    public record LatLon(
            @Required @About("Degrees north.") double lat,
            @Required @About("Degrees east.") double lon) {}
}
