package org.ulicarro.core.study;

/**
 * One cell of a turning count.
 *
 * @param place id of the place
 * @param movement as written: a short name such as EBL, or {@code from-road>to-road}
 * @param from start of the interval (s since midnight)
 * @param to its end (s since midnight)
 * @param vehicles how many passed in the interval, not per hour
 * @param origin pointer of the cell, for messages
 */
public record Count(String place, String movement, double from, double to, double vehicles, String origin) {

    /** Behind {@code origin}: pointer of the cell that names the place. */
    public static final String PLACE = "/place";

    /** Behind {@code origin}: pointer of the cell that names the movement, in a wide table its heading. */
    public static final String MOVEMENT = "/movement";
}
