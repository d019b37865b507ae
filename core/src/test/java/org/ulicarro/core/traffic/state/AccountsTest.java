package org.ulicarro.core.traffic.state;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.traffic.lanes.LaneTable;

/** Delay and stops of one car that wants 15 m/s, second by second, against sums made on paper. */
class AccountsTest {

    private static final double WANTED = 15; // m/s
    private static final int PLACE = 3;

    private final Fleet fleet = new Fleet();
    private final Ledger ledger = new Ledger(fleet);
    private final Accounts accounts = new Accounts(org.ulicarro.core.study.DriverNumbers.USUAL, fleet, ledger, 1);
    private int car;

    @BeforeEach
    void aCarAtItsSpeed() {
        car = fleet.take();
        fleet.speed(car, WANTED);
        fleet.desiredSpeed(car, WANTED);
        fleet.slowTo(car, WANTED);
        fleet.maximumAcceleration(car, 1);
        ledger.open(car, 0, 0, WANTED, WANTED, 0, PLACE);
    }

    /** The speeds at the end of each second; between them the acceleration is even. */
    private void drive(double... speeds) {
        for (double after : speeds) {
            accounts.keep(car, ledger.heldBy(car), fleet.pos(car), (fleet.speed(car) + after) / 2, after);
            fleet.speed(car, after);
        }
    }

    @Test
    void whoKeepsItsSpeedLosesNothing() {
        drive(15, 15, 15);
        assertThat(ledger.delay(car)).isCloseTo(0, within(1e-12));
        assertThat(ledger.stops(car)).isZero();
    }

    /** Braking over 37.5 m in 5 s costs 2.5 s, ten seconds of standing cost ten, and picking up costs what braking did. */
    @Test
    void aStopCostsItsStandingAndHalfOfBrakingAndPickingUp() {
        ledger.heldBy(car, PLACE);
        drive(12, 9, 6, 3, 0);
        assertThat(ledger.control(car)).isCloseTo(2.5, within(1e-12));
        drive(0, 0, 0, 0, 0, 0, 0, 0, 0, 0);
        drive(3, 6, 9, 12, 15);
        assertThat(ledger.control(car)).isCloseTo(15, within(1e-12));
        assertThat(ledger.delay(car)).isCloseTo(15, within(1e-12));
        assertThat(ledger.stopped(car))
                .as("ten seconds of standing, and what the last one of braking costs")
                .isCloseTo(10.9, within(1e-12));
        assertThat(ledger.stops(car)).isEqualTo(1);
    }

    /** What is lost before the first braking for the control is delay, and no control delay. */
    @Test
    void controlDelayBeginsWithTheControl() {
        drive(10, 10, 10, 10, 10, 10);
        double before = 6 - 62.5 / 15;
        assertThat(ledger.delay(car)).isCloseTo(before, within(1e-12));
        assertThat(ledger.control(car)).isZero();
        ledger.heldBy(car, PLACE);
        drive(10, 10, 10);
        assertThat(ledger.control(car)).isCloseTo(1, within(1e-12));
        assertThat(ledger.delay(car)).isCloseTo(before + 1, within(1e-12));
    }

    /** 8 km/h are 2.22 m/s, 24 are 6.67: creeping forward in a queue is no second stop. */
    @Test
    void aStopIsArmedAgainAbove24() {
        ledger.heldBy(car, PLACE);
        drive(2.3, 2.2);
        assertThat(ledger.stops(car)).isEqualTo(1);
        drive(6.6, 2.2, 6.6, 0, 6.6);
        assertThat(ledger.stops(car)).as("never above 24 km/h since").isEqualTo(1);
        drive(6.7, 2.3);
        assertThat(ledger.stops(car)).as("not below 8 km/h yet").isEqualTo(1);
        drive(2.2);
        assertThat(ledger.stops(car)).isEqualTo(2);
    }

    /** In a curve that nobody takes faster than 5 m/s, a car at 5 m/s loses no time to others: the curve costs 1 - 5/15 s each second. */
    @Test
    void aCurveCostsGeometricDelayAlone() {
        fleet.speed(car, 5);
        fleet.desiredSpeed(car, 5);
        fleet.slowTo(car, 5);
        ledger.aloneSquared(car, 25);
        drive(5, 5, 5);
        assertThat(ledger.delay(car)).isCloseTo(0, within(1e-12));
        assertThat(ledger.geometric(car)).isCloseTo(2, within(1e-12));
        drive(2.5, 2.5);
        assertThat(ledger.delay(car)).as("6.25 m at 5 m/s take 1.25 s, not 2").isCloseTo(0.75, within(1e-12));
    }

    /** Passengers get on and off: what a bus does at its stop is no delay. */
    @Test
    void timeAtAStopOfTheLineIsNoDelay() {
        fleet.mark(car, Fleet.CALLS);
        fleet.dwell(car, 20);
        drive(0, 0, 0);
        assertThat(ledger.delay(car)).isZero();
        assertThat(ledger.stops(car)).isZero();
        fleet.dwell(car, Float.NaN);
        drive(0);
        assertThat(ledger.delay(car)).isEqualTo(1);
    }

    /** In a queue that reaches back from the place after the next, what it loses is kept for that one. */
    @Test
    void whatAFartherPlaceCostsIsBookedThere() {
        FartherAccounts farther = new FartherAccounts(ledger);
        ledger.heldBy(car, PLACE);
        drive(5, 0, 0);
        double here = ledger.control(car);
        ledger.heldBy(car, PLACE + 1);
        drive(0, 0, 0, 0);
        farther.keep(car);
        ledger.heldBy(car, PLACE + 2);
        drive(0);
        farther.keep(car);
        assertThat(ledger.control(car)).isEqualTo(here);
        ledger.begin(car, 1, PLACE + 1);
        farther.take(car);
        assertThat(ledger.control(car)).isEqualTo(4);
        assertThat(ledger.stopped(car)).isEqualTo(4);
        ledger.begin(car, 2, PLACE + 2);
        farther.take(car);
        assertThat(ledger.control(car)).isEqualTo(1);
        assertThat(farther.first(car)).isEqualTo(LaneTable.NOBODY);
    }
}
