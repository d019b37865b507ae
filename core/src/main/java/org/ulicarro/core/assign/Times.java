package org.ulicarro.core.assign;

import org.ulicarro.core.network.Network;

/**
 * What roads take, by the turn at their end and slice, from the line before to the line at the end; what it takes to come in, and to go out at
 * the end of the plan (s). Flat arrays, (subject, slice).
 */
final class Times {

    final Slices slices;
    final double[] turn; // movement
    final double[] out; // link
    final double[] enter; // link: wait outside

    Times(Network network, Slices slices) {
        this.slices = slices;
        turn = new double[network.movements().size() * slices.count()];
        out = new double[network.links().size() * slices.count()];
        enter = new double[out.length];
    }

    Times copy(Network network) {
        Times copy = new Times(network, slices);
        System.arraycopy(turn, 0, copy.turn, 0, turn.length);
        System.arraycopy(out, 0, copy.out, 0, out.length);
        System.arraycopy(enter, 0, copy.enter, 0, enter.length);
        return copy;
    }

    double turn(int movement, double at) {
        return turn[movement * slices.count() + slices.of(at)];
    }

    double out(int link, double at) {
        return out[link * slices.count() + slices.of(at)];
    }

    double enter(int link, double at) {
        return enter[link * slices.count() + slices.of(at)];
    }
}
