package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.ulicarro.files.GeoMarks;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.Overlay;
import org.ulicarro.report.Overlay.Weight;

/** A file of lines and points, to be drawn over a plan: that of an import's losses by their grades. */
final class LaidOver {

    private LaidOver() {}

    /** @param name of a file, here or in the study's folder */
    static Overlay of(LoadedStudy study, Path name) throws IOException, StudyProblem {
        Path file = Files.isRegularFile(name) ? name : study.folder().resolve(name);
        if (!Files.isRegularFile(file)) {
            throw new IOException(name + ": there is no such file, neither here nor in " + study.folder());
        }
        if (study.georeference() == null) {
            throw new IOException(
                    file + " has longitudes and latitudes, and this study does not say where it lies; write"
                            + " network: {origin: {lat: …, lon: …}}");
        }
        List<GeoMarks.Mark> marks = GeoMarks.read(file, study.georeference());
        boolean graded = marks.stream().anyMatch(m -> !m.grade().isEmpty());
        return new Overlay(
                marks.stream()
                        .map(m -> new Overlay.Mark(m.points(), weight(m.grade())))
                        .toList(),
                "red: " + file.getFileName()
                        + (graded ? "   solid: left out   dashed: changed   dotted: guessed" : ""));
    }

    private static Weight weight(String grade) {
        return switch (grade) {
            case "changed" -> Weight.MIDDLE;
            case "guessed" -> Weight.FAINT;
            default -> Weight.STRONG;
        };
    }
}
