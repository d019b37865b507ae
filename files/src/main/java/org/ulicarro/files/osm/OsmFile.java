package org.ulicarro.files.osm;

import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.LongConsumer;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorInputStream;
import org.ulicarro.core.base.Fault;
import org.ulicarro.files.InputFile;
import org.ulicarro.files.Message;
import org.ulicarro.files.Spot;
import org.ulicarro.files.StudyProblem;

/** A map file, by its ending: {@code .osm}, {@code .osm.gz}, {@code .osm.bz2} or {@code .osm.pbf}. */
final class OsmFile {

    /** What an archive may unpack to, at most; more is no map of a town but a bomb. */
    static final long LARGEST = 16L * 1024 * 1024 * 1024;

    private OsmFile() {}

    /**
     * Reads a file to its end.
     *
     * @param progress told the share that has been read, in thousandths
     * @throws StudyProblem when it is not what its ending says, or is broken, with the place
     */
    static void read(Path file, OsmSink sink, LongConsumer progress) throws IOException, StudyProblem {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        long size = Files.size(file);
        try (CountingStream raw = new CountingStream(
                InputFile.stream(file), Long.MAX_VALUE, read -> progress.accept(size == 0 ? 0 : 1000 * read / size))) {
            if (name.endsWith(".pbf")) {
                OsmPbf.read(new BufferedInputStream(raw, 1 << 16), file, sink);
            } else if (name.endsWith(".gz")) {
                OsmXml.read(bounded(new GZIPInputStream(new BufferedInputStream(raw), 1 << 16), raw), file, sink);
            } else if (name.endsWith(".bz2")) {
                bzip2(raw, file, sink);
            } else if (name.endsWith(".osm") || name.endsWith(".xml")) {
                OsmXml.read(new BufferedInputStream(raw, 1 << 16), file, sink);
            } else {
                throw problem(file, 1, 1, "a map is a file .osm, .osm.gz, .osm.bz2 or .osm.pbf");
            }
        } catch (EOFException e) {
            throw problem(file, 1, 1, "the archive ends in the middle; it was not copied to its end");
        } catch (ZipException e) {
            throw problem(file, 1, 1, "this is no gzip archive, or a broken one: " + e.getMessage());
        } catch (IllegalStateException e) {
            throw problem(file, 1, 1, "this map cannot be taken: " + e.getMessage());
        } catch (CountingStream.TooMuch e) {
            throw problem(
                    file,
                    1,
                    1,
                    "the archive unpacks to more than " + LARGEST / (1 << 30)
                            + " GB, or to hundreds of times its size; that is no map of a town");
        }
    }

    private static void bzip2(CountingStream raw, Path file, OsmSink sink) throws IOException, StudyProblem {
        try {
            OsmXml.read(bounded(new BZip2CompressorInputStream(new BufferedInputStream(raw), true), raw), file, sink);
        } catch (EOFException | CountingStream.TooMuch e) {
            throw e;
        } catch (IOException e) { // the library has no kind of its own for what is broken
            throw problem(file, 1, 1, "this is no bzip2 archive, or a broken one: " + e.getMessage());
        }
    }

    private static InputStream bounded(InputStream unpacked, CountingStream raw) {
        return CountingStream.unpacked(unpacked, LARGEST, raw);
    }

    static StudyProblem problem(Path file, int line, int column, String text) {
        return new StudyProblem(List.of(
                new Message(Fault.Severity.ERROR, new Spot(file.getFileName().toString(), line, column), text)));
    }
}
