package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.NetworkInput.LatLon;
import org.ulicarro.core.study.NetworkInput.Origin;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;

/** Points of the plan on the map. */
class GeoReferenceTest {

    private static NetworkInput network(Origin origin, Map<String, Place> places) {
        return new NetworkInput(
                origin, null, null, places, Map.of(), null, null, null, null, null, null, null, null, null);
    }

    /** On WGS84 at 45° north a degree of latitude is 111 131.8 m long, one of longitude 78 846.8 m. */
    @Test
    void northIsUpUnlessTheBearingSaysOtherwise() {
        GeoReference map = GeoReference.of(network(new Origin(45.0, 15.0, 0, null), Map.of()), new ArrayList<>());
        assertThat(map.lat(0, 0)).isCloseTo(45, within(1e-9));
        assertThat(map.lon(0, 0)).isCloseTo(15, within(1e-9));
        assertThat(map.lat(0, 1111.318)).isCloseTo(45.01, within(1e-6));
        assertThat(map.lon(788.468, 0)).isCloseTo(15.01, within(1e-6));
        GeoReference turned =
                GeoReference.of(network(new Origin(45.0, 15.0, Math.PI / 2, null), Map.of()), new ArrayList<>());
        assertThat(turned.lon(0, 788.468)).as("the y axis points east").isCloseTo(15.01, within(1e-6));
        assertThat(turned.lat(1111.318, 0)).as("the x axis points south").isCloseTo(44.99, within(1e-6));
    }

    /** Two known places turn and shift the plan; the same two give back what they were made from. */
    @Test
    void knownPlacesTurnAndShiftThePlan() {
        GeoReference truth = GeoReference.of(network(new Origin(44.05, 14.98, 0.3, null), Map.of()), new ArrayList<>());
        Map<String, Place> places = new LinkedHashMap<>();
        places.put("a", Place.of(new Point(-400, 20), Place.Control.NONE));
        places.put("b", Place.of(new Point(600, -150), Place.Control.NONE));
        Map<String, LatLon> known = new LinkedHashMap<>();
        places.forEach((id, p) ->
                known.put(id, new LatLon(truth.lat(p.at().x(), p.at().y()), truth.lon(p.at().x(), p.at().y()))));
        List<Fault> faults = new ArrayList<>();
        GeoReference found = GeoReference.of(network(new Origin(null, null, 0, known), places), faults);
        assertThat(faults).isEmpty();
        assertThat(found.lat(100, 900)).isCloseTo(truth.lat(100, 900), within(1e-7));
        assertThat(found.lon(100, 900)).isCloseTo(truth.lon(100, 900), within(1e-7));

        known.put("b", new LatLon(known.get("b").lat() + 0.002, known.get("b").lon()));
        GeoReference.of(network(new Origin(null, null, 0, known), places), faults);
        assertThat(faults)
                .hasSize(2)
                .allMatch(f -> f.message().contains("distances on the plan and on the map do not agree"));
    }
}
