package org.ulicarro.core.study;

import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * A meter that lets vehicles go one by one. Rates are of all its lanes together.
 *
 * @param rate vehicles a second; null where {@code rates} or {@code feedback} say it
 * @param rates rate by the time of day at which it begins (veh/s)
 * @param from time of day from which it meters (s since midnight); null for all day
 * @param to time of day at which it ends (s since midnight); null for all day
 * @param perGreen vehicles let go on one green of a lane
 * @param release whether lanes take turns or go together
 * @param yellow after green (s)
 * @param limits least and greatest rate that feedback and queue override come to (veh/s)
 * @param feedback rate by the occupancy of the main road; null for none
 * @param queueOverride when the queue on the ramp makes it let go as many as it may; null for never
 */
public record MeterInput(
        @Unit(Dimension.FLOW) @About("How many it lets go, all lanes together: 600 veh/h.")
        Double rate,

        @KeyForm(KeyForm.TIME)
        @Unit(Dimension.FLOW)
        @About("Rates by the time of day at which they begin: {\"06:30\": 600 veh/h, \"08:00\": 480 veh/h}.")
        Map<String, Double> rates,

        @DayTime @About("It meters from this time of day; before, everybody goes.")
        Double from,

        @DayTime @About("It meters up to this time of day; then everybody goes.")
        Double to,

        @Usual("1") @About("Vehicles let go on one green of a lane.")
        int perGreen,

        @Usual("alternate") @About("Whether its lanes take turns (alternate) or go together.")
        Release release,

        @Usual("1 s") @Unit(Dimension.TIME) @About("Yellow after green.")
        double yellow,

        @Unit(Dimension.FLOW)
        @About("Least and greatest rate that feedback and override come to: [240 veh/h, 900 veh/h].")
        List<Double> limits,

        @About("Rate by the occupancy of the main road.") Feedback feedback,

        @About("When the ramp's queue is too long, it lets go as many as it may.")
        QueueOverride queueOverride) {

    public enum Release {
        ALTERNATE,
        TOGETHER
    }

    public MeterInput {
        rates = InOrder.map(rates);
        limits = limits == null ? List.of() : List.copyOf(limits);
    }

    /**
     * A new rate every interval: the last one plus {@code gain} for each percentage point by which the occupancy is below its target.
     *
     * @param from detectors of the main road behind the merge, one in each lane
     * @param target occupancy to hold
     * @param gain by how much a percentage point changes the rate (veh/s)
     * @param every interval (s)
     */
    public record Feedback(
            @Required @About("Detectors of the main road behind the merge: [m2-1, m2-2].")
            List<String> from,

            @Required @Unit(Dimension.SHARE) @About("Occupancy to hold, a little below that of capacity: 22 %.")
            double target,

            @Usual("70 veh/h")
            @Unit(Dimension.FLOW)
            @About("By how much each percentage point of occupancy changes the rate.")
            double gain,

            @Usual("30 s") @Unit(Dimension.TIME) @About("How often the rate is set anew.")
            double every) {

        public Feedback {
            from = from == null ? List.of() : List.copyOf(from);
        }
    }

    /**
     * Lets go as many as it may while the queue is long.
     *
     * @param from detectors where the queue must not come to
     * @param occupancy of any of them over an interval, above which it is long
     */
    public record QueueOverride(
            @Required @About("Detectors on the ramp where the queue must not come to: [ramp-back].")
            List<String> from,

            @Usual("40 %")
            @Unit(Dimension.SHARE)
            @About("Occupancy of any of them above which it lets go as many as it may.")
            double occupancy) {

        public QueueOverride {
            from = from == null ? List.of() : List.copyOf(from);
        }
    }
}
