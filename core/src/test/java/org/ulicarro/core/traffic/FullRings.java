package org.ulicarro.core.traffic;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.ulicarro.core.Star;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.VehicleType;

/**
 * Roundabouts of one to three lanes and 24 to 80 m, with three to five legs, any demand and any turns, their exits always free: nobody may
 * stand on one for three minutes. {@code bench/rings [COUNT [FIRST]]} runs many; a sample is in the tests.
 */
public final class FullRings {

    /** Nobody stands that long on a ring whose exits are free (s). */
    private static final double STANDSTILL = 180;

    /** What one showed; a problem is null where there was none. */
    record Outcome(long number, int lanes, int vehicles, boolean full, String problem) {}

    private FullRings() {}

    static Outcome run(long number) {
        Star star = star(number);
        if (!star.canBeBuilt()) {
            return new Outcome(number, star.ringLanes, 0, false, null);
        }
        Model model = star.model();
        Replication replication = new Replication(model, 1);
        Map<Integer, double[]> last =
                new HashMap<>(); // vehicle -> lane and position where it was last seen to move, and when
        String problem = null;
        int outside = 0;
        while (!replication.isDone() && problem == null) {
            replication.step();
            if (replication.view().tick() % 50 == 0) {
                problem = standing(replication, model, last);
                outside = Math.max(outside, outside(replication.view(), model));
            }
        }
        if (problem == null) {
            replication.result(); // checks conservation
        }
        return new Outcome(number, star.ringLanes, replication.view().entered(), outside > 10, problem);
    }

    static Star star(long number) {
        long key = Draws.key(number, 0, Purpose.VEHICLE, 4711);
        Star star = new Star();
        star.control = Control.ROUNDABOUT;
        star.seed = number;
        int lanes = 1 + (int) (3 * Draws.uniform(key, 0));
        int legs = 3 + (int) (3 * Draws.uniform(key, 1));
        double least = Math.max(24, 24 + 14 * (lanes - 1) + 6 * (legs - 4));
        star.outerDiameter = Math.rint(least + (80 - least) * Draws.uniform(key, 2));
        star.legLength = 80 + 200 * Draws.uniform(key, 3);
        star.speed = (30 + 40 * Draws.uniform(key, 4)) / 3.6;
        star.ringLanes = lanes;
        for (int i = 0; i < legs; i++) {
            int in = Draws.uniform(key, 20 + i) < 0.8 ? lanes : 1;
            int out = Draws.uniform(key, 30 + i) < 0.8 ? lanes : 1;
            star.leg("r" + i, 360.0 * i / legs + 20 * Draws.uniform(key, 40 + i), in, out);
        }
        double heavy = Draws.uniform(key, 5) < 0.5 ? 0 : 0.3 * Draws.uniform(key, 6);
        star.mix = Map.of(VehicleType.CAR, 1 - heavy, VehicleType.TRUCK, heavy / 2, VehicleType.ARTICULATED, heavy / 2);
        double load = 300 + 1000 * Draws.uniform(key, 7);
        star.demand = m -> Math.min(demand(m, key, load * lanes), 2400); // more than that nothing enters

        return star;
    }

    /** Weights of an approach's turns are drawn, so that some send nearly everybody round by the left. */
    private static double demand(Movement movement, long key, double perApproach) {
        double weight = switch (movement.name().charAt(movement.name().length() - 1)) {
            case 'L' -> 0.1 + 2 * Draws.uniform(key, 8);
            case 'R' -> 0.1 + 0.7 * Draws.uniform(key, 9);
            case 'U' -> 0.02;
            default -> 0.1 + Draws.uniform(key, 10);
        };
        return perApproach * weight / 2.5 * (0.3 + 1.2 * Draws.uniform(key, 60 + movement.fromLink()));
    }

    private static int outside(TrafficView view, Model model) {
        int sum = 0;
        for (int lane = 0; lane < model.table().lanes; lane++) {
            sum += view.outside(lane);
        }
        return sum;
    }

    private static String standing(Replication replication, Model model, Map<Integer, double[]> last) {
        TrafficView view = replication.view();
        Map<Integer, double[]> seen = new HashMap<>();
        String problem = null;
        for (int lane = 0; lane < model.table().lanes; lane++) {
            boolean inside = model.table().path[lane] || model.table().onRing[lane];
            for (int k = 0; inside && k < view.vehiclesOn(lane); k++) {
                double at = view.position(lane, k);
                double[] before = last.get(view.vehicle(lane, k));
                boolean stands = before != null && before[0] == lane && Math.abs(before[1] - at) < 0.05;
                double[] now = stands ? before : new double[] {lane, at, view.now()};
                seen.put(view.vehicle(lane, k), now);
                if (view.now() - now[2] > STANDSTILL) {
                    problem = String.format(
                            Locale.ROOT,
                            "vehicle %d has stood on lane %d since %.0f s; %s",
                            view.vehicle(lane, k),
                            lane,
                            now[2] - 28800,
                            replication.standstills());
                }
            }
        }
        last.clear();
        last.putAll(seen);
        return problem;
    }

    public static void main(String[] args) throws Exception {
        int count = args.length > 0 ? Integer.parseInt(args[0]) : 200;
        long first = args.length > 1 ? Long.parseLong(args[1]) : 1;
        ExecutorService pool = Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors());
        List<Future<Outcome>> all = new ArrayList<>();
        for (long n = first; n < first + count; n++) {
            long number = n;
            all.add(pool.submit(() -> run(number)));
        }
        pool.shutdown();
        int full = 0;
        int built = 0;
        int problems = 0;
        long vehicles = 0;
        for (Future<Outcome> one : all) {
            Outcome o = one.get();
            full += o.full ? 1 : 0;
            vehicles += o.vehicles;
            built += o.vehicles > 0 ? 1 : 0;
            if (o.problem != null) {
                problems++;
                System.out.println("ring " + o.number + ", " + o.lanes + " lanes: " + o.problem);
            }
        }
        System.out.printf("%d rings, %d of them overloaded, %d vehicles; %d locked%n", built, full, vehicles, problems);
    }
}
