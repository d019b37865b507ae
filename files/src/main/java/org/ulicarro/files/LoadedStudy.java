package org.ulicarro.files;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Study;
import tools.jackson.databind.node.ObjectNode;

/** A study as it was read: its records, its tables, and where everything stands in its files. */
public final class LoadedStudy {

    private final Path folder;
    private final String alternative;
    private final LocatedTree tree;
    private final Study study;
    private final List<Count> counts;
    private final Map<String, Spot> cellSpots;

    LoadedStudy(
            Path folder,
            String alternative,
            LocatedTree tree,
            Study study,
            List<Count> counts,
            Map<String, Spot> cellSpots) {
        this.folder = folder;
        this.alternative = alternative;
        this.tree = tree;
        this.study = study;
        this.counts = List.copyOf(counts);
        this.cellSpots = cellSpots;
    }

    public Path folder() {
        return folder;
    }

    /** {@code base}, or the names of the alternatives that were put on it, such as {@code ferry-plan+wide-pier}. */
    public String alternative() {
        return alternative;
    }

    public Study study() {
        return study;
    }

    /** The tree as it was read, usual values filled in; what a run records. */
    ObjectNode tree() {
        return tree.root;
    }

    List<Count> counts() {
        return counts;
    }

    /** A compiled study with the warnings that came up. */
    public record Compiled(Model model, List<Message> warnings) {}

    /**
     * Compiles one period.
     *
     * @param period its id; null for the only one, or the first
     * @throws StudyProblem with all errors and warnings
     */
    public Compiled compile(String period) throws StudyProblem {
        String chosen = period == null && !study.periods().isEmpty()
                ? study.periods().keySet().iterator().next()
                : period;
        List<Fault> faults = new ArrayList<>();
        if (chosen != null && !study.periods().containsKey(chosen)) {
            String known = Names.suggestion(chosen, study.periods().keySet());
            faults.add(Fault.error("/periods", "there is no period '" + chosen + "'." + known));
            throw new StudyProblem(messages(faults));
        }
        Model model = Model.compile(study, counts, chosen, faults);
        List<Message> messages = messages(faults);
        if (model == null) {
            throw new StudyProblem(messages);
        }
        return new Compiled(model, messages);
    }

    private List<Message> messages(List<Fault> faults) {
        return Message.sorted(faults.stream()
                .map(fault -> new Message(fault.severity(), spot(fault.pointer()), fault.message()))
                .toList());
    }

    private Spot spot(String pointer) {
        Spot cell = cellSpots.get(pointer);
        return cell != null ? cell : tree.spot(pointer);
    }
}
