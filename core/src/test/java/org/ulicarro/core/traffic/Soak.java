package org.ulicarro.core.traffic;

import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Scenes that nobody has driven on yet, one after the other without end: {@code bench/soak [FIRST [COUNT]]}. Each number is a junction, a full
 * roundabout, a street whose drivers change lanes, and one with any traffic at any step; what goes wrong is told at once, with its number.
 */
public final class Soak {

    /** Drives the scene of a number, and says what was wrong with it; null for nothing. */
    private interface Scene {
        String problem(long number);
    }

    private static final double SECONDS_AT_JUNCTION = 900;
    private static final long TOLD_EVERY = 60_000; // ms

    private final Map<String, Scene> scenes = new TreeMap<>(Map.of(
            "junction", n -> JunctionHours.run(n, SECONDS_AT_JUNCTION).problem(),
            "ring", n -> FullRings.run(n).problem(),
            "changes", n -> asserted(() -> ChangingPropertiesTest.drive(n)),
            "mixed", n -> asserted(() -> MixedTrafficTest.drive(n))));
    private final Map<String, long[]> found = new TreeMap<>(); // scene -> driven, gone wrong
    private final AtomicLong next;
    private final long end;
    private long toldAt = System.currentTimeMillis();

    private Soak(long first, long count) {
        next = new AtomicLong(first);
        end = first + count;
        scenes.keySet().forEach(name -> found.put(name, new long[2]));
    }

    private static String asserted(Runnable drive) {
        drive.run();
        return null;
    }

    private void work() {
        for (long number = next.getAndIncrement(); number < end; number = next.getAndIncrement()) {
            for (Map.Entry<String, Scene> scene : scenes.entrySet()) {
                String problem;
                try {
                    problem = scene.getValue().problem(number);
                } catch (AssertionError | RuntimeException e) {
                    problem = String.valueOf(e.getMessage()).strip().replaceAll("\\s+", " ");
                }
                note(scene.getKey(), number, problem);
            }
        }
    }

    private synchronized void note(String scene, long number, String problem) {
        found.get(scene)[0]++;
        if (problem != null) {
            found.get(scene)[1]++;
            System.out.println(scene + " " + number + ": " + problem);
        }
        if (System.currentTimeMillis() - toldAt > TOLD_EVERY) {
            toldAt = System.currentTimeMillis();
            tell();
        }
    }

    private synchronized void tell() {
        StringBuilder line = new StringBuilder("driven, gone wrong:");
        found.forEach((scene, n) -> line.append(String.format(Locale.ROOT, "  %s %d, %d", scene, n[0], n[1])));
        System.out.println(line);
    }

    public static void main(String[] args) throws InterruptedException {
        long first = args.length > 0 ? Long.parseLong(args[0]) : System.currentTimeMillis() % 1_000_000_000 * 1000;
        Soak soak = new Soak(first, args.length > 1 ? Long.parseLong(args[1]) : Long.MAX_VALUE - first);
        System.out.println("from number " + first + " on; one of them again: bench/soak NUMBER 1");
        Runtime.getRuntime().addShutdownHook(new Thread(soak::tell));
        Thread[] threads = new Thread[Runtime.getRuntime().availableProcessors()];
        for (int i = 0; i < threads.length; i++) {
            threads[i] = new Thread(soak::work);
            threads[i].start();
        }
        for (Thread thread : threads) {
            thread.join();
        }
    }
}
