package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.ulicarro.files.RunStore;
import org.ulicarro.files.StudyFolder;

/** Finds the run that somebody means. */
final class RunArgument {

    private RunArgument() {}

    /**
     * The run's folder.
     *
     * @param text the folder of a run; the folder of a study, for its last run; or {@code last}, a number or the beginning of a
     *     run's name, or an alternative, for its last run,
     *     in the study of the current folder or in STUDY/…
     * @throws IOException with a message that says what was looked for
     */
    static Path find(String text) throws IOException {
        Path path = Path.of(text);
        if (Files.exists(path.resolve("run.json"))) {
            return path;
        }
        if (Files.exists(path.resolve(StudyFolder.MAIN_FILE))) {
            return new RunStore(path)
                    .find("last")
                    .orElseThrow(
                            () -> new IOException(path + ": this study has no runs yet; 'ulicarro run " + path + "'"));
        }
        Path study = path.getParent() == null ? Path.of("") : path.getParent();
        RunStore store = new RunStore(study);
        Optional<Path> found =
                store.find(path.getFileName() == null ? "" : path.getFileName().toString());
        if (found.isPresent()) {
            return found.get();
        }
        List<Path> known = store.complete();
        List<Path> parts = store.unfinished();
        String unfinished = parts.isEmpty()
                ? ""
                : "; not complete: "
                        + String.join(
                                ", ",
                                parts.stream()
                                        .map(p -> p.getFileName().toString())
                                        .toList());
        String hint = known.isEmpty()
                ? unfinished.replaceFirst("; n", " N") + (parts.isEmpty() ? "" : ".")
                        + " Give the folder of a run or of a study, such as 'ulicarro results quayside'."
                : " This study has: "
                        + String.join(
                                ", ",
                                known.stream()
                                        .map(p -> p.getFileName().toString())
                                        .toList())
                        + unfinished;
        throw new IOException("there is no run '" + text + "'." + hint);
    }
}
