package org.ulicarro.bench.fidelity;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Supplier;

/** Holds what comes out against theory and published field values, and prints it: {@code bench/fidelity [CASE...]}, or {@code
 * bench/fidelity plots DIR} for the pictures. */
public final class FidelitySuite {

    private FidelitySuite() {}

    private static Map<String, Supplier<List<Row>>> cases() {
        Map<String, Supplier<List<Row>>> cases = new LinkedHashMap<>();
        cases.put("following", FollowingCases::exact);
        cases.put("platoon", FollowingCases::platoon);
        cases.put("queue", SignalCases::queue);
        cases.put("factors", SignalCases::factors);
        cases.put("yellow", YellowCases::choice);
        cases.put("delay", Delay::rows);
        cases.put("dispersion", Dispersion::rows);
        cases.put("lanes", LaneCases::use);
        cases.put("drop", LaneCases::drop);
        cases.put("stop", SignCases::stop);
        cases.put("roundabout", RingCases::rows);
        cases.put("permissive", CourtesyCases::permissive);
        cases.put("allstop", CourtesyCases::allStop);
        cases.put("gap-out", GapOut::rows);
        cases.put("people", FootCases::rows);
        cases.put("spillback", Spillback::rows);
        cases.put("breakdown", Motorway::breakdown);
        cases.put("jam", Motorway::jam);
        cases.put("steps", SignalCases::steps);
        cases.put("fed", Motorway::fed);
        cases.put("weave", Weaving::rows);
        cases.put("diverge", DivergeCases::rows);
        cases.put("near", NearCases::rows);
        cases.put("short-bay", ShortBay::rows);
        cases.put("trams", TramCases::rows);
        cases.put("mid-block", MidBlock::rows);
        return cases;
    }

    public static void main(String[] args) throws IOException {
        if (args.length == 2 && args[0].equals("plots")) {
            Plots.write(Path.of(args[1]));
            return;
        }
        System.out.printf(Locale.ROOT, "%-64s %-16s %9s  %-18s%n", "", "expected", "simulated", "95 % interval");
        int missed = 0;
        int edge = 0;
        for (Map.Entry<String, Supplier<List<Row>>> one : cases().entrySet()) {
            if (args.length > 0 && !List.of(args).contains(one.getKey())) {
                continue;
            }
            System.out.println(one.getKey());
            for (Row row : one.getValue().get()) {
                System.out.println("  " + row.text());
                missed += row.passes() ? 0 : 1;
                edge += row.passes() && !row.passesSurely() ? 1 : 0;
            }
        }
        System.out.println(
                missed + " outside what is expected, " + edge + " whose interval reaches beyond it; the others within");
    }
}
