package org.ulicarro.files;

import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.ulicarro.core.tracks.TrackFile;

/**
 * What a run recorded: {@code tracks/scene.json}, and for each recorded replication {@code tracks/0001.tracks} and, where there are
 * signals, {@code tracks/0001.events.csv}.
 */
public final class TrackFolder {

    private static final Pattern NAME = Pattern.compile("(\\d{4,9})\\.tracks");

    /** No recording that can be played is larger (bytes). */
    private static final long LARGEST = 1L << 30;

    private final Path run;
    private final Path folder;

    /**
     * The recordings of a run.
     *
     * @param run the run's folder
     */
    public TrackFolder(Path run) {
        this.run = run;
        folder = run.resolve("tracks");
    }

    /** The scene that all recordings of the run share. */
    public Path scene() {
        return folder.resolve("scene.json");
    }

    public Path file(int replication) {
        return folder.resolve(String.format(Locale.ROOT, "%04d.tracks", replication));
    }

    /** What signals did in a replication: a table of {@link EventFile}. */
    public Path events(int replication) {
        return folder.resolve(String.format(Locale.ROOT, "%04d.events.csv", replication));
    }

    /** Which rules of stage scripts held in a replication, as {@link RuleRecorder} writes them. */
    public Path rules(int replication) {
        return folder.resolve(String.format(Locale.ROOT, "%04d.rules.jsonl.gz", replication));
    }

    public void create() throws IOException {
        Files.createDirectories(folder);
    }

    public OutputStream write(int replication) throws IOException {
        return new BufferedOutputStream(OutputFile.stream(file(replication)), 1 << 16);
    }

    /** Replications that were recorded, in order. */
    public List<Integer> replications() throws IOException {
        if (!Files.isDirectory(folder)) {
            return List.of();
        }
        try (Stream<Path> files = Files.list(folder)) {
            return files.map(f -> NAME.matcher(f.getFileName().toString()))
                    .filter(Matcher::matches)
                    .map(m -> Integer.valueOf(m.group(1)))
                    .sorted()
                    .toList();
        }
    }

    /**
     * What one of its files holds.
     *
     * @throws IOException when it is not what was recorded
     */
    public byte[] bytes(Path file) throws IOException {
        return RecordFile.bytes(run, file, LARGEST);
    }

    /**
     * Reads a recording.
     *
     * @throws IOException with words for the user when it is damaged
     */
    public TrackFile read(int replication) throws IOException {
        Path file = file(replication);
        byte[] bytes = bytes(file);
        try (InputStream in = new ByteArrayInputStream(bytes)) {
            return TrackFile.read(in);
        } catch (IOException e) {
            throw new IOException(file + " cannot be read: " + e.getMessage(), e);
        }
    }
}
