package org.ulicarro.report.paper;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.text.NumberFormat;
import java.util.List;
import java.util.Locale;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.ui.RectangleAnchor;
import org.jfree.chart.ui.TextAnchor;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.ulicarro.report.Looks;

/** Figures of an assignment iteration by iteration, in panels beside each other. */
public final class ConvergenceChart {

    private static final Color[] COLOURS = {Looks.DEVICE, Looks.GAPS, new Color(0x4E7A3A)};
    private static final float[][] DASHES = {null, {7, 3}, {2, 3}};
    private static final Color LIMIT = new Color(0x7C2D3E);

    /**
     * A line.
     *
     * @param name in the legend
     * @param values iteration by iteration from the first; NaN where there is none
     */
    public record Line(String name, double[] values) {}

    /**
     * A panel.
     *
     * @param title above it
     * @param axis what goes up, with its unit
     * @param lines at most three
     * @param limit to be reached; NaN for none
     * @param most where the axis ends; NaN where the lines do
     */
    public record Panel(String title, String axis, List<Line> lines, double limit, double most) {}

    private ConvergenceChart() {}

    /** All panels from left to right. */
    public static Figure of(List<Panel> panels, int width, int height) {
        List<JFreeChart> charts = panels.stream().map(ConvergenceChart::chart).toList();
        double part = (double) width / panels.size();
        return new Figure(width, height, g -> {
            g.setColor(Color.WHITE);
            g.fill(new Rectangle2D.Double(0, 0, width, height));
            for (int i = 0; i < charts.size(); i++) {
                charts.get(i).draw(g, new Rectangle2D.Double(i * part, 0, part, height));
            }
        });
    }

    private static JFreeChart chart(Panel panel) {
        XYSeriesCollection data = new XYSeriesCollection();
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(true, true);
        for (int i = 0; i < panel.lines().size(); i++) {
            XYSeries series = new XYSeries(panel.lines().get(i).name());
            double[] values = panel.lines().get(i).values();
            for (int n = 0; n < values.length; n++) {
                if (Double.isFinite(values[n])) {
                    series.add(n + 1, values[n]);
                }
            }
            data.addSeries(series);
            renderer.setSeriesPaint(i, COLOURS[i]);
            renderer.setSeriesShape(i, new Ellipse2D.Double(-2, -2, 4, 4));
            renderer.setSeriesStroke(
                    i,
                    DASHES[i] == null
                            ? new BasicStroke(1.6f)
                            : new BasicStroke(1.6f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, DASHES[i], 0));
        }
        renderer.setLegendLine(new Line2D.Double(0, 0, 24, 0));
        NumberAxis iteration = axis("iteration");
        iteration.setStandardTickUnits(NumberAxis.createIntegerTickUnits());
        iteration.setAutoRangeIncludesZero(false);
        NumberAxis value = axis(panel.axis());
        if (Double.isFinite(panel.most())) {
            value.setRange(0, panel.most());
        }
        XYPlot plot = new XYPlot(data, iteration, value, renderer);
        if (Double.isFinite(panel.limit())) {
            plot.addRangeMarker(limit(panel.limit()));
        }
        JFreeChart chart = new JFreeChart(null, Looks.plain(9), plot, true);
        TimeChart.dress(chart, panel.title());
        TimeChart.dress(plot);
        return chart;
    }

    private static NumberAxis axis(String label) {
        NumberAxis axis = new NumberAxis(label);
        NumberFormat form = NumberFormat.getNumberInstance(Locale.ROOT);
        form.setGroupingUsed(false);
        form.setMaximumFractionDigits(1);
        axis.setNumberFormatOverride(form);
        return axis;
    }

    private static ValueMarker limit(double at) {
        ValueMarker marker = new ValueMarker(
                at,
                LIMIT,
                new BasicStroke(1.2f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {6, 4}, 0));
        marker.setLabel("limit");
        marker.setLabelFont(Looks.plain(9));
        marker.setLabelPaint(LIMIT);
        marker.setLabelBackgroundColor(Color.WHITE);
        marker.setLabelAnchor(RectangleAnchor.TOP_RIGHT);
        marker.setLabelTextAnchor(TextAnchor.BOTTOM_RIGHT);
        return marker;
    }
}
