package org.ulicarro.core.demand;

import java.util.List;
import org.ulicarro.core.study.VehicleKind;

/** Everybody who wants to travel in one replication, by number in the order of time: to look at, not to change. */
public final class DeparturesView {

    private final Departures all;

    public DeparturesView(Departures all) {
        this.all = all;
    }

    public int size() {
        return all.size();
    }

    /** When a vehicle wants to enter (s since midnight). */
    public double time(int vehicle) {
        return all.time()[vehicle];
    }

    /** Index of the link on which it enters. */
    public int entry(int vehicle) {
        return all.entry()[vehicle];
    }

    public VehicleKind kind(int vehicle) {
        return all.kind()[vehicle];
    }

    /** Where its own draws come from: how it drives. */
    public long key(int vehicle) {
        return all.key()[vehicle];
    }

    /** Place of its service in {@link #lines}, or -1. */
    public int line(int vehicle) {
        return all.line()[vehicle];
    }

    /** The services that run. */
    public List<ServiceLine> lines() {
        return all.lines();
    }

    /** The movements on its way, as drawn. */
    public int[] way(int vehicle) {
        return all.way(vehicle).clone();
    }

    /** How many movements are on it. */
    public int movements(int vehicle) {
        return all.way(vehicle).length;
    }

    /** One of them, from 0. */
    public int movement(int vehicle, int number) {
        return all.way(vehicle)[number];
    }

    /** Vehicles that take another way round closed roads. */
    public int detoured() {
        return all.detoured();
    }

    /** Vehicles that have no way: they drive on roads closed to them, or wait before a closure. */
    public int noWay() {
        return all.noWay();
    }
}
