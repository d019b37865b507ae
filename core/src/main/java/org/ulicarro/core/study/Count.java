package org.ulicarro.core.study;

/**
 * One cell of a turning count.
 *
 * @param place id of the place
 * @param movement as written: a short name such as EBL, or {@code from-road>to-road}
 * @param from start of the interval (s since midnight)
 * @param to its end (s since midnight)
 * @param vehicles how many passed in the interval, not per hour
 * @param queueStart how many stood in the queue when the interval began
 * @param queueEnd how many stood in it at the end: they wanted to pass, and were not counted
 * @param type what was counted; null for vehicles of all types
 * @param origin pointer of the cell, for messages
 */
public record Count(
        String place,
        String movement,
        double from,
        double to,
        double vehicles,
        double queueStart,
        double queueEnd,
        String type,
        String origin) {

    /** Of vehicles of all types, without queues. */
    public Count(String place, String movement, double from, double to, double vehicles, String origin) {
        this(place, movement, from, to, vehicles, 0, 0, null, origin);
    }

    /** How many wanted to pass in the interval. */
    public double wanted() {
        return Math.max(0, vehicles + queueEnd - queueStart);
    }

    /** The same for a part of the interval, or more or fewer of them. */
    public Count with(double start, double end, double share) {
        return new Count(place, movement, start, end, wanted() * share, 0, 0, type, origin);
    }

    /** Behind {@code origin}: pointer of the cell that names the place. */
    public static final String PLACE = "/place";

    /** Behind {@code origin}: pointer of the cell that names the movement, in a wide table its heading. */
    public static final String MOVEMENT = "/movement";
}
