package org.ulicarro.report.paper;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.Rectangle2D;
import java.text.FieldPosition;
import java.text.NumberFormat;
import java.text.ParsePosition;
import java.util.List;
import java.util.Locale;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.annotations.XYBoxAnnotation;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.axis.NumberTickUnit;
import org.jfree.chart.axis.SymbolAxis;
import org.jfree.chart.axis.ValueAxis;
import org.jfree.chart.plot.CombinedDomainXYPlot;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.title.TextTitle;
import org.jfree.chart.ui.HorizontalAlignment;
import org.jfree.chart.ui.RectangleEdge;
import org.jfree.chart.ui.RectangleInsets;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.ulicarro.report.Looks;

/** Lines over the time of day, told apart by colour, darkness and dashes, so that a grey copy can be read, too. */
public final class TimeChart {

    private static final Color[] COLOURS = {
        Looks.DEVICE, Looks.GAPS, new Color(0x6F95B5), new Color(0x4E7A3A), new Color(0x7C2D3E), new Color(0xA9A39B)
    };
    private static final float[][] DASHES = {null, {7, 3}, {2, 3}, {9, 3, 2, 3}, {4, 2}, null};
    private static final double QUARTER = 900;
    private static final Color GREEN_BAR = new Color(0x2F7D54);
    private static final Color RED_ROW = new Color(0xE4E1D8);

    /**
     * One line.
     *
     * @param name in the legend
     * @param points time of day (s) and value, in order of time
     */
    public record Line(String name, List<double[]> points) {}

    /**
     * What a signal showed, drawn under the lines.
     *
     * @param name beside it
     * @param greens from and to of each (s)
     */
    public record Strip(String name, List<double[]> greens) {}

    private TimeChart() {}

    /**
     * A chart of a given size.
     *
     * @param title above it
     * @param axis what goes up, with its unit
     * @param most where the axis ends; 0 for where the lines do. The same for all alternatives, so that they compare
     */
    public static Figure of(String title, String axis, List<Line> lines, double most, int width, int height) {
        return of(title, axis, lines, List.of(), most, width, height);
    }

    /** The same with strips of signals under it. */
    public static Figure of(
            String title, String axis, List<Line> lines, List<Strip> strips, double most, int width, int height) {
        XYSeriesCollection data = new XYSeriesCollection();
        for (Line line : lines) {
            XYSeries series = new XYSeries(line.name(), false, true);
            line.points().forEach(p -> series.add(p[0], p[1]));
            data.addSeries(series);
        }
        NumberAxis time = new NumberAxis("time of day");
        time.setAutoRangeIncludesZero(false);
        time.setNumberFormatOverride(new TimeOfDay());
        time.setTickUnit(new NumberTickUnit(QUARTER));
        NumberAxis value = new NumberAxis(axis);
        NumberFormat whole = NumberFormat.getIntegerInstance(Locale.ROOT);
        whole.setGroupingUsed(false);
        value.setNumberFormatOverride(whole);
        value.setTickLabelInsets(new RectangleInsets(3, 4, 3, 4)); // air between labels: rounder steps are chosen
        if (most > 0) {
            value.setRange(0, most);
        }
        XYLineAndShapeRenderer renderer = new XYLineAndShapeRenderer(true, false);
        for (int i = 0; i < lines.size(); i++) {
            renderer.setSeriesPaint(i, COLOURS[i % COLOURS.length]);
            float[] dash = DASHES[i % DASHES.length];
            renderer.setSeriesStroke(
                    i,
                    dash == null
                            ? new BasicStroke(1.6f)
                            : new BasicStroke(1.6f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dash, 0));
            renderer.setLegendLine(new java.awt.geom.Line2D.Double(0, 0, 24, 0));
        }
        XYPlot plot = new XYPlot(data, null, value, renderer);
        dress(plot);
        CombinedDomainXYPlot both = new CombinedDomainXYPlot(time);
        both.setGap(3);
        both.add(plot, 10);
        if (!strips.isEmpty()) {
            both.add(strips(strips), Math.max(1, strips.size()));
        }
        JFreeChart chart = new JFreeChart(null, Looks.plain(9), both, true);
        dress(chart, title);
        dress(time);
        both.setBackgroundPaint(Color.WHITE);
        both.setOutlineVisible(false);
        return new Figure(width, height, g -> chart.draw(g, new Rectangle2D.Double(0, 0, width, height)));
    }

    /** A row for each signal: its greens as bars, its reds as what is left of them. */
    private static XYPlot strips(List<Strip> strips) {
        SymbolAxis rows = new SymbolAxis(null, strips.stream().map(Strip::name).toArray(String[]::new));
        rows.setInverted(true);
        rows.setGridBandsVisible(false);
        rows.setRange(-0.5, strips.size() - 0.5);
        XYPlot plot = new XYPlot(new XYSeriesCollection(), null, rows, new XYLineAndShapeRenderer());
        dress(plot);
        plot.setRangeGridlinesVisible(false);
        plot.setBackgroundPaint(RED_ROW);
        rows.setTickLabelInsets(new RectangleInsets(0, 4, 0, 4));
        rows.setAxisLineVisible(false);
        rows.setTickMarksVisible(false);
        for (int row = 0; row < strips.size(); row++) {
            if (row > 0) {
                plot.addRangeMarker(new ValueMarker(row - 0.5, Color.WHITE, new BasicStroke(3)));
            }
            for (double[] green : strips.get(row).greens()) {
                // the axis runs downwards, and a box wants its upper edge last
                plot.addAnnotation(
                        new XYBoxAnnotation(green[0], row + 0.36, green[1], row - 0.36, null, null, GREEN_BAR), false);
            }
        }
        return plot;
    }

    static void dress(JFreeChart chart, String title) {
        TextTitle heading = new TextTitle(title, Looks.bold(10));
        heading.setHorizontalAlignment(HorizontalAlignment.LEFT);
        heading.setPaint(Looks.INK);
        chart.setTitle(heading);
        chart.setBackgroundPaint(Color.WHITE);
        chart.setPadding(new RectangleInsets(2, 2, 2, 8));
        chart.getLegend().setItemFont(Looks.plain(9));
        chart.getLegend().setPosition(RectangleEdge.TOP);
        chart.getLegend().setFrame(org.jfree.chart.block.BlockBorder.NONE);
        chart.getLegend().setHorizontalAlignment(HorizontalAlignment.LEFT);
    }

    static void dress(XYPlot plot) {
        plot.setBackgroundPaint(Color.WHITE);
        plot.setOutlineVisible(false);
        plot.setDomainGridlinesVisible(false);
        plot.setRangeGridlinePaint(new Color(0xDAD6CE));
        plot.setRangeGridlineStroke(new BasicStroke(0.6f));
        if (plot.getDomainAxis() != null) {
            dress(plot.getDomainAxis());
        }
        dress(plot.getRangeAxis());
    }

    private static void dress(ValueAxis axis) {
        axis.setLabelFont(Looks.plain(9));
        axis.setTickLabelFont(Looks.plain(8.5));
        axis.setLabelPaint(Looks.INK);
        axis.setTickLabelPaint(Looks.INK);
        axis.setAxisLinePaint(Looks.FAINT_INK);
    }

    /** Seconds since midnight as 16:45. */
    private static final class TimeOfDay extends NumberFormat {

        private static final long serialVersionUID = 1;

        @Override
        public StringBuffer format(double seconds, StringBuffer to, FieldPosition position) {
            long minutes = Math.round(seconds / 60);
            return to.append(String.format(Locale.ROOT, "%02d:%02d", minutes / 60 % 24, minutes % 60));
        }

        @Override
        public StringBuffer format(long seconds, StringBuffer to, FieldPosition position) {
            return format((double) seconds, to, position);
        }

        @Override
        public Number parse(String text, ParsePosition position) {
            throw new UnsupportedOperationException("axes are only printed");
        }
    }
}
