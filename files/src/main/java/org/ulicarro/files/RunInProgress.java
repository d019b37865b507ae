package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import org.ulicarro.core.run.ReplicationResult;

/**
 * A run that is being made. Each replication is kept as soon as it and all before it are there, so that a run that was interrupted, even
 * killed, goes on with the next one. One process at a time works on it.
 */
public final class RunInProgress implements AutoCloseable {

    private final Path part;
    private final RunRequest request;
    private final FolderLock lock;
    private final ResultDatabase database;
    private final int before; // replications that an earlier process kept
    private int count;

    private RunInProgress(Path part, RunRequest request, FolderLock lock, ResultDatabase database) throws SQLException {
        this.part = part;
        this.request = request;
        this.lock = lock;
        this.database = database;
        count = database.count();
        before = count;
    }

    /** Begins a run in an empty folder. */
    public static RunInProgress begin(Path part, RunRequest request) throws IOException {
        FolderLock lock = FolderLock.of(part);
        request.write(part);
        return open(part, request, lock);
    }

    /**
     * Begins a run with all replications of another one, and more.
     *
     * @param of the folder of a complete run
     */
    public static RunInProgress more(Path part, RunRequest request, Path of) throws IOException {
        Files.copy(of.resolve(RunFolder.RESULTS), part.resolve(RunFolder.RESULTS));
        return begin(part, request);
    }

    /**
     * Goes on with one that was interrupted.
     *
     * @throws IOException with words for the user when another process works on it, or it is damaged
     */
    public static RunInProgress goOn(Path part) throws IOException {
        if (!Files.exists(part.resolve(RunRequest.FILE))) {
            throw new IOException(part + " was interrupted before it began; remove it and run anew");
        }
        return open(part, RunRequest.read(part), FolderLock.of(part));
    }

    private static RunInProgress open(Path part, RunRequest request, FolderLock lock) throws IOException {
        try {
            ResultDatabase database = ResultDatabase.open(part.resolve(RunFolder.RESULTS));
            if (database.isOfThisVersion()) {
                return new RunInProgress(part, request, lock, database);
            }
            database.close();
        } catch (SQLException e) {
            lock.close();
            throw unwritable(part, e);
        }
        lock.close();
        throw new IOException(
                "an older version of Ulicarro made these replications, and others cannot be added to them; make the run anew");
    }

    private static IOException unwritable(Path part, SQLException e) {
        Path file = part.resolve(RunFolder.RESULTS);
        boolean full = String.valueOf(e.getMessage()).contains("SQLITE_FULL");
        return new IOException(
                file + " cannot be written: " + (full ? "no space left on the disk" : e.getMessage()), e);
    }

    public Path part() {
        return part;
    }

    public RunRequest request() {
        return request;
    }

    /** How many replications are kept. */
    public synchronized int count() {
        return count;
    }

    /** How many of them an earlier process kept. */
    public int before() {
        return before;
    }

    /**
     * Those that are kept.
     *
     * @throws IOException when they cannot be read
     */
    public List<ReplicationResult> kept() throws IOException {
        try {
            return database.read();
        } catch (SQLException e) {
            throw new IOException(part.resolve(RunFolder.RESULTS) + " cannot be read: " + e.getMessage(), e);
        }
    }

    /** Keeps the next one. */
    public synchronized void keep(ReplicationResult result) throws IOException {
        try {
            database.add(result);
            count++;
        } catch (SQLException e) {
            throw unwritable(part, e);
        }
    }

    /**
     * Writes what remains of its files; its folder is ready to be given its final name.
     *
     * @param results all that were kept
     */
    public Run finish(RunRecord record, LoadedStudy study, List<ReplicationResult> results, List<String> log)
            throws IOException {
        close();
        Run run = RunFolder.write(part, record, study, results, log);
        Files.deleteIfExists(part.resolve(RunRequest.FILE));
        FolderLock.clear(part);
        return run;
    }

    /** Lets go of its files, which stay. */
    @Override
    public synchronized void close() throws IOException {
        try {
            database.close();
        } catch (SQLException e) {
            throw unwritable(part, e);
        } finally {
            lock.close();
        }
    }
}
