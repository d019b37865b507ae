package org.ulicarro.core.traffic.lanes;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.ulicarro.core.network.Curve;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.study.Direction;
import org.ulicarro.core.study.Study;

/** Stretches along each lane on which other speeds hold than its limit: speed zones, where a sign says so, and bends. */
public final class SpeedStretches {

    private static final double[] NONE = {};

    private final LaneTable table;
    private final Along zones;
    private final Along bends;

    /** Stretches by lane, in their order: where each begins and ends (m), and its speed (m/s). */
    private static final class Along {

        final double[][] from;
        final double[][] to;
        final double[][] speed;

        Along(int lanes) {
            from = new double[lanes][];
            to = new double[lanes][];
            speed = new double[lanes][];
            Arrays.fill(from, NONE);
            Arrays.fill(to, NONE);
            Arrays.fill(speed, NONE);
        }

        void add(int lane, double begins, double ends, double there) {
            from[lane] = append(from[lane], begins);
            to[lane] = append(to[lane], ends);
            speed[lane] = append(speed[lane], there);
        }

        private static double[] append(double[] array, double value) {
            double[] longer = Arrays.copyOf(array, array.length + 1);
            longer[array.length] = value;
            return longer;
        }

        /** The speed at a position, or another one where no stretch is. */
        double at(int lane, double position, double otherwise) {
            double there = otherwise;
            for (int i = 0; i < from[lane].length; i++) {
                if (position >= from[lane][i] && position < to[lane][i]) {
                    there = speed[lane][i];
                }
            }
            return there;
        }
    }

    SpeedStretches(Study study, LaneTable table) {
        this.table = table;
        zones = new Along(table.lanes);
        bends = new Along(table.lanes);
        List<Marking> signs = table.network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.SPEED_ZONE)
                .sorted(Comparator.comparingInt(Marking::lane).thenComparingDouble(Marking::from))
                .toList();
        for (Marking sign : signs) {
            Link link = table.network.links().get(table.link[sign.lane()]);
            Direction direction = study.network().roads().get(link.road()).direction(link.ahead());
            double limit =
                    direction.speedZones().get(Integer.parseInt(sign.id())).speed();
            zones.add(sign.lane(), sign.from(), sign.to(), limit);
        }
        for (Curve curve : table.network.curves()) {
            bends.add(curve.lane(), curve.from(), curve.to(), curve.speed());
        }
    }

    boolean vary(int lane) {
        return zones(lane) + bends(lane) > 0;
    }

    /** The limit at a position of a lane (m/s). */
    public double limitAt(int lane, double position) {
        return zones.at(lane, position, table.limit[lane]);
    }

    /** How fast the driver in the middle takes a bend at a position of a lane (m/s); infinite where there is none. */
    public double inBendAt(int lane, double position) {
        return bends.at(lane, position, Double.POSITIVE_INFINITY);
    }

    public int zones(int lane) {
        return zones.from[lane].length;
    }

    public double zoneFrom(int lane, int zone) {
        return zones.from[lane][zone];
    }

    public double zoneLimit(int lane, int zone) {
        return zones.speed[lane][zone];
    }

    public int bends(int lane) {
        return bends.from[lane].length;
    }

    public double bendFrom(int lane, int bend) {
        return bends.from[lane][bend];
    }

    public double bendSpeed(int lane, int bend) {
        return bends.speed[lane][bend];
    }
}
