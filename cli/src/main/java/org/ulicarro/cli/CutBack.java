package org.ulicarro.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.StudyText;
import org.ulicarro.files.cut.CutRecord;
import org.ulicarro.files.cut.CutStore;
import org.ulicarro.files.cut.WayBack;
import picocli.CommandLine.Model.CommandSpec;

/**
 * Makes an alternative of the whole of what was changed in a piece of it.
 *
 * @param study the whole
 * @param piece folder of the piece
 * @param alternative of the piece, or null for the piece as it stands
 * @param name of the alternative that is made
 */
record CutBack(StudyArguments study, Path piece, String alternative, String name, CommandSpec spec) {

    int write() throws IOException, StudyProblem {
        NewAlternative.check(name, spec);
        CutRecord record = CutStore.record(piece);
        String under = record.alternative().replaceFirst("@.*", ""); // whatever ways were driven
        LoadedStudy whole = study.read(under);
        LoadedStudy changed = new StudyOf(piece).read(alternative);
        NewAlternative target = new NewAlternative(study.folder, under, name);
        WayBack way = WayBack.of(piece, record, changed.study(), whole.study());
        if (!way.clashes().isEmpty()) {
            throw new IOException("the whole has other things of the same name: " + String.join(", ", way.clashes())
                    + "; give those of the piece other names first");
        }
        way.left().forEach(path -> spec.commandLine().getOut().println("stays in the piece: " + path));
        if (way.patch().isEmpty()) {
            throw new IOException("nothing was changed in " + piece
                    + (alternative == null ? "" : ", '" + alternative + "',") + " that the whole has, too");
        }
        Map<String, Object> patch = new LinkedHashMap<>(way.patch());
        target.write("# What was changed in " + piece.getFileName() + ", a piece of this study"
                + (alternative == null ? "" : ": " + alternative) + ".\n" + StudyText.of(patch));
        way.taken().forEach(path -> spec.commandLine().getOut().println(path));
        spec.commandLine().getOut().println("wrote " + target.file());
        spec.commandLine()
                .getOut()
                .println("next: " + Main.me() + " run " + Main.typed(study.folder) + " -a " + target.stacked());
        return Exit.DONE;
    }

    /** A study that is not the command's own. */
    private record StudyOf(Path folder) {
        LoadedStudy read(String alternative) throws StudyProblem {
            StudyArguments arguments = new StudyArguments();
            arguments.folder = folder;
            return arguments.read(alternative);
        }
    }
}
