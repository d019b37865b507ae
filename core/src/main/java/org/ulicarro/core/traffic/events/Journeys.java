package org.ulicarro.core.traffic.events;

import java.util.Arrays;

/** Whole journeys: one entry for each vehicle that reached its end, and at the end of a run for all that have not. */
public final class Journeys {

    private int[] vehicle = new int[16];
    private int[] finished = new int[16];
    private double[] seconds = new double[16];
    private double[] delay = new double[16];
    private double[] metres = new double[16];
    private int count;

    void clear() {
        count = 0;
    }

    /**
     * Adds a journey.
     *
     * @param seconds since it wanted to come in (s)
     * @param lost of them, beyond what it needs alone (s)
     * @param driven how far (m)
     * @param complete whether it has arrived
     */
    public void add(int who, double seconds, double lost, double driven, boolean complete) {
        if (count == vehicle.length) {
            vehicle = Arrays.copyOf(vehicle, count * 2);
            finished = Arrays.copyOf(finished, count * 2);
            this.seconds = Arrays.copyOf(this.seconds, count * 2);
            delay = Arrays.copyOf(delay, count * 2);
            metres = Arrays.copyOf(metres, count * 2);
        }
        vehicle[count] = who;
        finished[count] = complete ? 1 : 0;
        this.seconds[count] = seconds;
        delay[count] = lost;
        metres[count++] = driven;
    }

    public int count() {
        return count;
    }

    public int vehicle(int i) {
        return vehicle[i];
    }

    public boolean finished(int i) {
        return finished[i] == 1;
    }

    /** Since it wanted to come in (s). */
    public double seconds(int i) {
        return seconds[i];
    }

    /** Time lost for any reason, also outside (s). */
    public double delay(int i) {
        return delay[i];
    }

    /** How far it drove (m). */
    public double metres(int i) {
        return metres[i];
    }
}
