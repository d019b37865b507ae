package org.ulicarro.core.tracks;

import java.util.List;

/**
 * What happened between two ticks.
 *
 * @param start first tick
 * @param end last tick
 * @param newcomers vehicles that no earlier block has told of
 * @param aspects group to the ordinal of its aspect at the start
 * @param changes of aspects, in order of time
 * @param outside lanes on which vehicles come in, with how many wait there over time
 * @param sums what movements have cost
 * @param walks of people on crossings
 * @param legs of vehicles
 */
public record TrackBlock(
        int start,
        int end,
        List<Newcomer> newcomers,
        int[] aspects,
        List<AspectChange> changes,
        List<Outside> outside,
        List<Sum> sums,
        List<Walk> walks,
        List<Leg> legs) {

    /**
     * A vehicle.
     *
     * @param id number among the departures
     * @param type ordinal of its VehicleType
     * @param length m
     * @param factor its desired speed as a share of the limit
     * @param wanted s since midnight when it wanted to come in
     * @param entry index of the link on which it comes in
     * @param way its movements in order
     */
    public record Newcomer(int id, int type, double length, double factor, double wanted, int entry, int[] way) {}

    /** A group shows another aspect from a tick on. */
    public record AspectChange(int tick, int group, int aspect) {}

    /** How many vehicles wait outside a lane from a tick on. */
    public record Outside(int tick, int lane, int vehicles) {}

    /**
     * What one movement did in this block.
     *
     * @param passed vehicles that passed its line
     * @param accounts vehicles whose control delay became known
     * @param delay sum of that (s)
     */
    public record Sum(int movement, int passed, int accounts, double delay) {}

    /** What a group shows at a tick. */
    public int aspect(int group, double tick) {
        int shown = aspects[group];
        for (AspectChange change : changes) {
            if (change.tick() > tick) {
                break;
            }
            if (change.group() == group) {
                shown = change.aspect();
            }
        }
        return shown;
    }

    /** How many vehicles wait outside a lane at a tick. */
    public int outside(int lane, double tick) {
        int waiting = 0;
        for (Outside one : outside) {
            if (one.lane() == lane && one.tick() <= tick) {
                waiting = one.vehicles();
            }
        }
        return waiting;
    }
}
