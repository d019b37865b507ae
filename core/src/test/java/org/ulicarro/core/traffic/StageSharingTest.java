package org.ulicarro.core.traffic;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.RoadClass;
import org.ulicarro.core.study.VehicleType;

/** How many threads work on a step, and whether its state was saved on the way, changes nothing. */
class StageSharingTest {

    private static final int START = (int) (Street.START - 60) * 10;

    /** A long motorway, so that there are enough vehicles for several threads to be worth it. */
    private static Model model() {
        Street street = new Street();
        street.length = 40_000;
        street.perHour = 8000;
        street.speed = 110 / 3.6;
        street.roadClass = RoadClass.MOTORWAY;
        street.first = org.ulicarro.core.study.Direction.of(4);
        street.second = org.ulicarro.core.study.Direction.of(3);
        street.mix = Map.of(VehicleType.CAR, 0.85, VehicleType.TRUCK, 0.15);
        street.seconds = 1500;
        return street.model();
    }

    private static Traffic traffic(Model model, int threads) {
        return new Traffic(
                model.study(),
                model.table(),
                model.demand().departures(1),
                model.demand().walks(1),
                START,
                threads);
    }

    private static byte[] state(Traffic traffic) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        traffic.save(new DataOutputStream(out));
        return out.toByteArray();
    }

    @Test
    void theNumberOfThreadsChangesNothing() throws IOException {
        Model model = model();
        try (Traffic one = traffic(model, 1);
                Traffic several = traffic(model, 3)) {
            int most = 0;
            for (int i = 0; i < 5400; i++) {
                one.step();
                several.step();
                most = Math.max(most, one.view().onRoad());
                if (i % 900 == 0) {
                    assertThat(state(several)).as("after step " + i).isEqualTo(state(one));
                    several.checkConservation();
                }
            }
            assertThat(most).as("enough to be shared").isGreaterThan(2000);
            assertThat(state(several)).isEqualTo(state(one));
        }
    }

    @Test
    void aSavedStateGoesOnAsIfNothingHadHappened() throws IOException {
        Model model = model();
        try (Traffic whole = traffic(model, 1);
                Traffic restored = traffic(model, 2)) {
            for (int i = 0; i < 2000; i++) {
                whole.step();
            }
            restored.restore(new DataInputStream(new ByteArrayInputStream(state(whole))));
            for (int i = 0; i < 1500; i++) {
                whole.step();
                restored.step();
            }
            assertThat(state(restored)).isEqualTo(state(whole));
        }
    }
}
