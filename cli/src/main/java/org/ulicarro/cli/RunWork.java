package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicReference;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.run.Trials;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Message;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunInProgress;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.RunRequest;
import org.ulicarro.files.RunStore;
import org.ulicarro.files.StudyProblem;

/** Runs one study, from its files to a run folder. */
final class RunWork {

    private final PrintWriter err;

    RunWork(PrintWriter err) {
        this.err = err;
    }

    /**
     * Runs and writes. What an error stops is removed; what is interrupted stays, once a replication of it is whole, to be gone on with.
     *
     * @return the run, with its rows still in memory
     */
    Run run(LoadedStudy study, String period, RunSettings settings)
            throws StudyProblem, IOException, InterruptedException {
        LoadedStudy.Compiled compiled = study.compile(period);
        compiled.warnings().forEach(err::println);
        RunStore store = new RunStore(study.folder());
        RunRequest request = request(study, compiled.model(), settings);
        return complete(store, null, part -> RunInProgress.begin(part, request), study, compiled, settings);
    }

    /** Goes on with a run that was interrupted: with the next replication. */
    Run goOn(LoadedStudy study, RunInProgress run, RunSettings settings)
            throws StudyProblem, IOException, InterruptedException {
        LoadedStudy.Compiled compiled = study.compile(run.request().period());
        compiled.warnings().forEach(err::println);
        err.println("going on with " + run.part() + " after " + run.count() + " of "
                + run.request().replications() + " replications");
        return complete(new RunStore(study.folder()), run.part(), part -> run, study, compiled, settings);
    }

    /** Makes a run of all replications of another one and more. */
    Run more(LoadedStudy study, Path of, RunRequest request, RunSettings settings)
            throws StudyProblem, IOException, InterruptedException {
        LoadedStudy.Compiled compiled = study.compile(request.period());
        compiled.warnings().forEach(err::println);
        RunStore store = new RunStore(study.folder());
        return complete(store, null, part -> RunInProgress.more(part, request, of), study, compiled, settings);
    }

    private interface Beginning {
        RunInProgress begin(Path part) throws IOException;
    }

    private static RunRequest request(LoadedStudy study, Model model, RunSettings settings) {
        Precision precision = settings.precision();
        return new RunRequest(
                Main.version(),
                study.alternative(),
                model.periodId(),
                study.inputs().digest(),
                settings.replications() > 0
                        ? settings.replications()
                        : model.study().replications(),
                settings.record().text(),
                precision == null ? null : String.valueOf(100 * precision.share()),
                precision == null ? null : precision.of(),
                precision == null ? 0 : precision.most(),
                settings.stopOnStandstill(),
                settings.external() == null && settings.lamps() == null);
    }

    /** @param known the folder that is gone on with; null for a new one, which is begun when somebody is there to clear it away again */
    private Run complete(
            RunStore store,
            Path known,
            Beginning beginning,
            LoadedStudy study,
            LoadedStudy.Compiled compiled,
            RunSettings settings)
            throws IOException, InterruptedException {
        AtomicReference<Path> part = new AtomicReference<>(known);
        AtomicReference<RunInProgress> begun = new AtomicReference<>();
        Thread onInterrupt = new Thread(() -> stopped(store, part.get(), begun.get(), study));
        Runtime.getRuntime().addShutdownHook(onInterrupt);
        try {
            part.compareAndSet(null, known == null ? store.begin(study.alternative()) : known);
            try (RunInProgress run = beginning.begin(part.get())) {
                begun.set(run);
                Run written = write(run, study, compiled, settings);
                return written.at(store.finish(part.get()));
            }
        } catch (RuntimeException e) {
            store.discard(part.get());
            throw e;
        } catch (IOException | InterruptedException e) {
            stopped(store, part.get(), begun.get(), study);
            throw e;
        } finally {
            forget(onInterrupt);
        }
    }

    /** Leaves what can be gone on with. */
    private void stopped(RunStore store, Path part, RunInProgress run, LoadedStudy study) {
        if (run == null || run.count() == 0 || !run.request().alone()) {
            // who is still at work may make a file while the folder is being removed
            for (int again = 0; again < 20 && part != null && Files.exists(part); again++) {
                store.discard(part);
            }
            return;
        }
        err.println();
        err.println("stopped; " + run.count() + " of " + run.request().replications() + " replications are kept: "
                + Main.me() + " run " + Main.typed(study.folder()) + " --resume goes on with them");
        err.flush();
    }

    private static void forget(Thread hook) {
        try {
            Runtime.getRuntime().removeShutdownHook(hook);
        } catch (IllegalStateException goingDown) {
            // then it runs, and finds nothing to remove or removes what is not complete
        }
    }

    private Run write(RunInProgress run, LoadedStudy study, LoadedStudy.Compiled compiled, RunSettings settings)
            throws IOException, InterruptedException {
        Model model = compiled.model();
        int count = run.request().replications();
        Instant started = Instant.now().truncatedTo(ChronoUnit.SECONDS);
        long clock = System.nanoTime();
        List<ReplicationResult> results = new ArrayList<>(run.kept());
        String dark;
        try (RunRecorders recorders = new RunRecorders(run.part(), study.alternative(), model, count, settings);
                TrialPool pool = new LocalPool(settings.jobs())) {
            add(model, count - results.size(), results, run, pool, recorders);
            addUntilSure(model, settings, results, run, pool, recorders);
            dark = recorders.lampTrouble();
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
        double seconds = (System.nanoTime() - clock) / 1e9;
        List<String> incidents = new ArrayList<>();
        if (settings.external() != null) {
            incidents.add("note: signals had external control; who repeats the run needs the same controller");
            settings.external().incidents().forEach(incident -> incidents.add("warning: " + incident));
        }
        if (dark != null) {
            incidents.add("warning: lamps were told nothing " + dark);
        }
        RunRecord record = record(study, compiled, incidents, results, started, seconds, settings.jobs());
        return run.finish(record, study, results, log(record, results, run.before()));
    }

    /** Runs so many more, and keeps each as it comes. */
    private void add(
            Model model,
            int more,
            List<ReplicationResult> results,
            RunInProgress run,
            TrialPool pool,
            RunRecorders recorders)
            throws InterruptedException {
        int before = results.size();
        ProgressLine progress = new ProgressLine(err, Math.max(0, more));
        try {
            Trials.run(
                    model,
                    new Replications(before + 1, Math.max(0, more)),
                    Instruments.full(),
                    pool,
                    recorders,
                    (number, share, outside) -> progress.at(number - before, share, outside),
                    result -> {
                        try {
                            run.keep(result);
                        } catch (IOException e) {
                            throw new UncheckedIOException(e);
                        }
                        results.add(result);
                    });
        } finally {
            progress.done();
        }
    }

    private void addUntilSure(
            Model model,
            RunSettings settings,
            List<ReplicationResult> results,
            RunInProgress run,
            TrialPool pool,
            RunRecorders recorders)
            throws InterruptedException {
        Precision precision = settings.precision();
        if (precision == null) {
            return;
        }
        while (!precision.isReached(results) && results.size() < precision.most()) {
            err.println(precision.words(results));
            add(model, precision.more(results), results, run, pool, recorders);
        }
        err.println(precision.words(results)
                + (precision.isReached(results)
                        ? ""
                        : "; more than " + precision.most() + " were not asked for (--most)"));
    }

    private static RunRecord record(
            LoadedStudy study,
            LoadedStudy.Compiled compiled,
            List<String> incidents,
            List<ReplicationResult> results,
            Instant started,
            double seconds,
            int jobs) {
        Model model = compiled.model();
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
                results.stream().mapToInt(ReplicationResult::movedUp).average().orElse(0),
                results.stream()
                        .flatMap(
                                r -> r.standstills().stream().map(how -> "replication " + r.replication() + ": " + how))
                        .toList(),
                compiled.warnings().stream().map(Message::toString).toList(),
                incidents,
                results.stream().map(r -> r.traffic().line()).toList(),
                started.toString(),
                StrictMath.rint(seconds * 1000) / 1000,
                jobs,
                System.getProperty("java.version"),
                System.getProperty("os.name") + " " + System.getProperty("os.arch"));
    }

    private static List<String> log(RunRecord record, List<ReplicationResult> results, int before) {
        List<String> log = new ArrayList<>();
        log.add("Ulicarro " + record.version() + ", started " + record.started() + ", " + record.jobs() + " jobs");
        if (before > 0) {
            log.add("went on after " + before + " replications that were there already");
        }
        log.addAll(record.warnings());
        log.addAll(record.incidents());
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
            if (r.movedUp() > 0) {
                log.add("  moved up into full junctions, where full roads in a circle held each other: " + r.movedUp());
            }
            if (r.detoured() + r.noWay() > 0) {
                log.add("  round closed roads: " + r.detoured() + ", without another way: " + r.noWay());
            }
        }
        log.add(String.format(Locale.ROOT, "done in %.1f s, digest %s", record.seconds(), record.digest()));
        return log;
    }
}
