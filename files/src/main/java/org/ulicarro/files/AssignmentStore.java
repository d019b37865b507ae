package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** The assignments of a study: folders {@code assignments/0001-pm}, beside its runs. None is ever written over. */
public final class AssignmentStore {

    /** Below a study. */
    public static final String FOLDER = "assignments";

    private final Path study;
    private final NumberedFolders assignments;

    public AssignmentStore(Path study) {
        this.study = study;
        assignments = new NumberedFolders(study.resolve(FOLDER), AssignmentFolder::isOne);
    }

    /** All of them, the oldest first, also those that were stopped. */
    public List<Path> all() throws IOException {
        return assignments.all();
    }

    /**
     * The assignment that somebody means by {@code last}, by a number, or by its folder's name.
     *
     * @throws IOException in words when there is none
     */
    public Path find(String text) throws IOException {
        List<String> known = all().stream().map(f -> f.getFileName().toString()).toList();
        return assignments
                .find(text)
                .orElseThrow(() -> new IOException("there is no assignment '" + text + "' in " + study
                        + (known.isEmpty()
                                ? "; it has none: 'assign' makes one"
                                : ". It has: " + String.join(", ", known))));
    }

    /** The same, or nothing. */
    Optional<Path> found(String text) throws IOException {
        return assignments.find(text);
    }

    /** A new, empty folder. */
    public Path begin(String name) throws IOException {
        return assignments.begin(name);
    }

    /** The number of an assignment, from its folder's name. */
    public static int number(Path folder) {
        return NumberedFolders.number(folder);
    }
}
