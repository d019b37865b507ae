package org.ulicarro.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import jdk.jfr.Recording;
import jdk.jfr.consumer.RecordedEvent;
import jdk.jfr.consumer.RecordedFrame;
import jdk.jfr.consumer.RecordingFile;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.traffic.Traffic;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Where the time of a step goes on the demo, by the profiler that comes with Java: {@code bench/shares [SECONDS]}. */
public final class StageShares {

    /** The innermost of these methods on a stack names the part; those of giving way lie within other stages as well. */
    private static final Map<String, String> PARTS = new TreeMap<>(Map.ofEntries(
            Map.entry("Stages.wishes", "lane changes"),
            Map.entry("Stages.collectWishes", "lane changes"),
            Map.entry("LaneChanges.make", "lane changes"),
            Map.entry("Stages.giveWay", "giving way"),
            Map.entry("Stages.decideGaps", "giving way"),
            Map.entry("GiveWay.decide", "giving way"),
            Map.entry("AtJunctions.insideJunction", "giving way"),
            Map.entry("Courtesy.look", "giving way"),
            Map.entry("Traffic.showAspects", "signals"),
            Map.entry("Walkers.step", "people on foot"),
            Map.entry("Stages.accelerate", "accelerations"),
            Map.entry("Stages.drive", "accelerations"),
            Map.entry("Driving.accelerate", "accelerations"),
            Map.entry("Stages.integrate", "moving"),
            Map.entry("Motion.integrate", "moving"),
            Map.entry("Motion.handOver", "handing over"),
            Map.entry("Motion.clearGuests", "handing over"),
            Map.entry("Stages.markQueues", "queues"),
            Map.entry("QueueMeter.afterStep", "measuring"),
            Map.entry("VisitMeter.afterStep", "measuring"),
            Map.entry("Entries.admit", "entries")));

    private StageShares() {}

    public static void main(String[] args) throws IOException, StudyProblem {
        int seconds = args.length > 0 ? Integer.parseInt(args[0]) : 40;
        ofTown(seconds);
        for (String scene : new String[] {"demo", "busy"}) {
            Path folder = Files.createTempDirectory("ulicarro-bench");
            Samples.write(Samples.MARKET, folder);
            if (scene.equals("busy")) {
                Scenes.makeBusy(folder);
            }
            Model model = StudyFolder.read(folder, List.of()).compile(null).model();
            new Replication(model, 1).result(); // warm
            int[] number = {1};
            sample(scene, seconds, () -> new Replication(model, ++number[0]).result());
        }
    }

    /** A town of a hundred actuated places, and what their control takes of the step. */
    private static void ofTown(int seconds) throws IOException {
        Traffic traffic = Town.actuatedGrid(12).traffic(1);
        for (int i = 0; i < 3000; i++) {
            traffic.step(); // everybody is in, and the code is warm
        }
        int before = traffic.view().onRoad();
        sample("100 actuated places", seconds, () -> {
            for (int i = 0; i < 100; i++) {
                traffic.step();
            }
        });
        System.out.println(
                "  with " + before + " vehicles at first, " + traffic.view().onRoad() + " at last");
    }

    private static void sample(String scene, int seconds, Runnable work) throws IOException {
        Path file = Files.createTempFile("ulicarro", ".jfr");
        try (Recording recording = new Recording()) {
            recording.enable("jdk.ExecutionSample").withPeriod(Duration.ofMillis(10));
            recording.start();
            long end = System.nanoTime() + seconds * 1_000_000_000L;
            while (System.nanoTime() < end) {
                work.run();
            }
            recording.stop();
            recording.dump(file);
        }
        print(scene, count(file));
        Files.delete(file);
    }

    private static Map<String, Integer> count(Path file) throws IOException {
        Map<String, Integer> samples = new TreeMap<>();
        for (RecordedEvent event : RecordingFile.readAllEvents(file)) {
            if (event.getStackTrace() != null) {
                String part = part(event.getStackTrace().getFrames());
                if (part != null) {
                    samples.merge(part, 1, Integer::sum);
                }
            }
        }
        return samples;
    }

    /** The part of the step that a stack belongs to; null outside the step. */
    private static String part(List<RecordedFrame> frames) {
        for (RecordedFrame frame : frames) {
            String type = frame.getMethod().getType().getName();
            String method = type.substring(type.lastIndexOf('.') + 1) + "."
                    + frame.getMethod().getName();
            if (PARTS.containsKey(method)) {
                return PARTS.get(method);
            }
            if (method.equals("Traffic.step")) {
                return "other";
            }
        }
        return null;
    }

    private static void print(String scene, Map<String, Integer> samples) {
        int all = samples.values().stream().mapToInt(Integer::intValue).sum();
        System.out.printf(Locale.ROOT, "%s: %d samples%n", scene, all);
        samples.entrySet().stream()
                .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
                .forEach(e ->
                        System.out.printf(Locale.ROOT, "  %-16s %5.1f %%%n", e.getKey(), 100.0 * e.getValue() / all));
    }
}
