package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Experiment;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Message;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.RunStore;
import org.ulicarro.files.StudyProblem;

/** Runs one study, from its files to a run folder. */
final class RunWork {

    private final PrintWriter err;

    RunWork(PrintWriter err) {
        this.err = err;
    }

    /**
     * Runs and writes; what is not complete is removed, also when the program is interrupted.
     *
     * @return the run, with its rows still in memory
     */
    Run run(LoadedStudy study, String period, RunSettings settings)
            throws StudyProblem, IOException, InterruptedException {
        LoadedStudy.Compiled compiled = study.compile(period);
        compiled.warnings().forEach(err::println);
        RunStore store = new RunStore(study.folder());
        Path part = store.begin(study.alternative());
        Thread onInterrupt = new Thread(() -> store.discard(part));
        Runtime.getRuntime().addShutdownHook(onInterrupt);
        boolean whole = false;
        try {
            Run written = write(part, study, compiled, settings);
            Path complete = store.finish(part);
            whole = true;
            return written.at(complete);
        } finally {
            if (!whole) {
                store.discard(part);
            }
            forget(onInterrupt);
        }
    }

    private static void forget(Thread hook) {
        try {
            Runtime.getRuntime().removeShutdownHook(hook);
        } catch (IllegalStateException goingDown) {
            // then it runs, and finds nothing to remove or removes what is not complete
        }
    }

    private Run write(Path part, LoadedStudy study, LoadedStudy.Compiled compiled, RunSettings settings)
            throws IOException, InterruptedException {
        Model model = compiled.model();
        int count = settings.replications() > 0
                ? settings.replications()
                : model.study().replications();
        Instant started = Instant.now().truncatedTo(ChronoUnit.SECONDS);
        long clock = System.nanoTime();
        ProgressLine progress = new ProgressLine(err, count);
        List<ReplicationResult> results;
        try (RunRecorders recorders = new RunRecorders(part, study.alternative(), model, count, settings)) {
            results = new ArrayList<>(Experiment.run(model, count, settings.jobs(), progress, recorders));
            addUntilSure(model, settings, results, recorders, progress);
        } catch (UncheckedIOException e) {
            throw e.getCause();
        } finally {
            progress.done();
        }
        double seconds = (System.nanoTime() - clock) / 1e9;
        List<String> warnings = new ArrayList<>(
                compiled.warnings().stream().map(Message::toString).toList());
        if (settings.outside() != null) {
            warnings.add("note: signals were controlled from outside; who repeats the run needs the same controller");
            settings.outside().incidents().forEach(incident -> warnings.add("warning: " + incident));
        }
        RunRecord record = record(study, model, warnings, results, started, seconds, settings.jobs());
        return RunFolder.write(part, record, study, results, log(record, results));
    }

    private void addUntilSure(
            Model model,
            RunSettings settings,
            List<ReplicationResult> results,
            RunRecorders recorders,
            ProgressLine first)
            throws InterruptedException {
        Precision precision = settings.precision();
        if (precision == null) {
            return;
        }
        first.done();
        while (!precision.isReached(results) && results.size() < precision.most()) {
            err.println(precision.words(results));
            int more = precision.more(results);
            ProgressLine progress = new ProgressLine(err, more);
            try {
                int before = results.size();
                results.addAll(Experiment.run(
                        model,
                        before + 1,
                        more,
                        settings.jobs(),
                        (number, share, outside) -> progress.at(number - before, share, outside),
                        recorders));
            } finally {
                progress.done();
            }
        }
        err.println(precision.words(results)
                + (precision.isReached(results)
                        ? ""
                        : "; more than " + precision.most() + " were not asked for (--most)"));
    }

    private static RunRecord record(
            LoadedStudy study,
            Model model,
            List<String> warnings,
            List<ReplicationResult> results,
            Instant started,
            double seconds,
            int jobs) {
        return new RunRecord(
                Main.version(),
                model.study().title(),
                study.alternative(),
                model.periodId(),
                model.period().from(),
                model.period().to(),
                results.size(),
                model.study().seed(),
                model.study().units().name().toLowerCase(Locale.ROOT),
                study.inputs().digest(),
                Digest.of(results),
                results.stream().mapToInt(ReplicationResult::wanted).average().orElse(0),
                results.stream()
                        .mapToInt(ReplicationResult::unservedAtEnd)
                        .average()
                        .orElse(0),
                results.stream().mapToInt(ReplicationResult::unservedPeak).max().orElse(0),
                results.stream()
                        .mapToDouble(ReplicationResult::startFill)
                        .average()
                        .orElse(1),
                results.stream()
                        .mapToInt(ReplicationResult::missedTurns)
                        .average()
                        .orElse(0),
                results.stream().mapToInt(ReplicationResult::detoured).average().orElse(0),
                results.stream().mapToInt(ReplicationResult::noWay).average().orElse(0),
                results.stream()
                        .flatMap(
                                r -> r.standstills().stream().map(how -> "replication " + r.replication() + ": " + how))
                        .toList(),
                warnings,
                results.stream().map(r -> r.traffic().line()).toList(),
                started.toString(),
                StrictMath.rint(seconds * 1000) / 1000,
                jobs,
                System.getProperty("java.version"),
                System.getProperty("os.name") + " " + System.getProperty("os.arch"));
    }

    private static List<String> log(RunRecord record, List<ReplicationResult> results) {
        List<String> log = new ArrayList<>();
        log.add("Ulicarro " + record.version() + ", started " + record.started() + ", " + record.jobs() + " jobs");
        log.addAll(record.warnings());
        for (ReplicationResult r : results) {
            log.add(String.format(
                    Locale.ROOT,
                    "replication %d: %d vehicles wanted to travel, %d entered, %d outside at the end of the period (at most %d),"
                            + " at most %d on the road, %d vehicle-steps",
                    r.replication(),
                    r.wanted(),
                    r.entered(),
                    r.unservedAtEnd(),
                    r.unservedPeak(),
                    r.mostOnRoad(),
                    r.vehicleSteps()));
            r.standstills().forEach(how -> log.add("  standstill: " + how));
            if (r.missedTurns() > 0) {
                log.add("  missed turns: " + r.missedTurns());
            }
            if (r.detoured() + r.noWay() > 0) {
                log.add("  round closed roads: " + r.detoured() + ", without another way: " + r.noWay());
            }
        }
        log.add(String.format(Locale.ROOT, "done in %.1f s, digest %s", record.seconds(), record.digest()));
        return log;
    }
}
