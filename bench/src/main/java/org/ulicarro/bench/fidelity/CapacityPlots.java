package org.ulicarro.bench.fidelity;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.Ellipse2D;
import java.io.File;
import java.io.IOException;
import java.nio.file.Path;
import java.util.function.DoubleUnaryOperator;
import org.jfree.chart.ChartUtils;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;

/** Capacity against conflicting flow: replications as dots, the Manual's curve beside them. */
final class CapacityPlots {

    private static final Color[] INKS = {new Color(0x35618A), new Color(0xB3541E)};

    private final XYSeriesCollection data = new XYSeriesCollection();
    private final XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer();
    private int pairs;

    private CapacityPlots() {}

    static void write(Path folder) throws IOException {
        CapacityPlots stop = new CapacityPlots();
        stop.pair("straight on", f -> GapTheory.manual(Math.max(1, f), 6.5, 4.0), 1300);
        for (double major = 50; major <= 600; major += 110) {
            stop.dots(SignCases.point(SignCases.sign("stop", "NBT", major), "NBT", 6.5, 4.0, 1)
                    .found());
        }
        stop.pair("right", f -> GapTheory.manual(Math.max(1, f), 6.2, 3.3), 1300);
        for (double major = 100; major <= 1200; major += 220) {
            stop.dots(SignCases.point(SignCases.sign("stop", "NBR", major), "NBR", 6.2, 3.3, 2)
                    .found());
        }
        stop.save(folder.resolve("fidelity-stop.png").toFile(), "Minor leg with a stop sign, one lane each way");
        CapacityPlots ring = new CapacityPlots();
        ring.pair("one lane", f -> 1380 * Math.exp(-1.02e-3 * f), 1200);
        for (double flow = 1; flow <= 1100; flow += 157) {
            ring.dots(RingCases.found(flow));
        }
        ring.save(folder.resolve("fidelity-roundabout.png").toFile(), "Entry of a roundabout, one lane around");
        CapacityPlots left = new CapacityPlots();
        left.pair("permissive left", f -> CourtesyCases.permissiveCapacity(Math.max(1, f), 1, 0.9), 800);
        for (double flow = 50; flow <= 750; flow += 100) {
            double[][] found = CourtesyCases.permissiveFound(flow);
            double[][] dots = new double[found.length][];
            for (int i = 0; i < found.length; i++) {
                dots[i] = new double[] {flow, found[i][0]};
            }
            left.dots(dots);
        }
        left.save(folder.resolve("fidelity-permissive.png").toFile(), "Permissive left turn, 45 s of green in 90 s");
    }

    private void pair(String name, DoubleUnaryOperator formula, double upTo) {
        XYSeries curve = new XYSeries("Manual, " + name);
        for (double f = 0; f <= upTo; f += 20) {
            curve.add(f, formula.applyAsDouble(f));
        }
        data.addSeries(curve);
        data.addSeries(new XYSeries("simulated, " + name));
        Color ink = INKS[pairs];
        renderer.setSeriesPaint(2 * pairs, ink);
        renderer.setSeriesStroke(
                2 * pairs,
                pairs == 0
                        ? new BasicStroke(2)
                        : new BasicStroke(2, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {8, 5}, 0));
        renderer.setSeriesShapesVisible(2 * pairs, false);
        renderer.setSeriesLinesVisible(2 * pairs + 1, false);
        renderer.setSeriesPaint(2 * pairs + 1, ink);
        renderer.setSeriesShape(2 * pairs + 1, new Ellipse2D.Double(-3, -3, 6, 6));
        renderer.setSeriesShapesFilled(2 * pairs + 1, pairs == 0);
        pairs++;
    }

    private void dots(double[][] found) {
        for (double[] one : found) {
            data.getSeries(2 * pairs - 1).add(one[0], one[1]);
        }
    }

    private void save(File file, String title) throws IOException {
        NumberAxis flow = Plots.axis("conflicting flow (veh/h)");
        NumberAxis capacity = Plots.axis("capacity (veh/h)");
        JFreeChart chart = Plots.chart(new XYPlot(data, flow, capacity, renderer), title, true);
        ChartUtils.saveChartAsPNG(file, chart, 900, 520);
    }
}
