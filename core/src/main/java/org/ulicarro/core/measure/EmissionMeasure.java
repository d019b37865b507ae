package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Adds up fuel and emissions from how vehicles drive, looked at once a second. Half of the cars run on petrol, half on diesel; inside a
 * place the road is taken for level.
 */
final class EmissionMeasure implements Measure<EmissionRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(EmissionRow.class, at -> at.shared(EmissionMeasure.class, EmissionMeasure::new));
        }
    }

    private static final int CARS = 0;
    private static final int TRUCKS = 1;
    private static final int BUSES = 2;
    private static final int CLASSES = 3;
    private static final String[] NAMES = {"cars", "trucks", "buses"};

    private static final int FUEL = 0; // l
    private static final int CO2 = 1; // g, as the others
    private static final int NOX = 2;
    private static final int PM = 3;
    private static final int VOC = 4;
    private static final int SUMS = 5;

    private final Intervals intervals;
    private final List<String> places;
    private final int[] placeOf; // lane -> place
    private final double[] grade; // lane -> uphill, as a share
    private final double[] sums; // (place, class, what)
    private double[] fuelOf = {}; // vehicle -> l so far
    private double[] co2Of = {}; // vehicle -> g so far

    EmissionMeasure(Fitting at) {
        Network network = at.network();
        intervals = at.intervals();
        places = List.copyOf(network.junctions().keySet());
        placeOf = new int[network.lanes().size()];
        grade = new double[placeOf.length];
        for (var lane : network.lanes()) {
            if (lane.link() >= 0) {
                grade[lane.index()] = network.links().get(lane.link()).grade();
                placeOf[lane.index()] =
                        places.indexOf(network.links().get(lane.link()).to());
            }
        }
        for (var movement : network.movements()) {
            for (var path : movement.paths()) {
                placeOf[path.lane()] = places.indexOf(movement.place());
            }
        }
        sums = new double[places.size() * CLASSES * SUMS];
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (intervals.slice(view.secondEnded()) < 0) {
            return;
        }
        FleetView rows = view.rows();
        if (fuelOf.length == 0) {
            fuelOf = new double[view.departures().size()];
            co2Of = new double[fuelOf.length];
        }
        for (int row = 0; row < rows.count(); row++) {
            int vehicle = rows.vehicle(row);
            int place = vehicle < 0 ? -1 : placeOf[rows.lane(row)];
            if (place >= 0) {
                // who stands presses the brake: that moves nothing
                double a = rows.stands(row) ? 0 : rows.acceleration(row);
                VehicleType type = view.departures().kind(vehicle).base();
                add(vehicle, place, type, rows.speed(row), a, grade[rows.lane(row)]);
            }
        }
    }

    private void add(int vehicle, int place, VehicleType type, double v, double a, double grade) {
        switch (type) {
            case CAR -> {
                add(vehicle, place, CARS, Exhaust.PETROL_CAR, 0.5 * Exhaust.PETROL_CAR.fuel(v, a, grade));
                add(vehicle, place, CARS, Exhaust.DIESEL_CAR, 0.5 * Exhaust.DIESEL_CAR.fuel(v, a, grade));
            }
            case VAN -> add(vehicle, place, CARS, Exhaust.VAN, Exhaust.VAN.fuel(v, a, grade));
            case MOTORCYCLE -> add(vehicle, place, CARS, Exhaust.MOTORCYCLE, Exhaust.MOTORCYCLE.fuel(v, a, grade));
            case TRUCK -> add(vehicle, place, TRUCKS, Exhaust.TRUCK, Exhaust.TRUCK.fuel(v, a, grade));
            case ARTICULATED -> add(vehicle, place, TRUCKS, Exhaust.ARTICULATED, Exhaust.ARTICULATED.fuel(v, a, grade));
            case BUS -> add(vehicle, place, BUSES, Exhaust.BUS, Exhaust.BUS.fuel(v, a, grade));
            case TRAM, BICYCLE -> {
                // nothing where they drive
            }
        }
    }

    /** Books what was burnt in a second (mL). */
    private void add(int vehicle, int place, int kind, Exhaust exhaust, double fuel) {
        int at = (place * CLASSES + kind) * SUMS;
        sums[at + FUEL] += fuel / 1000;
        sums[at + CO2] += exhaust.co2(fuel);
        fuelOf[vehicle] += fuel / 1000;
        co2Of[vehicle] += exhaust.co2(fuel);
        sums[at + NOX] += exhaust.nox(fuel);
        sums[at + PM] += exhaust.pm(fuel);
        sums[at + VOC] += exhaust.voc(fuel);
    }

    /** What a vehicle has burnt so far (l). */
    double fuel(int vehicle) {
        return vehicle < fuelOf.length ? fuelOf[vehicle] : 0;
    }

    /** What it has let out so far (g). */
    double co2(int vehicle) {
        return vehicle < co2Of.length ? co2Of[vehicle] : 0;
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // all has been added
    }

    /** Place by place, vehicles together; then the network by class and together. */
    @Override
    public List<EmissionRow> rows(TrafficView end) {
        List<EmissionRow> rows = new ArrayList<>();
        double[] all = new double[SUMS];
        double[][] byClass = new double[CLASSES][SUMS];
        for (int p = 0; p < places.size(); p++) {
            double[] here = new double[SUMS];
            for (int c = 0; c < CLASSES; c++) {
                for (int s = 0; s < SUMS; s++) {
                    double one = sums[(p * CLASSES + c) * SUMS + s];
                    here[s] += one;
                    byClass[c][s] += one;
                    all[s] += one;
                }
            }
            if (here[CO2] > 0) {
                rows.add(row(places.get(p), MovementRow.ALL, here));
            }
        }
        for (int c = 0; c < CLASSES; c++) {
            rows.add(row(MovementRow.ALL, NAMES[c], byClass[c]));
        }
        rows.add(row(MovementRow.ALL, MovementRow.ALL, all));
        return rows;
    }

    private static EmissionRow row(String place, String vehicles, double[] s) {
        return new EmissionRow(place, vehicles, s[FUEL], s[CO2] / 1000, s[NOX], s[PM], s[VOC]);
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, sums, sums.length);
        out.writeInt(fuelOf.length);
        SavedArrays.write(out, fuelOf, fuelOf.length);
        SavedArrays.write(out, co2Of, co2Of.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, sums);
        fuelOf = new double[in.readInt()];
        co2Of = new double[fuelOf.length];
        SavedArrays.read(in, fuelOf);
        SavedArrays.read(in, co2Of);
    }
}
