package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Fills a folder with files that belong together: they are written beside it, and are there under their names once all of them are whole, whatever
 * ends the program on the way.
 */
public final class OutputFolder {

    private static final String UNFINISHED = ".unfinished";

    private OutputFolder() {}

    /** What writes the files; it may end otherwise than by files, too. */
    public interface Filling<T, E extends Exception> {

        /** @param work the folder to write them into for now */
        T fill(Path work) throws IOException, E;
    }

    /**
     * Fills a folder, which is made where there is none. A folder with other files in it gets the new ones at the end, one at once.
     *
     * @return what filling it returns
     */
    public static <T, E extends Exception> T fill(Path folder, Filling<T, E> filling) throws IOException, E {
        Path home = folder.toAbsolutePath().normalize();
        boolean isNew = !Files.exists(home);
        Path work = isNew || isEmpty(home)
                ? home.resolveSibling("." + home.getFileName() + UNFINISHED)
                : home.resolve(UNFINISHED);
        delete(work); // of one that was killed
        try {
            Files.createDirectories(work);
            T result = filling.fill(work);
            if (isNew) {
                Files.move(work, home);
            } else {
                moveInto(work, home); // also into an empty one, in which somebody may stand
            }
            return result;
        } catch (FileSystemException e) {
            throw e.getFile() != null && Path.of(e.getFile()).startsWith(work) ? named(e, work, folder) : e;
        } finally {
            delete(work);
        }
    }

    /** The same with the name that the file would have had. */
    private static FileSystemException named(FileSystemException e, Path work, Path folder) {
        String why = e.getReason() == null ? "it cannot be written" : e.getReason();
        FileSystemException named = new FileSystemException(
                folder.resolve(work.relativize(Path.of(e.getFile()))).toString(), null, why);
        named.initCause(e);
        return named;
    }

    private static boolean isEmpty(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            return false;
        }
        try (Stream<Path> content = Files.list(folder)) {
            return content.findAny().isEmpty();
        }
    }

    private static void moveInto(Path work, Path home) throws IOException {
        for (Path from : inside(work)) {
            Path to = home.resolve(work.relativize(from));
            if (Files.isDirectory(from)) {
                Files.createDirectories(to);
            } else {
                Files.move(from, to);
            }
        }
    }

    private static void delete(Path folder) throws IOException {
        if (Files.exists(folder)) {
            List<Path> content = inside(folder);
            content.sort(Comparator.reverseOrder());
            for (Path file : content) {
                Files.delete(file);
            }
            Files.delete(folder);
        }
    }

    /** All in a folder, each folder before what is in it. */
    private static List<Path> inside(Path folder) throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(file -> !file.equals(folder)).sorted().collect(Collectors.toList());
        }
    }
}
