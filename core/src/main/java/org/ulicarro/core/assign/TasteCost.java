package org.ulicarro.core.assign;

import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurnCost;

/** What ways cost one group of drivers by certain times. */
final class TasteCost implements TurnCost {

    private final Network network;
    private final Times times;
    private final Tastes.Taste taste;

    TasteCost(Network network, Times times, Tastes.Taste taste) {
        this.network = network;
        this.times = times;
        this.taste = taste;
    }

    @Override
    public double along(Link link, Movement turn, double at) {
        double seconds = times.turn(turn.index(), at);
        boolean open = taste.mayTurn(turn.index(), at) && taste.mayUse(turn.toLink(), at + seconds);
        return open ? seconds : Double.POSITIVE_INFINITY;
    }

    @Override
    public double out(Link link, double at) {
        return times.out(link.index(), at);
    }

    @Override
    public double beside(Link link, double at) {
        return taste.beside(link.index(), at);
    }

    /** Of a whole way for who wants to depart then (s); infinite where something on it is forbidden. */
    double of(Path path, double departure) {
        double at = departure + times.enter(path.entry(), departure);
        if (!taste.mayUse(path.entry(), at)) {
            return Double.POSITIVE_INFINITY;
        }
        double beside = taste.beside(path.entry(), at);
        for (int i = 0; i < path.turns().length; i++) {
            Movement turn = network.movements().get(path.turns()[i]);
            at += along(network.links().get(path.links()[i]), turn, at);
            beside += at < Double.POSITIVE_INFINITY ? taste.beside(path.links()[i + 1], at) : 0;
        }
        return at + times.out(path.links()[path.links().length - 1], at) + beside - departure;
    }

    /** Its time alone (s). */
    static double seconds(Path path, double departure, Times times) {
        double at = departure + times.enter(path.entry(), departure);
        for (int turn : path.turns()) {
            at += times.turn(turn, at);
        }
        return at + times.out(path.links()[path.links().length - 1], at) - departure;
    }
}
