package org.ulicarro.bench.fidelity;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.geom.Ellipse2D;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.jfree.chart.ChartUtils;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.LookupPaintScale;
import org.jfree.chart.renderer.xy.XYBlockRenderer;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.title.PaintScaleLegend;
import org.jfree.chart.ui.RectangleEdge;
import org.jfree.data.xy.DefaultXYZDataset;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.ulicarro.core.run.Replication;

/** Draws the pictures of docs/fidelity.md: {@code bench/fidelity plots DIR}. */
final class Plots {

    private static final Color INK = new Color(0x2B2A28);
    private static final Color PAPER = new Color(0xFBFAF6);
    private static final Color GRID = new Color(0xD9D5CA);
    private static final Color MARK = new Color(0x35618A);
    private static final double MINUTE = 60;

    private Plots() {}

    static void write(Path folder) throws IOException {
        Files.createDirectories(folder);
        headways(folder.resolve("fidelity-discharge.png").toFile());
        Motorway.Gauges gauges = Motorway.Gauges.on(new Replication(Motorway.ramp(2, "car: 100 %"), 1));
        fundamental(gauges, folder.resolve("fidelity-flow-density.png").toFile());
        CapacityPlots.write(folder);
        breakdown(gauges, folder.resolve("fidelity-breakdown.png").toFile());
    }

    private static void headways(File file) throws IOException {
        XYSeries series = new XYSeries("mean headway");
        double[] headways = SignalCases.headways();
        for (int p = 0; p < headways.length; p++) {
            series.add(p + 1, headways[p]);
        }
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(true, true);
        renderer.setSeriesPaint(0, MARK);
        renderer.setSeriesStroke(0, new BasicStroke(2));
        NumberAxis headway = axis("headway at the stop line (s)");
        headway.setRange(0, 3.5);
        save(
                new XYPlot(new XYSeriesCollection(series), axis("place in the queue"), headway, renderer),
                "Discharge of a queue: cars, 50 km/h",
                file);
    }

    private static void fundamental(Motorway.Gauges gauges, File file) throws IOException {
        XYSeries points = new XYSeries("five minutes at a gauge");
        for (Gauge gauge : gauges.upstream()) {
            for (double t = 8 * 3600; t + 300 <= 11 * 3600; t += 300) {
                double flow = gauge.flow(t, t + 300, 2);
                double speed = gauge.speed(t, t + 300) * 3.6;
                if (speed > 0) {
                    points.add(flow / speed, flow);
                }
            }
        }
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(false, true);
        renderer.setSeriesPaint(0, MARK);
        renderer.setSeriesShape(0, new Ellipse2D.Double(-1.5, -1.5, 3, 3));
        save(
                new XYPlot(
                        new XYSeriesCollection(points),
                        axis("density (veh/km/lane)"),
                        axis("flow (veh/h/lane)"),
                        renderer),
                "Flow and density upstream of a ramp: motorway, 110 km/h, two lanes",
                file);
    }

    private static void breakdown(Motorway.Gauges gauges, File file) throws IOException {
        int rows = gauges.upstream().size();
        int minutes = 180;
        double[][] data = new double[3][rows * minutes];
        for (int g = 0; g < rows; g++) {
            double last = 110;
            for (int m = 0; m < minutes; m++) {
                double t = 8 * 3600 + m * MINUTE;
                double speed = gauges.upstream().get(g).speed(t, t + MINUTE) * 3.6;
                last = Double.isNaN(speed) ? last : speed;
                int i = g * minutes + m;
                data[0][i] = m;
                data[1][i] = (g + 1) * 0.25 - 6;
                data[2][i] = last;
            }
        }
        DefaultXYZDataset dataset = new DefaultXYZDataset();
        dataset.addSeries("speed", data);
        LookupPaintScale scale = new LookupPaintScale(0, 120, Color.WHITE);
        for (int v = 0; v < 120; v += 5) {
            float share = v / 120f; // dark is slow, also in grey
            scale.add(v, new Color(0.12f + 0.82f * share, 0.12f + 0.8f * share, 0.3f + 0.5f * share));
        }
        XYBlockRenderer renderer = new XYBlockRenderer();
        renderer.setPaintScale(scale);
        renderer.setBlockWidth(1);
        renderer.setBlockHeight(0.25);
        NumberAxis time = axis("minutes after 8:00");
        NumberAxis place = axis("km before the ramp");
        place.setRange(-6, 0);
        JFreeChart chart = chart(
                new XYPlot(dataset, time, place, renderer), "Breakdown at a ramp: mean speed by minute and place");
        PaintScaleLegend legend = new PaintScaleLegend(scale, axis("km/h"));
        legend.setPosition(RectangleEdge.RIGHT);
        legend.setBackgroundPaint(PAPER);
        legend.setMargin(10, 10, 40, 10);
        chart.addSubtitle(legend);
        ChartUtils.saveChartAsPNG(file, chart, 900, 520);
    }

    static NumberAxis axis(String label) {
        NumberAxis axis = new NumberAxis(label);
        axis.setLabelFont(new Font(Font.SANS_SERIF, Font.PLAIN, 14));
        axis.setTickLabelFont(new Font(Font.SANS_SERIF, Font.PLAIN, 13));
        return axis;
    }

    private static JFreeChart chart(XYPlot plot, String title) {
        return chart(plot, title, false);
    }

    static JFreeChart chart(XYPlot plot, String title, boolean legend) {
        plot.setBackgroundPaint(Color.WHITE);
        plot.setDomainGridlinePaint(GRID);
        plot.setRangeGridlinePaint(GRID);
        JFreeChart chart = new JFreeChart(title, new Font(Font.SANS_SERIF, Font.BOLD, 16), plot, legend);
        chart.setBackgroundPaint(PAPER);
        chart.getTitle().setPaint(INK);
        return chart;
    }

    private static void save(XYPlot plot, String title, File file) throws IOException {
        ChartUtils.saveChartAsPNG(file, chart(plot, title), 900, 520);
    }
}
