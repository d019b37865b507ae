package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/** A ring of ordinary one-lane roads with a signal at each of its four legs, all of which let the ring go at the same time: with many vehicles it fills up. */
final class SignalRing {

    private static final String[] AROUND = {"e", "n", "w", "s"};

    private SignalRing() {}

    /**
     * Writes a study of it.
     *
     * @param radius of the ring (m)
     * @param perHour who comes in at each leg (veh/h)
     */
    static void write(Path study, double radius, int perHour) throws IOException {
        StringBuilder places = new StringBuilder();
        StringBuilder roads = new StringBuilder();
        StringBuilder entries = new StringBuilder();
        StringBuilder signals = new StringBuilder();
        for (int i = 0; i < 4; i++) {
            String here = AROUND[i];
            String next = AROUND[(i + 1) % 4];
            String opposite = AROUND[(i + 2) % 4];
            String last = AROUND[(i + 3) % 4];
            double x = Math.rint(Math.cos(Math.PI / 2 * i)) * radius;
            double y = Math.rint(Math.sin(Math.PI / 2 * i)) * radius;
            places.append(String.format(Locale.ROOT, "    %s: {at: [%s, %s], control: signal}%n", here, x, y));
            places.append(String.format(Locale.ROOT, "    %so: {at: [%s, %s]}%n", here, 6 * x, 6 * y));
            roads.append(String.format(
                    Locale.ROOT,
                    "    %s-arm: {between: [%so, %s], speed: 50 km/h, ahead: {lanes: 1}, back: {lanes: 1}, median: 8 m}%n",
                    here,
                    here,
                    here));
            StringBuilder via = new StringBuilder();
            for (double degrees = 22.5; degrees < 90; degrees += 22.5) {
                double angle = Math.PI / 2 * i + Math.toRadians(degrees);
                via.append(via.isEmpty() ? "" : ", ")
                        .append(String.format(
                                Locale.ROOT, "[%.2f, %.2f]", radius * Math.cos(angle), radius * Math.sin(angle)));
            }
            roads.append(String.format(
                    Locale.ROOT,
                    "    %s%s: {between: [%s, %s], via: [%s], speed: 50 km/h, ahead: {lanes: 1}}%n",
                    here,
                    next,
                    here,
                    next,
                    via));
            entries.append(String.format(
                    Locale.ROOT,
                    "    %so: {vehicles: %d veh/h, routes: {r: {via: [%so], share: 25}, s: {via: [%so], share: 50}, l: {via: [%so], share: 25}}}%n",
                    here,
                    perHour,
                    next,
                    opposite,
                    last));
            signals.append(String.format(
                    Locale.ROOT,
                    "  %s: {kind: fixed, groups: {in: {serves: [%s-arm>%s%s]}, ring: {serves: [%s%s>%s%s, %s%s>%s-arm]}}, plans: {pm: {cycle: 60 s, greens: {in: [0-25], ring: [30-55]}}}}%n",
                    here,
                    here,
                    here,
                    next,
                    last,
                    here,
                    here,
                    next,
                    last,
                    here,
                    here));
        }
        Files.createDirectories(study);
        Files.writeString(
                study.resolve("study.yaml"),
                "format: ulicarro/1\ntitle: a circle of signals\n"
                        + "periods: {pm: {from: \"16:00\", to: \"16:40\", warm-up: {length: 10 min}, drain: 0 min}}\n"
                        + "network:\n  places:\n" + places + "  roads:\n" + roads
                        + "demand:\n  mix: {car: 95 %, truck: 5 %}\n  entries:\n" + entries + "signals:\n" + signals);
    }
}
