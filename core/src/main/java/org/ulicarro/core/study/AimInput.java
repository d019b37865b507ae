package org.ulicarro.core.study;

import java.util.LinkedHashMap;
import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * What signal timing is for: what each measure is worth, in seconds of delay a journey, so that weights can be discussed.
 *
 * <p>What is left out weighs nothing.
 *
 * @param delay weight of the delay of a journey, outside and inside
 * @param stops seconds of delay that a stop is worth
 * @param arrivalsOnRed seconds that an arrival on red is worth
 * @param queuePastBay seconds that it is worth that the queue of one bay stands beyond its beginning all the time
 * @param peopleDelay weight of the delay of a person, on board or on foot
 * @param co2 seconds that a kilogram of carbon dioxide a journey is worth (s/kg)
 */
public record AimInput(
        @About("Weight of the delay of a journey, outside and inside.")
        Double delay,

        @Unit(Dimension.TIME) @About("What a stop is worth.")
        Double stops,

        @Unit(Dimension.TIME) @About("What an arrival on red is worth.")
        Double arrivalsOnRed,

        @Unit(Dimension.TIME)
        @About("What it is worth that the queue of a bay stands beyond its beginning all the time.")
        Double queuePastBay,

        @About("Weight of the delay of a person, on board or on foot.")
        Double peopleDelay,

        @Unit(Dimension.TIME_PER_MASS) @About("What carbon dioxide is worth.")
        Double co2) {

    public AimInput {
        delay = or(delay);
        stops = or(stops);
        arrivalsOnRed = or(arrivalsOnRed);
        queuePastBay = or(queuePastBay);
        peopleDelay = or(peopleDelay);
        co2 = or(co2);
    }

    private static double or(Double weight) {
        return weight == null ? 0 : weight;
    }

    /** The one that counts where none is named. */
    public static final String USUAL = "balanced";

    /** Aims that every study has, unless it writes others of the same names. */
    public static Map<String, AimInput> builtIn() {
        Map<String, AimInput> all = new LinkedHashMap<>();
        all.put("balanced", of(1, 8, 30, 0, 0));
        all.put("delay", of(1, 0, 0, 0, 0));
        all.put("people", of(0, 0, 0, 1, 0));
        all.put("climate", of(0.5, 0, 0, 0, 40));
        return all;
    }

    private static AimInput of(double delay, double stops, double queuePastBay, double peopleDelay, double co2) {
        return new AimInput(delay, stops, 0.0, queuePastBay, peopleDelay, co2);
    }

    /** Whether it wants anything. */
    boolean wantsSomething() {
        return delay + stops + arrivalsOnRed + queuePastBay + peopleDelay + co2 > 0;
    }

    /** Whether no weight is below nothing. */
    boolean isSound() {
        return delay >= 0 && stops >= 0 && arrivalsOnRed >= 0 && queuePastBay >= 0 && peopleDelay >= 0 && co2 >= 0;
    }
}
