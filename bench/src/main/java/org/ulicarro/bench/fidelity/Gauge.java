package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Notes everybody who passes a point of a link: when, how fast, and on which lane. */
final class Gauge extends Watcher {

    /** One vehicle: when its front passed (s), at which speed (m/s), on which lane of the link, counted from the middle. */
    record Passing(double time, double speed, int lane) {}

    private final int firstLane;
    private final int lanes;
    private final double at;
    private final double dt;
    final List<Passing> passings = new ArrayList<>();

    Gauge(Model model, String link, double at) {
        Link found = model.network().links().stream()
                .filter(l -> l.id().equals(link))
                .findFirst()
                .orElseThrow();
        firstLane = found.firstLane();
        lanes = found.lanes();
        this.at = at;
        dt = model.study().step();
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        for (int i = 0; i < lanes; i++) {
            int lane = firstLane + i;
            for (int k = 0; k < view.vehiclesOn(lane); k++) {
                double position = view.position(lane, k);
                double speed = view.speed(lane, k);
                double moved = (speed - view.acceleration(lane, k) * dt / 2) * dt;
                if (position >= at && position - moved < at) {
                    double ago = speed > 0.1 ? (position - at) / speed : 0;
                    passings.add(new Passing(view.now() - ago, speed, i));
                }
            }
        }
    }

    /** Vehicles from one time to before another (s). */
    int count(double from, double to) {
        int n = 0;
        for (Passing p : passings) {
            n += p.time >= from && p.time < to ? 1 : 0;
        }
        return n;
    }

    /** Per lane and hour. */
    double flow(double from, double to, int onLanes) {
        return count(from, to) * 3600 / (to - from) / onLanes;
    }

    /** Harmonic mean of speeds (m/s), which is that over space; NaN where nobody passed. */
    double speed(double from, double to) {
        double sum = 0;
        int n = 0;
        for (Passing p : passings) {
            if (p.time >= from && p.time < to) {
                sum += 1 / Math.max(0.5, p.speed);
                n++;
            }
        }
        return n == 0 ? Double.NaN : n / sum;
    }

    /** Mean speed along the gauges of a stretch that lie at equal distances (km/h), by the time that it takes. */
    static double speedAlong(List<Gauge> gauges, double from, double to) {
        double pace = 0;
        for (Gauge gauge : gauges) {
            pace += 1 / gauge.speed(from, to) / gauges.size();
        }
        return 3.6 / pace;
    }
}
