package org.ulicarro.files;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.Results;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.study.Count;

/**
 * A run as it is printed: its facts and its rows, straight from memory or from its folder, which makes no difference to who reads.
 *
 * @param folder where it lies, or will lie
 * @param record its facts
 * @param results its rows
 */
public record Run(Path folder, RunRecord record, Results results) {

    /**
     * One that lies in a folder.
     *
     * @throws IOException when its facts cannot be read
     */
    public static Run in(Path folder) throws IOException {
        return new Run(
                folder, RunFolder.record(folder), new InFolder(folder, RecordFile.digests(folder, RecordFile.TABLES)));
    }

    /** The same once its folder has moved. */
    public Run at(Path moved) {
        return new Run(moved, record, results);
    }

    /** The name of its folder. */
    public String name() {
        return folder.toAbsolutePath().normalize().getFileName().toString();
    }

    public <R extends Record> List<Observed<R>> rows(Class<R> kind) throws IOException {
        return results.rows(kind);
    }

    public RunSummary summary() throws IOException {
        return results.summary();
    }

    /** The counts that it was made from. */
    public List<Count> counts() throws IOException {
        return RunFolder.counts(folder);
    }

    private record InFolder(Path folder, Map<String, String> digests) implements Results {

        @Override
        public <R extends Record> List<Observed<R>> rows(Class<R> kind) throws IOException {
            return RunFolder.rows(folder, digests, kind);
        }

        /** From the means that lie beside the tables; the rest is read when it is asked for. */
        @Override
        public RunSummary summary() throws IOException {
            return RunSummary.kept(RunFolder.keptSummary(folder, digests), () -> {
                try {
                    return Results.super.summary();
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        }
    }
}
