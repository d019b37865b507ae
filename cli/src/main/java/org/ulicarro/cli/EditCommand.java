package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Dimension;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.Quantity;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyEditor;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.edit.NetworkEdit;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "edit",
        mixinStandardHelpOptions = true,
        description = {
            "Changes the network of a study by what is meant, in its files, with their comments and layout:",
            "",
            "  merge A B                     makes one place of two; B's roads end at A",
            "  split ROAD at 120 m as NAME   puts a place on a road",
            "  move PLACE to X,Y             puts a place elsewhere (m, or 400ft,-120ft)",
            "  reattach ROAD from A to B     lets a road end at another place",
            "  straighten ROAD               takes its bends out",
            "  drop ID                       takes a road or a place away, with all that names it",
            "  undo                          takes the last edit back",
            "",
            "What adds an error is refused, and nothing is written then. Says what was derived anew."
        },
        footer = {
            "",
            "Example:  ulicarro edit town merge market-north market-south",
            "          ulicarro edit town split quay-3 at 120 m as school-crossing"
        })
final class EditCommand implements Callable<Integer> {

    private static final List<String> WORDS =
            List.of("merge", "split", "move", "reattach", "straighten", "drop", "undo");

    @Parameters(index = "0", paramLabel = "STUDY", description = "the folder with study.yaml")
    private Path folder;

    @Parameters(index = "1..*", arity = "1..*", paramLabel = "WHAT", description = "as above")
    private List<String> words;

    @Option(names = "--dry-run", description = "say what would change, and write nothing")
    private boolean dryRun;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        PrintWriter out = spec.commandLine().getOut();
        if (!Files.exists(folder.resolve(StudyFolder.MAIN_FILE))) {
            StudyFolder.read(folder, List.of()); // says why
        }
        if (words.equals(List.of("undo"))) {
            List<String> back = StudyEditor.undo(folder);
            out.println(back.isEmpty() ? "there is no edit to take back" : "as before: " + String.join(", ", back));
            return back.isEmpty() ? Exit.INPUT : Exit.DONE;
        }
        LoadedStudy loaded = StudyFolder.read(folder, List.of());
        Study study = loaded.study();
        NetworkEdit edit = new NetworkEdit(study);
        try {
            apply(edit, study);
        } catch (NetworkEdit.NotPossible e) {
            throw new IOException(folder + ": " + e.getMessage());
        }
        StudyEditor editor = StudyEditor.open(folder, null);
        editor.keepForUndo();
        for (Map.Entry<String, String> change : edit.changes().entrySet()) {
            String file = editor.set(change.getKey(), change.getValue());
            out.println(file + ": " + change.getKey().replace("\"", "") + " = " + change.getValue());
        }
        edit.told().forEach(out::println);
        return new StudyChange(folder, null, spec).finish(editor, dryRun);
    }

    private void apply(NetworkEdit edit, Study study) throws NetworkEdit.NotPossible {
        List<String> rest = words.subList(1, words.size());
        switch (words.get(0)) {
            case "merge" -> {
                take(rest, 2, "merge A B");
                edit.merge(rest.get(0), rest.get(1));
            }
            case "split" -> split(edit, rest);
            case "move" -> move(edit, rest);
            case "reattach" -> {
                boolean fits = rest.size() == 5
                        && rest.get(1).equals("from")
                        && rest.get(3).equals("to");
                need(fits, "reattach ROAD from A to B");
                edit.reattach(rest.get(0), rest.get(2), rest.get(4));
            }
            case "straighten" -> {
                take(rest, 1, "straighten ROAD");
                edit.straighten(rest.get(0));
            }
            case "drop" -> {
                take(rest, 1, "drop ROAD, or drop PLACE");
                drop(edit, rest.get(0), study);
            }
            default ->
                throw usage("'" + words.get(0) + "' is no edit; there are " + String.join(", ", WORDS) + "."
                        + Names.suggestion(words.get(0), WORDS));
        }
    }

    private void drop(NetworkEdit edit, String id, Study study) throws NetworkEdit.NotPossible {
        if (study.network().roads().containsKey(id)) {
            edit.dropRoad(id);
        } else if (study.network().places().containsKey(id)) {
            edit.dropPlace(id);
        } else {
            List<String> known = new ArrayList<>(study.network().roads().keySet());
            known.addAll(study.network().places().keySet());
            throw usage("there is no road and no place '" + id + "'." + Names.suggestion(id, known));
        }
    }

    private void split(NetworkEdit edit, List<String> rest) throws NetworkEdit.NotPossible {
        String form = "split ROAD at 120 m as NAME";
        int as = rest.indexOf("as");
        need(rest.size() >= 5 && rest.get(1).equals("at") && as >= 3 && as == rest.size() - 2, form);
        String name = rest.get(as + 1);
        need(name.matches("[A-Za-z0-9_-]+"), form + "; a name has letters, digits, '-' and '_'");
        try {
            double at = Quantity.parse(String.join(" ", rest.subList(2, as)), Dimension.LENGTH)
                    .mean();
            edit.split(rest.get(0), at, name);
        } catch (Quantity.Unreadable e) {
            throw usage("write " + form);
        }
    }

    private void move(NetworkEdit edit, List<String> rest) throws NetworkEdit.NotPossible {
        String form = "move PLACE to X,Y in metres, or with a unit: move market to 120,-35.5 or 400ft,-120ft";
        need(rest.size() >= 3 && rest.get(1).equals("to"), form);
        String[] xy = String.join("", rest.subList(2, rest.size())).split(",", -1);
        need(xy.length == 2, form);
        try {
            edit.move(rest.get(0), metres(xy[0]), metres(xy[1]));
        } catch (Quantity.Unreadable e) {
            throw usage("write " + form);
        }
    }

    private static double metres(String written) throws Quantity.Unreadable {
        boolean number = written.matches("[-+]?\\d{1,7}(\\.\\d+)?");
        return Quantity.parse(number ? written + " m" : written, Dimension.LENGTH)
                .mean();
    }

    private void take(List<String> rest, int count, String form) {
        need(rest.size() == count, form);
    }

    private void need(boolean fits, String form) {
        if (!fits) {
            throw usage("write " + form);
        }
    }

    private ParameterException usage(String text) {
        return new ParameterException(spec.commandLine(), text);
    }
}
