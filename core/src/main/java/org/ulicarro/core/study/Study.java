package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.base.Wording;

/** A whole study: everything the files of its folder say, joined into one tree. */
@About("A Ulicarro study: network, demand and signals, and how they are run.")
public record Study(
        @Required @About("The version of this format: ulicarro/1.")
        Format format,

        @Required @About("What the study is about, as it stands on top of a report.")
        String title,

        @Usual("metric") @About("How results are printed; the files say their own units.")
        Units units,

        @Usual("right") @About("The side of the road people drive on.")
        DriveOn driveOn,

        @Required @About("The times of day that are studied, by name.")
        Map<String, Period> periods,

        @Usual("0.2 s") @Unit(Dimension.TIME) @About("Time step: 0.1 s to 1 s, a multiple of 0.1 s.")
        double step,

        @Usual("10") @About("How many replications a run makes unless told otherwise.")
        int replications,

        @Usual("1") @About("Replication k draws from streams derived from (seed, k).")
        long seed,

        @About("The files that belong to the study, beside study.yaml.")
        List<String> files,

        @About("Driver behaviour by class of road.") DriversInput drivers,

        @About("Properties of vehicle types that differ from the built-in ones.")
        Map<VehicleType, VehicleInput> vehicles,

        @Required @About("Places, and the roads between them.")
        NetworkInput network,

        @Required @About("Who wants to travel.") DemandInput demand,
        @About("Signal control by place.") Map<String, SignalController> signals,

        @About(
                "What was measured in the field, as tables: {travel-times: observed/times.csv, speeds: …, queues: …, saturation: …}.")
        Map<ObservedKind, String> observed,

        @About("Design values by which 'check' judges signal times.")
        DesignInput design,

        @About("What signal timing is for, in seconds a journey, by name: {calm-streets: {delay: 1, stops: 8 s}}.")
        Map<String, AimInput> aims) {

    /** The versions of the study format that can be read. */
    public enum Format implements Written {
        ULICARRO_1;

        @Override
        public String text() {
            return "ulicarro/1";
        }
    }

    /** In what people read results; inside all is SI. */
    public enum Units {
        METRIC("m", "km", "km/h", new PrintedUnit("l", 1)),
        US("ft", "mi", "mph", new PrintedUnit("gal", 3.785411784));

        private final PrintedUnit length;
        private final PrintedUnit distance;
        private final PrintedUnit speed;
        private final PrintedUnit fuel;

        Units(String length, String distance, String speed, PrintedUnit fuel) {
            this.length = PrintedUnit.of(Dimension.LENGTH, length);
            this.distance = PrintedUnit.of(Dimension.LENGTH, distance);
            this.speed = PrintedUnit.of(Dimension.SPEED, speed);
            this.fuel = fuel;
        }

        /** Of queues, lanes and whatever else is short. */
        public PrintedUnit length() {
            return length;
        }

        /** Of what is driven. */
        public PrintedUnit distance() {
            return distance;
        }

        public PrintedUnit speed() {
            return speed;
        }

        public PrintedUnit fuel() {
            return fuel;
        }

        /** How figures stand in sentences. */
        public Wording wording() {
            return this == US ? Wording.US : Wording.METRIC;
        }

        /** The unit that stands for a metric one where figures are printed, with the metric one as the inside; others stay. */
        public PrintedUnit insteadOf(String metric) {
            return switch (metric) {
                case "m" -> length;
                case "km/h" -> new PrintedUnit(speed.name(), speed.size() / METRIC.speed.size());
                case "l" -> fuel;
                default -> new PrintedUnit(metric, 1);
            };
        }
    }

    public enum DriveOn {
        RIGHT,
        LEFT
    }

    /** The same with other signal control. */
    public Study withSignals(Map<String, SignalController> others) {
        return new Study(
                format,
                title,
                units,
                driveOn,
                periods,
                step,
                replications,
                seed,
                files,
                drivers,
                vehicles,
                network,
                demand,
                others,
                observed,
                design,
                aims);
    }

    /** The same with another network. */
    public Study withNetwork(NetworkInput other) {
        return new Study(
                format,
                title,
                units,
                driveOn,
                periods,
                step,
                replications,
                seed,
                files,
                drivers,
                vehicles,
                other,
                demand,
                signals,
                observed,
                design,
                aims);
    }

    public Study {
        files = files == null ? List.of() : List.copyOf(files);
        drivers = drivers == null ? DriversInput.USUAL : drivers;
        vehicles = InOrder.map(vehicles);
        periods = InOrder.map(periods);
        signals = InOrder.map(signals);
        observed = InOrder.map(observed);
        design = design == null ? DesignInput.USUAL : design;
        aims = InOrder.map(aims);
    }
}
