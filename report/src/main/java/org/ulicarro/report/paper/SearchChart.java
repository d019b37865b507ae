package org.ulicarro.report.paper;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Rectangle2D;
import java.text.NumberFormat;
import java.util.List;
import java.util.Locale;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYErrorRenderer;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.ui.RectangleAnchor;
import org.jfree.chart.ui.TextAnchor;
import org.jfree.data.xy.XYIntervalSeries;
import org.jfree.data.xy.XYIntervalSeriesCollection;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.ulicarro.report.Looks;

/** How a search went: on the left what the best plan of each cycle length comes to, on the right how it was found, run by run. */
public final class SearchChart {

    private static final Color LINE = new Color(0x7C2D3E);
    private static final Color[] COLOURS = {
        Looks.DEVICE, Looks.GAPS, new Color(0x4E7A3A), new Color(0x7C2D3E), new Color(0x6F95B5), new Color(0x8A6D3B)
    };
    private static final float[][] DASHES = {null, {8, 4}, {2, 3}, {9, 3, 2, 3}, {4, 2}, {14, 4}};

    /**
     * The best plan of one cycle length.
     *
     * @param cycle length (s)
     * @param index of it (s a journey)
     * @param lo lower end of its 95 % interval
     * @param hi upper end
     * @param curve runs of the search so far, and how far the best plan then lay from the plan in force (%); in order
     */
    public record Row(double cycle, double index, double lo, double hi, List<double[]> curve) {}

    private SearchChart() {}

    /**
     * Both charts beside each other.
     *
     * @param inForce index of the plan in force (s a journey)
     */
    public static Figure of(String title, List<Row> rows, double inForce, int width, int height) {
        JFreeChart left = byCycle(title, rows, inForce);
        JFreeChart right = byRuns(rows);
        double part = width * 0.42;
        return new Figure(width, height, g -> {
            g.setColor(Color.WHITE);
            g.fill(new Rectangle2D.Double(0, 0, width, height));
            left.draw(g, new Rectangle2D.Double(0, 0, part, height));
            right.draw(g, new Rectangle2D.Double(part, 0, width - part, height));
        });
    }

    private static NumberAxis axis(String label, boolean whole) {
        NumberAxis axis = new NumberAxis(label);
        axis.setAutoRangeIncludesZero(false);
        NumberFormat form = NumberFormat.getNumberInstance(Locale.ROOT);
        form.setGroupingUsed(false);
        form.setMaximumFractionDigits(whole ? 0 : 1);
        axis.setNumberFormatOverride(form);
        return axis;
    }

    private static ValueMarker inForce(double index) {
        ValueMarker marker = new ValueMarker(
                index,
                LINE,
                new BasicStroke(1.4f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {6, 4}, 0));
        marker.setLabel("plan in force");
        marker.setLabelFont(Looks.plain(9));
        marker.setLabelPaint(LINE);
        marker.setLabelBackgroundColor(Color.WHITE);
        marker.setLabelAnchor(RectangleAnchor.TOP_LEFT);
        marker.setLabelTextAnchor(TextAnchor.BOTTOM_LEFT);
        return marker;
    }

    private static void range(NumberAxis axis, List<Row> rows, double inForce) {
        double low = inForce;
        double high = inForce;
        for (Row row : rows) {
            low = Math.min(low, Math.min(row.lo(), row.index()));
            high = Math.max(high, Math.max(row.hi(), row.index()));
        }
        double air = Math.max(0.5, (high - low) * 0.08);
        axis.setRange(low - air, high + 1.5 * air);
    }

    private static JFreeChart byCycle(String title, List<Row> rows, double inForce) {
        XYIntervalSeries series = new XYIntervalSeries("best plan of each cycle length, 95 % interval");
        for (Row row : rows) {
            series.add(row.cycle(), row.cycle(), row.cycle(), row.index(), row.lo(), row.hi());
        }
        XYIntervalSeriesCollection data = new XYIntervalSeriesCollection();
        data.addSeries(series);
        XYErrorRenderer renderer = new XYErrorRenderer();
        renderer.setDrawXError(false);
        renderer.setSeriesPaint(0, Looks.DEVICE);
        renderer.setSeriesShape(0, new Ellipse2D.Double(-4, -4, 8, 8));
        renderer.setSeriesLinesVisible(0, true);
        renderer.setSeriesStroke(0, new BasicStroke(1.2f));
        renderer.setErrorPaint(Looks.INK);
        renderer.setErrorStroke(new BasicStroke(1.2f));
        NumberAxis cycle = axis("cycle length (s)", true);
        NumberAxis index = axis("index (s a journey)", false);
        XYPlot plot = new XYPlot(data, cycle, index, renderer);
        range(index, rows, inForce);
        plot.addRangeMarker(inForce(inForce));
        JFreeChart chart = new JFreeChart(null, Looks.plain(9), plot, true);
        TimeChart.dress(chart, title);
        TimeChart.dress(plot);
        return chart;
    }

    private static JFreeChart byRuns(List<Row> rows) {
        XYSeriesCollection data = new XYSeriesCollection();
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(true, false);
        for (int i = 0; i < rows.size(); i++) {
            XYSeries series = new XYSeries(Math.round(rows.get(i).cycle()) + " s", false, true);
            double last = Double.NaN;
            for (double[] p : rows.get(i).curve()) {
                if (!Double.isNaN(last)) {
                    series.add(p[0], last); // steps: it holds until a better one is found
                }
                series.add(p[0], p[1]);
                last = p[1];
            }
            data.addSeries(series);
            float[] dash = DASHES[i % DASHES.length];
            renderer.setSeriesPaint(i, COLOURS[i % COLOURS.length]);
            renderer.setSeriesStroke(
                    i,
                    dash == null
                            ? new BasicStroke(1.6f)
                            : new BasicStroke(1.6f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dash, 0));
            renderer.setLegendLine(new java.awt.geom.Line2D.Double(0, 0, 24, 0));
        }
        NumberAxis runs = axis("runs of the search", true);
        NumberAxis index = axis("best so far, against the plan in force over the same runs (%)", false);
        index.setAutoRangeIncludesZero(true);
        index.setUpperMargin(0.08);
        XYPlot plot = new XYPlot(data, runs, index, renderer);
        plot.addRangeMarker(inForce(0));
        JFreeChart chart = new JFreeChart(null, Looks.plain(9), plot, true);
        TimeChart.dress(chart, "How they were found");
        TimeChart.dress(plot);
        return chart;
    }
}
