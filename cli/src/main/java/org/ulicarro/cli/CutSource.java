package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.RunRecord;
import org.ulicarro.files.StudyProblem;

/**
 * What is driven to see who comes to the border of a piece.
 *
 * @param study with the alternative or the ways that are driven
 * @param model of its period
 * @param text what it is, for people
 * @param replications that it has
 */
record CutSource(LoadedStudy study, Model model, String text, int replications) {

    /**
     * A run of a study, driven again.
     *
     * @param which its number, or last
     * @throws IOException when there is none, or the study has changed since
     */
    static CutSource ofRun(Path study, String which) throws IOException, StudyProblem {
        Path folder = RunArgument.find(study.resolve(which).toString());
        Path home = folder.toAbsolutePath().normalize().getParent().getParent();
        if (!home.toRealPath().equals(study.toRealPath())) {
            throw new IOException(folder + " is no run of " + study);
        }
        LoadedStudy loaded = RunModel.study(folder);
        RunRecord record = RunFolder.record(folder);
        return new CutSource(
                loaded, loaded.compile(record.period()).model(), "run " + folder.getFileName(), record.replications());
    }
}
