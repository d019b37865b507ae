package org.ulicarro.report.replay;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.Path2D;
import java.awt.geom.PathIterator;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Shapes that are kept as text come back as they were, to the centimetre. */
class PathTextTest {

    private static Path2D someShape() {
        Path2D shape = new Path2D.Double();
        shape.moveTo(-12.345, 0);
        shape.lineTo(100, 7.5);
        shape.quadTo(1.25, -3.5, 4, 5);
        shape.curveTo(0.01, 0.02, -0.03, 0.04, 5, 6);
        shape.closePath();
        shape.moveTo(1, 1);
        shape.lineTo(2, 2);
        return shape;
    }

    private static List<double[]> segments(Path2D path) {
        List<double[]> segments = new ArrayList<>();
        for (PathIterator i = path.getPathIterator(null); !i.isDone(); i.next()) {
            double[] one = new double[7];
            one[6] = i.currentSegment(one);
            segments.add(one);
        }
        return segments;
    }

    @Test
    void pathsComeBack() {
        ShapeTape tape = new ShapeTape();
        tape.setColor(new Color(18, 52, 86));
        tape.fill(someShape());
        List<double[]> before = segments(someShape());
        List<double[]> after = segments(PathText.path(tape.shapes.get(0).path()));
        assertThat(after).hasSameSizeAs(before);
        for (int i = 0; i < before.size(); i++) {
            for (int k = 0; k < 7; k++) {
                assertThat(after.get(i)[k]).isCloseTo(before.get(i)[k], within(0.0051));
            }
        }
        assertThat(tape.shapes.get(0).color()).isEqualTo("#123456");
        assertThat(tape.shapes.get(0).width()).isZero();
    }

    @Test
    void linesKeepTheirWidthDashAndClearness() {
        ShapeTape tape = new ShapeTape();
        tape.setColor(new Color(255, 0, 0, 60));
        tape.setStroke(new BasicStroke(0.15f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {3, 6}, 0));
        tape.draw(someShape());
        PlanShape kept = tape.shapes.get(0);
        assertThat(kept.color()).isEqualTo("#ff00003c");
        assertThat(kept.width()).isEqualTo(0.15);
        assertThat(kept.dash()).containsExactly(3, 6);
    }
}
