package org.ulicarro.core.network;

/**
 * By which times drivers of one turning path take gaps, on the mean.
 *
 * @param critical least headway in the stream they yield to that they take (s)
 * @param inHalves the same where they cross one direction of a street, stop in its median and cross the other (s)
 * @param followUp headway at which they follow each other through one long gap (s)
 * @param heavyCritical how much longer the headway is that a heavy vehicle needs (s)
 * @param heavyFollowUp how much longer it takes to follow (s)
 */
public record GapTime(double critical, double inHalves, double followUp, double heavyCritical, double heavyFollowUp) {

    static GapTime of(double critical, double followUp) {
        return new GapTime(critical, critical, followUp, 0, 0);
    }
}
