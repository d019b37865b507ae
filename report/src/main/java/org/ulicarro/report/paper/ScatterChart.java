package org.ulicarro.report.paper;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Rectangle2D;
import java.text.NumberFormat;
import java.util.List;
import java.util.Locale;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.annotations.XYLineAnnotation;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.ulicarro.report.Looks;

/** Points of what was counted and what came out, with the line on which they are equal. */
public final class ScatterChart {

    private ScatterChart() {}

    /**
     * A square chart.
     *
     * @param across what goes across, with its unit
     * @param up what goes up, with its unit
     * @param met points that are near enough
     * @param missed the others, drawn hollow
     */
    public static Figure of(
            String title, String across, String up, List<double[]> met, List<double[]> missed, int size) {
        XYSeriesCollection data = new XYSeriesCollection();
        data.addSeries(series("GEH under 5", met));
        data.addSeries(series("5 and more", missed));
        double most = 10;
        for (List<double[]> points : List.of(met, missed)) {
            for (double[] p : points) {
                most = Math.max(most, Math.max(p[0], p[1]));
            }
        }
        NumberAxis x = new NumberAxis(across);
        NumberAxis y = new NumberAxis(up);
        x.setRange(0, most * 1.05);
        y.setRange(0, most * 1.05);
        NumberFormat plain = NumberFormat.getIntegerInstance(Locale.ROOT);
        plain.setGroupingUsed(false);
        x.setNumberFormatOverride(plain);
        y.setNumberFormatOverride(plain);
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(false, true);
        renderer.setSeriesPaint(0, Looks.DEVICE);
        renderer.setSeriesPaint(1, Looks.GAPS);
        renderer.setSeriesShapesFilled(1, false);
        for (int i = 0; i < 2; i++) {
            renderer.setSeriesShape(i, new Ellipse2D.Double(-3, -3, 6, 6));
        }
        XYPlot plot = new XYPlot(data, x, y, renderer);
        plot.addAnnotation(
                new XYLineAnnotation(0, 0, most * 1.05, most * 1.05, new BasicStroke(0.8f), new Color(0x9A958C)));
        JFreeChart chart = new JFreeChart(null, Looks.plain(9), plot, true);
        TimeChart.dress(chart, title);
        TimeChart.dress(plot);
        return new Figure(size, size, g -> chart.draw(g, new Rectangle2D.Double(0, 0, size, size)));
    }

    private static XYSeries series(String name, List<double[]> points) {
        XYSeries series = new XYSeries(name, false, true);
        points.forEach(p -> series.add(p[0], p[1]));
        return series;
    }
}
