package org.ulicarro.bench;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.analysis.SignalDelay;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.run.Experiment;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficEvents;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/**
 * Holds what comes out against theory and field values, and prints it. One through lane of cars at 50 km/h, 40 s green of a cycle of
 * 90 s, steps of 0.2 s: how a queue discharges, then delay by degree of saturation.
 */
public final class Fidelity {

    private static final double CYCLE = 90;
    private static final double GREEN = 40;
    private static final int POSITIONS = 16;

    private Fidelity() {}

    public static void main(String[] args) throws IOException, StudyProblem, InterruptedException {
        Discharge discharge = discharge();
        double headway = discharge.mean(5, POSITIONS);
        double saturation = 3600 / headway;
        double lost = discharge.sum(1, 4) - 4 * headway;
        double effective = GREEN - lost + discharge.yellowUsed();
        System.out.println("discharge of a queue, one through lane, cars, 50 km/h   expected          simulated");
        row("saturation flow, 5th vehicle on (veh/h)", "1805-1995", saturation);
        row("start-up lost time (s)", "1.5-2.5", lost);
        row("headway of vehicles 9-12 over 5-8", "0.92-1.08", discharge.mean(9, 12) / discharge.mean(5, 8));
        row("yellow used when saturated (s)", "1.5-2.5", discharge.yellowUsed());
        row("effective green (s)", "-", effective);
        System.out.println();
        System.out.println("v/c   demand   simulated delay (95 %)     Webster 1958   HCM d1 + d2, T = 2 h");
        for (double x : new double[] {0.5, 0.6, 0.7, 0.8, 0.9}) {
            double flow = x * saturation * effective / CYCLE;
            Statistic delay = delay(flow, 20);
            double share = effective / CYCLE;
            double manual = SignalDelay.uniform(CYCLE, share, x) + SignalDelay.incremental(x, saturation * share, 2);
            System.out.printf(
                    Locale.ROOT,
                    "%.1f   %4.0f/h   %5.1f s (%.1f-%.1f)           %5.1f s        %5.1f s%n",
                    x,
                    flow,
                    delay.mean(),
                    delay.lo(),
                    delay.hi(),
                    SignalDelay.webster(CYCLE, share, x, flow / 3600),
                    manual);
        }
    }

    private static void row(String what, String expected, double simulated) {
        System.out.printf(Locale.ROOT, "%-55s %-16s  %.2f%n", what, expected, simulated);
    }

    private static Discharge discharge() throws IOException, StudyProblem {
        Model model = oneLane(1500, 1);
        Discharge discharge = new Discharge(model);
        for (int number = 1; number <= 10; number++) {
            Replication replication = new Replication(model, number);
            replication.observe(discharge);
            replication.result();
        }
        return discharge;
    }

    private static Statistic delay(double flow, int replications)
            throws IOException, StudyProblem, InterruptedException {
        Model model = oneLane(flow, 2);
        List<ReplicationResult> results = Experiment.run(model, replications, 2, (r, share, outside) -> {});
        return Statistic.of(results.stream()
                .mapToDouble(r -> r.rows().stream()
                        .filter(row -> row.name().equals("EBT") && row.toS() - row.fromS() > 1000)
                        .findFirst()
                        .orElseThrow()
                        .controlDelayS())
                .toArray());
    }

    private static Model oneLane(double flow, int hours) throws IOException, StudyProblem {
        Path folder = Files.createTempDirectory("ulicarro-fidelity");
        String to = String.format(Locale.ROOT, "%02d:00", 8 + hours);
        Files.writeString(folder.resolve("study.yaml"), """
                format: ulicarro/1
                title: one through lane
                periods: {p: {from: "08:00", to: "%s"}}
                network:
                  places:
                    middle: {at: [0, 0], control: signal}
                    west: {at: [-700, 0]}
                    east: {at: [700, 0]}
                    south: {at: [0, -700]}
                    north: {at: [0, 700]}
                  roads:
                    w: {between: [west, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}, back: {lanes: 1}}
                    e: {between: [middle, east], speed: 50 km/h, ahead: {lanes: 1}}
                    s: {between: [south, middle], speed: 50 km/h, ahead: {lanes: 1, turns: [T]}}
                    n: {between: [middle, north], speed: 50 km/h, ahead: {lanes: 1}}
                demand: {volumes: {p: counts.csv}}
                signals:
                  middle:
                    kind: fixed
                    groups: {EW: {serves: [EBT]}, NS: {serves: [NBT]}}
                    plans: {p: {cycle: 90 s, greens: {EW: [0-40], NS: [45-85]}}}
                """.formatted(to));
        Files.writeString(
                folder.resolve("counts.csv"),
                String.format(
                        Locale.ROOT,
                        "place,from,to,EBT,NBT%nmiddle,08:00,%s,%.3f,%d%n",
                        to,
                        flow * hours,
                        100 * hours));
        return StudyFolder.read(folder, List.of()).compile(null).model();
    }

    /** Headways at the line by place in the queue, over all cycles that were saturated to their end. */
    private static final class Discharge implements Observer {

        private final int movement;
        private final int group;
        private final double[] sum = new double[POSITIONS + 1];
        private final int[] count = new int[POSITIONS + 1];
        private double yellowSum;
        private int yellowCount;
        private int greenTick = -1;
        private double greenAt;
        private double last;
        private int position;

        Discharge(Model model) {
            movement = model.network().movement("middle", "EBT").movement().index();
            group = model.signals().groupOf(movement);
        }

        double mean(int from, int to) {
            return sum(from, to) / (to - from + 1);
        }

        double sum(int from, int to) {
            double total = 0;
            for (int p = from; p <= to; p++) {
                total += sum[p] / count[p];
            }
            return total;
        }

        double yellowUsed() {
            return yellowSum / yellowCount;
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            boolean green = view.aspects().of(group) == Aspect.GREEN;
            if (green && view.aspects().since(group) != greenTick) {
                if (position > POSITIONS && last > greenAt + GREEN) {
                    yellowSum += last - greenAt - GREEN;
                    yellowCount++;
                }
                greenTick = view.aspects().since(group);
                greenAt = greenTick / 10.0;
                last = greenAt;
                position = 0;
            }
            for (int i = 0; i < events.lineCount(); i++) {
                if (events.lineMovement(i) == movement && view.now() > 8.25 * 3600) {
                    position++;
                    if (position <= POSITIONS) {
                        sum[position] += events.lineAt(i) - last;
                        count[position]++;
                    }
                    last = events.lineAt(i);
                }
            }
        }

        @Override
        public void afterRun(TrafficView view, TrafficEvents events) {}

        @Override
        public void save(DataOutput out) {
            throw new UnsupportedOperationException("measures whole runs only");
        }

        @Override
        public void restore(DataInput in) {
            throw new UnsupportedOperationException("measures whole runs only");
        }
    }
}
