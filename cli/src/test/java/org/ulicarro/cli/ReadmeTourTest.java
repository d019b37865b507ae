package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/**
 * The README's tour as it is written, command by command in its order, on the demo shortened to twenty minutes; the demo command itself
 * is driven by {@code LauncherIT}.
 */
class ReadmeTourTest extends InProcess {

    private static final Path ROOT = Path.of("").toAbsolutePath().getParent();

    /** A command in the text, between backquotes. */
    private static final Pattern COMMAND = Pattern.compile("`\\./ulicarro ([^`]+)`");

    /** Words of a command, those with blanks in quotes. */
    private static final Pattern WORD = Pattern.compile("'([^']*)'|(\\S+)");

    @TempDir
    private Path temp;

    private Object[] words(String command) {
        List<Object> words = new ArrayList<>();
        Matcher m = WORD.matcher(command);
        while (m.find()) {
            String word = m.group(1) == null ? m.group(2) : m.group(1);
            boolean path = word.matches("(quayside|town|mine|lane|middle)(/.*)?|[a-z-]+\\.(png|svg|html|pdf)");
            words.add(path ? temp.resolve(word) : word.startsWith("demo/") ? ROOT.resolve(word) : word);
        }
        return words.toArray();
    }

    @Test
    void everyCommandOfTheTourDoesWhatItSays() throws IOException {
        Path study = temp.resolve("quayside");
        Samples.write("quayside", study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file)
                        .replace("to: \"17:30\"", "to: \"16:50\"")
                        .replace("replications: 10", "replications: 1"));
        assertThat(run("run", study)).as(err).isZero();
        List<String> told = new ArrayList<>();
        Matcher m = COMMAND.matcher(Files.readString(ROOT.resolve("README.md")));
        while (m.find()) {
            String command = m.group(1).strip();
            if (command.equals("demo") || !command.contains(" ")) {
                continue; // what has no arguments only names a command
            }
            int code = run(shortened(words(command)));
            told.add(command);
            boolean shortenedTooFar = command.matches("(assign|cut) .*") && code == Exit.DOES_NOT_HOLD;
            assertThat(code == Exit.DONE || shortenedTooFar)
                    .as("%s: %d%n%s%s", command, code, out, err)
                    .isTrue();
            assertThat(out + err).as(command).doesNotContain("blocked each other for good");
            if (command.startsWith("compare ")) {
                assertThat(out).contains("after: ").contains("-actuated").contains("met the same traffic");
            }
        }
        assertThat(told).hasSizeGreaterThan(15);
        assertThat(run("trace", study + "/base", "--vehicle", 1660, "--why", "16:46:28"))
                .as(err)
                .isZero();
        try (Stream<Path> pictures = Files.list(temp)) {
            assertThat(pictures.map(f -> f.getFileName().toString()))
                    .contains("market.png", "replay.html", "rehearsal.png", "phases.png", "report.html");
        }
    }
}
