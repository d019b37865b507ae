package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.files.SearchFolder;
import org.ulicarro.files.SearchFolder.Tried;
import org.ulicarro.files.SearchRequest;
import org.ulicarro.files.SearchStore;
import org.ulicarro.files.StudyFolder;

/** Searches of a study, and the trials of one. */
final class SearchSheet {

    private SearchSheet() {}

    /**
     * The folder of a search that an argument means: {@code quayside/searches/3}, or the folder itself.
     *
     * @return null where it is about something else
     * @throws IOException in words when there is no such search
     */
    static Path find(String text) throws IOException {
        Path path = Path.of(text);
        if (SearchFolder.isOne(path)) {
            return path;
        }
        Path above = path.getParent();
        boolean below = above != null
                && above.getFileName() != null
                && above.getFileName().toString().equals(SearchStore.FOLDER);
        if (!below) {
            return null;
        }
        Path study = above.getParent() == null ? Path.of("") : above.getParent();
        SearchStore store = new SearchStore(study);
        List<String> known = store.all().stream()
                .map(f -> String.valueOf(SearchStore.number(f)))
                .toList();
        return store.find(path.getFileName().toString())
                .orElseThrow(() -> new IOException("there is no search '" + text + "'."
                        + (known.isEmpty() ? " This study has none." : " Its searches: " + String.join(", ", known))));
    }

    /** The searches of a study. */
    static Sheet list(Path study) throws IOException {
        if (!Files.exists(study.resolve(StudyFolder.MAIN_FILE))) {
            throw new IOException(study + " is no study: there is no " + StudyFolder.MAIN_FILE);
        }
        Sheet sheet = new Sheet()
                .words("search", "search")
                .words("command", "command")
                .words("alternative", "alternative")
                .words("period", "period")
                .numbers("trials", "trials", 0)
                .words("started", "started")
                .words("state", "state");
        for (Path folder : new SearchStore(study).all()) {
            SearchRequest request = SearchFolder.request(folder);
            sheet.add(
                    folder.getFileName().toString(),
                    request.command(),
                    request.alternative(),
                    request.period(),
                    (double) SearchFolder.trials(folder).size(),
                    request.started(),
                    SearchFolder.outcome(folder)
                            .orElse("stopped; '" + request.command() + " STUDY --resume " + SearchStore.number(folder)
                                    + "' goes on"));
        }
        return sheet;
    }

    /** Every trial of a search: what it tried, and what that came to, mean over replications with its 95 % interval. */
    static Sheet trials(Path folder) throws IOException {
        Sheet sheet = new Sheet()
                .numbers("trial", "trial", 0)
                .words("change", "change")
                .words("figure", "figure")
                .numbers("replications", "n", 0)
                .numbers("mean", "mean", 2)
                .numbers("half_width", "±", 2);
        for (Tried trial : SearchFolder.trials(folder)) {
            String change = trial.change().entrySet().stream()
                    .map(e -> e.getKey() + ": " + shortened(e.getValue()))
                    .collect(Collectors.joining("; "));
            for (Map.Entry<String, List<Double>> figure : trial.figures().entrySet()) {
                if (!figure.getKey().startsWith(".")) {
                    Statistic s = Statistic.of(figure.getValue().stream()
                            .mapToDouble(Double::doubleValue)
                            .toArray());
                    sheet.add(
                            (double) trial.number(),
                            change,
                            figure.getKey(),
                            (double) s.n(),
                            s.mean(),
                            (s.hi() - s.lo()) / 2);
                }
            }
        }
        return sheet;
    }

    /** A value with no more digits than a person reads. */
    private static String shortened(String value) {
        return value.replaceFirst("(\\.\\d{1,2})\\d+", "$1");
    }

    /** What a search is, and how it ended. */
    static List<String> about(Path folder) throws IOException {
        SearchRequest request = SearchFolder.request(folder);
        String asked = request.asked().entrySet().stream()
                .map(e -> "--" + e.getKey() + " " + e.getValue())
                .collect(Collectors.joining(" "));
        return List.of(
                request.command() + " on " + request.alternative() + ", period " + request.period() + ", "
                        + request.replications() + " replications a trial"
                        + (asked.isEmpty() ? "" : " (" + asked + ")"),
                SearchFolder.outcome(folder)
                        .map(outcome -> "ended: " + outcome)
                        .orElse("stopped before its end; '" + request.command() + " STUDY --resume "
                                + SearchStore.number(folder) + "' goes on"),
                "");
    }
}
