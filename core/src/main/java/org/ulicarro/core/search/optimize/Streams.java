package org.ulicarro.core.search.optimize;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.timing.LaneGroup;

/** What comes to each line of the signals of a search, and from which other lines it comes. */
final class Streams {

    private static final double HOUR = 3600;

    /** A platoon is followed through so many places without a signal, and so long (s); beyond that it is spread out. */
    private static final int PLACES = 8;

    private static final double SECONDS = 150;

    /** Smaller shares of a stream say nothing. */
    private static final double LEAST = 0.02;

    /** A car begins its way at walking speed and goes through a place more slowly than along the road (s). */
    private static final double START = 2;

    /**
     * Vehicles that leave one line, and are to come to another.
     *
     * @param from number of the stream
     * @param share of that stream
     * @param seconds the way takes without traffic
     */
    record Feed(int from, double share, double seconds) {}

    /**
     * Vehicles that queue before one line together.
     *
     * @param signal number of the signal
     * @param group its signal group
     * @param volume demand (veh/s)
     * @param lanes in which they queue
     * @param feeds what of it comes from other lines
     */
    record Stream(int signal, int group, double volume, LaneGroup lanes, List<Feed> feeds) {

        /** At which the queue discharges in the mean over a green (veh/s), with that share of a cycle (s). */
        double saturation(double share, double cycle) {
            return lanes.saturation(share * cycle, cycle) / HOUR;
        }
    }

    private final Network network;
    private final Volumes volumes;
    private final List<Stream> streams = new ArrayList<>();
    private final List<LaneGroup> groups = new ArrayList<>();

    private Streams(PlanSpace space, Volumes volumes) {
        network = space.model().network();
        this.volumes = volumes;
        List<TimedSignal> signals = space.signals();
        for (int s = 0; s < signals.size(); s++) {
            for (LaneGroup group : signals.get(s).orders().get(0).timing().groups()) {
                if (group.volume() > 0
                        && group.unhindered() > 0
                        && !signals.get(s).free()) {
                    streams.add(new Stream(s, group.group(), group.volume() / HOUR, group, new ArrayList<>()));
                    groups.add(group);
                }
            }
        }
        for (int i = 0; i < streams.size(); i++) {
            for (Movement movement : groups.get(i).movements()) {
                double share =
                        volumes.movement(movement.index()) / groups.get(i).volume();
                follow(i, movement, share, START, 0);
            }
        }
    }

    /** All streams at the signals of a search. */
    static List<Stream> of(PlanSpace space, Volumes volumes) {
        return List.copyOf(new Streams(space, volumes).streams);
    }

    /** Goes along with a share of a stream until it comes to a line. */
    private void follow(int stream, Movement movement, double share, double seconds, int places) {
        if (share < LEAST || seconds > SECONDS || places > PLACES) {
            return;
        }
        Link link = network.links().get(movement.toLink());
        double then = seconds + through(movement) + link.freeTime();
        List<Movement> next = network.movementsFrom(link.index());
        double all = next.stream().mapToDouble(m -> volumes.movement(m.index())).sum();
        for (Movement m : next) {
            double own = all > 0 ? volumes.movement(m.index()) / all * share : 0;
            int line = line(m);
            if (line >= 0) {
                if (own >= LEAST) {
                    streams.get(line).feeds().add(new Feed(stream, own, then));
                }
            } else {
                follow(stream, m, own, then, places + 1);
            }
        }
    }

    private double through(Movement movement) {
        double longest = 0;
        for (TurningPath path : movement.paths()) {
            longest = Math.max(longest, network.lanes().get(path.lane()).end());
        }
        Link to = network.links().get(movement.toLink());
        return longest / to.speed();
    }

    private int line(Movement movement) {
        for (int i = 0; i < groups.size(); i++) {
            if (groups.get(i).movements().contains(movement)) {
                return i;
            }
        }
        return -1;
    }
}
