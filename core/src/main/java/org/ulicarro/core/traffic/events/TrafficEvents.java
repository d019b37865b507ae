package org.ulicarro.core.traffic.events;

import java.util.Arrays;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Fleet;

/** What happened in one step, as arrays that observers read once per step. Each entry is one event in the order in which it came.
 * Rows are those of {@code FleetView}. */
public final class TrafficEvents {

    /** A vehicle's front came onto another lane at the end of the one before. */
    public static final int ONTO = 0;
    /** A vehicle began to move over into a neighbouring lane, to which it belongs from now on. */
    public static final int STARTED_OVER = 1;
    /** It has left its old lane. */
    public static final int MOVED_OVER = 2;

    private int[] enteredVehicle = new int[16];
    private int[] enteredRow = new int[16];
    private double[] enteredAt = new double[16];
    private int entered;

    private int[] leftVehicle = new int[16];
    private int[] leftRow = new int[16];
    private double[] leftAt = new double[16];
    private int left;

    private int[] lineVehicle = new int[16];
    private int[] lineMovement = new int[16];
    private int[] lineLane = new int[16];
    private double[] lineAt = new double[16];
    private int lines;

    private int[] queueLane = new int[16];
    private double[] queueRear = new double[16];
    private int queues;

    private int[] moveKind = new int[16];
    private int[] moveRow = new int[16];
    private int[] moveLane = new int[16];
    private int moves;

    private int[] moveMotive = new int[16];

    private int[] missedVehicle = new int[16];
    private int[] missedMovement = new int[16];
    private int missed;

    private int[] wayChanged = new int[16]; // vehicles
    private int wayChanges;

    private int[] standRow = new int[16];
    private int stands;

    private final Visits visits = new Visits();
    private final Journeys journeys = new Journeys();
    private final Fleet f;

    public TrafficEvents(Fleet fleet) {
        f = fleet;
    }

    public void clear() {
        missed = 0;
        wayChanges = 0;
        entered = 0;
        left = 0;
        lines = 0;
        queues = 0;
        moves = 0;
        stands = 0;
        visits.clear();
        journeys.clear();
    }

    /** Whole journeys that ended. */
    public Journeys journeys() {
        return journeys;
    }

    public void entered(int vehicle, int row, double at) {
        if (entered == enteredVehicle.length) {
            enteredVehicle = Arrays.copyOf(enteredVehicle, entered * 2);
            enteredRow = Arrays.copyOf(enteredRow, entered * 2);
            enteredAt = Arrays.copyOf(enteredAt, entered * 2);
        }
        enteredVehicle[entered] = vehicle;
        enteredRow[entered] = f.slot(row);
        enteredAt[entered++] = at;
    }

    public void left(int vehicle, int row, double at) {
        if (left == leftVehicle.length) {
            leftVehicle = Arrays.copyOf(leftVehicle, left * 2);
            leftRow = Arrays.copyOf(leftRow, left * 2);
            leftAt = Arrays.copyOf(leftAt, left * 2);
        }
        leftVehicle[left] = vehicle;
        leftRow[left] = f.slot(row);
        leftAt[left++] = at;
    }

    public void passedLine(int vehicle, int movement, int lane, double at) {
        if (lines == lineVehicle.length) {
            lineVehicle = Arrays.copyOf(lineVehicle, lines * 2);
            lineMovement = Arrays.copyOf(lineMovement, lines * 2);
            lineLane = Arrays.copyOf(lineLane, lines * 2);
            lineAt = Arrays.copyOf(lineAt, lines * 2);
        }
        lineVehicle[lines] = vehicle;
        lineMovement[lines] = movement;
        lineLane[lines] = lane;
        lineAt[lines++] = at;
    }

    public void joinedQueue(int lane, double rear) {
        if (queues == queueLane.length) {
            queueLane = Arrays.copyOf(queueLane, queues * 2);
            queueRear = Arrays.copyOf(queueRear, queues * 2);
        }
        queueLane[queues] = lane;
        queueRear[queues++] = rear;
    }

    public void ontoLane(int row, int lane) {
        move(ONTO, row, lane, 0);
    }

    public void startedOver(int row, int lane, int motive) {
        move(STARTED_OVER, row, lane, motive);
    }

    public void movedOver(int row) {
        move(MOVED_OVER, row, LaneTable.NONE, 0);
    }

    public void missedTurn(int vehicle, int movement) {
        if (missed == missedVehicle.length) {
            missedVehicle = Arrays.copyOf(missedVehicle, missed * 2);
            missedMovement = Arrays.copyOf(missedMovement, missed * 2);
        }
        missedVehicle[missed] = vehicle;
        missedMovement[missed++] = movement;
    }

    public void changedWay(int vehicle) {
        if (wayChanges == wayChanged.length) {
            wayChanged = Arrays.copyOf(wayChanged, wayChanges * 2);
        }
        wayChanged[wayChanges++] = vehicle;
    }

    private void move(int kind, int row, int lane, int motive) {
        if (moves == moveKind.length) {
            moveMotive = Arrays.copyOf(moveMotive, moves * 2);
            moveKind = Arrays.copyOf(moveKind, moves * 2);
            moveRow = Arrays.copyOf(moveRow, moves * 2);
            moveLane = Arrays.copyOf(moveLane, moves * 2);
        }
        moveKind[moves] = kind;
        moveRow[moves] = f.slot(row);
        moveMotive[moves] = motive;
        moveLane[moves++] = lane;
    }

    public void stoodOrWent(int row) {
        if (stands == standRow.length) {
            standRow = Arrays.copyOf(standRow, stands * 2);
        }
        standRow[stands++] = f.slot(row);
    }

    public Visits writeVisits() {
        return visits;
    }

    /** Vehicles that came in. */
    public int enteredCount() {
        return entered;
    }

    public int enteredVehicle(int event) {
        return enteredVehicle[event];
    }

    /** Its row in {@code TrafficView}. */
    public int enteredRow(int event) {
        return enteredRow[event];
    }

    /** s since midnight */
    public double enteredAt(int event) {
        return enteredAt[event];
    }

    /** Vehicles that left the network. */
    public int leftCount() {
        return left;
    }

    public int leftVehicle(int event) {
        return leftVehicle[event];
    }

    /** The row that it had in {@code TrafficView}. */
    public int leftRow(int event) {
        return leftRow[event];
    }

    /** s since midnight */
    public double leftAt(int event) {
        return leftAt[event];
    }

    /** Vehicles that passed a stop line. */
    public int lineCount() {
        return lines;
    }

    public int lineVehicle(int event) {
        return lineVehicle[event];
    }

    /** The lane that it came over. */
    public int lineLane(int event) {
        return lineLane[event];
    }

    /** The movement with which it did. */
    public int lineMovement(int event) {
        return lineMovement[event];
    }

    /** s since midnight, interpolated inside the step */
    public double lineAt(int event) {
        return lineAt[event];
    }

    /** Vehicles that stopped for a controlled line, or joined those who did. */
    public int queuedCount() {
        return queues;
    }

    public int queuedLane(int event) {
        return queueLane[event];
    }

    /** Distance of the vehicle's rear from the line at that moment (m). */
    public double queuedRear(int event) {
        return queueRear[event];
    }

    /** Changes of lane of any kind. */
    public int moveCount() {
        return moves;
    }

    /** {@link #ONTO}, {@link #STARTED_OVER} or {@link #MOVED_OVER}. */
    public int moveKind(int event) {
        return moveKind[event];
    }

    public int moveRow(int event) {
        return moveRow[event];
    }

    /** The lane it belongs to from then on. */
    public int moveLane(int event) {
        return moveLane[event];
    }

    /** Why somebody {@link #STARTED_OVER}. */
    public Motive moveMotive(int event) {
        return Motive.of(moveMotive[event]);
    }

    /** Vehicles that found no room to change lanes for their movement and drove on another way. */
    public int missedCount() {
        return missed;
    }

    public int missedVehicle(int event) {
        return missedVehicle[event];
    }

    /** The movement that it missed. */
    public int missedMovement(int event) {
        return missedMovement[event];
    }

    /** Informed drivers who took another way from here on. */
    public int wayChangeCount() {
        return wayChanges;
    }

    public int wayChangeVehicle(int event) {
        return wayChanged[event];
    }

    /** Vehicles that came to a stand, or moved off. */
    public int standCount() {
        return stands;
    }

    public int standRow(int event) {
        return standRow[event];
    }

    /** Closed accounts of controlled places. */
    public Visits visits() {
        return visits;
    }
}
