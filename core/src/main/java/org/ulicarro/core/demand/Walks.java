package org.ulicarro.core.demand;

/**
 * Everybody who wants over a crossing in one replication, in order of time. The number of a walker is the place in this order.
 *
 * @param time of arrival at the kerb (s since midnight)
 * @param crossing number of the crossing in the network
 * @param there whether from the crossing's first kerb
 * @param speed m/s
 * @param aside from the middle of the crossing to the right of the way there, as a share of half its width, -1 to 1
 * @param complies whether they start at a signal only while it shows walk
 * @param pressesAfter how long they wait at a signal until they press its button (s)
 */
public record Walks(
        double[] time,
        int[] crossing,
        boolean[] there,
        double[] speed,
        double[] aside,
        boolean[] complies,
        double[] pressesAfter) {

    /** Nobody walks. */
    public static Walks nobody() {
        return new Walks(
                new double[0], new int[0], new boolean[0], new double[0], new double[0], new boolean[0], new double[0]);
    }

    public int size() {
        return time.length;
    }
}
