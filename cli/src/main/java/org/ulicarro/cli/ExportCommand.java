package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.files.AssignmentFolder;
import org.ulicarro.files.GeoJson;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.Kml;
import org.ulicarro.files.LoadedStudy;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunFolder;
import org.ulicarro.files.SearchFolder;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.gmns.GmnsExport;
import org.ulicarro.files.timing.TimingSheet;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.paper.ReportPage;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "export",
        mixinStandardHelpOptions = true,
        description =
                "Writes open formats. Of a run, or of a search such as STUDY/searches/2: all its tables, replication by replication, as CSV or Parquet for notebooks, or the"
                        + " network with what was measured as GeoJSON for map programs. Of a study: the network as GeoJSON or as the"
                        + " tables of GMNS, and timing sheets of its actuated controllers.",
        footer = {
            "",
            "Examples:  ulicarro export quayside --csv tables",
            "           ulicarro export quayside/2 --geojson results.geojson",
            "           ulicarro export quayside -a actuated --timing sheet.html",
            "",
            "What is derived from a study is CSV by 'show STUDY lanes --csv' and its like."
        })
final class ExportCommand implements Callable<Integer> {

    @Parameters(paramLabel = "STUDY|RUN", description = "the study, the run or the search")
    private String subject;

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "an alternative of the study; the base unless given")
    private String alternative;

    @ArgGroup(multiplicity = "1", exclusive = true)
    private Form form;

    static final class Form {
        @Option(names = "--csv", paramLabel = "DIR", description = "a run's tables as CSV files in this folder")
        private Path csv;

        @Option(names = "--parquet", paramLabel = "DIR", description = "the same as Apache Parquet files")
        private Path parquet;

        @Option(
                names = "--geojson",
                paramLabel = "FILE",
                description = "places, links, lanes and paths, of a run with delay, level of service, flow and speed")
        private Path geojson;

        @Option(names = "--kml", paramLabel = "FILE", description = "the same features as KML, for globes")
        private Path kml;

        @Option(
                names = "--gmns",
                paramLabel = "DIR",
                description = "the network as tables of the General Modeling Network Specification in this folder")
        private Path gmns;

        @Option(
                names = "--timing",
                paramLabel = "FILE",
                description = "timing sheets: .csv with the object names of NTCIP 1202, or .html or .pdf to print")
        private Path timing;
    }

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, StudyProblem {
        PrintWriter out = spec.commandLine().getOut();
        if (form.csv != null || form.parquet != null) {
            Path folder = form.csv == null ? form.parquet : form.csv;
            List<Path> files = tables(folder);
            out.println("wrote " + files.size() + " tables to " + folder);
        } else if (form.geojson != null) {
            features().write(form.geojson);
            out.println("wrote " + form.geojson);
        } else if (form.kml != null) {
            Kml.write(features(), title(), form.kml);
            out.println("wrote " + form.kml);
        } else if (form.gmns != null) {
            GmnsExport export = new GmnsExport(study().compile(null).model());
            List<Path> files = export.write(form.gmns);
            out.println("wrote " + files.size() + " tables to " + form.gmns);
            export.unsaid().forEach(what -> out.println("not said in them: " + what));
        } else {
            timing();
            out.println("wrote " + form.timing);
        }
        return Exit.DONE;
    }

    private List<Path> tables(Path folder) throws IOException {
        Path search = SearchSheet.find(subject);
        if (search != null) {
            return form.csv == null
                    ? SearchFolder.exportParquet(search, folder)
                    : SearchFolder.exportCsv(search, folder);
        }
        Path assignment = AssignmentSheets.find(subject);
        if (assignment != null) {
            return form.csv == null
                    ? AssignmentFolder.exportParquet(assignment, folder)
                    : AssignmentFolder.exportCsv(assignment, folder);
        }
        Path of = RunArgument.find(subject);
        return form.csv == null ? RunFolder.exportParquet(of, folder) : RunFolder.exportCsv(of, folder);
    }

    private boolean isStudy() {
        return Files.exists(Path.of(subject).resolve(StudyFolder.MAIN_FILE));
    }

    private LoadedStudy study() throws StudyProblem, IOException {
        if (!isStudy()) {
            throw new IOException(subject + ": this is no study, a folder with study.yaml");
        }
        boolean base = alternative == null || alternative.equals("base");
        return StudyFolder.read(Path.of(subject), base ? List.of() : List.of(alternative.split("\\+", -1)));
    }

    private String title() throws IOException, StudyProblem {
        return isStudy()
                ? study().study().title()
                : RunFolder.record(RunArgument.find(subject)).title();
    }

    private GeoJson features() throws IOException, StudyProblem {
        Path run = isStudy() ? null : RunArgument.find(subject);
        LoadedStudy study = run == null ? study() : RunModel.study(run);
        GeoReference map = study.georeference();
        if (map == null) {
            throw new IOException(subject
                    + ": maps have longitudes and latitudes, and this study does not say where it lies; 'locate' finds it out"
                    + " from places that are known, or write network: {origin: {lat: …, lon: …}}");
        }
        GeoJson json = new GeoJson(run == null ? study.compile(null).model() : RunModel.of(run), map);
        if (run != null) {
            json.with(Run.in(run).summary(), Run.in(run).rows(LinkRow.class));
        }
        return json;
    }

    private void timing() throws IOException, StudyProblem {
        String name = form.timing.toString().toLowerCase(Locale.ROOT);
        LoadedStudy study = study();
        TimingSheet sheet =
                TimingSheet.of(study.study(), study.compile(null).model().network());
        sheet.leftOut()
                .forEach(o -> spec.commandLine()
                        .getErr()
                        .println("only a note in the sheet, '" + o.place() + "': " + o.what()));
        if (sheet.entries().isEmpty()) {
            throw new IOException(subject + ": there is no actuated controller of which a sheet could be made");
        }
        if (name.endsWith(".csv")) {
            DrawingFile.save(form.timing, sheet.csv().getBytes(StandardCharsets.UTF_8));
        } else if (name.endsWith(".html") || name.endsWith(".pdf")) {
            String html = ReportPage.html("timing.ftlh", TimingPage.of(study, sheet));
            DrawingFile.save(
                    form.timing, name.endsWith(".pdf") ? ReportPage.pdf(html) : html.getBytes(StandardCharsets.UTF_8));
        } else {
            throw new ParameterException(
                    spec.commandLine(), "'" + form.timing + "' ends in none of .csv, .html and .pdf");
        }
    }
}
