package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunInProgress;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.RunStore;
import org.ulicarro.files.StudyFolder;

/** The runs of a study: those that are complete, then those that are being made or were interrupted. */
final class RunSheet {

    private RunSheet() {}

    /**
     * Lists them.
     *
     * @throws IOException when there is no study
     */
    static Sheet of(Path study) throws IOException {
        if (!Files.exists(study.resolve(StudyFolder.MAIN_FILE))) {
            throw new IOException(study + " is no study: there is no " + StudyFolder.MAIN_FILE);
        }
        Sheet sheet = new Sheet()
                .words("run", "run")
                .words("alternative", "alternative")
                .words("period", "period")
                .numbers("replications", "replications", 0)
                .words("started", "started")
                .words("state", "state");
        RunStore store = new RunStore(study);
        for (Path run : store.complete()) {
            RunRecord record = RunFolder.record(run);
            sheet.add(
                    run.getFileName().toString(),
                    record.alternative(),
                    record.period(),
                    (double) record.replications(),
                    record.started(),
                    "complete");
        }
        for (Path part : store.unfinished()) {
            sheet.add(part.getFileName().toString(), null, null, null, null, state(part));
        }
        return sheet;
    }

    private static String state(Path part) {
        try (RunInProgress run = RunInProgress.goOn(part)) {
            return "interrupted after " + run.count() + " of " + run.request().replications()
                    + "; 'run --resume' goes on";
        } catch (IOException e) {
            return String.valueOf(e.getMessage()).contains("another process")
                    ? "is being made"
                    : "interrupted before it began";
        }
    }
}
