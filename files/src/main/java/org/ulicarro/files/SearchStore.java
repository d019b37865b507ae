package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** The searches of a study: folders {@code searches/0001-calibrate}, beside its runs. None is ever written over. */
public final class SearchStore {

    /** Below a study. */
    public static final String FOLDER = "searches";

    private final NumberedFolders searches;

    public SearchStore(Path study) {
        searches = new NumberedFolders(study.resolve(FOLDER), SearchFolder::isOne);
    }

    /** All searches, the oldest first, also those that were stopped. */
    public List<Path> all() throws IOException {
        return searches.all();
    }

    /** The search that somebody means by {@code last}, by a number, or by its folder's name. */
    public Optional<Path> find(String text) throws IOException {
        return searches.find(text);
    }

    /** A new, empty folder. */
    public Path begin(String command) throws IOException {
        return searches.begin(command);
    }

    /** The number of a search, from its folder's name. */
    public static int number(Path folder) {
        return NumberedFolders.number(folder);
    }
}
