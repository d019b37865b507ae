package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ulicarro.files.CountMatch;
import org.ulicarro.files.CountMatch.Match;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.OutputFile;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

@Command(
        name = "match",
        mixinStandardHelpOptions = true,
        description =
                "Finds the place and movement of counts that are given by where they were made and the names of streets: a CSV table"
                        + " lat,lon,from_street,to_street (or turn),from,to,vehicles. Prints what each row was taken for, the doubtful"
                        + " ones first, and writes a table of turning counts.",
        footer = {"", "Example:  ulicarro match quayside --counts survey.csv -o counts/survey.csv"})
final class MatchCommand implements Callable<Integer> {

    @Mixin
    private StudyArguments arguments;

    @Option(names = "--counts", required = true, paramLabel = "FILE", description = "the table of counts")
    private Path counts;

    @Option(
            names = "-o",
            paramLabel = "FILE",
            description = "write place,movement,from,to,vehicles of all rows that were found")
    private Path output;

    @Option(names = "--sure", description = "write only rows of which nothing else comes near")
    private boolean sure;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws StudyProblem, IOException {
        LoadedStudy study = arguments.read(null);
        GeoReference map = study.georeference();
        if (map == null) {
            throw new IOException(
                    arguments.folder
                            + ": counts on the map need a study that says where it lies; write network: {origin: {lat: …, lon: …}}");
        }
        List<Match> matches = new CountMatch(study.compile(arguments.period).model(), map).read(counts);
        tell(matches);
        if (output != null) {
            write(matches);
        }
        return matches.stream().allMatch(Match::sure) ? Exit.DONE : Exit.DOES_NOT_HOLD;
    }

    private void tell(List<Match> matches) {
        PrintWriter out = spec.commandLine().getOut();
        TextTable table = new TextTable(1);
        table.alignLeft(false, true, true, true, false, true);
        table.add("line", "place", "movement", "way", "m away", "");
        for (boolean doubtful : new boolean[] {true, false}) {
            for (Match m : matches) {
                if (m.sure() != doubtful) {
                    table.add(
                            String.valueOf(m.line()),
                            m.place() == null ? "-" : m.place(),
                            m.name() == null ? "-" : m.name(),
                            m.movement() == null ? "-" : m.movement(),
                            Double.isNaN(m.metres()) ? "-" : String.format(Locale.ROOT, "%.0f", m.metres()),
                            m.sure() ? "" : "look: " + m.why());
                }
            }
        }
        table.print(out);
        long known = matches.stream().filter(Match::sure).count();
        long none = matches.stream().filter(m -> m.place() == null).count();
        out.printf(
                Locale.ROOT,
                "%d rows: %d sure, %d to look at, %d not found%n",
                matches.size(),
                known,
                matches.size() - known - none,
                none);
    }

    private void write(List<Match> matches) throws IOException {
        boolean types = matches.stream().anyMatch(m -> m.type() != null);
        StringBuilder text = new StringBuilder("place,movement,from,to,vehicles" + (types ? ",type" : "") + "\n");
        int rows = 0;
        for (Match m : matches) {
            if (m.place() != null && m.twin() == 0 && (m.sure() || !sure)) {
                rows++;
                text.append(String.join(",", m.place(), m.movement(), m.from(), m.to(), m.vehicles()))
                        .append(types ? "," + (m.type() == null ? "" : m.type()) : "")
                        .append('\n');
            }
        }
        if (Files.exists(output)) {
            throw new IOException(output + " exists already; give another name");
        }
        OutputFile.text(output, text.toString());
        spec.commandLine().getOut().println("wrote " + rows + " rows to " + output);
    }
}
