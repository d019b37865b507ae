package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.study.VehicleType;

/** Whole journeys add up, type by type and with what was measured movement by movement. */
class TotalsTest {

    @Test
    void typesAddUpToAll() {
        Crossroads scene = new Crossroads();
        scene.volumes(300, 300, 150, 150);
        scene.mix = Map.of(VehicleType.CAR, 0.8, VehicleType.TRUCK, 0.2);
        Model model = scene.model();
        ReplicationResult result = new Replication(model, 1).result();
        List<TotalRow> rows = result.rows(TotalRow.class);
        assertThat(rows.get(0).type()).isEqualTo(TotalRow.ALL);
        TotalRow all = rows.get(0);
        List<TotalRow> types = rows.subList(1, rows.size());
        assertThat(types).extracting(TotalRow::type).containsExactly("car", "truck");
        assertThat(types.stream().mapToInt(TotalRow::vehicles).sum()).isEqualTo(all.vehicles());
        assertThat(types.stream().mapToDouble(TotalRow::delayS).sum()).isCloseTo(all.delayS(), within(1e-6));
        assertThat(all.peopleDelayS())
                .isCloseTo(1.3 * types.get(0).delayS() + 1.1 * types.get(1).delayS(), within(1e-6));
        Departures departures = model.demand().departures(1);
        long inPeriod = Arrays.stream(departures.time())
                .filter(t -> t >= scene.from && t < scene.from + 3600)
                .count();
        assertThat(all.vehicles()).isEqualTo((int) inPeriod);
        // two legs of 400 m less the junction, and the way across it
        assertThat(all.distanceM() / all.vehicles()).isBetween(770.0, 830.0);
        double control = result.rows(MovementRow.class).stream()
                .filter(r ->
                        r.movement().equals(MovementRow.ALL) && r.approach().equals(MovementRow.ALL))
                .reduce((first, last) -> last)
                .orElseThrow()
                .controlDelayS();
        assertThat(all.delayS() / all.vehicles())
                .as("delay of the whole way is that at the signal, and a little following each other")
                .isBetween(0.95 * control, control + 8);
    }
}
