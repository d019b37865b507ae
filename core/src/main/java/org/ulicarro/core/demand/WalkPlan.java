package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.MarkedCrossing;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.DemandInput.Arrivals;
import org.ulicarro.core.study.WalkerFlow;
import org.ulicarro.core.study.Walking;

/** People over crossings, ready to be drawn for any replication. Immutable. */
final class WalkPlan {

    private static final double LEAST_SPEED = 0.4;

    /** People of one group come within so many seconds of each other. */
    private static final double GROUP_SPREAD = 1.5;

    private record Flow(int crossing, String id, WalkerFlow flow) {}

    private record One(
            double time,
            int crossing,
            boolean there,
            double speed,
            double aside,
            boolean complies,
            double pressesAfter) {}

    private final List<Flow> flows = new ArrayList<>();
    private final Walking walking;
    private final Window window;

    private WalkPlan(Walking walking, Window window) {
        this.walking = walking;
        this.window = window;
    }

    static WalkPlan of(Network network, DemandInput demand, Window window, List<Fault> faults) {
        WalkPlan plan = new WalkPlan(demand.walking(), window);
        List<String> ids = network.crossings().stream().map(MarkedCrossing::id).toList();
        for (Map.Entry<String, WalkerFlow> entry : demand.walkers().entrySet()) {
            int crossing = ids.indexOf(entry.getKey());
            if (crossing < 0) {
                faults.add(DemandFault.NO_CROSSING.at(
                        Fault.child("/demand/walkers", entry.getKey()),
                        entry.getKey(),
                        Names.suggestion(entry.getKey(), ids),
                        (ids.isEmpty() ? " Give a place 'crossings: {road: {}}' first" : "")));
            } else {
                checkSlots(Fault.child("/demand/walkers", entry.getKey()), entry.getValue(), faults);
                plan.flows.add(new Flow(crossing, entry.getKey(), entry.getValue()));
            }
        }
        double compliance = demand.walking().compliance();
        if (!(compliance >= 0 && compliance <= 1)) {
            faults.add(DemandFault.SHARE_OF_PEOPLE.at("/demand/walking/compliance"));
        }
        double pressing = demand.walking().pressing();
        if (!(pressing >= 0 && pressing <= 1)) {
            faults.add(DemandFault.SHARE_OF_PEOPLE.at("/demand/walking/pressing"));
        }
        if (!(demand.walking().pressesLate() >= 0)) {
            faults.add(DemandFault.PRESSES_BEFORE.at("/demand/walking/presses-late"));
        }
        return plan;
    }

    Walks draw(long seed, int replication) {
        List<One> all = new ArrayList<>();
        for (Flow flow : flows) {
            drawOneWay(flow, true, seed, replication, all);
            drawOneWay(flow, false, seed, replication, all);
        }
        all.sort(Comparator.comparingDouble(One::time).thenComparingInt(One::crossing));
        int n = all.size();
        Walks walks = new Walks(
                new double[n], new int[n], new boolean[n], new double[n], new double[n], new boolean[n], new double[n]);
        for (int i = 0; i < n; i++) {
            One one = all.get(i);
            walks.time()[i] = one.time();
            walks.crossing()[i] = one.crossing();
            walks.there()[i] = one.there();
            walks.speed()[i] = one.speed();
            walks.aside()[i] = one.aside();
            walks.complies()[i] = one.complies();
            walks.pressesAfter()[i] = one.pressesAfter();
        }
        return walks;
    }

    /** Groups come at random; those who walk alone are groups of one. */
    private void drawOneWay(Flow flow, boolean there, long seed, int replication, List<One> all) {
        long id = Draws.idOf(flow.id() + (there ? " there" : " back"));
        double[] times = slices(flow.flow(), window.start(), window.end());
        double[] rates = new double[times.length - 1];
        for (int i = 0; i < rates.length; i++) {
            WalkerFlow then = flow.flow().at(times[i]);
            rates[i] = (there ? then.there() : then.back()) / then.group();
        }
        int[] n = {0};
        long arrivals = Draws.key(seed, replication, Purpose.WALKER_ARRIVALS, id);
        ArrivalTimes.draw(Arrivals.RANDOM, times, rates, arrivals, (time, g) -> {
            int size = flow.flow().at(time).group();
            for (int k = 0; k < size; k++, n[0]++) {
                long key = Draws.key(seed, replication, Purpose.WALKER, id + n[0]);
                double speed = Draws.normalWithinTwo(
                        key, 0, walking.speed().mean(), walking.speed().spread());
                all.add(new One(
                        time + (k == 0 ? 0 : GROUP_SPREAD * Draws.uniform(key, 1)),
                        flow.crossing(),
                        there,
                        Math.max(LEAST_SPEED, speed),
                        2 * Draws.uniform(key, 2) - 1,
                        Draws.uniform(key, 3) < walking.compliance(),
                        Draws.uniform(key, 4) < walking.pressing() ? 0 : walking.pressesLate()));
            }
        });
    }

    /** People over a crossing, both ways, in the mean of some time (persons/h). */
    double hourlyRate(String crossing, double from, double to) {
        double people = 0;
        for (Flow flow : flows) {
            double[] times = flow.id().equals(crossing) ? slices(flow.flow(), from, to) : new double[0];
            for (int i = 1; i < times.length; i++) {
                WalkerFlow then = flow.flow().at(times[i - 1]);
                people += (then.there() + then.back()) * (times[i] - times[i - 1]);
            }
        }
        return people / (to - from) * 3600;
    }

    /** Times at which a flow changes, the first and the last one among them. */
    private static double[] slices(WalkerFlow flow, double from, double to) {
        TreeSet<Double> times = new TreeSet<>(List.of(from, to));
        for (WalkerFlow.Slot slot : flow.slots()) {
            times.add(Math.max(from, Math.min(to, slot.from())));
            times.add(Math.max(from, Math.min(to, slot.to())));
        }
        return times.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private static void checkSlots(String pointer, WalkerFlow flow, List<Fault> faults) {
        double last = 0;
        for (WalkerFlow.Slot slot : flow.slots()) {
            if (!(slot.to() > slot.from())) {
                faults.add(DemandFault.FLOW_BACKWARDS.at(
                        pointer, Clock.timeOfDay(slot.from()), Clock.timeOfDay(slot.to())));
            } else if (slot.from() < last) {
                faults.add(DemandFault.FLOWS_OVERLAP.at(pointer, Clock.timeOfDay(slot.from()), Clock.timeOfDay(last)));
            }
            last = slot.to();
        }
    }
}
