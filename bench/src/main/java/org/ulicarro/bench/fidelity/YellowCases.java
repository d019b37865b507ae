package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Who stops when yellow begins, by the time to the line: C. V. Zegeer, R. C. Deen, ITE Journal 48, 1978. Counted are those who drive
 * freely and whose leaders went on.
 */
final class YellowCases {

    private static final double STEP = 0.2; // s
    private static final double WIDE = 0.15; // s each way

    private YellowCases() {}

    static List<Row> choice() {
        List<Row> rows = new ArrayList<>();
        for (double yellow : new double[] {3, 6}) {
            Approach approach = new Approach();
            approach.veh = 520;
            approach.hours = 4;
            approach.yellow = yellow;
            double[][] found = Scene.each(80, approach.model(), r -> {
                int movement =
                        r.model().network().movement("middle", "EBT").movement().index();
                Stops stops = new Stops(movement, r.model().signals().groupOf(movement));
                r.observe(stops);
                r.result();
                return new double[] {stops.share(0), stops.share(1)};
            });
            String with = Scene.text(" s from the line, %.0f s of yellow (%%)", yellow);
            rows.add(Row.of("share that stops at 2.5" + with, 5, 15, Scene.figure(found, 0)));
            // with 3 s of yellow a driver 5.5 s away could only pass in red
            rows.add(Row.of("share that stops at 5.5" + with, 85, yellow < 4 ? 100 : 95, Scene.figure(found, 1)));
        }
        return rows;
    }

    private static final class Stops extends Watcher {

        private static final double[] TIMES = {2.5, 5.5};

        private final int movement;
        private final int group;
        private final int[] stopped = new int[2];
        private final int[] all = new int[2];
        private final int[] watched = {-1, -1};
        private Aspect before = Aspect.RED;

        Stops(int movement, int group) {
            this.movement = movement;
            this.group = group;
        }

        double share(int bin) {
            return 100.0 * stopped[bin] / all[bin];
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            for (int i = 0; i < events.lineCount(); i++) {
                for (int bin = 0; bin < 2; bin++) {
                    if (events.lineMovement(i) == movement && events.lineVehicle(i) == watched[bin]) {
                        watched[bin] = -1; // it went
                    }
                }
            }
            Aspect now = view.aspects().of(group);
            if (now == Aspect.YELLOW && before == Aspect.GREEN) {
                begin(view);
            } else if (now == Aspect.GREEN && before != Aspect.GREEN) {
                for (int bin = 0; bin < 2; bin++) {
                    stopped[bin] += watched[bin] >= 0 ? 1 : 0;
                    watched[bin] = -1;
                }
            }
            before = now;
        }

        private void begin(TrafficView view) {
            int lane = view.table()
                    .network()
                    .movements()
                    .get(movement)
                    .paths()
                    .get(0)
                    .fromLane();
            double ahead = Double.POSITIVE_INFINITY; // time to the line of the one ahead
            for (int k = 0; k < view.vehiclesOn(lane); k++) {
                // drivers decided at the beginning of the step that has just been made
                double time =
                        STEP + (view.table().end(lane) - view.position(lane, k)) / Math.max(0.1, view.speed(lane, k));
                for (int bin = 0; bin < 2; bin++) {
                    boolean free = view.speed(lane, k) > 11.5 && (ahead == Double.POSITIVE_INFINITY || ahead < 2);
                    if (free && Math.abs(time - TIMES[bin]) < WIDE) {
                        watched[bin] = view.vehicle(lane, k);
                        all[bin]++;
                    }
                }
                ahead = time;
            }
        }
    }
}
