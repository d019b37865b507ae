package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Run;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.TrackFolder;
import org.ulicarro.link.Exchange;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "run",
        mixinStandardHelpOptions = true,
        description =
                "Runs replications of a study in parallel, keeps the results in STUDY/runs and prints the movement table."
                        + " Runs are never overwritten; the same study and seed give the same results on any machine.",
        footer = {"", "Example:  ulicarro run quayside -a base -a pier-green -n 20 --record last"})
final class RunCommand implements Callable<Integer> {

    @Mixin
    private StudyArguments study;

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "run this alternative; may be given several times, 'base' is the study itself")
    private List<String> alternatives = new ArrayList<>();

    @Option(
            names = "--assignment",
            paramLabel = "N",
            description =
                    "drive the ways of this assignment, by its number or 'last'; 'ALT@N' as an alternative means the same")
    private String assignment;

    @Option(
            names = {"-n", "--replications"},
            paramLabel = "N",
            description = "number of replications; the study's own unless given")
    private Integer replications;

    @Option(
            names = "--precision",
            paramLabel = "P",
            description = "add replications until half the 95 %% interval is at most so much of the mean, such as 5%%")
    private String precision;

    @Option(
            names = "--of",
            paramLabel = "WHAT",
            description = "with --precision: 'network' (delay of a journey) or a place (its control and entry delay)")
    private String of = Precision.NETWORK;

    @Option(names = "--most", paramLabel = "N", description = "with --precision: at most so many replications (200)")
    private int most = 200;

    @Option(
            names = {"-j", "--jobs"},
            paramLabel = "J",
            description = "replications at a time; one for each core unless given. Changes no result")
    private Integer jobs;

    @Option(
            names = "--record",
            paramLabel = "WHAT",
            description =
                    "record vehicles and signals for 'replay': last or all replications, or a number; with a comma"
                            + " also a window such as 16:30-16:45, and a time between samples such as 5s (1s)")
    private String record;

    @Option(
            names = "--watch-page",
            description = "serve a page on this computer that plays replication 1 while it is being simulated")
    private boolean watchPage;

    @Option(
            names = "--resume",
            description =
                    "go on with the last run of the study that was interrupted; takes what it was asked for from there")
    private boolean resume;

    @Option(
            names = "--more",
            paramLabel = "N",
            description = "take a run in place of STUDY and make another one of it with N more replications")
    private Integer more;

    @Option(
            names = "--stop-on-standstill",
            description = "end the run, with exit code 4, as soon as vehicles block each other for good")
    private boolean stopOnStandstill;

    @Mixin
    private ExternalOptions external;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException, InterruptedException {
        if (replications != null && (replications < 1 || replications > 10_000)) {
            throw new ParameterException(spec.commandLine(), "the number of replications must be 1 to 10000");
        }
        if (jobs != null && (jobs < 1 || jobs > 1024)) {
            throw new ParameterException(spec.commandLine(), "the number of jobs must be 1 to 1024");
        }
        if (external.problem() != null) {
            throw new ParameterException(spec.commandLine(), external.problem());
        }
        if (resume || more != null) {
            return print(goOn());
        }
        precision(); // says so now when it cannot be read
        RecordChoice choice = choice();
        List<LoadedStudy> loaded = new ArrayList<>();
        for (String alternative : alternatives.isEmpty() ? List.of("base") : alternatives) {
            loaded.add(study.read(
                    assignment == null
                            ? alternative
                            : alternative + "@" + assignment)); // all are read before the first one runs
        }
        RunWork work = new RunWork(spec.commandLine().getErr());
        int threads = jobs == null ? Runtime.getRuntime().availableProcessors() : jobs;
        for (LoadedStudy one : loaded) {
            Run run = run(work, one, threads, choice);
            print(run);
        }
        return Exit.DONE;
    }

    private int print(Run run) throws IOException {
        PrintWriter out = spec.commandLine().getOut();
        MovementTable table = new MovementTable(run);
        table.printOverview(out);
        new EntrySheets(run).printBrief(out);
        new CourtesySheets(run).printBrief(out);
        out.println();
        out.println("run:  " + run.folder());
        String results = "next: " + Main.me() + " results " + Main.typed(run.folder());
        out.println(
                table.isEmpty()
                        ? results + " links    volumes and speeds (also --by 15min, --each, --json)"
                        : results + "    all movements (also --by 15min, --each, --json)");
        if (!new TrackFolder(run.folder()).replications().isEmpty()) {
            out.println("      " + Main.me() + " replay " + Main.typed(run.folder()) + " -o replay.html");
        }
        out.flush();
        return Exit.DONE;
    }

    private Run goOn() throws StudyProblem, IOException, InterruptedException {
        boolean other = !alternatives.isEmpty()
                || assignment != null
                || replications != null
                || study.period != null
                || precision != null
                || record != null
                || watchPage
                || external.any()
                || resume && more != null;
        if (other) {
            throw new ParameterException(
                    spec.commandLine(),
                    (resume ? "--resume" : "--more")
                            + " takes what was asked for before; only --jobs may stand beside it");
        }
        if (more != null && (more < 1 || more > 10_000)) {
            throw new ParameterException(spec.commandLine(), "--more takes 1 to 10000 replications");
        }
        int threads = jobs == null ? Runtime.getRuntime().availableProcessors() : jobs;
        PrintWriter err = spec.commandLine().getErr();
        return resume
                ? Resumption.goOn(study.folder, threads, err)
                : Resumption.more(study.folder.toString(), more, threads, err);
    }

    private Precision precision() {
        if (precision == null) {
            return null;
        }
        String number = precision.replaceFirst("\\s*%$", "");
        if (!number.matches("[0-9]{1,2}(\\.[0-9]+)?") || Double.parseDouble(number) <= 0) {
            throw new ParameterException(
                    spec.commandLine(), "--precision takes a share such as 5%, not '" + precision + "'");
        }
        if (most < Precision.LEAST || most > 10_000) {
            throw new ParameterException(spec.commandLine(), "--most takes 5 to 10000 replications");
        }
        return new Precision(Double.parseDouble(number) / 100, of, most);
    }

    private RecordChoice choice() {
        try {
            return RecordChoice.parse(record);
        } catch (IllegalArgumentException e) {
            throw new ParameterException(spec.commandLine(), e.getMessage());
        }
    }

    private Run run(RunWork work, LoadedStudy one, int threads, RecordChoice choice)
            throws StudyProblem, IOException, InterruptedException {
        PrintWriter err = spec.commandLine().getErr();
        try (WatchPage page = watchPage ? WatchPage.open() : null;
                Exchange exchange = external.connect(one, study.period, err)) {
            if (page != null) {
                err.println("watch: " + page.address() + "   (this computer only; Ctrl-C ends it)");
            }
            Run run = work.run(
                    one,
                    study.period,
                    new RunSettings(
                            replications == null ? 0 : replications,
                            threads,
                            choice,
                            precision(),
                            stopOnStandstill,
                            page,
                            exchange,
                            external.lamps(),
                            external.pace()));
            if (page != null) {
                page.awaitViewers();
            }
            return run;
        }
    }
}
