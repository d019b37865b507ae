package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunInProgress;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.RunRequest;
import org.ulicarro.files.RunStore;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Goes on with what was run before: with a run that was interrupted, or with more replications of one that is complete. */
final class Resumption {

    private Resumption() {}

    /**
     * Goes on with the last run of a study that was interrupted.
     *
     * @throws IOException with words for the user when there is none, or it can not go on
     */
    static Run goOn(Path folder, int jobs, PrintWriter err) throws StudyProblem, IOException, InterruptedException {
        if (!Files.exists(folder.resolve(StudyFolder.MAIN_FILE))) {
            throw new IOException(folder + " is no study: --resume takes the folder with study.yaml");
        }
        List<Path> parts = new RunStore(folder).unfinished();
        if (parts.isEmpty()) {
            throw new IOException(folder + ": no run of this study was interrupted");
        }
        Path part = parts.get(parts.size() - 1);
        try (RunInProgress run = RunInProgress.goOn(part)) {
            RunRequest request = run.request();
            if (!request.version().equals(Main.version())) {
                throw new IOException(part + " was begun by Ulicarro " + request.version()
                        + ", whose replications do not go with those of " + Main.version()
                        + "; remove it and run anew");
            }
            LoadedStudy study = read(folder, request.alternative());
            if (!study.inputs().digest().equals(request.inputs())) {
                throw new IOException(part + ": the study is no longer as it was when this run began;"
                        + " what it has is of the old one. Put the study back, or remove the folder and run anew");
            }
            RunSettings settings = new RunSettings(
                    request.replications(),
                    jobs,
                    RecordChoice.parse(request.record()),
                    request.precision() == null
                            ? null
                            : new Precision(
                                    Double.parseDouble(request.precision()) / 100, request.of(), request.most()),
                    request.stopOnStandstill(),
                    null,
                    null,
                    null,
                    0);
            return new RunWork(err).goOn(study, run, settings);
        }
    }

    /**
     * Makes another run of one that is complete, with more replications.
     *
     * @throws IOException with words for the user when the study has changed since
     */
    static Run more(String text, int more, int jobs, PrintWriter err)
            throws StudyProblem, IOException, InterruptedException {
        Path run = RunArgument.find(text);
        RunRecord record = RunFolder.record(run);
        Path folder = run.toAbsolutePath().normalize().getParent().getParent();
        LoadedStudy study = read(folder, record.alternative());
        List<String> changes = RunFolder.changes(run, study);
        if (!changes.isEmpty() || !record.version().equals(Main.version())) {
            throw new IOException(run + " is of "
                    + (changes.isEmpty()
                            ? "Ulicarro " + record.version()
                            : "another study than this one: " + String.join(", ", changes) + " changed since")
                    + "; more replications would not go with those it has");
        }
        RunRequest request = new RunRequest(
                record.version(),
                record.alternative(),
                record.period(),
                record.inputs(),
                record.replications() + more,
                null,
                null,
                null,
                0,
                false,
                true);
        return new RunWork(err)
                .more(study, run, request, RunSettings.of(request.replications(), jobs, RecordChoice.parse(null)));
    }

    private static LoadedStudy read(Path folder, String alternative) throws StudyProblem {
        return StudyFolder.read(folder, alternative.equals("base") ? List.of() : List.of(alternative.split("\\+", -1)));
    }
}
