package org.ulicarro.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Larger scenes made from the demo. */
final class Scenes {

    private Scenes() {}

    /** Longer legs and fuller roads: the crossroads of the demo with about 500 vehicles under way at once. */
    static void makeBusy(Path folder) throws IOException {
        replace(
                folder.resolve("network.yaml"),
                "[-420, -12]",
                "[-2420, -12]",
                "[430, 24]",
                "[2430, 24]",
                "[38, -330]",
                "[38, -1830]",
                "[-46, 320]",
                "[-46, 1820]");
        replace(folder.resolve("signals.yaml"), "min-green: 10 s", "min-green: 7 s");
        StringBuilder counts = new StringBuilder("place,from,to,EBL,EBT,EBR,WBL,WBT,WBR,NBL,NBT,NBR,SBL,SBT,SBR\n");
        counts.append("market,16:30,17:30,110,1150,130,90,1150,130,90,330,140,80,330,130\n");
        Files.writeString(folder.resolve("counts/pm.csv"), counts);
        replace(folder.resolve("study.yaml"), "length: 15 min", "length: 30 min");
    }

    private static void replace(Path file, String... pairs) throws IOException {
        String text = Files.readString(file);
        for (int i = 0; i < pairs.length; i += 2) {
            if (!text.contains(pairs[i])) {
                throw new IllegalStateException(
                        "the demo's " + file.getFileName() + " has no '" + pairs[i] + "' any more");
            }
            text = text.replace(pairs[i], pairs[i + 1]);
        }
        Files.writeString(file, text);
    }
}
