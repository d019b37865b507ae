package org.ulicarro.bench;

import java.util.Locale;
import org.ulicarro.core.traffic.Traffic;

/** One town for a while: how many vehicles, how fast, and that as many threads as asked for come to the same. */
public final class TownCheck {

    private TownCheck() {}

    public static void main(String[] args) {
        String name = args[0];
        int threads = Integer.parseInt(args[1]);
        int steps = Integer.parseInt(args[2]);
        Town town = TownStep.of(name);
        Traffic traffic = town.traffic(threads);
        while (traffic.now() < TownStep.warmUp(name)) {
            traffic.step();
        }
        for (int round = 0; round < 4; round++) {
            double raw = RawLoop.measure(0.3);
            long begun = System.nanoTime();
            long moved = 0;
            for (int i = 0; i < steps; i++) {
                traffic.step();
                moved += traffic.view().onRoad();
            }
            double seconds = (System.nanoTime() - begun) / 1e9;
            double sum = 0;
            double speed = 0;
            for (int row = 0; row < traffic.view().rows().count(); row++) {
                if (traffic.view().rows().vehicle(row) >= 0) {
                    sum += traffic.view().rows().position(row);
                    speed += traffic.view().rows().speed(row);
                }
            }
            System.out.printf(
                    Locale.ROOT,
                    "%s, %d lanes, %d threads: %d vehicles, %.1f million vehicle-steps/s, raw loop %.1f, ratio %.3f, mean speed %.2f, sum of positions %.6f, %d bytes%n",
                    name,
                    town.lanes(),
                    threads,
                    traffic.view().onRoad(),
                    moved / seconds / 1e6,
                    raw / 1e6,
                    moved / seconds / raw,
                    speed / traffic.view().onRoad(),
                    sum,
                    traffic.bytesPerVehicle());
        }
        traffic.close();
    }
}
