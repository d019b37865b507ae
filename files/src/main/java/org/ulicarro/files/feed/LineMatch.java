package org.ulicarro.files.feed;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.LinkCost;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Pose;
import org.ulicarro.core.network.Router;
import org.ulicarro.core.network.StopPlace;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.feed.Feed.Call;

/**
 * Lays one order of stops over a network: of all ways from an entry past every stop that lies on the plan to an exit, the one that
 * costs least, where a detour, a stop on the far side of the road and metres from the kerb all cost seconds.
 */
final class LineMatch {

    /** A stop further from any kerb lane than this lies outside the plan (m). */
    private static final double REACH = 60;

    /** Seconds that a metre between stop and kerb lane counts. */
    private static final double PER_METRE = 0.5;

    /** Seconds that a stop of the study saves over a new one. */
    private static final double NEW_STOP = 15;

    /** Seconds that a stop on the wrong side of the road costs. */
    private static final double FAR_SIDE = 60;

    /** Speed at which the way outside the plan is thought of (m/s). */
    private static final double OUTSIDE = 8;

    /** Room for one vehicle (m). */
    private static final double STOP_LENGTH = 20;

    private static final double SAMPLE = 2; // m

    /**
     * A stop on the plan.
     *
     * @param call which call of the trip
     * @param link where
     * @param at how far along its kerb lane the first vehicle stops (m)
     * @param known the study's stop, or null for a new one
     */
    record Halt(int call, Link link, double at, StopPlace known) {}

    /**
     * A line's way.
     *
     * @param entry where it comes in
     * @param movements on its way
     * @param halts stops on the plan, in order
     * @param seconds from the entry to the first of them, unhindered (s)
     */
    record Way(Link entry, List<Movement> movements, List<Halt> halts, double seconds) {}

    private record Reached(double cost, Way way) {}

    private final Network network;
    private final GeoReference map;
    private final Router router;

    LineMatch(Network network, GeoReference map) {
        this.network = network;
        this.map = map;
        router = new Router(network, LinkCost.freeTime());
    }

    /** The best way past the stops of a trip, or null where none of them lies on the plan or no way passes them. */
    Way find(List<Call> calls) {
        List<List<Halt>> candidates = new ArrayList<>();
        for (int i = 0; i < calls.size(); i++) {
            List<Halt> near = near(i, calls.get(i));
            if (!near.isEmpty()) {
                candidates.add(near);
            }
        }
        if (candidates.isEmpty()) {
            return null;
        }
        int first = candidates.get(0).get(0).call();
        int last = candidates.get(candidates.size() - 1).get(0).call();
        List<Reached> open = new ArrayList<>();
        for (Link entry : network.entries()) {
            double outside = first == 0 ? 0 : far(calls.get(first - 1), entry, 0);
            open.add(new Reached(outside, new Way(entry, List.of(), List.of(), 0)));
        }
        for (List<Halt> halts : candidates) {
            open = extended(open, halts, calls);
        }
        Reached best = null;
        for (Reached one : open) {
            Reached out = toExit(one, last + 1 < calls.size() ? calls.get(last + 1) : null);
            best = out != null && (best == null || out.cost < best.cost) ? out : best;
        }
        return best == null ? null : best.way;
    }

    /** For each place where the next stop may be, the best way there from any of those that were reached. */
    private List<Reached> extended(List<Reached> open, List<Halt> halts, List<Call> calls) {
        List<Reached> next = new ArrayList<>();
        for (Halt halt : halts) {
            Reached best = null;
            for (Reached from : open) {
                Reached to = drive(from, halt, calls.get(halt.call()));
                best = to != null && (best == null || to.cost < best.cost) ? to : best;
            }
            if (best != null) {
                next.add(best);
            }
        }
        return next;
    }

    private Reached drive(Reached from, Halt halt, Call call) {
        Way way = from.way;
        Link at = lastLink(way);
        List<Halt> before = way.halts();
        boolean ahead = before.isEmpty() || before.get(before.size() - 1).at() < halt.at();
        List<Movement> movements = new ArrayList<>(way.movements());
        double seconds = 0;
        if (at.index() != halt.link().index() || !ahead) {
            List<Integer> onward =
                    router.way(at.index(), link -> link.index() == halt.link().index());
            if (onward == null || onward.isEmpty()) {
                return null;
            }
            seconds = add(onward, movements);
        }
        List<Halt> all = new ArrayList<>(before);
        all.add(halt);
        double lead = before.isEmpty() ? seconds + at.freeTime() : way.seconds();
        return new Reached(from.cost + seconds + penalty(halt, call), new Way(way.entry(), movements, all, lead));
    }

    private Reached toExit(Reached one, Call beyond) {
        Reached best = null;
        for (Link exit : network.links()) {
            if (exit.ring() || !network.movementsFrom(exit.index()).isEmpty()) {
                continue;
            }
            List<Integer> onward = router.way(lastLink(one.way).index(), link -> link.index() == exit.index());
            if (onward == null) {
                continue;
            }
            List<Movement> movements = new ArrayList<>(one.way.movements());
            double cost = one.cost + add(onward, movements) + (beyond == null ? 0 : far(beyond, exit, exit.length()));
            if (best == null || cost < best.cost) {
                best = new Reached(cost, new Way(one.way.entry(), movements, one.way.halts(), one.way.seconds()));
            }
        }
        return best;
    }

    /** Adds movements to a way; the seconds that the links they lead onto take. */
    private double add(List<Integer> onward, List<Movement> way) {
        double seconds = 0;
        for (int m : onward) {
            Movement movement = network.movements().get(m);
            way.add(movement);
            if (leads(movement)) {
                Link into = network.links().get(movement.toLink());
                seconds += into.freeTime();
            }
        }
        return seconds;
    }

    /** Whether a movement leads straight onto its link; one through a roundabout is followed by those on the ring. */
    private static boolean leads(Movement movement) {
        return movement.isInner() || movement.onward().isEmpty();
    }

    private Link lastLink(Way way) {
        List<Movement> m = way.movements();
        return m.isEmpty()
                ? way.entry()
                : network.links().get(m.get(m.size() - 1).toLink());
    }

    private double far(Call call, Link link, double along) {
        double[] point = map.plan(call.stop().lat(), call.stop().lon());
        Pose pose = kerb(link).at(Math.min(along, kerb(link).end()));
        return Math.hypot(point[0] - pose.x(), point[1] - pose.y()) / OUTSIDE;
    }

    private Lane kerb(Link link) {
        List<Lane> lanes = network.lanesOf(link).stream()
                .filter(lane -> !lane.isLayby() && lane.start() <= 0)
                .toList();
        return lanes.get(lanes.size() - 1);
    }

    /** Where a stop may be: on the kerb lane of any link within reach, at a stop of the study where one is near. */
    private List<Halt> near(int number, Call call) {
        double[] point = map.plan(call.stop().lat(), call.stop().lon());
        List<Halt> near = new ArrayList<>();
        for (StopPlace stop : network.stops()) {
            if (distance(stop.lane(), (stop.from() + stop.to()) / 2, point) <= REACH) {
                near.add(new Halt(number, network.links().get(stop.link()), stop.to(), stop));
            }
        }
        for (Link link : network.links()) {
            boolean has = near.stream().anyMatch(h -> h.link().index() == link.index());
            double at = link.ring() || has ? Double.NaN : nearest(kerb(link), point);
            if (at >= 0 && distance(kerb(link).index(), at, point) <= REACH) {
                double to = Math.min(Math.max(at + STOP_LENGTH / 2, STOP_LENGTH + 5), link.length() - 15);
                if (to > STOP_LENGTH) {
                    near.add(new Halt(number, link, Math.rint(to), null));
                }
            }
        }
        return near;
    }

    private static double nearest(Lane lane, double[] point) {
        double best = 0;
        double least = Double.POSITIVE_INFINITY;
        for (double at = 0; at <= lane.end(); at += SAMPLE) {
            Pose pose = lane.at(at);
            double far = Math.hypot(point[0] - pose.x(), point[1] - pose.y());
            if (far < least) {
                least = far;
                best = at;
            }
        }
        return best;
    }

    private double distance(int lane, double at, double[] point) {
        Pose pose = network.lanes().get(lane).at(at);
        return Math.hypot(point[0] - pose.x(), point[1] - pose.y());
    }

    private double penalty(Halt halt, Call call) {
        double[] point = map.plan(call.stop().lat(), call.stop().lon());
        int lane =
                halt.known() == null ? kerb(halt.link()).index() : halt.known().lane();
        double middle = halt.known() == null
                ? halt.at()
                : (halt.known().from() + halt.known().to()) / 2;
        Pose pose = network.lanes().get(lane).at(middle);
        double side = pose.dx() * (point[1] - pose.y()) - pose.dy() * (point[0] - pose.x()); // left is positive
        boolean wrong = network.keepsRight() ? side > 3 : side < -3;
        return PER_METRE * distance(lane, middle, point)
                + (halt.known() == null ? NEW_STOP : 0)
                + (wrong ? FAR_SIDE : 0);
    }

    /** Places on a way, the first where it enters, the last where it leaves. */
    List<String> places(Way way) {
        List<String> places =
                new ArrayList<>(List.of(way.entry().from(), way.entry().to()));
        for (Movement m : way.movements()) {
            String to = network.links().get(m.toLink()).to();
            if (leads(m) && !places.get(places.size() - 1).equals(to)) {
                places.add(to);
            }
        }
        return places;
    }
}
