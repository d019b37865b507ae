package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.ulicarro.core.run.Model;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Message;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.feed.Feed;
import org.ulicarro.files.feed.LineImport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "schedule",
        mixinStandardHelpOptions = true,
        description =
                "Reads a line of buses or trams from a public transport schedule (GTFS, a zip file or its folder), lays it over the roads"
                        + " and stops of a study that has an origin on the map, and prints or writes it as an alternative.",
        footer = {
            "",
            "Example:  ulicarro import schedule quayside schedule.zip --line 7 --date 2026-11-24 --write line-7"
        })
final class ImportScheduleCommand implements Callable<Integer> {

    @Parameters(index = "0", paramLabel = "STUDY", description = "the folder with study.yaml")
    private Path folder;

    @Parameters(index = "1", paramLabel = "SCHEDULE", description = "the zip file, or the folder with its tables")
    private Path schedule;

    @Option(names = "--line", required = true, paramLabel = "LINE", description = "short name of the line, or its id")
    private String line;

    @Option(names = "--date", required = true, paramLabel = "DATE", description = "day of service, such as 2026-11-24")
    private LocalDate date;

    @Option(
            names = "--write",
            paramLabel = "ALT",
            description = "write it to STUDY/alternatives/ALT.yaml, which must not exist; printed unless given")
    private String write;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        NewAlternative.check(write, spec);
        NewAlternative target = write == null ? null : new NewAlternative(folder, null, write);
        if (!Files.exists(schedule)) {
            throw new IOException(schedule + ": there is no such file or folder");
        }
        LoadedStudy study = StudyFolder.read(folder, List.of());
        GeoReference map = study.georeference();
        if (map == null) {
            throw new IOException(folder
                    + ": a schedule gives places on the map, and this study does not say where it lies; write"
                    + " network: {origin: {lat: …, lon: …}}");
        }
        Model model = study.compile(null).model();
        List<Message> faults = new ArrayList<>();
        Feed feed = Feed.read(schedule, line, date, faults);
        if (!faults.isEmpty()) {
            throw new StudyProblem(faults);
        }
        LineImport found = new LineImport(model, map, feed, line);
        PrintWriter err = spec.commandLine().getErr();
        found.report().forEach(err::println);
        if (found.isEmpty()) {
            err.println("line " + line + " does not come by on " + date + " while a period of the study runs");
            return Exit.DOES_NOT_HOLD;
        }
        if (target == null) {
            spec.commandLine().getOut().print(found.text());
            return Exit.DONE;
        }
        target.write(found.text()).forEach(err::println);
        spec.commandLine().getOut().println("wrote " + target.file());
        spec.commandLine().getOut().println("next:  " + Main.me() + " run " + Main.typed(folder) + " -a " + write);
        return Exit.DONE;
    }
}
