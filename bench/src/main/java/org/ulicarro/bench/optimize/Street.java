package org.ulicarro.bench.optimize;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** A street with signals, written as a study: two lanes each way, a side street at each signal. */
final class Street {

    private static final int LEG = 300; // m

    private final int[] spacing;
    private final double[] out; // veh/h along the street from the west, at each signal
    private final double[] in;
    private final double[] side; // veh/h on each side street
    private final int cycle;
    private final int[] offsets;
    private final double share; // of the cycle for the street
    private final double speed; // km/h
    private final int seed;

    /**
     * A street.
     *
     * @param spacing from each signal to the next (m)
     * @param out volume from the west, the same along the street, a tenth of it from and to side streets (veh/h)
     * @param in volume from the east
     * @param side volume of each side street
     * @param share of the cycle that the street has
     */
    Street(
            int[] spacing,
            double out,
            double in,
            double[] side,
            int cycle,
            int[] offsets,
            double share,
            double speed,
            int seed) {
        this.spacing = spacing;
        this.side = side;
        this.cycle = cycle;
        this.offsets = offsets;
        this.share = share;
        this.speed = speed;
        this.seed = seed;
        this.out = new double[side.length];
        this.in = new double[side.length];
        java.util.Arrays.fill(this.out, out);
        java.util.Arrays.fill(this.in, in);
    }

    private static String f(String form, Object... values) {
        return String.format(Locale.ROOT, form, values);
    }

    /** Compiled, from files in a temporary folder. */
    Model model() throws IOException, StudyProblem {
        Path folder = Files.createTempDirectory("ulicarro-street");
        int n = side.length;
        int[] x = new int[n];
        for (int k = 1; k < n; k++) {
            x[k] = x[k - 1] + spacing[k - 1];
        }
        StringBuilder places = new StringBuilder();
        StringBuilder roads = new StringBuilder();
        StringBuilder signals = new StringBuilder("signals:\n");
        StringBuilder counts = new StringBuilder("place,from,to,EBL,EBT,EBR,WBL,WBT,WBR,NBL,NBT,NBR,SBL,SBT,SBR\n");
        int main = (int) Math.round(cycle * share) - 5;
        for (int k = 0; k < n; k++) {
            String west = k == 0 ? "west" : "p" + (k - 1);
            places.append(f(
                    "    p%d: {at: [%d, 0], control: signal, legs: {r%d: EB, s%d: NB, r%d: WB, n%d: SB}}%n",
                    k, x[k], k, k, k + 1, k));
            places.append(f("    ps%d: {at: [%d, %d]}%n    pn%d: {at: [%d, %d]}%n", k, x[k], -LEG, k, x[k], LEG));
            roads.append(road("r" + k, west, "p" + k));
            roads.append(f(
                    "    s%d: {between: [ps%d, p%d], speed: 40 km/h, ahead: {lanes: 1, bays: {left: [{full-width: 40 m}]}, turns: [L, TR]}, back: {lanes: 1}}%n",
                    k, k, k));
            roads.append(f(
                    "    n%d: {between: [pn%d, p%d], speed: 40 km/h, ahead: {lanes: 1, bays: {left: [{full-width: 40 m}]}, turns: [L, TR]}, back: {lanes: 1}}%n",
                    k, k, k));
            signals.append(f("  p%d:%n    kind: fixed%n    groups:%n", k));
            for (String leg : List.of("EB", "WB", "NB", "SB")) {
                signals.append(f(
                        "      %s: {serves: [%sL, %sT, %sR], yields: [%sL], min-green: 7 s}%n",
                        leg, leg, leg, leg, leg));
            }
            signals.append(f(
                    "    plans:%n      am: {cycle: %d s, offset: %d s, greens: {EB: [0-%d], WB: [0-%d], NB: [%d-%d], SB: [%d-%d]}}%n",
                    cycle, offsets[k], main, main, main + 5, cycle - 5, main + 5, cycle - 5));
            double s = side[k];
            counts.append(f(
                    "p%d,07:30,08:30,%.0f,%.0f,%.0f,%.0f,%.0f,%.0f,%.0f,%.0f,%.0f,%.0f,%.0f,%.0f%n",
                    k,
                    0.05 * out[k],
                    0.9 * out[k],
                    0.05 * out[k],
                    0.05 * in[k],
                    0.9 * in[k],
                    0.05 * in[k],
                    0.05 * in[k] + 0.0,
                    s - 0.05 * in[k] - 0.05 * out[k],
                    0.05 * out[k],
                    0.05 * out[k],
                    s - 0.05 * in[k] - 0.05 * out[k],
                    0.05 * in[k]));
        }
        places.append(f("    west: {at: [%d, 0]}%n    east: {at: [%d, 0]}%n", -LEG, x[n - 1] + LEG));
        roads.append(road("r" + n, "p" + (n - 1), "east"));
        StringBuilder via = new StringBuilder("west");
        for (int k = 0; k < n; k++) {
            via.append(", p").append(k);
        }
        Files.createDirectories(folder.resolve("counts"));
        Files.writeString(
                folder.resolve("study.yaml"),
                f(
                        "format: ulicarro/1%ntitle: A street%nperiods:%n  am: {from: \"07:30\", to: \"08:30\", warm-up: {length: 10 min, demand: first-slice}, drain: 10 min}%nseed: %d%nfiles: [network.yaml, demand.yaml, signals.yaml]%n",
                        seed));
        Files.writeString(
                folder.resolve("network.yaml"),
                "network:\n  places:\n" + places + "  roads:\n" + roads
                        + (n > 1 ? "  corridors:\n    street: {via: [" + via + ", east]}\n" : ""));
        Files.writeString(
                folder.resolve("demand.yaml"),
                "demand:\n  mix: {car: 95 %, truck: 5 %}\n  arrivals: random\n  volumes: {am: counts/am.csv}\n");
        Files.writeString(folder.resolve("signals.yaml"), signals.toString());
        Files.writeString(folder.resolve("counts/am.csv"), counts.toString());
        return StudyFolder.read(folder, List.of()).compile(null).model();
    }

    private String road(String id, String from, String to) {
        String ahead = "{lanes: 2, bays: {left: [{full-width: 50 m}]}, turns: [L, T, TR]}";
        String plain = "{lanes: 2}";
        return f(
                "    %s: {between: [%s, %s], speed: %.0f km/h, ahead: %s, back: %s}%n",
                id, from, to, speed, to.equals("east") ? plain : ahead, from.equals("west") ? plain : ahead);
    }
}
