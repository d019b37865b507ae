package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Progress;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.search.Tries;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.SearchFolder;
import org.ulicarro.files.SearchRequest;
import org.ulicarro.files.SearchStore;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** A search with its folder: begun or gone on with, driven on the threads of this computer, every trial kept as it comes. */
final class Searching implements AutoCloseable {

    /** What a command does with its trials. */
    interface Work<T> {
        T with(Tries tries) throws InterruptedException;
    }

    private final LoadedStudy study;
    private final Model model;
    private final SearchFolder folder;

    private Searching(LoadedStudy study, Model model, SearchFolder folder) {
        this.study = study;
        this.model = model;
        this.folder = folder;
    }

    /**
     * A new search.
     *
     * @param command its name
     * @param alternative null for the base
     * @param asked its options
     * @param check refuses what cannot be searched, before a folder is made
     */
    static Searching begin(
            String command,
            StudyArguments arguments,
            String alternative,
            int replications,
            Map<String, String> asked,
            Consumer<Model> check)
            throws StudyProblem, IOException {
        LoadedStudy study = arguments.read(alternative);
        Model model = study.compile(arguments.period).model();
        check.accept(model);
        SearchRequest request = new SearchRequest(
                Main.version(),
                command,
                study.alternative(),
                model.periodId(),
                model.inputs().digest(),
                model.study().seed(),
                replications,
                asked,
                Instant.now().truncatedTo(ChronoUnit.SECONDS).toString());
        Path folder = new SearchStore(study.folder()).begin(command);
        return new Searching(study, model, SearchFolder.begin(folder, request));
    }

    /**
     * A search that was stopped.
     *
     * @param which its number, or {@code last}
     * @throws IOException in words when there is none, it is of another command, or the study is no longer what it was
     */
    static Searching goOn(String command, Path study, String which) throws StudyProblem, IOException {
        Path folder = find(new SearchStore(study), study, which);
        SearchRequest request = SearchFolder.request(folder);
        if (!request.command().equals(command)) {
            throw new IOException(folder + " is a search by '" + request.command() + "', not by '" + command + "'");
        }
        LoadedStudy loaded = StudyFolder.read(
                study,
                request.alternative().equals("base")
                        ? List.of()
                        : List.of(request.alternative().split("\\+", -1)));
        Model model = loaded.compile(request.period()).model();
        if (!model.inputs().digest().equals(request.inputs())) {
            throw new IOException(folder + " was begun with another version of this study; begin a new search");
        }
        if (!request.version().equals(Main.version())) {
            throw new IOException(folder + " was begun with Ulicarro " + request.version() + ", this is "
                    + Main.version() + ", whose figures may differ; begin a new search");
        }
        return new Searching(loaded, model, SearchFolder.goOn(folder));
    }

    private static Path find(SearchStore store, Path study, String which) throws IOException {
        List<String> known =
                store.all().stream().map(f -> f.getFileName().toString()).toList();
        return store.find(which)
                .orElseThrow(() -> new IOException("there is no search '" + which + "' in " + study
                        + (known.isEmpty() ? "; it has none" : ". It has: " + String.join(", ", known))));
    }

    LoadedStudy study() {
        return study;
    }

    Model model() {
        return model;
    }

    SearchRequest request() {
        return folder.request();
    }

    Path folder() {
        return folder.folder();
    }

    /** As commands take it: {@code quayside/searches/3}. */
    String shortName() {
        return folder().getParent() + "/" + SearchStore.number(folder());
    }

    /** What a command does with a pool. */
    interface PoolWork<T> {
        T with(TrialPool pool) throws InterruptedException;
    }

    /** Drives it, and says trial by trial how far it is. */
    <T> T run(Instruments instruments, PrintWriter err, Work<T> work) throws InterruptedException {
        Replications replications = Replications.of(request().replications());
        ProgressLine[] line = {null};
        try {
            return withPool(
                    err,
                    pool -> work.with(new Tries(pool, replications, instruments, folder, (trial, known) -> {
                        if (line[0] != null) {
                            line[0].done();
                        }
                        if (known == replications.count()) {
                            err.println("trial " + trial + ": known");
                            line[0] = null;
                            return Progress.SILENT;
                        }
                        err.println("trial " + trial + (known == 0 ? "" : ": " + known + " replications are known"));
                        line[0] = new ProgressLine(err, replications.count());
                        return line[0];
                    })));
        } finally {
            if (line[0] != null) {
                line[0].done();
            }
        }
    }

    /** Drives it on all threads; says what goes on with it when it is interrupted. */
    <T> T withPool(PrintWriter err, PoolWork<T> work) throws InterruptedException {
        Thread onInterrupt = new Thread(() -> {
            err.println();
            err.println("stopped; what was tried is kept: '" + request().command() + " STUDY --resume "
                    + SearchStore.number(folder()) + "' goes on");
            err.flush();
        });
        Runtime.getRuntime().addShutdownHook(onInterrupt);
        try (TrialPool pool = new LocalPool(Runtime.getRuntime().availableProcessors())) {
            return work.with(pool);
        } finally {
            try {
                Runtime.getRuntime().removeShutdownHook(onInterrupt);
            } catch (IllegalStateException goingDown) {
                // then it has been told
            }
        }
    }

    /** Where its trials are kept. */
    SearchFolder journal() {
        return folder;
    }

    /** Says how it ended. */
    void end(String outcome) throws IOException {
        folder.end(outcome);
    }

    @Override
    public void close() throws IOException {
        folder.close();
    }
}
