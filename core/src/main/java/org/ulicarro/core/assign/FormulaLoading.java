package org.ulicarro.core.assign;

import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurnCost;

/** Spreads drivers over their ways by shares, without simulation: each comes to a road when times so far say so. */
final class FormulaLoading implements Loading {

    private final Network network;
    private final Drivers drivers;
    private final VolumeDelay formula;
    private final Loaded given; // vehicles whose way is not chosen
    private Times times;

    FormulaLoading(Network network, Drivers drivers, Slices slices, VolumeDelay formula) {
        this.network = network;
        this.drivers = drivers;
        this.formula = formula;
        given = new Loaded(network, slices);
        times = new Times(network, slices);
        addGiven();
        formula.times(new Loaded(network, slices), times);
    }

    private void addGiven() {
        TurnCost free = TurnCost.freeTime();
        double each = 1.0 / drivers.replications;
        for (Drivers.Given one : drivers.given) {
            double at = one.time();
            Link on = network.links().get(one.entry());
            for (int m : one.way()) {
                Movement turn = network.movements().get(m);
                if (!turn.isInner()) {
                    double seconds = free.along(on, turn, at);
                    given.turned(m, at, seconds, each);
                    at += seconds;
                    on = network.links().get(turn.toLink());
                }
            }
            given.left(on.index(), at, free.out(on, at), each);
        }
    }

    @Override
    public Result load(WayShares shares) {
        Loaded loaded = new Loaded(network, times.slices);
        loaded.add(given, 1);
        for (PairState pair : shares.pairs()) {
            for (int g = 0; g < pair.vehicles.length; g++) {
                for (int s = 0; s < times.slices.count(); s++) {
                    for (int p = 0; p < pair.paths.size() && pair.vehicles[g][s] > 0; p++) {
                        add(loaded, pair.paths.get(p), s, pair.vehicles[g][s] * pair.shares[g][s][p]);
                    }
                }
            }
        }
        Times now = new Times(network, times.slices);
        formula.times(loaded, now);
        times = now;
        return new Result(loaded, now, Totals.NONE);
    }

    private void add(Loaded loaded, Path path, int slice, double vehicles) {
        if (vehicles == 0) {
            return;
        }
        double wanted = times.slices.middle(slice);
        double at = wanted + times.enter(path.entry(), wanted);
        loaded.entered(path.entry(), wanted, at - wanted, vehicles);
        for (int turn : path.turns()) {
            double seconds = times.turn(turn, at);
            loaded.turned(turn, at, seconds, vehicles);
            at += seconds;
        }
        int last = path.links()[path.links().length - 1];
        loaded.left(last, at, times.out(last, at), vehicles);
    }
}
