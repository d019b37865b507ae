package org.ulicarro.core.tracks;

import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.traffic.FleetView;

/** Which way a driver indicates: when moving over, and before and during a turn. */
final class Indicators {

    /** Drivers begin to indicate a turn that far before the line (m). */
    private static final double BEFORE_LINE = 50;

    private final byte[] ofLane; // path -> bits of the state
    private final double[] end; // lane -> its last position, m
    private final int towardsKerb; // bit for a move to the next lane out
    private final int towardsMiddle;

    Indicators(Network network) {
        int lanes = network.lanes().size();
        towardsKerb = network.keepsRight() ? Keys.INDICATOR_RIGHT : Keys.INDICATOR_LEFT;
        towardsMiddle = network.keepsRight() ? Keys.INDICATOR_LEFT : Keys.INDICATOR_RIGHT;
        ofLane = new byte[lanes];
        end = new double[lanes];
        for (Lane lane : network.lanes()) {
            end[lane.index()] = lane.end();
        }
        for (Movement movement : network.movements()) {
            for (TurningPath path : movement.paths()) {
                ofLane[path.lane()] = (byte) of(movement, network);
            }
        }
    }

    private int of(Movement movement, Network network) {
        if (movement.isInner()) { // round a ring; who leaves it says so
            return network.links().get(movement.toLink()).ring() ? 0 : towardsKerb;
        }
        boolean ontoRing = network.links().get(movement.toLink()).ring()
                || network.junctions().get(movement.place()).isRoundabout();
        return switch (movement.turn()) {
            case LEFT, UTURN -> ontoRing ? 0 : Keys.INDICATOR_LEFT;
            case RIGHT -> Keys.INDICATOR_RIGHT;
            case THROUGH -> 0;
        };
    }

    int of(FleetView rows, int row) {
        int from = rows.changedFrom(row);
        int lane = rows.lane(row);
        if (from >= 0) {
            return lane > from ? towardsKerb : towardsMiddle;
        }
        int must = rows.wantsTo(row);
        if (must != 0) {
            return must > 0 ? towardsKerb : towardsMiddle;
        }
        if (ofLane[lane] != 0) {
            return ofLane[lane];
        }
        int next = rows.nextLane(row);
        return next >= 0 && end[lane] - rows.position(row) < BEFORE_LINE ? ofLane[next] : 0;
    }
}
