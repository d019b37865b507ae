package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The demo's plan, taken off the map and put there again. */
class LocateCommandTest extends InProcess {

    @TempDir
    private Path temp;

    private Path study;
    private final Map<String, double[]> where = new LinkedHashMap<>(); // of places as the demo has them: lat, lon

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("quayside");
        Samples.write("quayside", study);
        assertThat(run("show", study, "points", "--json")).isZero();
        for (JsonNode row : JsonMapper.shared().readTree(out)) {
            row.properties().forEach(p -> {});
            String id = row.path("point").asString(row.path("id").asString(""));
            where.put(
                    id,
                    new double[] {row.path("lat").asDouble(), row.path("lon").asDouble()});
        }
        assertThat(where).containsKeys("west", "pier", "mill", "school");
        Path network = study.resolve("network.yaml");
        Files.writeString(network, Files.readString(network).replaceFirst("(?m)^  origin: .*\\R", ""));
    }

    private String at(String place, double metresNorth) {
        double[] p = where.get(place);
        return place + "=" + (p[0] + metresNorth / 111_132.0) + "," + p[1];
    }

    private JsonNode origin() throws IOException {
        String line = Files.readString(study.resolve("network.yaml"))
                .lines()
                .filter(l -> l.contains("origin:"))
                .findFirst()
                .orElseThrow();
        String json = line.replaceFirst(".*origin: ", "")
                .replaceAll("([a-z]+):", "\"$1\":")
                .replaceAll("(-?[0-9.]+) deg", "$1")
                .replaceFirst("\\s*#.*", "");
        return JsonMapper.shared().readTree(json);
    }

    @Test
    void twoAndFourKnownPlacesFindWhereItLay() throws IOException {
        assertThat(run("locate", study, "--at", at("west", 0), "--at", at("pier", 0)))
                .as(err)
                .isZero();
        assertThat(origin().path("lat").asDouble()).isCloseTo(44.05, within(1e-6));
        assertThat(origin().path("lon").asDouble()).isCloseTo(14.98, within(1e-6));
        assertThat(origin().path("bearing").asDouble()).isCloseTo(12, within(0.01));
        // a metre to the north at one of four: a residual of three quarters of it, the others a quarter or less
        assertThat(run(
                        "locate",
                        study,
                        "--at",
                        at("west", 0),
                        "--at",
                        at("pier", 0),
                        "--at",
                        at("mill", 1),
                        "--at",
                        at("school", 0),
                        "--csv"))
                .as(err)
                .isZero();
        assertThat(out.lines().findFirst()).contains("place,lat,lon,east_m,north_m,off_m");
        double sum = 0;
        for (String row : out.lines().skip(1).toList()) {
            sum += Double.parseDouble(row.split(",")[4]);
            assertThat(Double.parseDouble(row.split(",")[5])).isLessThan(0.9);
        }
        assertThat(sum).as("residuals of a least-squares fit add up to nothing").isCloseTo(0, within(0.01));
    }

    @Test
    void itIsTurnedAndShifted() throws IOException {
        run("locate", study, "--at", at("west", 0), "--at", at("pier", 0));
        assertThat(run("locate", study, "--shift", "100m,-50m")).as(err).isZero();
        assertThat(origin().path("lat").asDouble()).isCloseTo(44.05 - 50 / 111_110.0, within(2e-6));
        assertThat(run("locate", study, "--turn", "3deg", "--about", "market"))
                .as(err)
                .isZero();
        assertThat(origin().path("bearing").asDouble()).isCloseTo(15, within(0.01));
        assertThat(origin().path("lat").asDouble())
                .isCloseTo(44.05 - 50 / 111_110.0, within(2e-6)); // the market is at [0, 0]
        String before = Files.readString(study.resolve("network.yaml"));
        assertThat(run("locate", study, "--turn", "3deg", "--dry-run")).isZero();
        assertThat(Files.readString(study.resolve("network.yaml"))).isEqualTo(before);
    }

    @Test
    void pointsThatSayNothingOrContradictEachOther() throws IOException {
        assertThat(run("locate", study, "--turn", "3deg")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("does not lie on the map yet");
        assertThat(run("locate", study, "--at", "west=44,15", "--at", "pier=44,15", "--at", "mill=44,15"))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("within 0 m of each other by their coordinates");
        String before = Files.readString(study.resolve("network.yaml"));
        Object[] wrong = {
            "locate",
            study,
            "--at",
            at("west", 0),
            "--at",
            at("pier", 0),
            "--at",
            at("mill", 0),
            "--at",
            at("school", 120)
        };
        assertThat(run(wrong)).isEqualTo(Exit.DOES_NOT_HOLD);
        assertThat(err).contains("without 'school' all others agree", "nothing was written");
        assertThat(Files.readString(study.resolve("network.yaml"))).isEqualTo(before);
        assertThat(run("locate", study, "--at", "west=144,15", "--at", "pier=44,15"))
                .isEqualTo(Exit.USAGE);
        assertThat(run("locate", study, "--at", "weest=44,15", "--at", "pier=44,15"))
                .isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'west'?");
    }

    @Test
    void kmlHoldsTheFeaturesOfGeoJson() throws Exception {
        run("locate", study, "--at", at("west", 0), "--at", at("pier", 0));
        assertThat(run("export", study, "--kml", temp.resolve("plan.kml")))
                .as(err)
                .isZero();
        assertThat(run("export", study, "--geojson", temp.resolve("plan.geojson")))
                .as(err)
                .isZero();
        var kml = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(temp.resolve("plan.kml").toFile());
        int features = JsonMapper.shared()
                .readTree(Files.readString(temp.resolve("plan.geojson")))
                .path("features")
                .size();
        assertThat(kml.getElementsByTagName("Placemark").getLength()).isEqualTo(features);
        String first = kml.getElementsByTagName("coordinates").item(0).getTextContent();
        assertThat(first).startsWith("14.9").contains(",44.0");
    }

    @Test
    void edgesOfRoadsLieOverThePictureUnderThem() throws IOException {
        BufferedImage picture = new BufferedImage(60, 60, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = picture.createGraphics();
        g.setColor(Color.GREEN);
        g.fillRect(0, 0, 60, 60);
        g.dispose();
        ImageIO.write(picture, "png", study.resolve("green.png").toFile());
        Files.writeString(study.resolve("green.pgw"), "2\n0\n0\n-2\n-59\n59\n");
        Path drawn = temp.resolve("check.png");
        assertThat(run("draw", study, "--check-backdrop", "-o", drawn)).isEqualTo(Exit.INPUT);
        assertThat(err).contains("has no backdrop");
        assertThat(run("set", study, "network.backdrop={image: green.png, world-file: green.pgw}"))
                .isZero();
        assertThat(run("draw", study, "--check-backdrop", "--place", "market", "-o", drawn))
                .as(err)
                .isZero();
        BufferedImage seen = ImageIO.read(drawn.toFile());
        int green = 0;
        int red = 0;
        for (int x = 0; x < seen.getWidth(); x++) {
            for (int y = 0; y < seen.getHeight() - 60; y++) {
                Color c = new Color(seen.getRGB(x, y));
                green += c.getGreen() > 240 && c.getRed() < 30 ? 1 : 0;
                red += c.getRed() > 180 && c.getGreen() < 90 ? 1 : 0;
            }
        }
        assertThat(green).as("the picture at its full strength").isGreaterThan(300_000);
        assertThat(red).as("edges").isGreaterThan(2_000).isLessThan(60_000);
        assertThat(run("draw", study, "-o", temp.resolve("plan.svg"))).as(err).isZero();
        assertThat(Files.readString(temp.resolve("plan.svg"))).contains("data:image/jpeg;base64,");
    }

    @Test
    void nearSaysWhatAJunctionDependsOn() {
        assertThat(run("show", study, "near", "market")).as(err).isZero();
        assertThat(out)
                .contains("market: signal, fixed, 4 legs, 12 movements; cycle 80 s, offset 12 s in pm")
                .containsPattern("gate +quay-4 +371 +26.7 +371 +26.7 +signal, fixed +80 +26")
                .contains(
                        "cycles do not fit", "line-7: EBT", "ferry-1641: 180 vehicles from 'pier'", "pm: 2420 vehicles")
                .contains("pier-green: signals.market", "no signal of this study reads it");
        assertThat(run("show", study, "near", "market", "-a", "actuated", "--csv"))
                .as(err)
                .isZero();
        assertThat(out).startsWith("kind,id,distance_to_m").doesNotContain("no signal of this study reads it, ");
        assertThat(run("show", study, "near")).isEqualTo(Exit.USAGE);
        assertThat(run("show", study, "near", "markt")).isEqualTo(Exit.USAGE);
        assertThat(err).contains("Did you mean 'market'?");
    }
}
