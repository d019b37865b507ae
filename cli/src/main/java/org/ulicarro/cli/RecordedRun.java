package org.ulicarro.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import org.ulicarro.core.tracks.TrackFile;
import org.ulicarro.files.JsonFile;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.TrackFolder;
import org.ulicarro.report.Backdrop;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.replay.PagePicture;
import org.ulicarro.report.replay.ReplayPage;
import org.ulicarro.report.replay.Scene;

/** One recorded replication of a run. */
final class RecordedRun {

    private final Path run;
    private final TrackFolder folder;
    private final int replication;

    /**
     * Finds the recording.
     *
     * @param wanted number of the replication, or null for the last one that was recorded
     * @throws IOException with words for the user when there is none
     */
    RecordedRun(Path run, Integer wanted) throws IOException {
        this.run = run;
        folder = new TrackFolder(run);
        List<Integer> recorded = folder.replications();
        if (recorded.isEmpty()) {
            throw new IOException(
                    run + ": nothing was recorded in this run; 'ulicarro run STUDY --record last' records");
        }
        if (wanted != null && !recorded.contains(wanted)) {
            throw new IOException(run + ": replication " + wanted + " was not recorded; there is: " + recorded);
        }
        replication = wanted == null ? recorded.get(recorded.size() - 1) : wanted;
    }

    TrackFile tracks() throws IOException {
        return folder.read(replication);
    }

    Scene scene() throws IOException {
        return JsonFile.read(
                new String(folder.bytes(folder.scene()), StandardCharsets.UTF_8), folder.scene(), Scene.class);
    }

    /** What lies under the plan, or null. */
    Backdrop backdrop(Consumer<String> warned) {
        LoadedStudy study = Backdrops.studyOf(run);
        return study == null ? null : Backdrops.of(study, warned);
    }

    /** Writes the page that plays it. */
    void writePage(Path file, Consumer<String> warned) throws IOException {
        byte[] tracks = folder.bytes(folder.file(replication));
        PagePicture backdrop = Backdrops.studyOf(run) == null ? null : Backdrops.ofPage(run, scene(), warned);
        Path rules = folder.rules(replication);
        String page = ReplayPage.of(
                new String(folder.bytes(folder.scene()), StandardCharsets.UTF_8),
                tracks,
                Files.exists(rules) ? folder.bytes(rules) : new byte[0],
                backdrop == null ? null : JsonFile.text(backdrop));
        DrawingFile.save(file, page.getBytes(StandardCharsets.UTF_8));
    }
}
