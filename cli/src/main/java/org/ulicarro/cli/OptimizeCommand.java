package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.search.optimize.Verdict;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "optimize",
        mixinStandardHelpOptions = true,
        description = {
            "Searches signal timing with the simulation as the judge: cycle, offsets, splits, and what else may vary, of a corridor, of"
                    + " some places or of all signals. Prints the best plan of every cycle length, and whether it is better than the plan"
                    + " in force on traffic that the search has not met.",
            "",
            "'optimize take STUDY/searches/N --cycle SECONDS --write ALT' makes an alternative of any row."
        },
        footer = {
            "",
            "Examples:  ulicarro optimize quayside --cycles 60-90 --write green-wave",
            "           ulicarro optimize quayside --places market,gate --aim people --keep 'market walk'",
            "           ulicarro optimize quayside --require 'market NBL control_delay < 60 s'",
            "           ulicarro optimize take quayside/searches/1 --cycle 70 --write seventy"
        })
final class OptimizeCommand implements Callable<Integer> {

    private static final String TAKE = "take";

    @Mixin
    private StudyArguments study;

    @Parameters(
            index = "1",
            arity = "0..1",
            paramLabel = "SEARCH",
            description = "after 'take': the search, STUDY/searches/N")
    private String search;

    @Mixin
    private OneAlternative alternative;

    @Option(
            names = "--corridor",
            paramLabel = "CORRIDOR",
            description = "time the signals along it; the only one of the study unless --places or --all is given")
    private String corridor;

    @Option(names = "--places", paramLabel = "A,B,…", description = "time these signals")
    private String places;

    @Option(
            names = "--all",
            description = "time all signals; those within 60 s of each other share a cycle, group after group")
    private boolean all;

    @Option(
            names = "--plan",
            paramLabel = "PLAN",
            description =
                    "time this plan, in the period that it is for; may be given several times: one search each, one alternative. The"
                            + " schedule stays")
    private List<String> plans = new ArrayList<>();

    @Option(
            names = "--aim",
            paramLabel = "AIM",
            description =
                    "what counts: one of the study's aims, or balanced (delay, stops, bays), delay, people, climate; balanced unless given")
    private String aim;

    @Option(
            names = "--require",
            paramLabel = "WHAT",
            description =
                    "a limit in the words of compare --require: 'market NBL control_delay < 55 s'; a plan that breaks one cannot win while"
                            + " another keeps it")
    private List<String> required = new ArrayList<>();

    @Option(
            names = "--cycles",
            paramLabel = "FROM-TO",
            description = "cycle lengths; from 30 s below the plan in force to 30 s above it unless given")
    private String cycles;

    @Option(
            names = "--every",
            paramLabel = "SECONDS",
            defaultValue = "10",
            description = "from one cycle length to the next (${DEFAULT-VALUE})")
    private int every;

    @Option(
            names = "--keep",
            paramLabel = "WHAT",
            description =
                    "what stays: 'market' all of it, 'market offset', 'market splits', 'market order', 'market walk' (no shorter), or the"
                            + " green of a group or phase, 'market NB'")
    private List<String> keep = new ArrayList<>();

    @Option(
            names = "--sequences",
            description = "greens may come in another order: left turns after the through greens, or before")
    private boolean sequences;

    @Option(names = "--half", description = "a signal may run with half the common cycle")
    private boolean halves;

    @Option(
            names = "--runs",
            paramLabel = "N",
            defaultValue = "600",
            description = "runs of all plans together (${DEFAULT-VALUE})")
    private int runs;

    @Option(
            names = {"-n", "--replications"},
            paramLabel = "N",
            defaultValue = "10",
            description = "runs of one plan at the most (${DEFAULT-VALUE})")
    private int replications;

    @Option(
            names = "--fresh",
            paramLabel = "N",
            defaultValue = "20",
            description = "pairs of runs on fresh traffic, for the verdict (${DEFAULT-VALUE})")
    private int fresh;

    @Option(
            names = "--cycle",
            paramLabel = "SECONDS",
            description = "with take: the row; the best one unless given. With several groups of signals PLACE:SECONDS")
    private String cycle;

    @Option(names = "--write", paramLabel = "ALT", description = "write the best plan, or the row, as this alternative")
    private String write;

    @Option(
            names = "--explain",
            paramLabel = "ALT",
            description =
                    "say what this alternative changes place by place, and what each change brings, by undoing it alone on fresh traffic")
    private String explain;

    @Option(
            names = "--resume",
            paramLabel = "SEARCH",
            description = "go on with a search that was stopped, by its number; what it was asked stands")
    private String resume;

    @Option(
            names = "--page",
            description = "serve a page on this machine that shows the search while it runs; it ends with the search")
    private boolean page;

    @Option(names = "-o", paramLabel = "FILE", description = "a picture of the search, .svg or .png")
    private Path output;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException, InterruptedException {
        checkWords();
        PrintWriter out = spec.commandLine().getOut();
        if (isTake()) {
            return new TakenPlan(search, cycle).write(write, form, out);
        }
        if (explain != null) {
            LoadedStudy loaded = study.read(alternative.name);
            return new OptimizeExplained(study, loaded, explain, asked())
                    .print(form, out, spec.commandLine().getErr());
        }
        if (resume != null) {
            try (Searching searching = Searching.goOn("optimize", study.folder, resume)) {
                NewAlternative target = target(searching.study());
                return finish(searching, List.of(drive(searching)), target);
            }
        }
        return plans.isEmpty() ? one() : several();
    }

    private boolean isTake() {
        return search != null && study.folder.toString().equals(TAKE);
    }

    private void checkWords() {
        NewAlternative.check(write, spec);
        check(search == null || isTake(), "only 'optimize take SEARCH' takes a second word");
        check(!isTake() || write != null, "take needs --write ALT");
        check(cycle == null || isTake(), "--cycle goes with take; --cycles says which lengths are tried");
        long ways = java.util.stream.Stream.of(corridor, places, all ? "all" : null)
                .filter(o -> o != null)
                .count();
        check(ways <= 1, "give one of --corridor, --places and --all");
        check(every >= 1 && every <= 60, "--every takes 1 to 60 seconds");
        check(replications >= 2 && replications <= 1000, "--replications takes 2 to 1000");
        check(runs >= 10 && runs <= 1_000_000, "--runs takes 10 to 1000000");
        check(fresh >= 2 && fresh <= 10_000, "--fresh takes 2 to 10000");
        check(plans.isEmpty() || study.period == null, "--plan chooses the period; give --plan or --period");
        check(
                output == null || org.ulicarro.report.DrawingFile.canWrite(output),
                "'" + output + "' ends in neither .svg nor .png");
        for (List<String> words : List.of(required, keep)) {
            check(words.stream().noneMatch(w -> w.contains(";")), "';' has no meaning in --require and --keep");
        }
    }

    private void check(boolean holds, String otherwise) {
        if (!holds) {
            throw new ParameterException(spec.commandLine(), otherwise);
        }
    }

    private Map<String, String> asked() {
        Map<String, String> words = new LinkedHashMap<>();
        put(words, "corridor", corridor);
        put(words, "places", places);
        put(words, "all", all ? "yes" : null);
        put(words, "aim", aim);
        put(words, "require", required.isEmpty() ? null : String.join("; ", required));
        put(words, "cycles", cycles);
        words.put("every", String.valueOf(every));
        put(words, "keep", keep.isEmpty() ? null : String.join("; ", keep));
        put(words, "sequences", sequences ? "yes" : null);
        put(words, "halves", halves ? "yes" : null);
        words.put("runs", String.valueOf(runs));
        words.put("fresh", String.valueOf(fresh));
        return words;
    }

    private static void put(Map<String, String> words, String option, String value) {
        if (value != null) {
            words.put(option, value);
        }
    }

    private NewAlternative target(LoadedStudy loaded) throws IOException {
        return write == null ? null : new NewAlternative(study.folder, loaded.alternative(), write);
    }

    private Searching begin(String period) throws StudyProblem, IOException {
        StudyArguments arguments = new StudyArguments();
        arguments.folder = study.folder;
        arguments.period = period;
        IOException[] problem = {null};
        try {
            return Searching.begin("optimize", arguments, alternative.name, replications, asked(), model -> {
                try {
                    new OptimizeWork(new OptimizeAsked(asked()), model);
                } catch (IOException e) {
                    problem[0] = e;
                    throw new java.io.UncheckedIOException(e);
                }
            });
        } catch (java.io.UncheckedIOException e) {
            throw problem[0] == null ? e.getCause() : problem[0];
        }
    }

    private int one() throws StudyProblem, IOException, InterruptedException {
        NewAlternative target = target(study.read(alternative.name));
        try (Searching searching = begin(study.period)) {
            return finish(searching, List.of(drive(searching)), target);
        }
    }

    /** One search for each plan, in the period that it is for; all write into one alternative. */
    private int several() throws StudyProblem, IOException, InterruptedException {
        LoadedStudy loaded = study.read(alternative.name);
        NewAlternative target = target(loaded);
        List<String> periods = new ArrayList<>();
        for (String plan : plans) {
            periods.add(periodOf(plan, loaded));
        }
        List<OptimizeWork.Done> done = new ArrayList<>();
        int code = Exit.DONE;
        for (int i = 0; i < plans.size(); i++) {
            if (!form.isForMachines()) {
                spec.commandLine().getOut().println((i > 0 ? "\n" : "") + "plan " + plans.get(i) + ":");
            }
            try (Searching searching = begin(periods.get(i))) {
                done.add(drive(searching));
                boolean last = i == plans.size() - 1;
                code = Math.max(code, finish(searching, done, last ? target : null));
            }
        }
        return code;
    }

    private String periodOf(String plan, LoadedStudy loaded) throws StudyProblem, IOException {
        List<String> known = new ArrayList<>();
        for (String period : loaded.study().periods().keySet()) {
            Model model = loaded.compile(period).model();
            for (String place : org.ulicarro.core.search.optimize.PlanSpace.timeable(model)) {
                String id = model.signals().orderAt(place).plan();
                if (id.equals(plan)) {
                    return period;
                }
                if (!known.contains(id)) {
                    known.add(id);
                }
            }
        }
        throw new IOException("no period begins with a plan '" + plan + "'." + Names.suggestion(plan, known));
    }

    private OptimizeWork.Done drive(Searching searching) throws IOException, InterruptedException {
        OptimizeAsked asked = new OptimizeAsked(searching.request().asked());
        OptimizeWork work = new OptimizeWork(asked, searching.model());
        PrintWriter out = spec.commandLine().getOut();
        if (!form.isForMachines()) {
            int signals = work.groups().stream().mapToInt(List::size).sum();
            OptimizeSheets.say(
                    out,
                    searching.model().study().title() + ", " + searching.study().alternative() + ", period "
                            + searching.model().periodId() + ": " + signals + (signals == 1 ? " signal" : " signals")
                            + (work.groups().size() > 1 ? " in " + work.groups().size() + " groups" : "") + ", aim "
                            + OptimizeSheets.words(asked.aimName(), work.aim()));
        }
        OptimizeWork.Done done = work.search(searching, page, spec.commandLine().getErr());
        OptimizeSheets sheets = new OptimizeSheets(
                work.limits(),
                asked.corridor(searching.model()) != null,
                searching.model().study().units().length());
        for (OptimizeWork.Group group : done.groups()) {
            if (!form.isForMachines()) {
                out.println();
                out.println(String.join(", ", group.places()) + ":");
                out.println();
            }
            if (group.outcome().rows().isEmpty()) {
                OptimizeSheets.say(
                        out,
                        "none of these cycle lengths holds: " + group.outcome().why());
                continue;
            }
            sheets.print(group.outcome(), form, out);
            if (!form.isForMachines()) {
                out.println();
                sheets.verdict(group.outcome(), out);
            }
        }
        if (!done.verdict().isEmpty() && !form.isForMachines()) {
            out.println();
            out.println("all groups together:");
            OptimizeSheets.fresh(done.verdict(), out);
        }
        if (output != null) {
            new SearchPicture(searching.folder()).write(output);
            out.println("wrote " + output);
        }
        searching.end(outcome(done));
        return done;
    }

    private static String outcome(OptimizeWork.Done done) {
        List<String> all = new ArrayList<>();
        for (OptimizeWork.Group group : done.groups()) {
            var best = group.outcome().best();
            all.add(
                    best == null
                            ? "nothing better than the plan in force"
                            : OptimizeSheets.name(best) + (group.outcome().isReal() ? "" : ", perhaps by chance"));
        }
        return "best " + String.join("; ", all);
    }

    /** Writes what is better and says where everything is. */
    private int finish(Searching searching, List<OptimizeWork.Done> all, NewAlternative target)
            throws IOException, StudyProblem {
        PrintWriter out = spec.commandLine().getOut();
        Map<String, String> change = new LinkedHashMap<>();
        boolean broken = false;
        for (OptimizeWork.Done done : all) {
            boolean good = done.groups().size() == 1 || Verdict.isReal(done.verdict());
            change.putAll(good ? done.change() : Map.of());
            broken |= done.groups().stream()
                    .anyMatch(g -> g.outcome().rows().isEmpty()
                            || g.outcome().rows().stream().noneMatch(r -> r.holds()));
        }
        if (target != null) {
            if (change.isEmpty()) {
                OptimizeSheets.say(
                        out,
                        "nothing was written, since nothing is better for certain; 'optimize take' writes any row");
            } else {
                target.write(PlanText.of(
                        searching.study().study(),
                        change,
                        "Found by 'optimize', search " + searching.folder().getFileName()
                                + "; better than what it lies on, on fresh traffic."));
            }
        }
        if (!form.isForMachines()) {
            out.println("kept " + searching.folder() + ": 'results " + searching.shortName() + "' lists its rows");
            if (target != null && !change.isEmpty()) {
                out.println("wrote " + target.file());
                out.println("next: " + Main.me() + " run " + Main.typed(study.folder) + " -a "
                        + searching.study().alternative() + " -a " + target.stacked());
            } else if (target == null && !change.isEmpty()) {
                out.println("next: " + Main.me() + " optimize take " + Main.typed(Path.of(searching.shortName()))
                        + " --write ALT");
            }
        }
        return broken ? Exit.DOES_NOT_HOLD : Exit.DONE;
    }
}
