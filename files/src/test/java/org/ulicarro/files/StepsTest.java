package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import org.assertj.core.data.Percentage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/** What a run tells must not depend on how long its steps are: every table of one sample at every allowed step. */
class StepsTest {

    @TempDir
    private Path temp;

    private ReplicationResult at(int tenths) throws IOException, StudyProblem {
        Path study = temp.resolve("step" + tenths);
        Samples.write("market", study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file, Files.readString(file).replaceFirst("(?m)^step: \\S+ s", "step: " + tenths / 10.0 + " s"));
        // its left turns are at capacity with all of the demand: there a little less discharge makes much longer queues
        Path demand = study.resolve("demand.yaml");
        Files.writeString(demand, Files.readString(demand).replaceFirst("(?m)^demand:$", "demand:\n  growth: -10 %"));
        return new Replication(StudyFolder.read(study, List.of()).compile(null).model(), 1).result();
    }

    private static <T> double sum(List<T> rows, ToDoubleFunction<T> figure) {
        return rows.stream().mapToDouble(figure).filter(x -> !Double.isNaN(x)).sum();
    }

    /** Figures that add up over the network, and so hardly depend on chance; by name. */
    private static Map<String, Double> figures(ReplicationResult r) {
        List<LinkRow> links = r.rows(LinkRow.class).stream()
                .filter(l -> l.toS() - l.fromS() > 3000)
                .toList();
        List<MovementRow> movements = r.rows(MovementRow.class).stream()
                .filter(m -> m.toS() - m.fromS() > 3000 && !m.movement().equals(MovementRow.ALL))
                .toList();
        EmissionRow all =
                r.rows(EmissionRow.class).get(r.rows(EmissionRow.class).size() - 1);
        Map<String, Double> figures = new TreeMap<>();
        figures.put("fuel", all.fuelL());
        figures.put("link volumes", sum(links, LinkRow::vehicles));
        figures.put("link distance", sum(links, LinkRow::distanceM));
        figures.put("link time", sum(links, LinkRow::timeS));
        figures.put("vehicles on links", sum(links, LinkRow::onMean));
        figures.put(
                "queued on links", sum(links, l -> Double.isNaN(l.queuedShare()) ? 0 : l.queuedShare() * l.timeS()));
        figures.put("passed", sum(movements, MovementRow::vehicles));
        figures.put("control delay", sum(movements, m -> m.controlDelayS() * m.demand()));
        figures.put("stops", sum(movements, m -> m.stops() * m.demand()));
        figures.put("mean queues", sum(movements, MovementRow::queueMeanM));
        figures.put("longest queues", sum(movements, MovementRow::queueMaxM));
        figures.put("back of queue", sum(r.rows(LaneCycle.class), c -> c.backOfQueueM()));
        figures.put("cycles", (double) r.rows(LaneCycle.class).size());
        figures.put("people", sum(r.rows(CrossingRow.class), c -> c.delayS() * c.walkers()));
        figures.put("journeys", r.rows(TotalRow.class).get(0).travelTimeS());
        figures.put("saturation", mean(r.rows(LaneRow.class).stream().map(LaneRow::saturationPcuh)));
        figures.put("v/c", mean(r.rows(LaneRow.class).stream().map(LaneRow::vc)));
        figures.put("greens", sum(r.rows(SignalRow.class), s -> s.greens() * s.greenS()));
        return figures;
    }

    private static double mean(Stream<Double> figures) {
        return figures.filter(x -> !Double.isNaN(x))
                .mapToDouble(x -> x)
                .average()
                .orElse(Double.NaN);
    }

    @Test
    void everyTableAtEveryStep() throws IOException, StudyProblem {
        Map<String, Double> usual = figures(at(2));
        for (int tenths : new int[] {1, 3, 4, 5, 6, 7, 8, 9, 10}) {
            Map<String, Double> here = figures(at(tenths));
            // above 0.5 s drivers react late, as 'check' says: what vehicles do differs, but all of it is counted
            double most = tenths > 5 ? 20 : 8;
            usual.forEach((name, value) -> assertThat(here.get(name))
                    .as("%s at %.1f s", name, tenths / 10.0)
                    .isCloseTo(value, Percentage.withPercentage(most)));
        }
    }
}
