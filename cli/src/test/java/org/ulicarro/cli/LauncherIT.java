package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.ulicarro.files.Samples;

/** The built program as people start it: ./ulicarro in a process of its own. */
@DisabledOnOs(OS.WINDOWS)
@Execution(ExecutionMode.CONCURRENT)
class LauncherIT {

    private static final Path ROOT = Path.of("").toAbsolutePath().getParent();

    @TempDir
    private Path temp;

    private String out;
    private String err;

    /** What every start after the first finds ready. */
    @BeforeAll
    static void isStartedOnce() throws IOException, InterruptedException {
        Process first = new ProcessBuilder(ROOT.resolve("ulicarro").toString(), "--version")
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        awaitEnd(first);
        assertThat(first.exitValue()).isZero();
    }

    private Process start(Map<String, String> environment, Object... args) throws IOException {
        List<String> command = new ArrayList<>(List.of(ROOT.resolve("ulicarro").toString()));
        for (Object arg : args) {
            command.add(arg.toString());
        }
        ProcessBuilder builder = new ProcessBuilder(command).directory(temp.toFile());
        builder.environment().putAll(environment);
        builder.redirectOutput(temp.resolve("out.txt").toFile());
        builder.redirectError(temp.resolve("err.txt").toFile());
        return builder.start();
    }

    /** A process that hangs is told apart from a slow machine by what its threads were doing. */
    private static void awaitEnd(Process process) throws IOException, InterruptedException {
        if (!process.waitFor(15, TimeUnit.MINUTES)) {
            Process dump = new ProcessBuilder("jstack", String.valueOf(process.pid()))
                    .redirectErrorStream(true)
                    .start();
            String threads = new String(dump.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            process.destroyForcibly();
            fail("does not end by itself; its threads:\n" + threads);
        }
    }

    private int run(Object... args) throws IOException, InterruptedException {
        return runWith(Map.of(), args);
    }

    private int runWith(Map<String, String> environment, Object... args) throws IOException, InterruptedException {
        Process process = start(environment, args);
        awaitEnd(process);
        out = Files.readString(temp.resolve("out.txt"), StandardCharsets.UTF_8);
        err = Files.readString(temp.resolve("err.txt"), StandardCharsets.UTF_8);
        assertThat(out + err).doesNotContain("Exception").doesNotContain("\tat ");
        return process.exitValue();
    }

    @Test
    void theDemoDoesTheWholeJob() throws Exception {
        assertThat(run("demo")).isZero();
        assertThat(out)
                .contains(
                        "Ferry access on Quayside Road",
                        "10 replications",
                        "worst",
                        "market",
                        "runs/0001-base",
                        "next:");
        assertThat(err).contains("wrote the demo study to quayside");
        assertThat(temp.resolve("quayside/plan.svg")).exists();
        assertThat(temp.resolve("quayside/runs/0001-base/results.sqlite")).exists();
        Path main = temp.resolve("quayside/study.yaml");
        Files.writeString(main, Files.readString(main).replace("replications: 10", "replications: 2"));
        assertThat(run("demo")).as("again, beside the first").isZero();
        assertThat(err).contains("using the study that is in quayside");
        assertThat(run("run", "quayside", "--jobs", "1")).isZero();
        assertThat(digest("0003-base")).isEqualTo(digest("0002-base"));
        assertThat(run("results", "quayside", "--json")).isZero();
        assertThat(out).startsWith("{\"warnings\":[").contains("\"name\":\"WBL\"");
        assertThat(err.lines())
                .as("stdout carries the result, stderr what to know before it")
                .isNotEmpty()
                .allMatch(l -> l.startsWith("warning: ") || l.contains(": warning: "));
    }

    private String digest(String run) throws IOException {
        return digest("quayside", run);
    }

    private String digest(String study, String run) throws IOException {
        return Files.readString(temp.resolve(study + "/runs/" + run + "/run.json"))
                .lines()
                .filter(l -> l.contains("\"digest\""))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void exitCodesReachTheShell() throws Exception {
        assertThat(run("--help")).isZero();
        assertThat(out).contains("Usage: ulicarro COMMAND");
        assertThat(run("--version")).isZero();
        assertThat(out).startsWith("Ulicarro 0.");
        assertThat(run("nonsense")).isEqualTo(2);
        assertThat(run("check", "nowhere")).isEqualTo(3);
        assertThat(out).isEmpty();
        assertThat(run("new", "mine")).isZero();
        Files.writeString(temp.resolve("mine/study.yaml"), "format: ulicarro/1\n");
        assertThat(run("check", "mine")).isEqualTo(1);
        assertThat(out).contains("'title' is missing");
    }

    /** A reader that has seen enough is no failure; a full disk is, and is said. */
    @Test
    void whatBecomesOfTheOutputIsToldApart() throws Exception {
        Path launcher = ROOT.resolve("ulicarro");
        assertThat(shell(launcher + " schema | head -n 1; exit ${PIPESTATUS[0]}"))
                .isZero();
        assertThat(shell("if [ -e /dev/full ]; then " + launcher
                        + " schema >/dev/full; else echo No space left >&2; exit 3; fi"))
                .isEqualTo(3);
        assertThat(err).contains("No space left");
    }

    /** Where a source is newer than what was built, the launcher does not go on with the old build. */
    @Test
    void anOldBuildIsNotStarted() throws Exception {
        Path root = temp.resolve("copy");
        Files.createDirectories(root.resolve("cli/target/app/lib"));
        Files.createDirectories(root.resolve("core/src/main"));
        Files.createDirectories(root.resolve("bin"));
        Files.copy(ROOT.resolve("ulicarro"), root.resolve("ulicarro"));
        Files.writeString(root.resolve("cli/target/app/ulicarro.jar"), "old");
        Files.writeString(root.resolve("pom.xml"), "<project/>");
        Files.writeString(root.resolve("core/src/main/Changed.java"), "class Changed {}");
        Files.setLastModifiedTime(root.resolve("cli/target/app/ulicarro.jar"), FileTime.fromMillis(1_000_000_000_000L));
        Path maven = Files.writeString(root.resolve("bin/mvn"), "#!/bin/sh\necho no compiler today\nexit 1\n");
        assertThat(maven.toFile().setExecutable(true)).isTrue();
        assertThat(shell("PATH=" + root.resolve("bin") + ":$PATH sh " + root.resolve("ulicarro") + " --version"))
                .isEqualTo(70);
        assertThat(err)
                .contains("has changed since the last build, building anew")
                .contains("no compiler today");
    }

    /** Few replications are done before the optimising compiler pays, many and large networks are not; results are the same. */
    @Test
    void theCompilerSuitsTheSizeOfTheRun() throws Exception {
        Path root = temp.resolve("a copy");
        Files.createDirectories(root.resolve("app/lib"));
        Files.createDirectories(root.resolve("home/bin"));
        Files.createDirectories(root.resolve("small"));
        Files.createDirectories(root.resolve("large"));
        Files.copy(ROOT.resolve("ulicarro"), root.resolve("ulicarro"));
        Files.writeString(root.resolve("app/ulicarro.jar"), "a jar");
        Files.writeString(root.resolve("small/study.yaml"), "name: small");
        Files.createDirectories(root.resolve("middle"));
        Files.writeString(root.resolve("middle/network.yaml"), "0123456789".repeat(1200));
        Files.writeString(root.resolve("large/roads.csv"), "0123456789".repeat(6001));
        Path java = Files.writeString(root.resolve("home/bin/java"), "#!/bin/sh\necho \"$@\"\n");
        assertThat(java.toFile().setExecutable(true)).isTrue();
        Map<String, Boolean> optimised = new LinkedHashMap<>();
        optimised.put("run small", false);
        optimised.put("run small -n 49", false);
        optimised.put("run -n 50 small", true);
        optimised.put("run -n50 small", true);
        optimised.put("run small --replications=500", true);
        optimised.put("run small --precision 5% --most 100", true);
        optimised.put("run small --pace 100", false);
        optimised.put("run middle", false);
        optimised.put("run middle -n 16", false);
        optimised.put("run middle -n 17", true);
        optimised.put("run large -n 2", true);
        optimised.put("demo", false);
        optimised.put("results large", false);
        for (Map.Entry<String, Boolean> each : optimised.entrySet()) {
            String line = "cd '" + root + "' && JAVA_HOME='" + root + "/home' ./ulicarro " + each.getKey();
            assertThat(shell(line)).isZero();
            String started = Files.readString(temp.resolve("out.txt"), StandardCharsets.UTF_8);
            assertThat(started).as(each.getKey()).endsWith("ulicarro.jar " + each.getKey() + "\n");
            assertThat(started.contains("TieredStopAtLevel")).as(each.getKey()).isNotEqualTo(each.getValue());
        }
    }

    private int shell(String script) throws IOException, InterruptedException {
        Process process = new ProcessBuilder("bash", "-c", script)
                .directory(temp.toFile())
                .redirectOutput(temp.resolve("out.txt").toFile())
                .redirectError(temp.resolve("err.txt").toFile())
                .start();
        awaitEnd(process);
        err = Files.readString(temp.resolve("err.txt"), StandardCharsets.UTF_8);
        return process.exitValue();
    }

    @Test
    void aPlaceWithABlankInItsNameIsFine() throws Exception {
        assertThat(run("new", "a study of mine")).isZero();
        assertThat(run("check", "a study of mine")).isZero();
        assertThat(out).contains("can run");
    }

    @Test
    void anInterruptedRunLeavesNothingHalfWritten() throws Exception {
        Samples.write(Samples.QUAYSIDE, temp.resolve("mine"));
        Path main =
                temp.resolve("mine/study.yaml"); // a replication takes longer than it takes to see that it has begun
        Files.writeString(main, Files.readString(main).replace("step: 0.2 s", "step: 0.1 s"));
        Process process = start(Map.of(), "run", "mine", "-n", "2000");
        Path runs = temp.resolve("mine/runs");
        for (int i = 0; i < 12_000 && !Files.exists(runs.resolve("0001-base.part")); i++) {
            Thread.sleep(50);
        }
        assertThat(runs.resolve("0001-base.part")).exists();
        process.descendants().forEach(ProcessHandle::destroy);
        process.destroy(); // as Ctrl-C does
        assertThat(process.waitFor(15, TimeUnit.MINUTES)).isTrue();
        assertThat(runs).as("the part is gone, and the folder it was alone in").doesNotExist();
    }

    /** Killed without warning, twice, it goes on with the next replication, and is the run that nobody killed. */
    @Test
    void aKilledRunGoesOn() throws Exception {
        Samples.write(Samples.MARKET, temp.resolve("mine"));
        Path main = temp.resolve("mine/study.yaml");
        Files.writeString(
                main,
                Files.readString(main).replace("to: \"17:30\"", "to: \"16:35\"").replace("15 min", "2 min"));
        killAfterARow(1, "run", "mine", "-n", "30", "-j", "1");
        assertThat(run("results", "mine")).isEqualTo(3);
        assertThat(run("show", "mine", "runs")).isZero();
        assertThat(out).contains("0001-base.part").contains("of 30; 'run --resume' goes on");
        int kept = Integer.parseInt(out.replaceAll("(?s).*after (\\d+) of 30.*", "$1"));
        killAfterARow(kept + 1, "run", "mine", "--resume", "-j", "1");
        assertThat(run("run", "mine", "--resume")).isZero();
        assertThat(err).containsPattern("going on with mine/runs/0001-base.part after \\d+ of 30");
        assertThat(run("run", "mine", "-n", "25")).isZero();
        assertThat(run("run", "--more", "5", "mine/2")).isZero();
        assertThat(digest("mine", "0003-base")).isEqualTo(digest("mine", "0001-base"));
        assertThat(run("run", "mine", "--resume")).isEqualTo(3);
        assertThat(err).contains("no run of this study was interrupted");
    }

    private void killAfterARow(int rows, Object... args) throws Exception {
        Process process = start(Map.of(), args);
        Path database = temp.resolve("mine/runs/0001-base.part/results.sqlite");
        int kept = 0;
        for (int i = 0; i < 12_000 && kept < rows; i++) {
            Thread.sleep(50);
            if (Files.exists(database)) {
                try (Connection db = DriverManager.getConnection("jdbc:sqlite:file:" + database + "?mode=ro");
                        ResultSet r = db.createStatement().executeQuery("SELECT count(*) FROM replications")) {
                    kept = r.getInt(1);
                } catch (SQLException e) {
                    // it is being written
                }
            }
        }
        assertThat(kept).isBetween(rows, 29);
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
        assertThat(process.waitFor(15, TimeUnit.MINUTES)).isTrue();
    }

    /** A run must not end as if it were whole when its results cannot be kept. */
    @Test
    void resultsThatCannotBeKeptAreSaid() throws Exception {
        assertThat(run("new", "mine")).isZero();
        Files.writeString(temp.resolve("mine/runs"), "a file where the folder of runs should be");
        assertThat(run("run", "mine", "-n", "1")).isEqualTo(3);
        assertThat(err).contains("runs");
        assertThat(out).isEmpty();
    }

    @Test
    void theOtherJavaGivesTheSameDigits() throws Exception {
        Set<Path> others = new LinkedHashSet<>(); // each once, by whatever links it can be reached
        Path homes = Path.of("/usr/lib/jvm");
        if (Files.isDirectory(homes)) {
            try (var list = Files.list(homes)) {
                for (Path home : list.filter(p -> Files.isExecutable(p.resolve("bin/java")))
                        .sorted()
                        .toList()) {
                    others.add(home.toRealPath());
                }
            }
        }
        others.add(Path.of(System.getProperty("java.home")).toRealPath());
        assertThat(run("new", "quayside")).isZero();
        List<String> digests = new ArrayList<>();
        for (Path home : others) {
            assertThat(runWith(Map.of("JAVA_HOME", home.toString()), "run", "quayside", "-n", "2"))
                    .as(home.toString())
                    .isZero();
            runWith(Map.of("JAVA_HOME", home.toString()), "--version");
            assertThat(err)
                    .as("ready after the first start, and no warning of this JVM")
                    .isEmpty();
            digests.add(digest(String.format("%04d-base", digests.size() + 1)));
        }
        assertThat(digests.stream().distinct()).as("over " + others).hasSize(1);
    }
}
