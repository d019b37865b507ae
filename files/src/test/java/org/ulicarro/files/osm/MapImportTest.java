package org.ulicarro.files.osm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.GZIPOutputStream;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Road;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Invented places drawn as maps do, and the studies that are made of them. */
class MapImportTest {

    @TempDir
    private Path temp;

    private MapImport.Result result;

    static Path map(String name) {
        return Path.of("src/test/resources/org/ulicarro/files/osm/" + name + ".osm");
    }

    private static MapImport.Wish wish(Area area, boolean right) {
        return new MapImport.Wish(area, "living_street", right, "an invented place", 1200 / 3600.0, "1200 veh/h");
    }

    /** Imports a map and compiles the study, which fails the test when it has errors. */
    private Model study(Path map, MapImport.Wish wish) throws IOException, StudyProblem {
        Path folder = temp.resolve("study");
        result = new MapImport(wish, line -> {}).run(map, folder);
        return StudyFolder.read(folder, List.of()).compile(null).model();
    }

    private Model study(String name) throws IOException, StudyProblem {
        return study(map(name), wish(Area.everything(), true));
    }

    private static Place place(Model model, String id) {
        assertThat(model.network().junctions()).containsKey(id);
        return model.network().junctions().get(id).place();
    }

    private static Road road(Model model, String id) {
        assertThat(model.study().network().roads()).containsKey(id);
        return model.study().network().roads().get(id);
    }

    private List<String> names(Model model, String place) {
        Junction junction = model.network().junctions().get(place);
        return junction.movements().stream()
                .map(m -> model.network().movements().get(m))
                .filter(m -> !m.isInner())
                .map(Movement::name)
                .sorted()
                .toList();
    }

    /** Four nodes with four signals are one junction of four legs; each pair of carriageways is one road with a median. */
    @Test
    void twoDualCarriagewaysCrossAtOneSignal() throws IOException, StudyProblem {
        Model model = study("dual-carriageways");
        Place crossing = place(model, "harbour-avenue-mill-avenue");
        assertThat(crossing.control()).isEqualTo(Place.Control.SIGNAL);
        assertThat(crossing.at().x()).isCloseTo(0, within(0.5));
        assertThat(crossing.at().y()).isCloseTo(0, within(0.5));
        assertThat(names(model, "harbour-avenue-mill-avenue"))
                .containsExactly("EBL", "EBR", "EBT", "NBL", "NBR", "NBT", "SBL", "SBR", "SBT", "WBL", "WBR", "WBT");
        Road west = road(model, "harbour-avenue-1");
        assertThat(west.ahead().lanes()).isEqualTo(2);
        assertThat(west.back().lanes()).isEqualTo(2);
        assertThat(west.ahead().bays().left()).hasSize(1);
        assertThat(west.ahead().bays().left().get(0).fullWidth())
                .as("64 m of three lanes less the taper")
                .isCloseTo(50, within(3.0));
        assertThat(west.ahead().turns()).hasToString("[L, T, TR]");
        assertThat(west.median()).as("14 m between the axes, less four lanes").isBetween(0.5, 4.0);
        assertThat(model.signals().groups()).hasSize(4);
    }

    /** A street that meets one carriageway: in and out to that side only. */
    @Test
    void aSideStreetAtAMedianTurnsOnlyToItsSide() throws IOException, StudyProblem {
        Model model = study("dual-carriageways");
        assertThat(names(model, "harbour-avenue-net-lane")).containsExactly("EBR", "EBT", "NBR", "WBT");
        assertThat(place(model, "harbour-avenue-net-lane").minor()).containsExactly("net-lane-1");
    }

    @Test
    void arrowsAndExtraLanesBecomeBays() throws IOException, StudyProblem {
        Model model = study("turn-lanes");
        Road west = road(model, "quay-road-1");
        assertThat(west.ahead().lanes()).isEqualTo(1);
        assertThat(west.ahead().bays().left()).hasSize(1);
        assertThat(west.ahead().bays().right()).hasSize(1);
        assertThat(west.ahead().turns()).hasToString("[L, T, R]");
        Road east = road(model, "quay-road-2");
        assertThat(east.back().bays().left())
                .as("arrows against the way's direction")
                .hasSize(1);
        assertThat(east.back().turns()).hasToString("[L, TR]");
        Road hill = road(model, "chapel-hill-2");
        assertThat(hill.speed()).as("30 mph").isCloseTo(13.4112, within(1e-4));
        assertThat(road(model, "chapel-hill-1").speed()).as("DE:urban").isCloseTo(50 / 3.6, within(1e-9));
        assertThat(hill.ahead().turns()).hasToString("[LT, R]");
    }

    /** 24 nodes, four pairs of one-way entries and exits, and a slip lane are one roundabout with four roads. */
    @Test
    void aRingIsOneRoundabout() throws IOException, StudyProblem {
        Model model = study("roundabout-bypass");
        Place ring = place(model, "dyke-road-ferry-street");
        assertThat(ring.control()).isEqualTo(Place.Control.ROUNDABOUT);
        assertThat(ring.outerDiameter()).as("36 m along its axis and a lane").isCloseTo(40, within(1.0));
        assertThat(model.study().network().roads()).hasSize(4);
        assertThat(ring.bypass()).containsOnlyKeys("ferry-street-1>dyke-road-2");
        assertThat(road(model, "ferry-street-1").ahead().bays().right()).hasSize(1);
    }

    @Test
    void fiveStreetsMeetAtOneSignal() throws IOException, StudyProblem {
        Model model = study("five-legs");
        Place place = place(model, "station-street-harbour-street");
        assertThat(place.crossings()).hasSize(5);
        assertThat(names(model, "station-street-harbour-street")).hasSize(20);
        assertThat(model.signals().groups().stream().filter(g -> !g.people())).hasSize(5);
        assertThat(model.signals().groups().stream().filter(g -> g.people())).hasSize(5);
    }

    /** The bridge meets nothing; ramps join and leave beside the main road, and give way at the street. */
    @Test
    void aBridgeOverAMotorwayMeetsOnlyItsRamps() throws IOException, StudyProblem {
        Model model = study("interchange");
        assertThat(model.network().junctions()).hasSize(12);
        assertThat(model.study().network().roads()).hasSize(13);
        assertThat(road(model, "motorway-1").ahead().leaves()).isNotNull();
        assertThat(road(model, "motorway-2").ahead().joins()).isNotNull();
        assertThat(road(model, "heron-motorway-1").back()).isNull();
        assertThat(place(model, "heron-road").minor()).contains("motorway-3");
        assertThat(names(model, "heron-road")).contains("NBT", "SBT").doesNotContain("EBT");
    }

    @Test
    void signsRestrictionsCrossingsAndStopsAreKept() throws IOException, StudyProblem {
        Model model = study("restrictions");
        assertThat(names(model, "high-street-well-lane"))
                .as("no left turn")
                .doesNotContain("NBL")
                .contains("NBR", "WBL");
        assertThat(place(model, "high-street-well-lane").control()).isEqualTo(Place.Control.YIELD);
        assertThat(place(model, "high-street-well-lane").minor()).containsExactly("well-lane-1");
        assertThat(place(model, "high-street-cooper-lane").control()).isEqualTo(Place.Control.STOP);
        assertThat(place(model, "high-street-tanner-row").control())
                .as("a mini-roundabout")
                .isEqualTo(Place.Control.ROUNDABOUT);
        assertThat(model.study().network().stops().get("stop-1-old-mill").road())
                .hasToString("high-street-2 ahead");
        assertThat(model.study().network().crossings().get("crossing-1").at()).isCloseTo(120, within(1.0));
        assertThat(result.losses().kinds())
                .extracting(k -> k.loss().words())
                .contains(
                        "parts that no road joins with the rest, left out",
                        "short dead ends of small streets, left out");
    }

    /** Guesses are marked where they stand, and what the map says is not. */
    @Test
    void guessesAreMarkedInTheFiles() throws IOException, StudyProblem {
        study("turn-lanes");
        List<String> lines = Files.readAllLines(temp.resolve("study/network.yaml"));
        assertThat(lines).anyMatch(l -> l.contains("chapel-hill-1:") && l.endsWith("guessed: lanes"));
        assertThat(lines).noneMatch(l -> l.contains("quay-road-1:") && l.contains("guessed"));
        assertThat(Files.readString(temp.resolve("study/study.yaml"))).contains("OpenStreetMap contributors");
    }

    @Test
    void allFormsOfAFileGiveTheSame() throws IOException, StudyProblem {
        Path xml = map("dual-carriageways");
        Path gz = temp.resolve("a.osm.gz");
        try (OutputStream out = new GZIPOutputStream(Files.newOutputStream(gz))) {
            Files.copy(xml, out);
        }
        Path bz2 = temp.resolve("a.osm.bz2");
        try (OutputStream out = new BZip2CompressorOutputStream(Files.newOutputStream(bz2))) {
            Files.copy(xml, out);
        }
        PbfWriter writer = new PbfWriter();
        OsmFile.read(xml, writer, share -> {});
        Path pbf = temp.resolve("a.osm.pbf");
        writer.save(Files.newOutputStream(pbf));
        String first = null;
        for (Path file : List.of(xml, gz, bz2, pbf)) {
            Path folder = temp.resolve("of-" + file.getFileName());
            new MapImport(wish(Area.everything(), true), line -> {}).run(file, folder);
            String text = Files.readString(folder.resolve("network.yaml"));
            first = first == null ? text : first;
            assertThat(text).as(file.toString()).isEqualTo(first);
        }
    }

    @Test
    void onlyTheAreaIsTaken() throws IOException, StudyProblem {
        Path polygon = temp.resolve("area.geojson");
        Files.writeString(polygon, """
                {"type": "Feature", "properties": {}, "geometry": {"type": "Polygon", "coordinates":
                [[[14.9785, 44.0485], [14.9815, 44.0485], [14.9815, 44.0515], [14.9785, 44.0515], [14.9785, 44.0485]]]}}""");
        for (Area area : List.of(
                Area.around(44.05, 14.98, 120), Area.box(44.049, 14.9785, 44.051, 14.9815), Area.polygon(polygon))) {
            DraftSize size = DraftSize.of(map("turn-lanes"), wish(area, true), temp);
            assertThat(size.kilometres()).isBetween(0.05, 0.6);
        }
    }

    private record DraftSize(double kilometres) {
        static DraftSize of(Path map, MapImport.Wish wish, Path temp) throws IOException, StudyProblem {
            Path folder = temp.resolve("area-" + System.identityHashCode(wish));
            return new DraftSize(
                    new MapImport(wish, line -> {}).run(map, folder).kilometres());
        }
    }

    @Test
    void drivingOnTheLeftIsAskedFor() throws IOException, StudyProblem {
        Model model = study(map("five-legs"), wish(Area.everything(), false));
        assertThat(model.network().keepsRight()).isFalse();
    }
}
