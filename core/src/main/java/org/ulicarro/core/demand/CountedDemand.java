package org.ulicarro.core.demand;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.base.Draws.Purpose;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.DemandInput.Arrivals;
import org.ulicarro.core.study.Turn;
import org.ulicarro.core.study.VehicleKind;

/**
 * Vehicles that the counts of one entry let in; each draws its whole route at departure, turn by turn, from the shares that are in
 * force when it would get there unhindered.
 *
 * @param entry where they enter
 * @param only what the vehicles of each counted type are
 * @param counted the link whose counts say how many: the first one downstream that has any
 */
record CountedDemand(
        Network network,
        TurningCounts counts,
        Window window,
        Arrivals how,
        TypeMix mix,
        Map<String, TypeMix> only,
        Link entry,
        Link counted)
        implements Source {

    /** One source for each entry whose traffic is counted somewhere before the first choice. */
    static List<Source> of(Network network, TurningCounts counts, Window window, Arrivals how, TypeMix mix) {
        List<Source> sources = new ArrayList<>();
        Map<String, TypeMix> only = new LinkedHashMap<>();
        counts.types().forEach(type -> only.put(type, mix.only(type)));
        for (Link entry : network.entries()) {
            Link counted = firstCounted(network, counts, entry);
            if (counted != null) {
                sources.add(new CountedDemand(network, counts, window, how, mix, only, entry, counted));
            }
        }
        return sources;
    }

    /** The first link from one on that has counts, as long as there is no choice before; or null. */
    static Link firstCounted(Network network, TurningCounts counts, Link from) {
        Link at = from;
        for (int hops = 0; hops < network.links().size(); hops++) {
            if (counts.counted(at)) {
                return at;
            }
            List<Movement> onward = network.movementsFrom(at.index());
            if (onward.size() != 1) {
                return null;
            }
            at = network.links().get(onward.get(0).toLink());
        }
        return null;
    }

    /** The first of the links that lead to one without a choice, without counts and without others who join. */
    static Link origin(Network network, TurningCounts counts, Link to) {
        Link at = to;
        for (int hops = 0; hops < network.links().size(); hops++) {
            List<Movement> into = Balancing.into(network, at);
            if (into.size() != 1
                    || counts.counted(into.get(0).index())
                    || network.movementsFrom(into.get(0).fromLink()).size() != 1) {
                return at;
            }
            at = network.links().get(into.get(0).fromLink());
        }
        return to; // a circle
    }

    /** Whether a link leads out of the network without a choice and without counts. */
    static boolean leadsOut(Network network, TurningCounts counts, Link from) {
        Link at = from;
        for (int hops = 0; hops < network.links().size(); hops++) {
            List<Movement> onward = network.movementsFrom(at.index());
            if (onward.isEmpty()) {
                return true;
            }
            if (onward.size() != 1 || counts.counted(at)) {
                return false;
            }
            at = network.links().get(onward.get(0).toLink());
        }
        return false; // a circle
    }

    @Override
    public void draw(long seed, int replication, DepartureDraft draft) {
        long id = Draws.idOf(entry.id());
        double[] times = slices();
        double[] rates = new double[times.length - 1];
        for (int i = 0; i < rates.length; i++) {
            rates[i] = counts.rate(counted, window.counted(times[i]));
        }
        ArrivalTimes.draw(how, times, rates, Draws.key(seed, replication, Purpose.ARRIVALS, id), (time, n) -> {
            long key = Draws.key(seed, replication, Purpose.VEHICLE, id + n);
            VehicleKind type = type(time, key);
            int[] route = route(time, type, Draws.key(seed, replication, Purpose.ROUTE, id + n), draft.urns);
            draft.add(time, entry.index(), draft.route(route), type, key, -1);
        });
    }

    private double[] slices() {
        List<Double> times = new ArrayList<>();
        times.add(window.start());
        for (double time : counts.changes(counted, window.from(), window.to())) {
            if (time > times.get(times.size() - 1)) {
                times.add(time);
            }
        }
        if (window.end() > times.get(times.size() - 1)) {
            times.add(window.end());
        }
        return times.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** What enters: as counted where types were told apart, else by the mix. */
    private VehicleKind type(double time, long key) {
        if (!counts.typed()) {
            return mix.draw(key);
        }
        double at = window.counted(time);
        double total = counts.rate(counted, at);
        double u = Draws.uniform(key, 0) * total;
        for (String type : counts.types()) {
            double rate = 0;
            for (Movement movement : network.movementsFrom(counted.index())) {
                rate += counts.rate(movement.index(), at, type);
            }
            if (u < rate) {
                return only.get(type).at(u / rate);
            }
            u -= rate;
        }
        // what was counted without a type
        return mix.at(Math.min(1 - 1e-12, Math.max(0, u) / Math.max(1e-12, untyped(at))));
    }

    private double untyped(double at) {
        double rate = 0;
        for (Movement movement : network.movementsFrom(counted.index())) {
            rate += counts.rate(movement.index(), at, null);
        }
        return rate;
    }

    private int[] route(double departure, VehicleKind type, long key, Urns urns) {
        List<Integer> route = new ArrayList<>();
        Link at = entry;
        double time = departure;
        // A loop of counted turns could go round for long; nobody drives more than a few times through a network.
        int most = 4 * network.links().size();
        for (int choice = 0; choice < most; choice++) {
            List<Movement> onward = network.movementsFrom(at.index());
            if (onward.isEmpty()) {
                break;
            }
            time += at.freeTime();
            double u = Draws.uniform(key, choice);
            // who comes in was drawn by the counts of this slice; further on it counts when somebody gets there
            Movement chosen = drawn(at, onward, at.index() == counted.index() ? departure : time, u, urns);
            if (chosen == null) {
                chosen = choose(onward, window.counted(time), type, u);
            }
            route.add(chosen.index());
            route.addAll(chosen.onward());
            at = network.links().get(chosen.toLink());
        }
        return route.stream().mapToInt(Integer::intValue).toArray();
    }

    /** The next turn of those that were counted, where they are to come out exactly; null where chance decides. */
    private Movement drawn(Link at, List<Movement> onward, double time, double u, Urns urns) {
        boolean exact = how == Arrivals.EXACT && !counts.typed() && counts.counted(at);
        if (!exact || time < window.from() || time >= window.to()) {
            return null;
        }
        double[] borders = counts.changes(at, window.from(), window.to());
        int slice = 0;
        while (slice < borders.length - 2 && time >= borders[slice + 1]) {
            slice++;
        }
        double from = borders[slice];
        double to = borders[slice + 1];
        int turn = urns.draw(
                at.index(),
                slice,
                () -> onward.stream()
                        .mapToDouble(m -> counts.vehicles(m.index(), from, to))
                        .toArray(),
                u);
        return turn < 0 ? null : onward.get(turn);
    }

    private Movement choose(List<Movement> onward, double time, VehicleKind type, double u) {
        double[] share = new double[onward.size()];
        double total = 0;
        for (int i = 0; i < share.length; i++) {
            share[i] = share(onward.get(i).index(), time, type);
            total += share[i];
        }
        boolean none = !(total > 0);
        for (int i = 0; none && i < share.length; i++) { // nothing is known: nobody turns straight back
            share[i] = onward.get(i).turn() == Turn.UTURN ? 0 : 1;
            total += share[i];
        }
        double sum = 0;
        int last = 0;
        for (int i = 0; i < share.length; i++) {
            sum += share[i] / total;
            if (u < sum) {
                return onward.get(i);
            }
            last = share[i] > 0 ? i : last;
        }
        return onward.get(last);
    }

    private double share(int movement, double time, VehicleKind type) {
        if (!counts.typed()) {
            return counts.rate(movement, time);
        }
        double rate = counts.rate(movement, time, null) * mix.share(type);
        for (String told : counts.types()) {
            rate += counts.rate(movement, time, told) * only.get(told).share(type);
        }
        return rate;
    }
}
