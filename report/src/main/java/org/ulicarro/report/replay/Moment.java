package org.ulicarro.report.replay;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Line2D;
import java.awt.geom.Point2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.tracks.Leg;
import org.ulicarro.core.tracks.TrackBlock;
import org.ulicarro.core.tracks.TrackBlock.Newcomer;
import org.ulicarro.core.tracks.TrackFile;
import org.ulicarro.core.tracks.Walk;
import org.ulicarro.report.Backdrop;
import org.ulicarro.report.Camera;
import org.ulicarro.report.Looks;
import org.ulicarro.report.PlanFooter;
import org.ulicarro.report.replay.LaneLine.Spot;
import org.ulicarro.report.replay.Scene.SceneLane;
import org.ulicarro.report.replay.Scene.ScenePlace;

/** Pictures of moments of a recording: plan, signals, vehicles, who waits outside. */
public final class Moment {

    /** Shown each way of a place unless told otherwise (m). */
    public static final double USUAL_REACH = 60;

    private static final double NEAR_SCALE = 2; // units per metre from which the plan for large scales is drawn
    private static final Color YELLOW = new Color(0xE0A400);
    private static final Color[] ASPECTS = {new Color(0xB3261E), new Color(0x2E7D4F), YELLOW, YELLOW};
    private static final Color OUTSIDE = new Color(0x7C2D3E);

    private final Scene scene;
    private final TrackFile tracks;
    private final String place;
    private final double reach;
    private final LaneLine[] lanes;
    private final Map<Integer, Newcomer> vehicles = new LinkedHashMap<>();
    private int introduced; // blocks whose newcomers are known
    private int blockNumber = -1;
    private TrackBlock block;
    private Backdrop backdrop; // null for none

    /**
     * Pictures of one part of the plan.
     *
     * @param place id of the place to show large, or null for all of the network
     * @param reach how much to show each way of it (m)
     */
    public Moment(Scene scene, TrackFile tracks, String place, double reach) {
        this.scene = scene;
        this.tracks = tracks;
        this.place = place;
        this.reach = reach;
        lanes = scene.lanes().stream().map(LaneLine::new).toArray(LaneLine[]::new);
    }

    /** The same over a picture; null for none. */
    public Moment over(Backdrop picture) {
        backdrop = picture;
        return this;
    }

    /**
     * Checks that a time was recorded.
     *
     * @param time s since midnight
     * @param length s from then on
     * @throws IOException that says which times were
     */
    public void check(double time, double length) throws IOException {
        if (tracks.blocks() == 0) {
            throw new IOException("the recording holds nothing");
        }
        if (time < Clock.seconds(tracks.start()) || time + length > Clock.seconds(tracks.end())) {
            throw new IOException("the recording goes from " + Clock.timeOfDay(Clock.seconds(tracks.start())) + " to "
                    + Clock.timeOfDay(Clock.seconds(tracks.end())));
        }
    }

    /** Draws a moment (s since midnight) into that many units from the upper left corner. */
    public void draw(Graphics2D g, int width, int height, double time) throws IOException {
        double tick = time * Clock.TICKS_PER_SECOND;
        load(tick);
        double high = height - PlanFooter.HEIGHT;
        g.setColor(Looks.LAND);
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        Camera camera = Camera.fit(bounds(), new Rectangle2D.Double(0, 0, width, high));
        Shape clip = g.getClip();
        g.clip(new Rectangle2D.Double(0, 0, width, high));
        AffineTransform page = g.getTransform();
        g.transform(camera.transform());
        if (backdrop != null) {
            backdrop.draw(g);
        }
        for (PlanShape shape : camera.scale() >= NEAR_SCALE ? scene.near() : scene.far()) {
            PathText.draw(g, shape);
        }
        drawStopLines(g, camera, tick);
        Bodies bodies = new Bodies(lanes, camera.scale());
        for (Leg leg : block.legs()) {
            boolean gone = leg.leavesNetwork() && tick >= leg.end();
            if (tick >= leg.start() && tick <= leg.end() && !gone) {
                Newcomer who = vehicles.get(leg.vehicle());
                bodies.draw(g, leg, who, scene.types().get(who.type()), tick);
            }
        }
        for (Walk walk : block.walks()) {
            People.draw(g, walk, scene.crossings().get(walk.crossing()), tick, camera.scale());
        }
        g.setTransform(page);
        drawOutside(g, camera, tick, width, high);
        g.setClip(clip);
        PlanFooter.draw(g, camera, width, height, scene.title(), subject(time));
    }

    private String subject(double time) {
        String where = place == null ? "" : "place '" + place + "'   ";
        long tenths = Math.round(time * 10);
        String clock =
                String.format(Locale.ROOT, "%02d:%02d:%02d", tenths / 36_000, tenths / 600 % 60, tenths / 10 % 60);
        return where + clock + "   " + scene.alternative() + ", " + scene.period() + ", replication "
                + tracks.header().replication();
    }

    private void load(double tick) throws IOException {
        int wanted = tracks.blockAt(tick);
        double[] ends = scene.laneEnds();
        for (; introduced <= wanted; introduced++) {
            for (Newcomer one : tracks.block(introduced, ends).newcomers()) {
                vehicles.put(one.id(), one);
            }
        }
        if (blockNumber != wanted) {
            block = tracks.block(wanted, ends);
            blockNumber = wanted;
        }
    }

    private Rectangle2D bounds() {
        if (place != null) {
            ScenePlace at = scene.place(place);
            return new Rectangle2D.Double(at.x() - reach, at.y() - reach, 2 * reach, 2 * reach);
        }
        Rectangle2D bounds = null;
        for (SceneLane lane : scene.lanes()) {
            for (int i = 0; i + 1 < lane.line().length; i += 2) {
                Rectangle2D point = new Rectangle2D.Double(lane.line()[i] - 20, lane.line()[i + 1] - 20, 40, 40);
                bounds = bounds == null ? point : bounds.createUnion(point);
            }
        }
        return bounds;
    }

    /** As on the page: a closed bar is red, a broken one yellow, two stubs are green. */
    private void drawStopLines(Graphics2D g, Camera camera, double tick) {
        Map<Integer, Map<Integer, Integer>> groupsOf = new TreeMap<>(); // lane -> group -> its place
        for (SceneLane path : scene.lanes()) {
            int group = path.movement() < 0
                    ? -1
                    : scene.movements().get(path.movement()).group();
            if (group >= 0) {
                Map<Integer, Integer> groups = groupsOf.computeIfAbsent(path.fromLane(), none -> new LinkedHashMap<>());
                groups.putIfAbsent(group, groups.size());
            }
        }
        double[][] forms = {{0, 1}, {0, 0.25, 0.75, 1}, {0, 0.4, 0.6, 1}, {0, 0.25, 0.4, 0.6, 0.75, 1}};
        g.setStroke(new BasicStroke(
                (float) Math.max(0.7, 3 / camera.scale()), BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER));
        groupsOf.forEach((index, groups) -> {
            LaneLine lane = lanes[index];
            Spot end = lane.at(lane.lane().end() - 0.3);
            double part = (lane.lane().width() - 0.3) / groups.size();
            groups.forEach((group, i) -> {
                double from = -lane.lane().width() / 2 + 0.15 + i * part;
                int aspect = block.aspect(group, tick);
                g.setColor(ASPECTS[aspect]);
                double[] form = forms[aspect];
                for (int k = 0; k < form.length; k += 2) {
                    double a = from + form[k] * part;
                    double b = from + form[k + 1] * part;
                    g.draw(new Line2D.Double(
                            end.x() + end.dy() * a,
                            end.y() - end.dx() * a,
                            end.x() + end.dy() * b,
                            end.y() - end.dx() * b));
                }
            });
        });
    }

    private void drawOutside(Graphics2D g, Camera camera, double tick, double width, double height) {
        Map<Integer, Integer> perLink = new TreeMap<>();
        Map<Integer, Integer> laneOf = new TreeMap<>();
        block.outside().stream().map(TrackBlock.Outside::lane).distinct().forEach(lane -> {
            int link = scene.lanes().get(lane).link();
            perLink.merge(link, block.outside(lane, tick), Integer::sum);
            laneOf.putIfAbsent(link, lane);
        });
        g.setFont(Looks.bold(13).deriveFont(Font.BOLD));
        perLink.forEach((link, count) -> {
            if (count > 0) {
                LaneLine lane = lanes[laneOf.get(link)];
                Spot start = lane.at(lane.lane().start());
                Point2D at = camera.point(start.x(), start.y());
                String text = count + " outside, " + scene.links().get(link).name();
                double half = g.getFontMetrics().stringWidth(text) / 2.0 + 7;
                double x = Math.max(half + 4, Math.min(width - half - 4, at.getX() - start.dx() * 16));
                double y = Math.max(16, Math.min(height - 16, at.getY() + start.dy() * 16));
                g.setColor(OUTSIDE);
                g.fill(new RoundRectangle2D.Double(x - half, y - 12, 2 * half, 24, 8, 8));
                g.setColor(Color.WHITE);
                g.drawString(text, (float) (x - half + 7), (float) (y + 4.5));
            }
        });
    }
}
