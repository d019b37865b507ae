package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.run.LocalPool;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.TrialPool;
import org.ulicarro.core.search.Evaluations;
import org.ulicarro.core.search.Journal;
import org.ulicarro.core.search.optimize.Index;
import org.ulicarro.core.search.optimize.NotTimed;
import org.ulicarro.core.search.optimize.Undone;
import org.ulicarro.core.search.optimize.Verdict;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;

/** What an alternative changes in signal timing, and what each change brings: it is undone alone, on fresh traffic. */
final class OptimizeExplained {

    private static final int DRAWS = 20;

    private final LoadedStudy base;
    private final Model before;
    private final Model after;
    private final String name;
    private final OptimizeAsked asked;

    OptimizeExplained(StudyArguments study, LoadedStudy base, String alternative, Map<String, String> asked)
            throws StudyProblem, IOException {
        this.base = base;
        this.asked = new OptimizeAsked(asked);
        name = alternative;
        before = base.compile(study.period).model();
        String stacked = base.alternative().equals("base") ? alternative : base.alternative() + "+" + alternative;
        after = study.read(stacked).compile(study.period).model();
    }

    int print(OutputForm form, PrintWriter out, PrintWriter err) throws IOException, InterruptedException {
        Volumes volumes = Volumes.counted(
                before.network(), before.demand(), before.study().seed(), DRAWS);
        List<Undone.Change> changes;
        List<String> places;
        try {
            Undone undone = new Undone(before, after, m -> volumes.movement(m.index()));
            changes = undone.changes();
            places = undone.places();
        } catch (NotTimed e) {
            throw new IOException(e.getMessage());
        }
        if (changes.isEmpty()) {
            throw new IOException("'" + name + "' changes no signal plan of period " + before.periodId() + " against "
                    + base.alternative());
        }
        List<Condition> limits = asked.limits(before);
        Index index = new Index(before, asked.aim(before), limits, places, asked.along(before));
        int fresh = asked.number("fresh");
        SearchLine line = new SearchLine(err, 2 * fresh * (changes.size() + 1));
        try (TrialPool pool = new LocalPool(Runtime.getRuntime().availableProcessors())) {
            Evaluations evaluations = new Evaluations(
                    pool, index.instruments(), Journal.NONE, index::figures, (ask, driven) -> line.ran(driven));
            Evaluations.Ask whole = new Evaluations.Ask(1, Map.of(), after, 0);
            line.tries("all changes");
            Map<String, Difference> all =
                    Verdict.of(evaluations, fresh, new Evaluations.Ask(2, Map.of(), before, 0), whole);
            Sheet sheet = new Sheet()
                    .words("place", "place")
                    .words("change", "change")
                    .words("before", "before")
                    .words("after", "after")
                    .numbers("brings_s", "brings s", 1)
                    .numbers("brings_half_width_s", "±", 1)
                    .words("verdict", "");
            add(sheet, "all", "everything", base.alternative(), name, all.get(Index.INDEX));
            int trial = 3;
            for (Undone.Change change : changes) {
                Difference d = null;
                if (change.without() != null) {
                    line.tries(change.place() + " " + change.what() + " undone");
                    Evaluations.Ask undone = new Evaluations.Ask(trial++, Map.of(), change.without(), 0);
                    d = Verdict.of(evaluations, fresh, undone, whole).get(Index.INDEX);
                }
                add(sheet, change.place(), change.what(), change.before(), change.after(), d);
            }
            line.done();
            if (!form.isForMachines()) {
                OptimizeSheets.say(
                        out,
                        "What '" + name + "' changes, and what each change brings to the index of aim "
                                + OptimizeSheets.words(asked.aimName(), asked.aim(before))
                                + ": the plan with it less the plan with all but it, " + fresh
                                + " pairs of runs on fresh traffic; below 0 is better.");
                out.println();
            }
            sheet.print(form, out);
        }
        return Exit.DONE;
    }

    private static void add(Sheet sheet, String place, String what, String before, String after, Difference d) {
        String words =
                d == null ? "cannot be undone alone" : d.hi() < 0 ? "better" : d.lo() > 0 ? "worse" : "may be chance";
        sheet.add(
                place,
                what,
                before,
                after,
                d == null ? null : (Double) d.difference(),
                d == null ? null : (Double) ((d.hi() - d.lo()) / 2),
                words);
    }
}
