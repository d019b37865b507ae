package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * What a detector tells an actuated controller.
 *
 * @param detector id of the detector
 * @param calls phases that it calls
 * @param extend phases whose green it extends
 * @param delay a call counts only after so long (s)
 * @param stretch a vehicle counts so long after it has left (s)
 * @param reports whether it tells that a vehicle is there, or only that one comes; null for the first
 * @param channel its number in recorded events; null to count
 * @param lock when a call that it makes stays after the vehicle has left; null for as the phase says
 * @param queue it extends a green only from its start until nobody is on it, and at most so long (s); null for always
 */
public record SignalInput(
        @Required @About("The detector: market.eb.") String detector,

        @About("Phases that it calls: [2].") List<String> calls,

        @Key("extends") @About("Phases whose green it extends: [2].")
        List<String> extend,

        @Usual("0 s")
        @Unit(Dimension.TIME)
        @About("A call counts only after so long on the detector while its phase has no green.")
        double delay,

        @Usual("0 s") @Unit(Dimension.TIME) @About("A vehicle counts so long after it has left.")
        double stretch,

        @About("presence tells for as long as a vehicle is there; passage only when one comes.")
        Reports reports,

        @About("Its number in events that a controller recorded; counted where none is written.")
        Integer channel,

        @About(
                "Whether its calls stay when the vehicle has left: made in red, or in yellow and red; as the phase has it where none is written.")
        Lock lock,

        @Unit(Dimension.TIME)
        @About(
                "It extends a green only until its queue has gone, the first time that nobody is on it, and at most so long.")
        Double queue) {

    public enum Lock {
        NONE,
        RED,
        YELLOW
    }

    public enum Reports {
        PRESENCE,
        PASSAGE
    }

    public SignalInput {
        calls = calls == null ? List.of() : List.copyOf(calls);
        extend = extend == null ? List.of() : List.copyOf(extend);
    }
}
