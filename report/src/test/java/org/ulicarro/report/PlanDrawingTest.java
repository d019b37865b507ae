package org.ulicarro.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.awt.geom.Point2D;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.run.Compiled;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Crossing;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Point;
import org.ulicarro.core.study.Road;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.Study.DriveOn;
import org.ulicarro.core.study.VehicleType;

/** Plans, looked at pixel by pixel: what is where it should be, in its colour. */
class PlanDrawingTest {

    private static final int WIDTH = 800;
    private static final int HEIGHT = 600;

    private static Model model(DriveOn side) {
        Map<String, Place> places = new LinkedHashMap<>();
        places.put(
                "mid",
                new Place(
                        new Point(0, 0),
                        Control.ROUNDABOUT,
                        null,
                        null,
                        Map.of("e", new Crossing(4, true, 1, null)),
                        null,
                        null,
                        null,
                        null,
                        40.0,
                        1,
                        null,
                        null,
                        null));
        Map<String, Road> roads = new LinkedHashMap<>();
        String[] names = {"w", "s", "e", "n"};
        double[][] at = {{-200, 0}, {0, -200}, {200, 0}, {0, 200}};
        for (int i = 0; i < 4; i++) {
            places.put(names[i] + "-end", Place.of(new Point(at[i][0], at[i][1]), Control.NONE));
            roads.put(names[i], Road.of(names[i] + "-end", "mid", 14, Direction.of(1), Direction.of(1)));
        }
        Study study = new Study(
                Study.Format.ULICARRO_1,
                "a ring",
                Study.Units.METRIC,
                side,
                Map.of("p", new Period(0 + 3600, 7200, null, 900, null)),
                0.2,
                1,
                1,
                null,
                null,
                null,
                NetworkInput.of(places, roads),
                DemandInput.of(Map.of(VehicleType.CAR, 1.0)),
                Map.of(),
                null,
                null,
                null);
        Compiled<Model> compiled = Model.compile(new Inputs(study, counts(), List.of(), List.of()), "p");
        assertThat(compiled.faults()).isEmpty();
        return compiled.get();
    }

    private static List<org.ulicarro.core.study.Count> counts() {
        List<org.ulicarro.core.study.Count> counts = new ArrayList<>();
        for (String from : List.of("w", "s", "e", "n")) {
            for (String to : List.of("w", "s", "e", "n")) {
                if (!from.equals(to)) {
                    counts.add(new org.ulicarro.core.study.Count(
                            "mid", from + ">" + to, 3600, 7200, 30, "/c/" + from + to));
                }
            }
        }
        return counts;
    }

    private static BufferedImage draw(Model model, double reach) {
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        new PlanDrawing(model, "mid", reach, null).draw(g, WIDTH, HEIGHT);
        g.dispose();
        return image;
    }

    /** A plan of 50 m each way is 6 units to the metre here: 600 less the footer and margins, over 100 m. */
    private static Color at(BufferedImage image, double x, double y) {
        double scale = (HEIGHT - 2 * 36 - 58) / 100.0;
        Point2D p = AffineTransform.getTranslateInstance(WIDTH / 2.0, 36 + (HEIGHT - 2 * 36 - 58) / 2.0)
                .transform(new Point2D.Double(scale * x, -scale * y), null);
        return new Color(image.getRGB((int) p.getX(), (int) p.getY()));
    }

    @ParameterizedTest
    @EnumSource(DriveOn.class)
    void aRingHasItsIslandAsphaltAndLand(DriveOn side) {
        BufferedImage image = draw(model(side), 50);
        assertThat(at(image, 0, 0)).isEqualTo(Looks.ISLAND);
        assertThat(at(image, 12.1, 12.1))
                .as("the path in the middle of its lane")
                .isEqualTo(Looks.PATH);
        assertThat(at(image, 13.3, 13.3)).as("on the ring, beside its path").isEqualTo(Looks.ASPHALT);
        assertThat(at(image, 40, 40)).isEqualTo(Looks.LAND);
        assertThat(at(image, -45, side == DriveOn.RIGHT ? -1.4 : 1.4))
                .as("the road from the west")
                .isEqualTo(Looks.ASPHALT);
    }

    /** Bars of a zebra crossing, and the refuge between its halves. */
    @Test
    void aCrossingHasBarsAndARefuge() {
        Model model = model(DriveOn.RIGHT);
        BufferedImage image = draw(model, 50);
        var crossing = model.network().crossings().get(0);
        Pose middle = crossing.one().ahead(crossing.length() / 2);
        assertThat(at(image, middle.x(), middle.y())).isEqualTo(Looks.ISLAND);
        int white = 0;
        for (double s = 0.2; s < crossing.length() / 2 - 1; s += 0.1) {
            Pose p = crossing.one().ahead(s);
            white += at(image, p.x(), p.y()).equals(Looks.PAINT) ? 1 : 0;
        }
        assertThat(white).as("about half of the way is painted").isBetween(6, 25);
    }

    /** What is drawn of a road driven on the left is the mirror image. */
    @Test
    void theLeftIsTheMirrorOfTheRight() {
        Model right = model(DriveOn.RIGHT);
        Model left = model(DriveOn.LEFT);
        Lane a = right.network().lanesOf(right.network().links().get(0)).get(0);
        Lane b = left.network().lanesOf(left.network().links().get(0)).get(0);
        assertThat(a.at(50).y()).isCloseTo(-1.625, within(1e-9));
        assertThat(b.at(50).y()).isCloseTo(1.625, within(1e-9));
    }

    @Test
    void theWholeNetworkAndItsNamesFit() {
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        new PlanDrawing(model(DriveOn.RIGHT), null, 0, null).draw(g, WIDTH, HEIGHT);
        g.dispose();
        int ink = 0;
        for (int x = 0; x < WIDTH; x++) {
            for (int y = 0; y < HEIGHT; y++) {
                ink += image.getRGB(x, y) == Looks.INK.getRGB() ? 1 : 0;
            }
        }
        assertThat(ink).as("names, scale and north").isGreaterThan(400);
        assertThat(new Color(image.getRGB(2, HEIGHT - 3))).isEqualTo(Looks.PAPER);
    }

    @Test
    void aLineBackwardsHasTheSamePoints() {
        Path2D line = new Path2D.Double();
        line.moveTo(1, 2);
        line.lineTo(3, 4);
        line.lineTo(5, 0);
        Path2D back = Shapes.reversed(line);
        assertThat(back.getCurrentPoint()).isEqualTo(new Point2D.Double(1, 2));
        assertThat(back.getBounds2D()).isEqualTo(line.getBounds2D());
    }
}
