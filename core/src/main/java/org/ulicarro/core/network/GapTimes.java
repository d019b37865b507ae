package org.ulicarro.core.network;

import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place.Control;
import org.ulicarro.core.study.Turn;

/**
 * Critical gaps and follow-up times by movement. Base values: Highway Capacity Manual, 7th edition, 2022, chapter 20 for signs (critical and
 * follow-up headways by the lanes of the major street, with the terms for heavy vehicles, grade and three legs), chapter 22 for
 * roundabouts (the two coefficients of its exponential capacity, turned into times), chapter 31 for permissive left turns. The Manual
 * has no values of its own for yield signs: those for stop signs are taken, with the follow-up shorter by what the stop itself costs.
 */
public final class GapTimes {

    /**
     * The Manual's 4.5 s and 2.5 s are what an observer sees at the kerb. Oncoming drivers slow down a little for who turns, and the next
     * one moves up in a curve: with what drivers go by shorter by this, the observer sees the Manual's values (s); docs/fidelity.md.
     */
    private static final GapTime PERMISSIVE_LEFT = GapTime.of(4.5 - 0.4, 2.5 - 0.2);

    /** By how much the next driver is sooner at a yield sign, where it need not come to rest first (s). */
    private static final double WITHOUT_STOP = 0.5;

    /**
     * The Manual's coefficients are those of random headways. Those round a ring are bunched, and its drivers give a little to who enters: with
     * critical gaps shorter by this, entries carry what the Manual's curves say (s); measured in docs/fidelity.md.
     */
    private static final double BUNCHED = 1.5;

    // capacity A exp(-B v): follow-up 3600 / A, critical gap 3600 B plus half of that
    private static final GapTime ONE_LANE = ring(1380, 1.02e-3);
    private static final GapTime TWO_ENTRY_LANES_ONE_RING_LANE = ring(1420, 0.91e-3);
    private static final GapTime ONE_ENTRY_LANE_TWO_RING_LANES = ring(1420, 0.85e-3);
    private static final GapTime RIGHT_OF_TWO =
            GapTime.of(4.8, 3600.0 / 1420); // looks at the outer lane of the ring only, so 0.5 s more than the Manual
    private static final GapTime LEFT_OF_TWO = ring(1350, 0.92e-3);

    private final Network network;

    public GapTimes(Network network) {
        this.network = network;
    }

    private static GapTime ring(double a, double b) {
        return GapTime.of(3600 * b + 1800 / a - BUNCHED, 3600 / a);
    }

    /** Of the vehicles of one path of a movement, with what the study says otherwise. */
    public GapTime of(Movement movement, TurningPath path) {
        Junction junction = network.junctions().get(movement.place());
        GapTime usual = usual(junction, movement, path);
        MovementInput own = junction.own(movement);
        if (own == null) {
            return usual;
        }
        double critical = own.criticalGap() == null ? usual.critical() : own.criticalGap();
        double halves = own.criticalGap() == null ? usual.inHalves() : Math.min(usual.inHalves(), critical);
        double followUp = own.followUp() == null ? usual.followUp() : own.followUp();
        return new GapTime(critical, halves, followUp, usual.heavyCritical(), usual.heavyFollowUp());
    }

    /** Of a movement that has stopped at its line, as at a sign: while its signal flashes red. */
    public GapTime afterStop(Movement movement) {
        return bySign(network.junctions().get(movement.place()), movement, true);
    }

    private GapTime usual(Junction junction, Movement movement, TurningPath path) {
        if (movement.bypass()) {
            return ONE_LANE;
        }
        if (junction.isRoundabout()) {
            return movement.isInner() ? ONE_LANE : entry(movement, path);
        }
        Control control = junction.place().control();
        if (control == Control.SIGNAL && movement.rule() == EntryRule.SIGNAL) {
            return turn(movement) == Turn.RIGHT ? bySign(junction, movement, true) : PERMISSIVE_LEFT;
        }
        boolean minor = movement.rule() == EntryRule.STOP || movement.rule() == EntryRule.YIELD;
        GapTime time = bySign(junction, movement, minor);
        if (movement.rule() != EntryRule.YIELD) {
            return time;
        }
        return new GapTime(
                time.critical(),
                time.inHalves(),
                time.followUp() - WITHOUT_STOP,
                time.heavyCritical(),
                time.heavyFollowUp());
    }

    private GapTime entry(Movement movement, TurningPath path) {
        Link in = network.links().get(movement.fromLink());
        int ringLanes = ringLanes(movement);
        long entryLanes = network.lanesOf(in).stream()
                .filter(lane -> network.movementsFrom(in.index()).stream()
                        .filter(m -> !m.bypass())
                        .anyMatch(m -> network.path(lane.index(), m.index()).isPresent()))
                .count();
        if (entryLanes < 2) {
            return ringLanes < 2 ? ONE_LANE : ONE_ENTRY_LANE_TWO_RING_LANES;
        }
        if (ringLanes < 2) {
            return TWO_ENTRY_LANES_ONE_RING_LANE;
        }
        return path.fromLane() == in.firstLane() ? LEFT_OF_TWO : RIGHT_OF_TWO;
    }

    /** Lanes of the ring that pass in front of an entry. */
    private int ringLanes(Movement entering) {
        int after = network.movements().get(entering.onward().get(0)).fromLink();
        for (Movement past : network.movements()) {
            boolean here = past.isInner() && past.place().equals(entering.place()) && past.toLink() == after;
            if (here && network.links().get(past.fromLink()).ring()) {
                return network.links().get(past.fromLink()).lanes();
            }
        }
        return 1;
    }

    private GapTime bySign(Junction junction, Movement movement, boolean minor) {
        int size = Math.min(3, lanesOfMajor(junction, movement)) - 1; // two, four or six lanes in all
        double uphill = 100 * network.links().get(movement.fromLink()).grade();
        double heavy = size == 0 ? 1 : 2;
        double heavyFollowUp = size == 0 ? 0.9 : 1;
        double base;
        double halves;
        double followUp;
        double byGrade = 0;
        if (!minor) {
            boolean left = turn(movement) != Turn.UTURN;
            base = left ? pick(size, 4.1, 4.1, 5.3) : pick(size, 6.4, 6.4, 5.6);
            halves = base;
            followUp = left ? pick(size, 2.2, 2.2, 3.1) : pick(size, 2.5, 2.5, 2.3);
        } else if (turn(movement) == Turn.RIGHT) {
            base = pick(size, 6.2, 6.9, 7.1);
            halves = base;
            followUp = pick(size, 3.3, 3.3, 3.9);
            byGrade = 0.1;
        } else if (turn(movement) == Turn.THROUGH) {
            base = 6.5;
            halves = 5.5;
            followUp = 4.0;
            byGrade = 0.2;
        } else {
            double three = turn(movement) == Turn.LEFT && legs(junction) == 3 ? 0.7 : 0;
            base = pick(size, 7.1, 7.5, 6.4) - three;
            halves = pick(size, 6.1, 6.5, 7.0) - three;
            followUp = pick(size, 3.5, 3.5, 3.8);
            byGrade = 0.2;
        }
        return new GapTime(base + byGrade * uphill, halves + byGrade * uphill, followUp, heavy, heavyFollowUp);
    }

    private static double pick(int size, double two, double four, double six) {
        return size == 0 ? two : size == 1 ? four : six;
    }

    /** What a movement is where people drive on the right: a turn to the kerb's side is a right turn. */
    private Turn turn(Movement movement) {
        Turn turn = movement.turn();
        if (network.keepsRight() || turn == Turn.THROUGH || turn == Turn.UTURN) {
            return turn;
        }
        return turn == Turn.LEFT ? Turn.RIGHT : Turn.LEFT;
    }

    /** Lanes in one direction of the street that is crossed or entered. */
    private int lanesOfMajor(Junction junction, Movement movement) {
        int most = 1;
        for (int m : junction.movements()) {
            Movement other = network.movements().get(m);
            boolean major = other.fromLink() != movement.fromLink() && other.rule() != EntryRule.STOP;
            if (major && turn(other) == Turn.THROUGH) {
                most = Math.max(most, other.paths().size());
            }
        }
        return most;
    }

    private long legs(Junction junction) {
        return junction.movements().stream()
                .flatMap(m -> java.util.stream.Stream.of(
                        network.movements().get(m).fromLink(),
                        network.movements().get(m).toLink()))
                .map(link -> network.links().get(link).road())
                .distinct()
                .count();
    }
}
