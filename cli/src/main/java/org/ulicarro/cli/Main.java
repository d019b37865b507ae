package org.ulicarro.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.Names;
import picocli.CommandLine;
import picocli.CommandLine.TypeConversionException;

/** The door of the program. */
public final class Main {

    private static final int WIDTH = 100;

    private Main() {}

    public static void main(String[] args) {
        StandardOutput stdout = new StandardOutput();
        PrintWriter out = new PrintWriter(stdout, false, StandardCharsets.UTF_8);
        PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
        int code = run(args, out, err);
        out.flush();
        if (stdout.failure() != null) {
            err.println("ulicarro: the output could not be written: " + stdout.failure());
            code = code == Exit.DONE ? Exit.INPUT : code;
        }
        err.flush();
        System.exit(code);
    }

    /**
     * Runs one command.
     *
     * @param out receives the result
     * @param err receives everything else
     * @return the exit code
     */
    static int run(String[] args, PrintWriter out, PrintWriter err) {
        Locale.setDefault(Locale.ROOT);
        if (args.length == 0 || isHelp(args[0])) {
            printHelp(args.length == 0 ? err : out);
            return args.length == 0 ? Exit.USAGE : Exit.DONE;
        }
        if (args[0].equals("--version") || args[0].equals("-V")) {
            out.println("Ulicarro " + version());
            return Exit.DONE;
        }
        List<Commands> meant = Commands.meant(args[0]);
        if (meant.size() != 1) {
            List<String> words =
                    Arrays.stream(Commands.values()).map(c -> c.word).toList();
            String hint = meant.isEmpty()
                    ? Names.suggestion(args[0], words)
                    : " It may mean "
                            + String.join(
                                    " or ", meant.stream().map(c -> c.word).toList()) + ".";
            err.println("ulicarro: there is no command '" + args[0] + "'." + hint + " See 'ulicarro --help'.");
            return Exit.USAGE;
        }
        CommandLine command = meant.get(0).commandLine();
        command.setOut(out).setErr(err).setUsageHelpWidth(WIDTH).setCaseInsensitiveEnumValuesAllowed(true);
        command.registerConverter(Path.class, Main::path);
        command.setUnmatchedOptionsArePositionalParams(false);
        command.setParameterExceptionHandler(new Failures());
        command.setExecutionExceptionHandler(new Failures());
        try {
            return command.execute(Arrays.copyOfRange(args, 1, args.length));
        } catch (OutOfMemoryError e) {
            err.println("ulicarro: there is not enough memory for this; it may take "
                    + (Runtime.getRuntime().maxMemory() >> 20)
                    + " MB, and JAVA_TOOL_OPTIONS=-Xmx8g in the environment lets it take 8 GB");
            return Exit.INPUT;
        } catch (StackOverflowError e) {
            err.println("ulicarro: something in the input stands inside itself, or too deep inside other things");
            return Exit.INPUT;
        }
    }

    /** A path as this system can name it: in the C locale it has no letters but those of ASCII. */
    private static Path path(String text) {
        try {
            return Path.of(text);
        } catch (InvalidPathException e) {
            throw new TypeConversionException(
                    "this is no path here; with letters beyond ASCII set LC_ALL=C.UTF-8, or start by ./ulicarro");
        }
    }

    private static boolean isHelp(String word) {
        return word.equals("--help") || word.equals("-h") || word.equals("help");
    }

    static String version() {
        String version = Main.class.getPackage().getImplementationVersion();
        return version == null ? "(unpacked)" : version;
    }

    /** How the program was started, so that a line it proposes can be typed as it stands. */
    static String me() {
        return typed(System.getProperty("ulicarro.command", "ulicarro"));
    }

    /** A word as it has to be typed into a shell: in quotes where it would fall apart or command something. */
    static String typed(Object word) {
        String text = word.toString();
        return text.matches("[A-Za-z0-9_./:=,+@%\\x80-\\uFFFF-]+") ? text : "'" + text.replace("'", "'\\''") + "'";
    }

    private static void printHelp(PrintWriter out) {
        out.println("Usage: ulicarro COMMAND …");
        out.println("Builds, simulates and judges road networks with signals, vehicle by vehicle.");
        out.println();
        for (Commands command : Commands.values()) {
            out.printf(Locale.ROOT, "  %-11s %s%n", command.word, command.description);
        }
        out.println();
        out.println("'ulicarro COMMAND --help' explains a command, with an example. To begin: " + me() + " demo");
        out.println("Exit codes: 0 done; 1 done, but what was asked does not hold; 2 wrong usage;");
        out.println("            3 input that cannot be used; 70 a defect of Ulicarro");
    }
}
