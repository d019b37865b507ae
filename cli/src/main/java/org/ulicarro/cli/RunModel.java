package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** The model of a run, from the study beside it, if that is still the same. */
final class RunModel {

    private RunModel() {}

    /**
     * Compiles the study of a run again.
     *
     * @throws IOException when the study is gone or has changed since
     */
    static Model of(Path folder) throws IOException, StudyProblem {
        return study(folder).compile(RunFolder.record(folder).period()).model();
    }

    /**
     * The study with the alternative of the run, for a picture of what is kept of it.
     *
     * @throws IOException when the study is gone or has another network now
     */
    static LoadedStudy shown(Path folder) throws IOException, StudyProblem {
        LoadedStudy study = beside(folder, RunFolder.record(folder));
        if (RunFolder.changes(folder, study).contains("network")) {
            throw new IOException(folder + ": the network of the study has changed since this run; run it again first");
        }
        return study;
    }

    private static LoadedStudy beside(Path folder, RunRecord record) throws IOException, StudyProblem {
        Path runs = folder.toAbsolutePath().normalize().getParent();
        Path home = runs == null ? null : runs.getParent();
        if (home == null) {
            throw new IOException(folder + ": the study of this run is not beside it any more");
        }
        List<String> alternatives = record.alternative().equals("base")
                ? List.of()
                : List.of(record.alternative().split("\\+"));
        return StudyFolder.read(home, alternatives);
    }

    /** The study itself. */
    static LoadedStudy study(Path folder) throws IOException, StudyProblem {
        RunRecord record = RunFolder.record(folder);
        LoadedStudy study = beside(folder, record);
        if (!record.version().equals(Main.version())) {
            throw new IOException(folder + ": Ulicarro " + record.version() + " made this run, and this is "
                    + Main.version() + ", which may show other traffic; run it again first");
        }
        List<String> changes = RunFolder.changes(folder, study);
        if (!changes.isEmpty()) {
            throw new IOException(folder + ": the study has changed since this run (" + String.join(", ", changes)
                    + "), so driving it again would show other traffic; run it again first");
        }
        return study;
    }
}
