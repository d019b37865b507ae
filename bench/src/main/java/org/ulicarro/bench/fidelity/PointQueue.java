package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * A queue without length at the signal of {@link Approach}, served as a queue that never ends was seen to be: by the mean headway of each place
 * in the queue, and by as many in a green as the line lets through on average. With one saturation headway for all places it would serve
 * the fifth to the ninth too soon, which in the field, too, are not up to speed yet.
 */
final class PointQueue {

    /** Places of which fewer headways were seen are served as the one before them. */
    private static final int ENOUGH = 60;

    private final double[] headway; // by place in the queue, from 0, s
    private final double perGreen; // vehicles
    private final double open; // from the beginning of green until the last one passes, on average, s

    private PointQueue(double[] headway, double perGreen, double open) {
        this.headway = headway;
        this.perGreen = perGreen;
        this.open = open;
    }

    /** What it takes to serve a queue of this movement that never ends. */
    static PointQueue of(Model saturated, String movement, int replications) {
        List<double[]> places = new ArrayList<>(); // {sum, count} by place
        double[] greens = new double[3]; // how many, vehicles in them, sum of when the last one passed
        for (int n = 1; n <= replications; n++) {
            Replication replication = new Replication(saturated, n);
            replication.observe(new Passing(saturated, movement, places, greens));
            replication.advanceTo(saturated.period().to());
        }
        double[] headway = places.stream()
                .filter(place -> place[1] >= ENOUGH)
                .mapToDouble(place -> place[0] / place[1])
                .toArray();
        return new PointQueue(headway, greens[1] / greens[0], greens[2] / greens[0]);
    }

    /** What it lets through (veh/h). */
    double capacity() {
        return perGreen * 3600 / Approach.CYCLE;
    }

    /** Mean wait of those of a replication who arrive at the line in the measured period (s). */
    double delay(Replication replication, String movement) {
        double[] arrivals = arrivals(replication, movement);
        double from = replication.model().period().from();
        double to = replication.model().period().to();
        double sum = 0;
        int measured = 0;
        double allowed = 0;
        int next = 0;
        for (double green = Math.floor(arrivals[0] / Approach.CYCLE) * Approach.CYCLE;
                next < arrivals.length;
                green += Approach.CYCLE) {
            allowed = allowed % 1 + perGreen; // what is left of a vehicle goes into the next green
            double last = green;
            for (int place = 0; place < (int) allowed && next < arrivals.length; place++) {
                double served = last + headway[Math.min(place, headway.length - 1)];
                double passes = Math.max(arrivals[next], served);
                if (passes > green + open && arrivals[next] > green + open - headway[headway.length - 1]) {
                    break; // comes too late for this green
                }
                if (arrivals[next] >= from && arrivals[next] < to) {
                    sum += passes - arrivals[next];
                    measured++;
                }
                last = passes;
                next++;
            }
        }
        return sum / measured;
    }

    /** When they would pass the line with nobody in their way. */
    private static double[] arrivals(Replication replication, String name) {
        Departures departures = replication.model().demand().departures(replication.number());
        int movement = replication
                .model()
                .network()
                .movement("middle", name)
                .movement()
                .index();
        double travel = 700 / (50 / 3.6);
        List<Double> times = new ArrayList<>();
        for (int d = 0; d < departures.size(); d++) {
            if (departures.way(d)[0] == movement) {
                times.add(departures.time()[d] + travel);
            }
        }
        return times.stream().mapToDouble(time -> time).toArray();
    }

    /** Notes the headways of each green by place in the queue. */
    private static final class Passing extends Watcher {

        private final int movement;
        private final int group;
        private final double from;
        private final List<double[]> places;
        private final double[] greens;
        private int since = -1; // tick at which the green in hand began; -1 before the first one that counts
        private double last;
        private int passed;

        Passing(Model model, String name, List<double[]> places, double[] greens) {
            movement = model.network().movement("middle", name).movement().index();
            group = model.signals().groupOf(movement);
            from = model.period().from();
            this.places = places;
            this.greens = greens;
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            int begun = view.aspects().since(group);
            if (view.now() >= from && view.aspects().of(group) == Aspect.GREEN && begun != since) {
                if (since >= 0) {
                    greens[0]++;
                    greens[1] += passed;
                    greens[2] += last - since / 10.0;
                }
                since = begun;
                last = begun / 10.0;
                passed = 0;
            }
            for (int i = 0; i < events.lineCount() && since >= 0; i++) {
                if (events.lineMovement(i) == movement) {
                    if (places.size() <= passed) {
                        places.add(new double[2]);
                    }
                    places.get(passed)[0] += events.lineAt(i) - last;
                    places.get(passed++)[1]++;
                    last = events.lineAt(i);
                }
            }
        }
    }
}
