package org.ulicarro.core.traffic;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.ulicarro.core.RandomJunction;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.people.Walkers;

/**
 * Hours at random junctions, one after the other: that no two bodies touch, by the exact geometry of their rectangles; that nobody touches
 * a person; that traffic does not come to a stand without an explanation; that nobody is lost. {@code
 * bench/junctions [HOURS [FIRST [bicycles]]]} runs many; a sample is in the tests.
 */
public final class JunctionHours {

    /** Bodies are looked at on paths and this far before and after them (m). */
    private static final double REACH = 25;

    /** Longer bodies sweep over the lane beside theirs where two turn side by side (m). */
    private static final double LONG = 6.5;

    private static final String SWEEP = "long body: ";

    /** Vehicles that block each other in a ring which was found and named. */
    private static final String RING = "ring: ";

    /** A person's body as a disc (m). */
    private static final double PERSON = 0.25;

    /** Nobody moved for this long although somebody was inside (s). */
    private static final double STANDSTILL = 300;

    /** What one hour showed; a problem is null where there was none. */
    record Outcome(
            long number,
            boolean ran,
            String control,
            double load,
            int vehicles,
            int walkers,
            String problem,
            boolean sweep) {

        boolean isRing() {
            return problem != null && problem.startsWith(RING);
        }
    }

    private JunctionHours() {}

    static Outcome run(long number, double seconds) {
        return run(new RandomJunction(number, seconds), number);
    }

    static Outcome run(long number, double seconds, double step) {
        return run(new RandomJunction(number, seconds).inStepsOf(step), number);
    }

    /** With lanes for bicycles at the kerbs. */
    static Outcome runWithBicycles(long number, double seconds) {
        return run(new RandomJunction(number, seconds).withBicycles(), number);
    }

    static Outcome run(RandomJunction junction, long number) {
        Model model = junction.model();
        String control = junction.control.name();
        if (model == null) {
            return new Outcome(number, false, control, junction.load, 0, 0, null, false);
        }
        Replication replication = new Replication(model, 1);
        String problem = null;
        double movedAt = replication.now();
        double[] positions = new double[0];
        while (!replication.isDone() && problem == null) {
            replication.step();
            problem = contact(replication.view(), model);
            double[] now = inside(replication.view(), model);
            if (now.length == 0 || !java.util.Arrays.equals(now, positions)) {
                movedAt = replication.now();
            }
            positions = now;
            if (problem == null && replication.now() - movedAt > STANDSTILL) {
                boolean explained = !replication.standstills().isEmpty();
                problem = (explained ? RING + replication.standstills().get(0) : "nobody inside has moved, unexplained")
                        + ", load " + junction.load;
            }
        }
        int vehicles = replication.view().entered();
        int walkers = replication.view().walkers().came();
        if (problem == null) {
            try {
                replication.result();
            } catch (IllegalStateException e) {
                problem = e.getMessage();
            }
        }
        return new Outcome(
                number,
                true,
                control,
                junction.load,
                vehicles,
                walkers,
                problem,
                problem != null && problem.startsWith(SWEEP));
    }

    /** Positions of all who are on paths of the junction. */
    private static double[] inside(TrafficView view, Model model) {
        List<Double> all = new ArrayList<>();
        for (int lane = 0; lane < model.table().lanes; lane++) {
            boolean in = model.table().path[lane] || model.table().onRing[lane];
            for (int k = 0; in && k < view.vehiclesOn(lane); k++) { // those at the lines may wait for long
                all.add(view.position(lane, k) + 1000.0 * view.vehicle(lane, k));
            }
        }
        return all.stream().mapToDouble(d -> d).toArray();
    }

    static String contact(TrafficView view, Model model) {
        List<Bodies.Body> bodies = Bodies.of(view, model.network(), REACH);
        for (int i = 0; i < bodies.size(); i++) {
            for (int j = i + 1; j < bodies.size(); j++) {
                if (Bodies.near(bodies.get(i), bodies.get(j)) && Bodies.touch(bodies.get(i), bodies.get(j))) {
                    boolean sweep =
                            bodies.get(i).length() > LONG || bodies.get(j).length() > LONG;
                    return (sweep ? SWEEP : "") + bodies.get(i) + " touches " + bodies.get(j) + " at "
                            + (view.now() - 28800);
                }
            }
        }
        Walkers walkers = view.walkers();
        for (int c = 0; c < model.network().crossings().size(); c++) {
            for (int i = 0; i < walkers.present(c); i++) {
                Pose person = person(view, model, c, walkers.present(c, i));
                for (Bodies.Body body : bodies) {
                    if (Bodies.distance(body, person.x(), person.y()) < PERSON) {
                        return body + " touches walker " + walkers.present(c, i) + " at "
                                + walkers.position(walkers.present(c, i)) + " m of crossing " + c + ", time "
                                + (view.now() - 28800);
                    }
                }
            }
        }
        return null;
    }

    private static Pose person(TrafficView view, Model model, int c, int w) {
        var crossing = model.network().crossings().get(c);
        var walks = view.walkers().walks();
        double at = view.walkers().position(w);
        double length = model.table().crossingLength(c);
        double along = model.table().crossingOrigin(c) + (walks.there()[w] ? at : length - at);
        return crossing.one().ahead(along).right(walks.aside()[w] * (crossing.width() / 2 - 0.3));
    }

    public static void main(String[] args) throws Exception {
        int hours = args.length > 0 ? Integer.parseInt(args[0]) : 10_000;
        long first = args.length > 1 ? Long.parseLong(args[1]) : 1;
        boolean withBicycles = args.length > 2 && args[2].equals("bicycles");
        ExecutorService pool = Executors.newFixedThreadPool(Runtime.getRuntime().availableProcessors());
        List<Future<Outcome>> all = new ArrayList<>();
        for (long n = first; n < first + hours; n++) {
            long number = n;
            all.add(pool.submit(() -> withBicycles ? runWithBicycles(number, 3600) : run(number, 3600)));
        }
        Map<String, int[]> counts = new TreeMap<>();
        int problems = 0;
        int sweeps = 0;
        int rings = 0;
        long vehicles = 0;
        long walkers = 0;
        for (int i = 0; i < all.size(); i++) {
            Outcome o = all.get(i).get();
            int[] count = counts.computeIfAbsent(o.control, none -> new int[5]);
            count[o.ran ? 0 : 1]++;
            vehicles += o.vehicles;
            walkers += o.walkers;
            if (o.problem != null) {
                boolean ring = o.problem.startsWith(RING);
                count[o.sweep ? 3 : ring ? 4 : 2]++;
                problems += o.sweep || ring ? 0 : 1;
                sweeps += o.sweep ? 1 : 0;
                rings += ring ? 1 : 0;
                System.out.println("junction " + o.number + " " + o.control + ": " + o.problem);
            }
            if ((i + 1) % 500 == 0) {
                System.err.println(i + 1 + " of " + hours + " hours, " + problems + " with a problem");
            }
        }
        pool.shutdown();
        System.out.println("control       hours  not built  problems  long bodies  rings");
        counts.forEach((control, count) -> System.out.printf(
                Locale.ROOT,
                "%-12s %6d %10d %9d %12d %6d%n",
                control,
                count[0],
                count[1],
                count[2],
                count[3],
                count[4]));
        System.out.printf(
                Locale.ROOT,
                "%d vehicles and %d people; %d problems, %d long bodies beside another%n",
                vehicles,
                walkers,
                problems,
                sweeps);
        System.exit(problems == 0 ? 0 : 1);
    }
}
