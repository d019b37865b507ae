package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudySchema;

/** show, set, schema, new and draw, on networks of every kind. */
class NetworkCommandsTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
    }

    @ParameterizedTest
    @ValueSource(strings = {"crossroads", "corridor", "roundabout", "merge", "fiveways"})
    void everySampleChecksCleanRunsAndIsDrawn(String sample) throws IOException {
        Path fresh = temp.resolve(sample);
        assertThat(run("new", fresh, "--like", sample)).isZero();
        assertThat(out).contains("wrote ", "network.yaml", "next: ulicarro check");
        assertThat(run("check", fresh)).isZero();
        assertThat(out.lines()).as("nothing to say but that it can run").hasSize(1);
        String text = Files.readString(fresh.resolve("study.yaml"));
        Files.writeString(fresh.resolve("study.yaml"), text.replaceFirst("replications: 10", "replications: 1"));
        assertThat(run("run", fresh, "-n", "1")).isZero();
        Path plan = temp.resolve(sample + ".svg");
        assertThat(run("draw", fresh, "-o", plan)).isZero();
        assertThat(Files.readString(plan)).contains("plan of the network");
        for (String what : List.of("places", "points", "roads", "lanes", "movements", "conflicts", "intergreens")) {
            assertThat(run("show", fresh, what)).isZero();
            assertThat(out.lines().count()).isGreaterThan(1);
            assertThat(out.lines()).as(sample + " " + what).allMatch(line -> line.length() <= 120);
            assertThat(run("show", fresh, what, "--json")).isZero();
            assertThat(out).startsWith("[");
        }
    }

    @Test
    void showTellsWhatWasDerivedAndWhatWasWritten() throws IOException {
        assertThat(run("show", study, "movements", "--place", "market")).isZero();
        assertThat(out).contains("quay-1>mill-street     EBL   left     group EB");
        assertThat(out.lines()).as("fits 100 columns").allMatch(line -> line.length() <= 100);
        assertThat(run("show", study, "lanes", "--csv")).isZero();
        assertThat(out.lines().findFirst().orElseThrow())
                .isEqualTo("link,lane,kind,from_m,to_m,width_m,arrows,arrows_written,leads_to,use");
        assertThat(out).contains("quay-1 ahead,1,bay,", ",3.25,L,true,mill-street,");
        assertThat(run("show", study, "conf", "--json")).isZero();
        assertThat(out).contains("\"a\":\"EBT\"", "\"kind\":\"crossing\"", "\"together\":\"never\"");
        assertThat(run("show", study, "intergreens")).isZero();
        assertThat(out).contains("RiLSA");
        assertThat(run("show", study, "lanez")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'lanes'?");
        assertThat(run("show", study, "places", "--place", "markt")).isEqualTo(Exit.USAGE);
        assertThat(run("set", study, "network.origin={lat: 44.05, lon: 14.98, bearing: 12 deg}"))
                .isZero();
        assertThat(run("show", study, "points", "--csv")).isZero();
        assertThat(out.lines().findFirst().orElseThrow()).isEqualTo("point,x_m,y_m,lat,lon");
        assertThat(out).contains("market,0,0,44.05,14.98");
    }

    /** Who builds a study, or mends one, has errors in it on the way: a change is refused for those that it adds. */
    @Test
    void aStudyCanBeMendedErrorByError() throws IOException {
        Path signals = study.resolve("signals.yaml");
        Files.writeString(signals, Files.readString(signals).replace("  market:", "  markt:"));
        String before = Files.readString(study.resolve("network.yaml"));
        assertThat(run("check", study)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(run("set", study, "network.roads.quay-1.speed=40 km/h"))
                .as(err)
                .isZero();
        assertThat(out).contains("errors left, there before");
        assertThat(err).contains("there is no place 'markt'");
        String after = Files.readString(study.resolve("network.yaml"));
        assertThat(after).isNotEqualTo(before);
        assertThat(run("set", study, "network.roads.quay-1.ahead.turns=[L, T]")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("would follow; nothing was changed");
        assertThat(Files.readString(study.resolve("network.yaml"))).isEqualTo(after);
    }

    @Test
    void setChangesOneValueAndSaysWhatFollows() throws IOException {
        String before = Files.readString(study.resolve("network.yaml"));
        assertThat(run("set", study, "network.places.market.movements.EBL.closed=true"))
                .isZero();
        assertThat(out)
                .contains("quay-1>mill-street at market (EBL): dropped, with 1 path and ")
                .contains("group EB at market: green for EBT EBR, was for EBL EBT EBR")
                .contains("vehicles are counted for EBL at 'market', which is closed");
        assertThat(Files.readString(study.resolve("network.yaml")))
                .isEqualTo(before.replace("quay-2: {}}}", "quay-2: {}}, movements: {EBL: {closed: true}}}"));
        assertThat(run("set", study, "network.roads.quay-1.ahead.turns=[L, T]")).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(out).contains("would follow; nothing was changed");
        assertThat(err).contains("2 arrows for 3 lanes");
        assertThat(run("set", study, "seed=9", "--dry-run")).isZero();
        assertThat(Files.readString(study.resolve("study.yaml"))).contains("seed: 20240");
        assertThat(run("set", study, "-a", "slow", "network.roads.quay-1.speed=30 km/h"))
                .isZero();
        assertThat(out).contains("quay-1 ahead: 30 km/h, was 50");
        assertThat(run("check", study, "-a", "slow")).isZero();
        assertThat(run("set", study, "network.roads.quay-1.speed")).isEqualTo(Exit.USAGE);
        assertThat(run("set", temp.resolve("none"), "seed=1")).isEqualTo(Exit.INPUT);
        assertThat(run("set", study, "network.roads.quay-1.speed.x=1")).isEqualTo(Exit.INPUT);
    }

    @Test
    void schemaIsTheOneThatChecks() {
        assertThat(run("schema")).isZero();
        assertThat(out).isEqualTo(StudySchema.text()).contains("\"outer-diameter\"", "\"lane-use\"", "\"joins\"");
    }

    /** A picture of four pixels, of 100 m each: its colours show faintly where its world file puts them. */
    @Test
    void anAerialPictureLiesUnderThePlan() throws IOException {
        var picture = new java.awt.image.BufferedImage(2, 2, java.awt.image.BufferedImage.TYPE_INT_RGB);
        picture.setRGB(0, 0, 0xFF0000);
        javax.imageio.ImageIO.write(picture, "png", study.resolve("aerial.png").toFile());
        Files.writeString(study.resolve("aerial.pgw"), "300\n0\n0\n-300\n-150\n150\n");
        assertThat(run("set", study, "network.backdrop={image: aerial.png, world-file: aerial.pgw}"))
                .isZero();
        Path plan = temp.resolve("plan.png");
        assertThat(run("draw", study, "-o", plan)).isZero();
        var image = javax.imageio.ImageIO.read(plan.toFile());
        // the plan spans 880 m by 680 m; its north-west quarter is red, its south-east quarter dark
        var red = new java.awt.Color(image.getRGB(560, 200));
        var dark = new java.awt.Color(image.getRGB(720, 550));
        assertThat(red.getRed()).isGreaterThan(red.getGreen() + 60);
        assertThat(dark.getRed()).isLessThan(160);
        Files.writeString(study.resolve("aerial.pgw"), "no numbers");
        assertThat(run("draw", study, "-o", plan)).isZero();
        assertThat(err).contains("aerial.pgw is no world file; it holds six numbers");
        assertThat(run("draw", study, "--place", "market", "--reach", "120", "-o", plan))
                .isZero();
        assertThat(run("draw", study, "--reach", "120", "-o", plan)).isEqualTo(Exit.USAGE);
    }

    /** Meters and scripts have no plan: what asks for one says so, and lists go on. */
    @Test
    void devicesAndTimesWhereAMeterOrAScriptDecides() throws IOException {
        Path merge = temp.resolve("merge");
        Samples.write("merge", merge);
        assertThat(run("show", merge, "devices", "-a", "metered")).as(err).isZero();
        assertThat(out).contains("meter lane 1, gone").contains("inside meter");
        assertThat(run("time", merge, "-a", "metered")).isEqualTo(2);
        assertThat(err).contains("at meter a script, a meter or an external controller decides");
        Path town = temp.resolve("town");
        Samples.write("quayside", town);
        assertThat(run("time", town, "-a", "by-stages")).as(err).isZero();
        assertThat(out).contains("school").doesNotContain("market");
        assertThat(run("time", town, "-a", "by-stages", "--place", "market")).isEqualTo(2);
        assertThat(err).contains("there is no plan that a formula could time");
    }

    /** One ramp joins where the road begins, another leaves where it ends: with a place between them the road checks. */
    @Test
    void rampsAtBothEndsOfARoadNeedAPlaceBetween() throws IOException {
        Path weave = temp.resolve("weave");
        Files.createDirectories(weave);
        Files.writeString(weave.resolve("study.yaml"), """
                format: ulicarro/1
                title: ramps
                periods: {p: {from: "08:00", to: "08:15"}}
                files: [network.yaml]
                demand: {entries: {a: {vehicles: 900 veh/h, routes: {x: {via: [b]}}}}}
                """);
        String network = """
                network:
                  places:
                    a: {at: [-800, 0]}
                    on: {at: [0, 0]}
                    off: {at: [900, 0]}
                    b: {at: [1700, 0]}
                    ra: {at: [-300, -80]}
                    rb: {at: [1200, -80]}
                  roads:
                    m1: {between: [a, on], class: motorway, speed: 100 km/h, ahead: {lanes: 2}}
                    m2: {between: [on, off], class: motorway, speed: 100 km/h, ahead: {lanes: 2}}
                    m3: {between: [off, b], class: motorway, speed: 100 km/h, ahead: {lanes: 2}}
                    r1: {between: [ra, on], speed: 60 km/h, ahead: {lanes: 1, joins: {side: right, parallel: 200 m, taper: 50 m}}}
                    r2: {between: [off, rb], speed: 60 km/h, ahead: {lanes: 1, leaves: {side: right, parallel: 200 m, taper: 50 m}}}
                """;
        Files.writeString(weave.resolve("network.yaml"), network);
        assertThat(run("check", weave)).isEqualTo(1);
        assertThat(out + err).contains("'m2 ahead' would have a lane that ends and one that begins on the same side");
        Files.writeString(
                weave.resolve("network.yaml"),
                network.replace("    off:", "    mid: {at: [450, 0]}\n    off:")
                        .replace(
                                "    m3:",
                                "    m2b: {between: [mid, off], class: motorway, speed: 100 km/h, ahead: {lanes: 2}}\n    m3:")
                        .replace("[on, off]", "[on, mid]"));
        assertThat(run("check", weave)).as(out + err).isZero();
    }

    /** An arrow at the end of a road leads nowhere; without an error vehicles would wait there for ever. */
    @Test
    void anArrowThatLeadsNowhereIsAnError() throws IOException {
        Path file = study.resolve("network.yaml");
        String text = Files.readString(file);
        Files.writeString(file, text.replaceFirst("back: \\{lanes: 1\\}", "back: {lanes: 1, turns: [T]}"));
        assertThat(run("check", study)).isEqualTo(1);
        assertThat(out).contains("has the arrow T, but at").contains("no road leads that way");
    }
}
