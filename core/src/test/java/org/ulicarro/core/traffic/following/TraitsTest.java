package org.ulicarro.core.traffic.following;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.Drivers;
import org.ulicarro.core.study.DriversInput;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.state.Fleet;

class TraitsTest {

    private static final int DRIVERS = 4000;

    private static Study with(Map<RoadClass, Drivers> drivers) {
        Study s = new Crossroads().study();
        return new Study(
                s.format(),
                s.title(),
                s.units(),
                s.driveOn(),
                s.periods(),
                s.step(),
                s.replications(),
                s.seed(),
                s.files(),
                drivers == null ? null : DriversInput.of(drivers),
                null,
                s.network(),
                s.demand(),
                s.signals(),
                null,
                null,
                null);
    }

    /** Draws many drivers into row 0 and takes the mean of one of their properties. */
    private static double mean(
            Study study, VehicleType type, RoadClass roadClass, java.util.function.ToDoubleFunction<Fleet> of) {
        Fleet fleet = new Fleet();
        Traits traits = new Traits(study, IntelligentDriver.rule());
        int row = fleet.take();
        double sum = 0;
        for (long key = 1; key <= DRIVERS; key++) {
            traits.draw(fleet, row, VehicleKind.of(type), roadClass, key * 7919);
            sum += of.applyAsDouble(fleet);
        }
        return sum / DRIVERS;
    }

    @Test
    void builtInDriversHaveTheirMeans() {
        Study study = with(null);
        assertThat(mean(study, VehicleType.CAR, RoadClass.URBAN, f -> f.timeGap(0)))
                .isCloseTo(1.0, within(0.01));
        assertThat(mean(study, VehicleType.CAR, RoadClass.MOTORWAY, f -> f.timeGap(0)))
                .isCloseTo(1.2, within(0.02));
        assertThat(mean(study, VehicleType.CAR, RoadClass.URBAN, f -> f.maximumAcceleration(0)))
                .isCloseTo(2.4, within(0.02));
        assertThat(mean(study, VehicleType.TRUCK, RoadClass.URBAN, f -> f.factor(0)))
                .isCloseTo(0.95, within(0.005));
        assertThat(mean(study, VehicleType.CAR, RoadClass.URBAN, f -> f.standingGap(0) + f.length(0)))
                .isCloseTo(7.3, within(0.02));
    }

    @Test
    void aStudyMayHaveItsOwnDrivers() {
        Drivers own =
                new Drivers(new Quantity(1.6, 0.1), null, new Quantity(8.0, 0), null, null, null, null, null, null);
        Study study = with(Map.of(RoadClass.URBAN, own));
        assertThat(mean(study, VehicleType.CAR, RoadClass.URBAN, f -> f.timeGap(0)))
                .isCloseTo(1.6, within(0.01));
        assertThat(mean(study, VehicleType.CAR, RoadClass.URBAN, f -> f.standingGap(0)))
                .isCloseTo(3.2, within(0.02));
        assertThat(mean(study, VehicleType.CAR, RoadClass.URBAN, f -> f.reaction(0)))
                .as("not given")
                .isCloseTo(0.9, within(0.01));
        assertThat(mean(study, VehicleType.CAR, RoadClass.MOTORWAY, f -> f.timeGap(0)))
                .as("other class")
                .isCloseTo(1.2, within(0.02));
    }

    /** One property changed in a study must not shift what the others draw. */
    @Test
    void propertiesAreDrawnApart() {
        Fleet a = new Fleet();
        Fleet b = new Fleet();
        a.take();
        b.take();
        new Traits(with(null), IntelligentDriver.rule())
                .draw(a, 0, VehicleKind.of(VehicleType.VAN), RoadClass.URBAN, 99);
        Drivers own = new Drivers(new Quantity(2.0, 0.5), null, null, null, null, null, null, null, null);
        new Traits(with(Map.of(RoadClass.URBAN, own)), IntelligentDriver.rule())
                .draw(b, 0, VehicleKind.of(VehicleType.VAN), RoadClass.URBAN, 99);
        assertThat(b.timeGap(0)).isNotEqualTo(a.timeGap(0));
        assertThat(b.factor(0)).isEqualTo(a.factor(0));
        assertThat(b.maximumAcceleration(0)).isEqualTo(a.maximumAcceleration(0));
        assertThat(b.reaction(0)).isEqualTo(a.reaction(0));
        assertThat(b.yellowLimit(0)).isEqualTo(a.yellowLimit(0));
    }

    @Test
    void slotsAreUsedAgainAndColumnsGrow() {
        Fleet fleet = new Fleet();
        int door = fleet.take();
        int first = fleet.slot(door);
        int row = fleet.rows(1);
        fleet.move(door, row, 1);
        fleet.reaction(row, 7);
        int second = fleet.slot(fleet.take());
        assertThat(fleet.count()).isEqualTo(2);
        fleet.release(fleet.rowAt(second));
        assertThat(fleet.slot(fleet.take())).isEqualTo(second);
        for (int i = 0; i < 1000; i++) {
            fleet.take();
        }
        assertThat(fleet.capacity()).isGreaterThanOrEqualTo(1002);
        assertThat(fleet.rowAt(first)).isEqualTo(row);
        assertThat(fleet.reaction(row)).as("kept while growing").isEqualTo(7);
        assertThat(fleet.count()).isEqualTo(1002);
    }
}
