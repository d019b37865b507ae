package org.ulicarro.bench;

import java.util.Arrays;
import java.util.Collection;
import java.util.Locale;
import java.util.Map;
import org.openjdk.jmh.profile.GCProfiler;
import org.openjdk.jmh.results.Result;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.ChainedOptionsBuilder;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;

/**
 * Prints vehicle-steps per second on one core beside those of the raw loop. The two take turns in short rounds, since the speed of a
 * shared machine drifts; the figure is the median of the rounds' ratios.
 */
public final class SpeedTable {

    private SpeedTable() {}

    public static void main(String[] args) throws RunnerException {
        int rounds = args.length > 0 ? Integer.parseInt(args[0]) : 5;
        System.out.println("scene   vehicle-steps/s   raw loop        ratio   allocated/step");
        for (String scene : new String[] {"demo", "busy"}) {
            double[] steps = new double[rounds];
            double[] raw = new double[rounds];
            double[] ratio = new double[rounds];
            double allocated = 0;
            for (int i = 0; i < rounds; i++) {
                raw[i] = run(RawLoop.class, "vehicles", "500")[0];
                double[] step = run(SimulationStep.class, "scene", scene);
                steps[i] = step[0];
                allocated = step[1];
                ratio[i] = steps[i] / raw[i];
            }
            System.out.printf(
                    Locale.ROOT,
                    "%-6s  %6.1f million    %6.1f million   %.3f   %.1f bytes%n",
                    scene,
                    median(steps) / 1e6,
                    median(raw) / 1e6,
                    median(ratio),
                    allocated);
        }
    }

    /** Vehicle-steps per second, and bytes allocated per step, of a benchmark with pairs of parameters and values. */
    static double[] run(Class<?> benchmark, String... parameters) throws RunnerException {
        ChainedOptionsBuilder options = new OptionsBuilder().include(benchmark.getName() + ".step");
        for (int i = 0; i < parameters.length; i += 2) {
            options = options.param(parameters[i], parameters[i + 1]);
        }
        Collection<RunResult> results = new Runner(options.forks(1)
                        .jvmArgs("-XX:+UseParallelGC")
                        .warmupIterations(3)
                        .warmupTime(TimeValue.seconds(2))
                        .measurementIterations(3)
                        .measurementTime(TimeValue.seconds(1))
                        .addProfiler(GCProfiler.class)
                        .verbosity(VerboseMode.SILENT)
                        .build())
                .run();
        Map<String, ? extends Result<?>> secondary =
                secondary(results.iterator().next());
        double allocated = Double.NaN;
        for (Map.Entry<String, ? extends Result<?>> entry : secondary.entrySet()) {
            if (entry.getKey().contains("alloc.rate.norm")) {
                allocated = entry.getValue().getScore();
            }
        }
        return new double[] {secondary.get("vehicleSteps").getScore(), allocated};
    }

    /** What JMH measured beside its own score; its raw type is JMH's. */
    @SuppressWarnings({"unchecked", "rawtypes"})
    private static Map<String, ? extends Result<?>> secondary(RunResult result) {
        return (Map) result.getAggregatedResult().getSecondaryResults();
    }

    static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
