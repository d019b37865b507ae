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
    public final Along zones; // limits by signs
    public final Along bends; // how fast the driver in the middle takes them

    /** Stretches by lane, in their order: where each begins and ends (m), and its speed (m/s). */
    public static final class Along {

        private final double[][] from;
        private final double[][] to;
        private final double[][] speed;

        private Along(int lanes) {
            from = new double[lanes][];
            to = new double[lanes][];
            speed = new double[lanes][];
            Arrays.fill(from, NONE);
            Arrays.fill(to, NONE);
            Arrays.fill(speed, NONE);
        }

        private void add(int lane, double begins, double ends, double there) {
            from[lane] = append(from[lane], begins);
            to[lane] = append(to[lane], ends);
            speed[lane] = append(speed[lane], there);
        }

        private static double[] append(double[] array, double value) {
            double[] longer = Arrays.copyOf(array, array.length + 1);
            longer[array.length] = value;
            return longer;
        }

        public int count(int lane) {
            return from[lane].length;
        }

        /** Where one of them begins on its lane (m). */
        public double from(int lane, int which) {
            return from[lane][which];
        }

        /** The speed on it (m/s). */
        public double speed(int lane, int which) {
            return speed[lane][which];
        }

        /** The speed at a position, or another one where no stretch is. */
        private double at(int lane, double position, double otherwise) {
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
        return zones.count(lane) + bends.count(lane) > 0;
    }

    /** The limit at a position of a lane (m/s). */
    public double limitAt(int lane, double position) {
        return zones.at(lane, position, table.limit[lane]);
    }

    /** How fast the driver in the middle takes a bend at a position of a lane (m/s); infinite where there is none. */
    public double inBendAt(int lane, double position) {
        return bends.at(lane, position, Double.POSITIVE_INFINITY);
    }
}
