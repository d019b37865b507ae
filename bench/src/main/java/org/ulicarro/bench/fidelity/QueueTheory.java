package org.ulicarro.bench.fidelity;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/**
 * A lane with a bay beside it at a signal that lets both go together, always with a queue, in the simplified theory of car following (Newell 2002,
 * Transportation Research B 36): each driver does what the one ahead did, a time later and a distance behind. Turns come in random order; who is before
 * the bay is behind whoever is ahead there, whatever its turn. Time and distance are those that the rows on queue discharge measure on one lane.
 */
final class QueueTheory {

    static final double SPACING = 7.26; // m from front to front
    private static final int CYCLE = 900; // tenths of a second, as all times here
    private static final int FIRST_PASSES = 39; // after the beginning of green: lost time and one headway
    private static final int LAST_PASSES = 319; // of 30 s of green, and of the yellow what is used of it
    private static final int LATER = 12; // from one driver's start to the next one's
    private static final double SPEED = SPACING / (19.07 - LATER); // m in a tenth of a second; one passes each 1.907 s
    private static final double CAR = 4.8; // m
    private static final int CYCLES = 400;
    private static final double GONE = 2 * SPACING; // behind the line; nobody has to mind it any more
    private static final int IN_SIGHT = 80; // vehicles ahead of the line and behind it

    /** A vehicle, with where it was in the last tenths of a second (m; behind the line is above 0). */
    private record Car(double[] was, Car ahead, Car alike) {}

    private final List<Car> cars = new ArrayList<>();
    private final Car[] last = new Car[2]; // of each turn
    private final SplittableRandom random = new SplittableRandom(1);

    private QueueTheory() {}

    /**
     * Vehicles an hour that pass the line.
     *
     * @param bay from the line to where a vehicle comes clear of the through lane (m)
     */
    static double flow(double bay, double shareLeft) {
        return new QueueTheory().run(bay, shareLeft);
    }

    private double run(double bay, double shareLeft) {
        int passed = 0;
        for (int time = 0; time < CYCLES * CYCLE; time++) {
            while (cars.size() < IN_SIGHT) {
                arrive(shareLeft);
            }
            boolean opens = time % CYCLE >= FIRST_PASSES && time % CYCLE < LAST_PASSES;
            int now = time % (LATER + 1);
            for (Car car : cars) {
                double at = car.was[(time + LATER) % (LATER + 1)];
                double to = Math.min(at + SPEED, behind(car.alike, time));
                if (car.ahead != null && car.ahead.was[now] - CAR < -bay) {
                    to = Math.min(to, behind(car.ahead, time));
                }
                to = at <= 0 && to > 0 && !opens ? at : Math.max(at, to);
                passed += at <= 0 && to > 0 && time >= CYCLE ? 1 : 0;
                car.was[now] = to;
            }
            int then = (time + 1) % (LATER + 1);
            cars.removeIf(car -> car.was[then] >= GONE);
        }
        return passed * 36_000.0 / ((CYCLES - 1) * CYCLE);
    }

    private static double behind(Car leader, int time) {
        double was = leader == null ? GONE : leader.was[(time + 1) % (LATER + 1)];
        return was >= GONE ? Double.POSITIVE_INFINITY : was - SPACING;
    }

    private void arrive(double shareLeft) {
        int turn = random.nextDouble() < shareLeft ? 1 : 0;
        Car ahead = cars.isEmpty() ? null : cars.get(cars.size() - 1);
        double at = ahead == null ? 0 : Arrays.stream(ahead.was).min().orElseThrow() - SPACING;
        double[] was = new double[LATER + 1];
        Arrays.fill(was, at);
        last[turn] = new Car(was, ahead, last[turn]);
        cars.add(last[turn]);
    }
}
