package org.ulicarro.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.geom.Line2D;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Study.DriveOn;

/** Roads that cross without a place are said, each pair once, unless one passes over the other. */
class RoadCrossingsTest {

    private final Map<String, Place> places = new LinkedHashMap<>();
    private final Map<String, Road> roads = new LinkedHashMap<>();

    private void road(String id, double x1, double y1, double x2, double y2, int level) {
        places.put(id + "-a", Place.of(new Point(x1, y1), Place.Control.NONE));
        places.put(id + "-b", Place.of(new Point(x2, y2), Place.Control.NONE));
        roads.put(
                id,
                new Road(
                        null,
                        RoadClass.URBAN,
                        List.of(id + "-a", id + "-b"),
                        null,
                        null,
                        14,
                        0,
                        0,
                        level,
                        null,
                        null,
                        Direction.of(1),
                        null));
    }

    private List<String> said(DriveOn side) {
        List<Fault> faults = new ArrayList<>();
        Network network = NetworkCompiler.compile(NetworkInput.of(places, roads), side, faults);
        assertThat(network).isNotNull();
        return faults.stream()
                .filter(f -> f.kind() == NetworkFault.CROSS_WITHOUT_PLACE)
                .map(f -> f.pointer() + " " + f.message())
                .toList();
    }

    @Test
    void whereAndWhichIsSaid() {
        road("quay", -300, 10, 300, 10, 0);
        road("mill", 40, -200, 40, 200, 0);
        for (DriveOn side : DriveOn.values()) {
            assertThat(said(side))
                    .singleElement()
                    .asString()
                    .startsWith("/network/roads/mill 'mill' and 'quay' cross at [40, 10]");
        }
        road("mill", 40, -200, 40, 200, 1);
        assertThat(said(DriveOn.RIGHT)).as("a bridge").isEmpty();
    }

    @Test
    void legsOfOnePlaceMayCrossWhereTheyPart() {
        road("a", 0, 0, 600, 0, 0);
        road("b", 0, 0, 600, 100, 0);
        Road b = roads.get("b");
        roads.put(
                "b",
                new Road(
                        null,
                        RoadClass.URBAN,
                        List.of("a-a", "b-b"),
                        List.of(new Point(40, -5)),
                        null,
                        14,
                        0,
                        0,
                        0,
                        null,
                        null,
                        b.ahead(),
                        null));
        places.remove("b-a");
        List<Fault> faults = new ArrayList<>();
        NetworkCompiler.compile(NetworkInput.of(places, roads), DriveOn.RIGHT, faults);
        assertThat(faults).noneMatch(f -> f.kind() == NetworkFault.CROSS_WITHOUT_PLACE);
    }

    /** Against each pair by itself, as the Java library sees it. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void allPairsAreFound(long seed) {
        Random random = new Random(seed);
        List<Line2D> lines = new ArrayList<>();
        for (int i = 0; i < 60; i++) {
            double x = 2000 * random.nextDouble() - 1000;
            double y = 2000 * random.nextDouble() - 1000;
            double angle = 2 * Math.PI * random.nextDouble();
            double length = 60 + (i % 7 == 0 ? 3000 : 500) * random.nextDouble();
            road("r" + i, x, y, x + length * Math.cos(angle), y + length * Math.sin(angle), 0);
            lines.add(new Line2D.Double(x, y, x + length * Math.cos(angle), y + length * Math.sin(angle)));
        }
        Set<String> expected = new TreeSet<>();
        for (int i = 0; i < lines.size(); i++) {
            for (int k = 0; k < i; k++) {
                if (lines.get(i).intersectsLine(lines.get(k))) {
                    expected.add("'r" + i + "' and 'r" + k + "'");
                }
            }
        }
        assertThat(expected).hasSizeGreaterThan(30);
        assertThat(said(DriveOn.RIGHT))
                .hasSameSizeAs(expected)
                .allSatisfy(
                        text -> assertThat(expected).contains(text.replaceAll(".* ('r\\d+' and 'r\\d+') .*", "$1")));
    }
}
