package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Stop;
import org.ulicarro.core.study.Turn;
import org.ulicarro.core.study.VehicleType;

/** Every key of a network as it is written, and the value in SI that it becomes. */
class NetworkBindingTest {

    private static final String STUDY = """
            format: ulicarro/1
            title: everything
            drive-on: left
            periods: {am: {from: "07:00", to: "08:00"}}
            demand: {mix: {car: 100 %}, volumes: {}}
            network:
              origin: {lat: 44.05, lon: 14.98, bearing: 180 deg}
              backdrop: {image: a.png, world-file: a.pgw}
              places:
                mid:
                  at: [0, 0.5]
                  control: roundabout
                  legs: {r: EB}
                  crossings: {r: {width: 10 ft, refuge: true, kind: signal}, s: {}}
                  bypass: {r>s: yield, EBR: free}
                  movements: {EBL: {turn: through, radius: 12 m, speed: 36 km/h, yields-to: [WBT], lanes: {1: 2}, closed: true}}
                  corner-radius: 7 m
                  setback: {r: 15 m}
                  outer-diameter: 42 m
                  lanes: 2
                  ring: {r>s: 1}
                  right-on-red: {r>s: after-stop}
                  saturation: {EBL: 1800 pcu/h}
                end: {at: [-300, 0]}
                stop: {at: [0, -300], control: stop, minor: [s]}
              roads:
                r:
                  name: Mill Road
                  class: motorway
                  between: [end, mid]
                  via: [[-100, 5]]
                  meets-at: {mid: [1, 2]}
                  speed: 30 mph
                  grade: -4 %
                  median: 6 ft
                  closed-to: [truck, articulated]
                  only: [car, bus]
                  ahead:
                    lanes: 2
                    width: 3 m
                    widths: {2: 1.8 m}
                    bays: {right: [{full-width: 30 m}]}
                    ends: {left: [{full-width: 50 m, taper: 25 m}]}
                    turns: [L, T, R]
                    joins: {side: left, parallel: 200 m}
                    leaves: {parallel: 150 m, taper: 40 m}
                    lane-use: {2: {only: [bus], from: "16:00", to: "18:00", turn-in: 40 m}}
                    no-changing: [{right-of: 1, before-end: 5 m, length: 30 m}]
                    speed-zones: [{at: 10 m, length: 50 m, speed: 20 km/h}]
                s: {between: [stop, mid], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}}
              corridors: {main: {via: [end, mid, stop]}}
              detectors: {mid.eb: {road: r ahead, lane: 2, before-end: 2 m, length: 12 m}, other: {road: s back, at: 7 m}}
              stops: {hall: {road: r ahead, at: 120 m, length: 30 m, kind: layby}}
              gates: {toll: {road: s ahead, lanes: [1], at: 60 m, service: 8 s ± 3 s, by-type: {truck: 13 s ± 4 s}}}
              closures: {works: {road: s back, lanes: [1], at: 20 m, length: 40 m, from: "07:10", to: "07:40"}}
              crossings: {park: {road: s, at: 80 m, width: 3 m, refuge: true, kind: signal}}
              parking: {kerb: {road: s ahead, at: 100 m, length: 50 m, manoeuvres: 12 /h, blocks: 20 s ± 5 s}}
            """;

    @TempDir
    private Path temp;

    private NetworkInput network() throws IOException {
        Files.writeString(temp.resolve("study.yaml"), STUDY);
        LocatedTree tree = YamlFile.read(temp.resolve("study.yaml"), "study.yaml");
        StudySchema schema = StudySchema.load();
        schema.complete(tree);
        assertThat(new SchemaCheck(schema).check(tree, new StandIns(schema, tree.root), true))
                .isEmpty();
        return StudyBinder.bind(tree.root).network();
    }

    @Test
    void places() throws IOException {
        NetworkInput network = network();
        assertThat(network.origin().bearing()).isCloseTo(Math.PI, within(1e-12));
        assertThat(network.backdrop().worldFile()).isEqualTo("a.pgw");
        Place mid = network.places().get("mid");
        assertThat(mid.at()).isEqualTo(new Point(0, 0.5));
        assertThat(mid.control()).isEqualTo(Place.Control.ROUNDABOUT);
        assertThat(mid.crossings().get("r")).isEqualTo(new Crossing(10 * 0.3048, true, 1, Crossing.Kind.SIGNAL));
        assertThat(mid.crossings().get("s")).isEqualTo(new Crossing(4, false, 1, null));
        assertThat(mid.bypass()).containsEntry("r>s", Place.Bypass.YIELD).containsEntry("EBR", Place.Bypass.FREE);
        var own = mid.movements().get("EBL");
        assertThat(own.turn()).isEqualTo(Turn.THROUGH);
        assertThat(own.radius()).isEqualTo(12);
        assertThat(own.speed()).isCloseTo(10, within(1e-12));
        assertThat(own.yieldsTo()).containsExactly("WBT");
        assertThat(own.lanes()).containsEntry("1", 2);
        assertThat(own.closed()).isTrue();
        assertThat(mid.cornerRadius()).isEqualTo(7);
        assertThat(mid.setback()).containsEntry("r", 15.0);
        assertThat(mid.outerDiameter()).isEqualTo(42);
        assertThat(mid.lanes()).isEqualTo(2);
        assertThat(mid.ring()).containsEntry("r>s", 1);
        assertThat(mid.rightOnRed()).containsEntry("r>s", Place.OnRed.AFTER_STOP);
        assertThat(mid.saturation().get("EBL")).isCloseTo(0.5, within(1e-12));
        assertThat(network.places().get("stop").minor()).containsExactly("s");
        assertThat(network.places().get("end")).isEqualTo(Place.of(new Point(-300, 0), Place.Control.NONE));
    }

    @Test
    void roads() throws IOException {
        Road r = network().roads().get("r");
        assertThat(r.speed()).isCloseTo(13.4112, within(1e-12));
        assertThat(r.grade()).isCloseTo(-0.04, within(1e-12));
        assertThat(r.median()).isCloseTo(1.8288, within(1e-12));
        assertThat(r.meetsAt()).containsEntry("mid", new Point(1, 2));
        assertThat(r.closedTo()).containsExactly(VehicleType.TRUCK, VehicleType.ARTICULATED);
        assertThat(r.only()).containsExactly(VehicleType.CAR, VehicleType.BUS);
        Direction d = r.ahead();
        assertThat(d.widths()).containsEntry("2", 1.8);
        assertThat(d.bays().right()).containsExactly(new Direction.Bay(30, 20));
        assertThat(d.ends().left()).containsExactly(new Direction.Bay(50, 25));
        assertThat(d.lanesAtEnd()).isEqualTo(3);
        assertThat(d.allLanes()).isEqualTo(4);
        assertThat(d.joins()).isEqualTo(new Direction.Ramp(Direction.Side.LEFT, 200, 60));
        assertThat(d.leaves()).isEqualTo(new Direction.Ramp(Direction.Side.RIGHT, 150, 40));
        assertThat(d.laneUse().get("2"))
                .isEqualTo(new Direction.LaneUse(List.of(VehicleType.BUS), 57600.0, 64800.0, 40.0));
        assertThat(d.noChanging()).containsExactly(new Direction.NoChanging(1, 5, 30));
        assertThat(d.speedZones())
                .singleElement()
                .satisfies(z -> assertThat(z.speed()).isCloseTo(5.5556, within(1e-4)));
        assertThat(r.back()).isNull();
    }

    @Test
    void whatLiesOnTheRoad() throws IOException {
        NetworkInput n = network();
        assertThat(n.corridors().get("main").via()).containsExactly("end", "mid", "stop");
        assertThat(n.detectors().get("mid.eb").beforeEnd()).isEqualTo(2);
        assertThat(n.detectors().get("other").road()).isEqualTo(new LinkName("s", false));
        assertThat(n.detectors().get("other").length()).isEqualTo(2);
        assertThat(n.stops().get("hall").kind()).isEqualTo(Stop.Kind.LAYBY);
        assertThat(n.gates().get("toll").service()).isEqualTo(new Quantity(8, 3));
        assertThat(n.gates().get("toll").byType()).containsEntry(VehicleType.TRUCK, new Quantity(13, 4));
        assertThat(n.closures().get("works").from()).isEqualTo(7 * 3600 + 600);
        assertThat(n.crossings().get("park").kind()).isEqualTo(Crossing.Kind.SIGNAL);
        assertThat(n.parking().get("kerb").manoeuvres() * 3600).isCloseTo(12, within(1e-9));
        assertThat(n.parking().get("kerb").blocks()).isEqualTo(new Quantity(20, 5));
    }
}
