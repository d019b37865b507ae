package org.ulicarro.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** What a tick of a stage script with sixty rules costs: {@code bench/script}. */
public final class ScriptTick {

    private static final int RULES = 60;
    private static final int TICKS = 2_000_000;

    private ScriptTick() {}

    public static void main(String[] args) throws IOException, StudyProblem {
        Model model = model();
        for (int round = 0; round < 5; round++) {
            System.out.printf(Locale.ROOT, "%d rules: %.0f ns a tick%n", RULES, nanos(model));
        }
    }

    private static double nanos(Model model) {
        Controller controller = model.signals().controllerAt("market", ControlWatch.NONE);
        Aspects aspects = new Aspects(model.signals().groups().size());
        boolean[] on = new boolean[4096];
        for (int i = 0; i < on.length; i++) {
            on[i] = Draws.uniform(7, i / 20) < 0.3; // two seconds at a time
        }
        int[] tick = new int[1];
        DetectorBoard board = detector -> on[(tick[0] + 1000 * detector) & 4095];
        long start = System.nanoTime();
        for (tick[0] = 0; tick[0] < TICKS; tick[0]++) {
            controller.advance(tick[0], board, aspects);
        }
        return (double) (System.nanoTime() - start) / TICKS;
    }

    private static Model model() throws IOException, StudyProblem {
        Path study = Files.createTempDirectory("ulicarro-bench");
        Samples.write(Samples.MARKET, study);
        Files.writeString(study.resolve("alternatives/stages.yaml"), """
                network:
                  detectors:
                    quay-eb: {road: quay-1 ahead, lane: 2, before-end: 20 m}
                    pier-call: {road: pier-road ahead, before-end: 2 m, length: 12 m}
                signals:
                  market: {kind: stages, script: market.stages, plans: null}
                """);
        StringBuilder script = new StringBuilder("""
                detectors eb = quay-eb, north = pier-call
                limit patience = 60 s
                flag starved = off
                stage main shows EB WB WP min 10 s max 45 s
                stage side shows NB SB WQ min 12 s max 30 s
                always
                """);
        for (int i = 0; i < RULES - 2; i++) {
            script.append("if waited(north) > patience + ")
                    .append(i)
                    .append(" s and not starved and gap(eb) < 9 s or lasted > 10 min set starved on\n");
        }
        script.append("""
                during main if max-reached or gap(eb) > 3 s go side when called(north)
                during side if max-reached or gap(north) > 2.5 s go main
                """);
        Files.writeString(study.resolve("market.stages"), script);
        return StudyFolder.read(study, List.of("stages")).compile(null).model();
    }
}
