package org.ulicarro.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.study.Arrows;

class DrawingFileTest {

    @TempDir
    private Path temp;

    @Test
    void aDrawingThatFailsLeavesTheOldFile() throws IOException {
        Path file = temp.resolve("plan.svg");
        DrawingFile.write(file, 10, 10, g -> g.drawLine(0, 0, 5, 5));
        String before = Files.readString(file);
        assertThatThrownBy(() -> DrawingFile.write(file, 10, 10, g -> {
                    throw new IllegalStateException("half way");
                }))
                .hasMessage("half way");
        assertThat(Files.readString(file)).isEqualTo(before);
        assertThat(temp.toFile().list()).containsExactly("plan.svg");
        assertThat(DrawingFile.canWrite(Path.of("A.PNG"))).isTrue();
        assertThat(DrawingFile.canWrite(Path.of("a.gif"))).isFalse();
    }

    @Test
    void theCameraKeepsTheScaleAndTurnsNorthUp() {
        Camera camera = Camera.fit(new Rectangle2D.Double(-100, -50, 200, 100), new Rectangle2D.Double(0, 0, 800, 800));
        assertThat(camera.scale()).isEqualTo(4);
        assertThat(camera.point(0, 0).getX()).isCloseTo(400, within(1e-9));
        assertThat(camera.point(0, 10).getY()).isLessThan(camera.point(0, 0).getY());
    }

    /** Seen by a driver heading east, the left arrow bends to the north. */
    @Test
    void arrowsBendToTheDriversSide() {
        Pose east = new Pose(0, 0, 1, 0);
        Rectangle2D left = Shapes.arrows(Arrows.parse("L"), east, true).getBounds2D();
        assertThat(left.getMaxY()).isGreaterThan(0.9);
        assertThat(left.getMinY()).isGreaterThan(-0.3);
        assertThat(left.getMinX()).isCloseTo(-5, within(0.01));
        Rectangle2D back = Shapes.arrows(Arrows.parse("U"), east, true).getBounds2D();
        assertThat(back.getMaxY()).as("the hook is on the left, too").isGreaterThan(0.9);
        assertThat(back.getMaxX()).as("and shorter than the bend").isLessThan(-3);
        Rectangle2D right = Shapes.arrows(Arrows.parse("TR"), east, true).getBounds2D();
        assertThat(right.getMinY()).isLessThan(-0.9);
        assertThat(right.getMaxX()).as("the through arrow's tip").isCloseTo(0, within(0.8));
    }
}
