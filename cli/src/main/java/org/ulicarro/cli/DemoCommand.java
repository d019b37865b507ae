package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Run;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.PlanDrawing;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "demo",
        mixinStandardHelpOptions = true,
        description =
                "Writes the demo study, Quayside Road in an invented sea-side town on the evening of a ferry, checks it, draws it,"
                        + " runs ten replications and prints what comes out.",
        footer = {"", "Example:  ulicarro demo"})
final class DemoCommand implements Callable<Integer> {

    @Parameters(
            arity = "0..1",
            paramLabel = "DIR",
            defaultValue = "quayside",
            description = "where to write it (quayside)")
    private Path folder;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException, InterruptedException {
        PrintWriter out = spec.commandLine().getOut();
        PrintWriter err = spec.commandLine().getErr();
        if (Files.exists(folder.resolve(StudyFolder.MAIN_FILE))) {
            err.println("using the study that is in " + folder);
        } else if (NewCommand.isInUse(folder)) {
            throw new IOException(
                    folder + ": there is something else already; give another folder, 'ulicarro demo DIR'");
        } else {
            Samples.write(Samples.QUAYSIDE, folder);
            err.println("wrote the demo study to " + folder);
        }
        LoadedStudy study = StudyFolder.read(folder, List.of());
        LoadedStudy.Compiled compiled = study.compile(null);
        Path plan = folder.resolve("plan.svg");
        PlanDrawing drawing = new PlanDrawing(compiled.model(), null, 0, null);
        DrawingFile.write(
                plan,
                DrawCommand.WIDTH,
                DrawCommand.HEIGHT,
                g -> drawing.draw(g, DrawCommand.WIDTH, DrawCommand.HEIGHT));
        Run run = new RunWork(err)
                .run(
                        study,
                        null,
                        RunSettings.of(0, Runtime.getRuntime().availableProcessors(), RecordChoice.parse("last")));
        Path replay = folder.resolve("replay.html");
        new RecordedRun(run.folder(), null).writePage(replay, err::println);
        new MovementTable(run).printOverview(out);
        new EntrySheets(run).printBrief(out);
        new CourtesySheets(run).printBrief(out);
        out.println();
        out.println("study: " + folder + "    plan: " + plan + "    run: " + run.folder());
        out.println("watch: open " + replay + " in a browser");
        String me = Main.me();
        out.println("next:  edit " + folder.resolve("signals.yaml") + ", then  " + me + " check " + Main.typed(folder));
        out.println(
                "       " + me + " results " + Main.typed(folder) + " --place market     its movements, one by one");
        out.println("       " + me + " run " + Main.typed(folder)
                + " -a no-ferry            a day without the ferry, else the same");
        out.println("       " + me + " draw " + Main.typed(folder) + " --place market -o market.png");
        return Exit.DONE;
    }
}
