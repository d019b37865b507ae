package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study.DriveOn;

class NetworkTest {

    private static Network compile(NetworkInput input) {
        List<Fault> faults = new ArrayList<>();
        Network network = NetworkCompiler.compile(input, DriveOn.RIGHT, faults);
        assertThat(faults).isEmpty();
        return network;
    }

    @Test
    void aShortNameThatTwoMovementsHaveListsThem() {
        NetworkInput input = new Crossroads().study().network();
        Map<String, Place> places = new LinkedHashMap<>(input.places());
        Place market = places.get("market");
        places.put(
                "market",
                new Place(
                        market.at(),
                        market.control(),
                        null,
                        Map.of("west", "A", "east", "A"),
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null,
                        null));
        Network network = compile(NetworkInput.of(places, input.roads()));
        Network.Lookup lookup = network.movement("market", "AT");
        assertThat(lookup.movement()).isNull();
        assertThat(lookup.problem()).contains("not one movement at 'market' but several: AT-east, AT-west");
        assertThat(network.movement("market", "west>east").movement()).isNotNull();
        assertThat(network.movement("market", "AT-east").movement())
                .isEqualTo(network.movement("market", "west>east").movement());
    }

    @Test
    void entriesAreTheEndsOfRoads() {
        Network network = compile(new Crossroads().study().network());
        assertThat(network.entries().stream().map(Link::id))
                .containsExactly("west ahead", "east ahead", "south ahead", "north ahead");
        assertThat(network.linksFrom("market").stream().map(Link::to))
                .containsExactlyInAnyOrder("west", "east", "south", "north");
    }

    /** 400 m each way at 50 km/h, less what the junction takes, which no link covers. */
    @Test
    void theLongestFreeTripLeadsAcross() {
        Network network = compile(new Crossroads().study().network());
        double links = network.links().get(0).length() + network.links().get(1).length();
        assertThat(FreeTrips.longest(network)).isCloseTo(links / (50 / 3.6), within(0.5));
    }

    @Test
    void aBendIsAPlaceWithoutControl() {
        Crossroads scene = new Crossroads();
        NetworkInput input = scene.study().network();
        Map<String, Place> places = new LinkedHashMap<>(input.places());
        Map<String, Road> roads = new LinkedHashMap<>(input.roads());
        places.put("far", Place.of(new org.ulicarro.core.study.Point(-600, -200), Place.Control.NONE));
        Road west = roads.get("west");
        roads.put("lead", Road.of("far", "west", west.speed(), west.back(), west.back()));
        Network network = compile(NetworkInput.of(places, roads));
        List<Movement> round = network.movements().stream()
                .filter(m -> m.place().equals("west"))
                .toList();
        assertThat(round.stream().map(Movement::id)).contains("lead>west", "west>lead");
        assertThat(round.get(0).paths()).hasSize(2);
        assertThat(network.entries().stream().map(Link::id))
                .contains("lead ahead")
                .doesNotContain("west ahead");
    }
}
