package org.ulicarro.cli;

import java.nio.file.Path;
import java.util.List;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The study that a command is about, and the period of it. */
final class StudyArguments {

    @Parameters(paramLabel = "STUDY", description = "the folder with study.yaml")
    Path folder;

    @Option(
            names = {"-p", "--period"},
            paramLabel = "PERIOD",
            description = "the period to use; the first one of the study unless given")
    String period;

    /** Reads the study with alternatives put on it, written {@code a+b}; null or {@code base} for none. */
    LoadedStudy read(String alternative) throws StudyProblem {
        boolean none = alternative == null || alternative.equals("base");
        return StudyFolder.read(folder, none ? List.of() : List.of(alternative.split("\\+", -1)));
    }
}
