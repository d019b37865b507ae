package org.ulicarro.cli;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import javax.imageio.ImageIO;
import org.ulicarro.files.InputFile;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.report.DrawingFile;
import org.ulicarro.report.paper.ReportPage;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "report",
        mixinStandardHelpOptions = true,
        description =
                "Makes the report for a client: key figures with their intervals, plan with volumes, movements with levels of service and"
                        + " why they are bad, signal plans, queues over time, and what differs between the runs. One file that opens"
                        + " without a network, ready to print.",
        footer = {
            "",
            "Example:  ulicarro report quayside -o report.html",
            "          ulicarro report quayside/base quayside/actuated -o report.pdf --by 'M. Ferrand'"
        })
final class ReportCommand implements Callable<Integer> {

    /** A larger logo is a mistake (bytes). */
    private static final long LARGEST_LOGO = 2_000_000;

    @Parameters(
            arity = "1..*",
            paramLabel = "RUN",
            description = "runs; the first one is what the others are held against")
    private List<String> runs = new ArrayList<>();

    @Option(
            names = {"-o", "--output"},
            required = true,
            paramLabel = "FILE",
            description = "what to write: report.html or report.pdf")
    private Path output;

    @Option(names = "--logo", paramLabel = "FILE", description = "a PNG, JPEG or SVG picture for the title")
    private Path logo;

    @Option(names = "--by", paramLabel = "NAME", description = "who made it")
    private String by;

    @Option(names = "--for", paramLabel = "NAME", description = "for whom")
    private String client;

    @Option(names = "--title", paramLabel = "TEXT", description = "instead of the study's title")
    private String title;

    @Option(names = "--paper", paramLabel = "SIZE", description = "A4 or letter; A4 unless given")
    private String paper = "A4";

    @Option(
            names = "--place",
            paramLabel = "PLACE",
            description = "details of these places only; may be given several times")
    private List<String> places = new ArrayList<>();

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException, StudyProblem {
        String name = output.toString().toLowerCase(Locale.ROOT);
        boolean pdf = name.endsWith(".pdf");
        if (!pdf && !name.endsWith(".html")) {
            throw usage("'" + output + "' ends in neither .html nor .pdf");
        }
        if (!paper.equalsIgnoreCase("a4") && !paper.equalsIgnoreCase("letter")) {
            throw usage("--paper takes A4 or letter, not '" + paper + "'");
        }
        List<Path> folders = new ArrayList<>();
        for (String run : runs) {
            folders.add(RunArgument.find(run));
        }
        ReportContents contents = new ReportContents(folders, places, !pdf);
        contents.titles(title, by, client, picture(), paper.equalsIgnoreCase("a4") ? "A4" : "letter");
        String html = ReportPage.html(contents.model());
        DrawingFile.save(output, pdf ? ReportPage.pdf(html) : html.getBytes(StandardCharsets.UTF_8));
        contents.notes().forEach(spec.commandLine().getErr()::println);
        spec.commandLine()
                .getOut()
                .println("wrote " + output + (pdf ? "" : "   open it in a browser; it needs no network"));
        return Exit.DONE;
    }

    private ParameterException usage(String message) {
        return new ParameterException(spec.commandLine(), message);
    }

    private String picture() throws IOException {
        if (logo == null) {
            return null;
        }
        String name = logo.toString().toLowerCase(Locale.ROOT);
        String kind = name.endsWith(".png")
                ? "png"
                : name.endsWith(".jpg") || name.endsWith(".jpeg") ? "jpeg" : name.endsWith(".svg") ? "svg+xml" : null;
        if (kind == null) {
            throw usage("--logo takes a .png, .jpg or .svg file, not '" + logo + "'");
        }
        if (Files.size(logo) > LARGEST_LOGO) {
            throw usage("--logo: '" + logo + "' is larger than 2 MB");
        }
        byte[] bytes = InputFile.bytes(logo, LARGEST_LOGO);
        if (!isPicture(kind, bytes)) {
            throw usage("--logo: '" + logo + "' is no picture of the kind that its name says");
        }
        return "data:image/" + kind + ";base64," + Base64.getEncoder().encodeToString(bytes);
    }

    private static boolean isPicture(String kind, byte[] bytes) throws IOException {
        return kind.equals("svg+xml")
                ? new String(bytes, StandardCharsets.UTF_8).contains("<svg")
                : ImageIO.read(new ByteArrayInputStream(bytes)) != null;
    }
}
