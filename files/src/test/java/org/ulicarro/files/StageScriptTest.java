package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Draws;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.Rehearsal;

/** Stage scripts on the demo's market: what they say wrongly, with the words for it, and what they do. */
class StageScriptTest {

    private static final int START = 16 * 36_000 + 30 * 600;

    /** Sound as it is; cases replace a line. */
    private static final String SOUND = """
            detectors  north = pier-call, south = mill-call, eb = quay-eb
            limit patience = 60 s
            flag  starved  = off
            count rounds   = 0
            timer since

            stage main   shows EB WB WP   min 10 s  max 45 s
            stage side   shows NB SB WQ   min 12 s  max 30 s

            always
                if waited(north) > patience   set starved on
            during main
                if max-reached or gap(eb) > 3 s   go side when called(north) or called(WQ)
                on entering   set rounds rounds + 1   start since
            during side
                if gap(north) > 2.5 s or max-reached   go main
                on leaving   set starved off
            """;

    @TempDir
    private Path temp;

    private Path study;

    @BeforeEach
    void writeStudy() throws IOException {
        study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
        Files.writeString(study.resolve("alternatives/stages.yaml"), """
                network:
                  detectors:
                    quay-eb: {road: quay-1 ahead, lane: 2, before-end: 20 m}
                    pier-call: {road: pier-road ahead, lane: 2, before-end: 2 m, length: 12 m}
                    mill-call: {road: mill-street ahead, before-end: 2 m, length: 12 m}
                signals:
                  market: {kind: stages, script: market.stages, plans: null}
                """);
    }

    private LoadedStudy.Compiled compile(String script) throws Exception {
        Files.writeString(study.resolve("market.stages"), script);
        return StudyFolder.read(study, List.of("stages")).compile("pm");
    }

    private List<String> messages(String script) throws Exception {
        List<String> said = new ArrayList<>();
        StudyProblem problem = catchThrowableOfType(
                StudyProblem.class, () -> compile(script).warnings().forEach(w -> said.add(w.toString())));
        if (problem != null) {
            problem.messages().forEach(m -> said.add(m.toString()));
        }
        return said;
    }

    static Stream<Arguments> wrong() {
        return Stream.of(
                Arguments.of(
                        "go side when",
                        "go sied when",
                        "market.stages:13:42: unknown stage 'sied'. Did you mean 'side'?"),
                Arguments.of(
                        "gap(eb)", "gap(ebb)", "market.stages:13:27: there is no detector 'ebb'. Did you mean 'eb'?"),
                Arguments.of("gap(eb)", "gapp(eb)", "market.stages:13:23: there is no 'gapp(…)'. Did you mean 'gap'?"),
                Arguments.of(
                        "north = pier-call",
                        "north = pier-cal",
                        "market.stages:1:20: there is no detector 'pier-cal'. Did you mean 'pier-call'?"),
                Arguments.of(
                        "shows NB SB WQ",
                        "shows NB SB WQQ",
                        "market.stages:8:26: there is no group 'WQQ'. Did you mean 'WQ'?"),
                Arguments.of(
                        "shows NB SB WQ",
                        "shows NB SB EB WQ",
                        "market.stages:8:26: stage 'side' shows 'NB' and 'EB', but"),
                Arguments.of(
                        "shows EB WB WP",
                        "shows EB WB",
                        "market.stages:7:7: no stage shows group 'WP', so it would never get green"),
                Arguments.of(
                        "> patience",
                        "> patients",
                        "market.stages:11:24: there is nothing called 'patients'. Did you mean 'patience'?"),
                Arguments.of("> patience", "> 60", "market.stages:11:22: '>' does not go with a time and a number"),
                Arguments.of(
                        "waited(north) > patience",
                        "waited(north)",
                        "market.stages:11:8: a condition is on or off; this is a time"),
                Arguments.of(
                        "if max-reached or",
                        "if max-reached and 3 s or",
                        "market.stages:13:8: 'and' does not go with on or off and a time"),
                Arguments.of(
                        "set starved on", "set starved 3 s", "market.stages:11:39: 'starved' is on or off, not a time"),
                Arguments.of(
                        "set starved on",
                        "set starvd on",
                        "market.stages:11:39: there is no variable 'starvd'. Did you mean 'starved'?"),
                Arguments.of(
                        "set starved on", "set patience 3 s", "market.stages:11:39: limit 'patience' cannot be set"),
                Arguments.of(
                        "set starved on",
                        "start starved",
                        "market.stages:11:41: 'starved' is no timer; declare it so: timer starved"),
                Arguments.of(
                        "set starved on",
                        "set since 3 s",
                        "market.stages:11:39: timer 'since' cannot be set; write start since"),
                Arguments.of(
                        "min 12 s  max 30 s",
                        "min 42 s  max 30 s",
                        "market.stages:8:7: the max of this stage is shorter than its min"),
                Arguments.of(
                        "min 12 s  max 30 s",
                        "min 12  max 30 s",
                        "market.stages:8:7: min and max are times, such as 8 s"),
                Arguments.of("stage side ", "stage main ", "market.stages:8:7: there are two stages 'main'"),
                Arguments.of(
                        "flag  starved  = off",
                        "flag  patience = off",
                        "market.stages:3:7: 'patience' has been declared already"),
                Arguments.of(
                        "flag  starved  = off",
                        "flag  gap = off",
                        "market.stages:3:7: 'gap' means something else already"),
                Arguments.of(
                        "go main", "go side", "market.stages:16:47: stage 'side' is the one that this rule belongs to"),
                Arguments.of(
                        "gap(eb) > 3 s",
                        "gap(3 s) > 3 s",
                        "market.stages:13:27: 'gap' asks about a detector by its name"),
                Arguments.of(
                        "gap(eb) > 3 s",
                        "gap(eb, north) > 3 s",
                        "market.stages:13:23: 'gap' asks about one thing, not 2"),
                Arguments.of(
                        "gap(eb) > 3 s",
                        "gap(WQ) > 3 s",
                        "market.stages:13:23: people can be asked about with called and waited only"),
                Arguments.of(
                        "gap(eb) > 3 s",
                        "green(EV) > 3 s",
                        "market.stages:13:29: there is no group 'EV'. Did you mean 'EB'?"),
                Arguments.of(
                        "gap(eb) > 3 s",
                        "every(3) and max-reached",
                        "market.stages:13:29: 'every' takes a time, such as every(5 min)"),
                Arguments.of("gap(eb) > 3 s", "not gap(eb)", "market.stages:13:23: 'not' does not go with a time"),
                Arguments.of(
                        "gap(eb) > 3 s",
                        "gap(eb) * gap(eb) > 3 s",
                        "market.stages:13:31: '*' does not go with a time and a time"),
                Arguments.of(
                        "during side",
                        "durng side",
                        "market.stages:15:1: 'durng' does not belong here. Did you mean 'during'?"),
                Arguments.of("go main", "go", "market.stages:17:5: 'on' does not belong here."),
                Arguments.of(
                        "if max-reached or gap(eb) > 3 s ",
                        "if (max-reached or gap(eb) > 3 s ",
                        "market.stages:13:40: a ')' is missing before 'go': the '(' at 13:8 is still open"),
                Arguments.of(
                        "gap(eb) > 3 s",
                        "gap(eb > 3 s",
                        "market.stages:13:38: a ')' is missing before 'go': the '(' at 13:26 is still open"),
                Arguments.of("set starved off", "", "market.stages:18:1: the script ends in the middle of something"),
                Arguments.of("> patience", "> $", "market.stages:11:24: '$' does not belong here."),
                Arguments.of(
                        "always",
                        "always on leaving set starved off",
                        "market.stages:10:8: 'on leaving' belongs to a stage: write it under during"));
    }

    @ParameterizedTest
    @MethodSource("wrong")
    void whatIsWrongIsSaidInItsPlace(String right, String wrong, String message) throws Exception {
        assertThat(SOUND).contains(right);
        assertThat(messages(SOUND.replace(right, wrong))).anyMatch(m -> m.startsWith(message));
    }

    /** Odd, but sound: what stands in place of a condition, or of a line. */
    static Stream<Arguments> odd() {
        return Stream.of(
                Arguments.of("gap(eb) > 3 s", "gap(eb) > 0.05 min"),
                Arguments.of("gap(eb) > 3 s", "not not (gap(eb) > 3 s)"),
                Arguments.of("gap(eb) > 3 s", "((gap(eb))) > (1 s + 2 s)"),
                Arguments.of("gap(eb) > 3 s", "gap(eb) - 1 s > 2 * 1 s"),
                Arguments.of("gap(eb) > 3 s", "gap(eb) / 1 s > 3"),
                Arguments.of("gap(eb) > 3 s", "-gap(eb) < - 3 s"),
                Arguments.of("gap(eb) > 3 s", "gap(quay-eb) > 3 s"),
                Arguments.of("gap(eb) > 3 s", "every(0.5 s)"),
                Arguments.of("gap(eb) > 3 s", "clock >= 7 h and clock < 9.5 h"),
                Arguments.of("gap(eb) > 3 s", "rounds * 2 = 4 and passed(eb) != 1"),
                Arguments.of("gap(eb) > 3 s", "starved = off"),
                Arguments.of("gap(eb) > 3 s", "occupied(eb) and occupied-for(eb) > 9 s and green(EB) >= 5 s"),
                Arguments.of("limit patience = 60 s", "limit patience = 1 min # as the town wants it"),
                Arguments.of("limit patience = 60 s", "limit patience = 60 s limit most = 3"),
                Arguments.of("south = mill-call", "south = mill-call, again = pier-call"),
                Arguments.of("count rounds   = 0", "count rounds = 2.5"),
                Arguments.of("\n", "\r\n"),
                Arguments.of("    if", "\tif"),
                Arguments.of(
                        "on leaving   set starved off", "on leaving set starved off set rounds rounds - 1 start since"),
                Arguments.of("go main", "go main when lasted > 20 s, else main"));
    }

    @ParameterizedTest
    @MethodSource("odd")
    void whatIsOddButSoundIsTaken(String usual, String odd) throws Exception {
        assertThat(SOUND).contains(usual);
        assertThat(messages(SOUND.replace(usual, odd))).isEmpty();
    }

    @Test
    void anEmptyScriptIsAnError() throws Exception {
        assertThat(messages(""))
                .containsExactly("market.stages:1:1: a script needs stages: stage main shows EB WB min 8 s max 45 s");
        assertThat(messages("# nothing yet\n")).hasSize(1);
    }

    @Test
    void aScriptThatIsNoTextOrNotThereIsSaid() throws Exception {
        Files.write(study.resolve("market.stages"), new byte[] {(byte) 0xff, (byte) 0xfe, 0, 1});
        StudyProblem broken = catchThrowableOfType(
                StudyProblem.class,
                () -> StudyFolder.read(study, List.of("stages")).compile("pm"));
        assertThat(broken.messages()).anyMatch(m -> m.toString().equals("market.stages:1:1: this is no text in UTF-8"));
        Files.delete(study.resolve("market.stages"));
        StudyProblem missing = catchThrowableOfType(
                StudyProblem.class,
                () -> StudyFolder.read(study, List.of("stages")).compile("pm"));
        assertThat(missing.messages())
                .anyMatch(m -> m.toString().contains("there is no file 'market.stages' in the study's folder"));
        Files.writeString(
                study.resolve("alternatives/stages.yaml"),
                Files.readString(study.resolve("alternatives/stages.yaml"))
                        .replace("market.stages", "../market.stages"));
        StudyProblem outside = catchThrowableOfType(
                StudyProblem.class,
                () -> StudyFolder.read(study, List.of("stages")).compile("pm"));
        assertThat(outside.messages()).anyMatch(m -> m.toString().contains("is not inside the study's folder"));
    }

    @Test
    void allErrorsComeAtOnce() throws Exception {
        String script = SOUND.replace("go main", "go maine")
                .replace("patience = 60", "patients = 60")
                .replace("WQ   min", "WX   min");
        assertThat(messages(script))
                .filteredOn(m -> m.startsWith("market.stages"))
                .hasSizeGreaterThanOrEqualTo(4);
    }

    @Test
    void hintsAreWarnings() throws Exception {
        assertThat(messages(SOUND)).isEmpty();
        assertThat(messages(SOUND.replace("stage side ", "stage rest min 2 s\nstage side ")))
                .anyMatch(m -> m.contains("8:7: warning: no rule goes to stage 'rest'"))
                .anyMatch(m -> m.contains("8:7: warning: no rule leaves stage 'rest'"));
        assertThat(messages(SOUND.replace("  max 30 s", "").replace(" or max-reached   go main", "   go main")))
                .anyMatch(m -> m.contains("stage 'side' has no max, and its rules wait for gaps only"));
    }

    private static List<String> stages(Rehearsal rehearsal) {
        return rehearsal.marks().stream()
                .map(m -> Clock.timeOfDay(Clock.seconds(m.tick())) + " " + m.who())
                .toList();
    }

    private Rehearsal rehearse(String script, int minutes, int... pierCalls) throws Exception {
        Model model = compile(script).model();
        List<Rehearsal.Call> calls = new ArrayList<>();
        int detector = 0;
        while (!model.signals().detectors().get(detector).id().equals("pier-call")) {
            detector++;
        }
        for (int second : pierCalls) {
            calls.add(new Rehearsal.Call(false, detector, START + second * 10, START + second * 10 + 10));
        }
        return Rehearsal.of(model.signals(), "market", START, START + minutes * 600, calls);
    }

    /**
     * Main shows at once and lasts 10 s at least; the pier's call at second 20 ends it; yellow 3 s and red 2 s, people need 9 s to finish (pier
     * road) before the side streets go, whose people go at once after 5 s; those last 12 s at least from when all have green.
     */
    @Test
    void stagesFollowCalls() throws Exception {
        assertThat(stages(rehearse(SOUND, 2, 20)))
                .containsExactly("16:30 stage main", "16:30:20 stage side", "16:30:41 stage main");
    }

    @Test
    void aMinimumHolds() throws Exception {
        assertThat(stages(rehearse(SOUND, 1, 2))).contains("16:30:10 stage side");
    }

    @Test
    void variablesCountAndTimersRun() throws Exception {
        String script =
                SOUND.replace("go side when called(north) or called(WQ)", "go side when rounds >= 1 and since > 25 s");
        assertThat(stages(rehearse(script, 1)).get(1)).isEqualTo("16:30:25 stage side");
    }

    @Test
    void elseIsTakenWhenTheFirstDoesNotApply() throws Exception {
        String script = SOUND.replace("stage side ", "stage rest min 2 s max 3 s\nstage side ")
                        .replace("go side when called(north) or called(WQ)", "go side when starved, else rest")
                + "during rest\n  if max-reached  go main\n";
        assertThat(stages(rehearse(script, 1)).get(1)).isEqualTo("16:30:10 stage rest");
    }

    @Test
    void aSavedScriptGoesOnAlike() throws Exception {
        Files.writeString(
                study.resolve("alternatives/stages.yaml"),
                Files.readString(study.resolve("alternatives/stages.yaml"))
                        + "periods: {pm: {to: \"16:38\", warm-up: {length: 3 min}, drain: 1 min}}\n");
        Model model = compile(SOUND).model();
        Replication whole = new Replication(model, 1);
        whole.advanceTo(16 * 3600 + 33 * 60 + 7);
        var saved = whole.save();
        Replication second = new Replication(model, 1);
        second.restore(saved);
        assertThat(org.ulicarro.core.run.Digest.of(List.of(second.result())))
                .isEqualTo(org.ulicarro.core.run.Digest.of(List.of(whole.result())));
    }

    /** What docs/stage-scripts.md shows is sound. */
    @Test
    void examplesOfTheManualAreSound() throws Exception {
        String page = Files.readString(Path.of("../docs/stage-scripts.md"));
        List<String> examples = java.util.regex.Pattern.compile("```stages\n(.*?)```", java.util.regex.Pattern.DOTALL)
                .matcher(page)
                .results()
                .map(r -> r.group(1))
                .toList();
        assertThat(examples).hasSize(5);
        for (String example : examples) {
            assertThat(messages(example)).isEmpty();
        }
    }

    @Test
    void theWayBetweenStagesIsDerived() throws Exception {
        assertThat(compile(SOUND).model().signals().waysAt("market"))
                .extracting(w -> w.from() + " " + w.to() + " " + w.group() + " " + w.ends() + " " + w.begins() + " "
                        + w.waitsFor())
                .contains(
                        "main side EB 4.0 NaN ", // 5 s before the side streets, which wait for people
                        "main side WP 0.0 NaN ",
                        "main side NB NaN 9.0 WP",
                        "main side WQ NaN 9.0 EB")
                .doesNotContain("main side EB 0.0 NaN ");
    }

    /** Nobody loses green to people who finish: vehicles end when their own clearance is up with that of the people beside them. */
    @Test
    void vehiclesKeepGreenWhilePeopleFinish() throws Exception {
        Model model = compile(SOUND).model();
        Rehearsal rehearsal = rehearse(SOUND, 2, 20);
        List<String> shown = rehearsal.changes().stream()
                .filter(c -> c.tick() > START + 150 && c.tick() < START + 350)
                .map(c -> Clock.seconds(c.tick() - START) + " "
                        + model.signals().groups().get(c.group()).id() + " " + c.shows())
                .toList();
        assertThat(shown)
                .contains("20.0 WP YELLOW", "24.0 EB YELLOW", "24.0 WB YELLOW", "29.0 NB GREEN", "29.0 SB GREEN")
                .contains("29.0 WQ GREEN");
    }

    private static final String BUSES = """
            detectors bus = quay-eb, north = pier-call
            limit patience = 60 s
            flag starved = off
            stage main shows EB WB WP min 8 s max 45 s
            stage side shows NB SB WQ min 12 s max 30 s
            always
                if waited(north) > patience set starved on
            during main
                if gap(bus) > 15 s or starved   go side when called(north)
            during side
                if called(bus) and not starved or max-reached   go main
                on leaving set starved off
            """;

    /** When the pier's call, which comes after ten seconds and stays, gets green; NaN within ten minutes for never. */
    private double waits(String script, int busEvery) throws Exception {
        Model model = compile(script).model();
        List<Rehearsal.Call> calls = new ArrayList<>();
        for (int d = 0; d < model.signals().detectors().size(); d++) {
            boolean bus = model.signals().detectors().get(d).id().equals("quay-eb");
            for (int second = 0; bus && second < 600; second += busEvery) {
                calls.add(new Rehearsal.Call(false, d, START + second * 10, START + second * 10 + 30));
            }
            if (!bus) {
                calls.add(new Rehearsal.Call(false, d, START + 100, START + 6000));
            }
        }
        Rehearsal rehearsal = Rehearsal.of(model.signals(), "market", START, START + 6000, calls);
        return rehearsal.changes().stream()
                .filter(c -> model.signals().groups().get(c.group()).id().equals("NB")
                        && c.shows() == org.ulicarro.core.signal.Aspect.GREEN)
                .mapToDouble(c -> (c.tick() - START - 100) / 10.0)
                .findFirst()
                .orElse(Double.NaN);
    }

    /** Priority without bound starves the side street once buses come every 15 s; patience bounds its wait by 60 s and the way there. */
    @Test
    void priorityWithoutPatienceStarvesOthers() throws Exception {
        String unbounded = BUSES.replace(" or starved   go", "   go").replace(" and not starved", "");
        assertThat(waits(unbounded, 30)).isBetween(5.0, 30.0);
        assertThat(waits(unbounded, 15)).isNaN();
        assertThat(waits(BUSES, 30)).isBetween(5.0, 30.0);
        // people over the pier's road finish in 9 s
        assertThat(waits(BUSES, 15)).isBetween(60.0, 60.0 + 9.3);
    }

    private static String pick(long key, int[] draw, String... from) {
        return from[(int) (Draws.uniform(key, draw[0]++) * from.length)];
    }

    /** Random stages and rules over random calls: the conflict monitor, which a rehearsal has in each tick, never finds anything. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void randomScriptsAreSafe(long seed) throws Exception {
        long key = Draws.key(seed, 1, Draws.Purpose.VEHICLE, 8);
        int[] draw = {0};
        StringBuilder script = new StringBuilder("flag f = off\ncount n = 0\n"
                + "stage a shows EB WB WP min 4 s max 20 s\nstage b shows NB SB WQ min 3 s max 15 s\n");
        String[] shows = {"EB", "EB WP", "WB", "NB", "SB WQ", "NB WQ", "WP WQ", "EB WB", "NB SB"};
        for (String stage : new String[] {"c", "d", "e"}) {
            script.append("stage ").append(stage).append(" shows ").append(pick(key, draw, shows));
            script.append(" min ").append(pick(key, draw, "0", "2", "9")).append(" s max 12 s\n");
        }
        String[] stages = {"a", "b", "c", "d", "e"};
        for (String stage : stages) {
            script.append("during ").append(stage).append("\n");
            for (int i = 0; i < 3; i++) {
                String[] others =
                        Stream.of(stages).filter(o -> !o.equals(stage)).toArray(String[]::new);
                script.append("  if ")
                        .append(pick(
                                key,
                                draw,
                                "max-reached",
                                "gap(quay-eb) > 2 s",
                                "called(pier-call) and not f",
                                "waited(mill-call) > 20 s",
                                "called(WQ)",
                                "every(7 s)",
                                "green(EB) > 9 s or n > 3"))
                        .append(pick(key, draw, "", " set f on", " set f off", " set n n + 1"))
                        .append(" go ")
                        .append(pick(key, draw, others))
                        .append(" when ")
                        .append(pick(key, draw, "on", "not f", "lasted > 6 s"))
                        .append(", else ")
                        .append(pick(key, draw, others))
                        .append("\n");
            }
        }
        Model model = compile(script.toString()).model();
        Rehearsal rehearsal = Rehearsal.random(model.signals(), "market", START, START + 30 * 600, 400, seed);
        assertThat(stages(rehearsal)).hasSizeGreaterThan(10);
    }
}
