package org.ulicarro.core.signal.fixed;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.Control;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.SignalSystem;

/** A fixed plan that rests between its changes shows, and keeps, what one that is asked in every tick does. */
class RestTest {

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 5, 10})
    void restingChangesNothing(int ticksPerStep) throws IOException {
        SignalSystem signals = new Crossroads().model().signals();
        int groups = signals.groups().size();
        Aspects rested = new Aspects(groups);
        Control control = new Control(signals, rested);
        Aspects asked = new Aspects(groups);
        Controller controller = signals.controllerAt(signals.places().get(0), ControlWatch.NONE);
        int start = 27_000 * 10 + 3;
        for (int tick = start; tick < start + 40_000; tick += ticksPerStep) {
            control.advance(tick, tick + ticksPerStep, DetectorBoard.NONE);
            for (int t = tick; t < tick + ticksPerStep; t++) {
                controller.advance(t, DetectorBoard.NONE, asked);
            }
            for (int g = 0; g < groups; g++) {
                assertThat(rested.of(g)).as("group " + g + " at " + tick).isEqualTo(asked.of(g));
                assertThat(rested.since(g)).isEqualTo(asked.since(g));
            }
            if (tick % 997 == 0) {
                assertThat(beginning(control.parts().get(0), bytes(controller).length))
                        .as("the saved state at " + tick)
                        .isEqualTo(bytes(controller));
            }
        }
    }

    private static byte[] bytes(Stateful part) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        part.save(new DataOutputStream(out));
        return out.toByteArray();
    }

    /** The state of the controller stands first in that of its place. */
    private static byte[] beginning(Stateful place, int length) throws IOException {
        return java.util.Arrays.copyOf(bytes(place), length);
    }
}
