package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The runs of a study: folders {@code runs/0001-base}. A run is written beside its final name, in a folder that ends in {@code
 * .part}, and renamed when it is complete, so what has a number is whole.
 */
public final class RunStore {

    private static final Pattern NAME = Pattern.compile("(\\d{4,})-(.+?)");
    private static final String PART = ".part";

    private final Path runs;

    public RunStore(Path study) {
        runs = study.resolve("runs");
    }

    /** Complete runs, the oldest first. */
    public List<Path> complete() throws IOException {
        if (!Files.isDirectory(runs)) {
            return List.of();
        }
        try (Stream<Path> folders = Files.list(runs)) {
            return folders.filter(f -> number(f) > 0 && !f.toString().endsWith(PART))
                    .sorted(Comparator.comparingInt(RunStore::number).thenComparing(Path::toString))
                    .toList();
        }
    }

    /** Runs that are being made or were interrupted, the oldest first. */
    public List<Path> unfinished() throws IOException {
        if (!Files.isDirectory(runs)) {
            return List.of();
        }
        try (Stream<Path> folders = Files.list(runs)) {
            return folders.filter(f -> number(f) > 0 && f.toString().endsWith(PART))
                    .sorted(Comparator.comparingInt(RunStore::number).thenComparing(Path::toString))
                    .toList();
        }
    }

    /**
     * The run that somebody means by {@code last}, by a number such as {@code 4}, by an alternative, for its last run, or by a folder's
     * name or its beginning.
     */
    public Optional<Path> find(String text) throws IOException {
        List<Path> all = complete();
        if (text.equals("last")) {
            return all.isEmpty() ? Optional.empty() : Optional.of(all.get(all.size() - 1));
        }
        if (text.matches("\\d{1,9}")) {
            int wanted = Integer.parseInt(text);
            return all.stream().filter(f -> number(f) == wanted).findFirst();
        }
        Optional<Path> ofAlternative =
                all.stream().filter(f -> alternative(f).equals(text)).reduce((earlier, later) -> later);
        if (ofAlternative.isPresent()) {
            return ofAlternative;
        }
        List<Path> begins = all.stream()
                .filter(f -> f.getFileName().toString().startsWith(text))
                .toList();
        return begins.size() == 1 ? Optional.of(begins.get(0)) : Optional.empty();
    }

    /** A new, empty folder for a run that is being made. */
    public Path begin(String alternative) throws IOException {
        Files.createDirectories(runs);
        for (int number = nextNumber(); ; number++) {
            String name = String.format(Locale.ROOT, "%04d-%s", number, alternative);
            try {
                return Files.createDirectory(runs.resolve(name + PART));
            } catch (java.nio.file.FileAlreadyExistsException taken) {
                // another process began a run in the same moment; take the next number
            }
        }
    }

    private int nextNumber() throws IOException {
        try (Stream<Path> folders = Files.list(runs)) {
            return folders.mapToInt(RunStore::number).max().orElse(0) + 1;
        }
    }

    /** Gives a run its final name. */
    public Path finish(Path part) throws IOException {
        String name = part.getFileName().toString();
        Path complete = part.resolveSibling(name.substring(0, name.length() - PART.length()));
        try {
            return Files.move(part, complete, StandardCopyOption.ATOMIC_MOVE);
        } catch (AtomicMoveNotSupportedException e) {
            return Files.move(part, complete);
        }
    }

    /** Removes a run that did not come to its end. */
    public void discard(Path part) {
        if (part == null || !part.getFileName().toString().endsWith(PART)) {
            return;
        }
        try (Stream<Path> files = Files.walk(part)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(file);
            }
            Files.deleteIfExists(runs); // only when this was the first run
        } catch (IOException e) {
            // what is left ends in .part and is never taken for a run
        }
    }

    private static String alternative(Path folder) {
        Matcher m = NAME.matcher(folder.getFileName().toString());
        return m.matches() ? m.group(2) : "";
    }

    private static int number(Path folder) {
        Matcher m = NAME.matcher(folder.getFileName().toString().replace(PART, ""));
        return m.matches() && m.group(1).length() < 10 ? Integer.parseInt(m.group(1)) : 0;
    }
}
