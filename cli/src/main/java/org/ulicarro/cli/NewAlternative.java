package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.files.Message;
import org.ulicarro.files.OutputFile;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;

/** An alternative that a command writes: never over one that is there, and only if the study checks with it. */
final class NewAlternative {

    private final Path study;
    private final List<String> under;
    private final String name;

    /**
     * One that is not there yet.
     *
     * @param under alternatives that it lies on, written {@code a+b}; null or {@code base} for none
     * @throws IOException when there is one of that name
     */
    NewAlternative(Path study, String under, String name) throws IOException {
        this.study = study;
        this.under = under == null || under.equals("base") ? List.of() : List.of(under.split("\\+", -1));
        this.name = name;
        if (Files.exists(file())) {
            throw new IOException(file() + " exists already; give another name");
        }
    }

    /** Refuses names that could not be files. */
    static void check(String name, CommandSpec spec) {
        if (name != null && !name.matches("[A-Za-z0-9_-]+")) {
            throw new ParameterException(
                    spec.commandLine(), "the name of an alternative may hold letters, digits, '-' and '_' only");
        }
    }

    Path file() {
        return study.resolve("alternatives").resolve(name + ".yaml");
    }

    /** As {@code run -a} takes it, with what it lies on. */
    String stacked() {
        List<String> all = new ArrayList<>(under);
        all.add(name);
        return String.join("+", all);
    }

    /** Writes it and checks the study with it; answers the warnings. */
    List<Message> write(String text) throws IOException, StudyProblem {
        Files.createDirectories(file().getParent());
        OutputFile.text(file(), text);
        try {
            return StudyFolder.read(study, List.of(stacked().split("\\+")))
                    .compile(null)
                    .warnings();
        } catch (StudyProblem problem) {
            Files.delete(file());
            throw problem;
        }
    }
}
