package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/** Every command that a page of {@code docs/} shows, as it is written there, on the demo shortened to ten minutes. */
class DocsCommandsTest extends InProcess {

    private static final Path ROOT = Path.of("").toAbsolutePath().getParent();

    /** A command within a sentence; one with a word in capitals is a pattern and no command. */
    private static final Pattern INLINE = Pattern.compile("`(?:\\./)?ulicarro ([^`]+)`");

    private static final Pattern PATTERN_WORD = Pattern.compile("(^|[\\s=|\\[])[A-Z]{1,}[A-Z…|]*(?=$|[\\s\\]…])");

    /** A line of a block that is a command; what stands behind two blanks explains it. */
    private static final Pattern BLOCK = Pattern.compile("(?m)^(?:\\$ )?ulicarro (.+?)(?:\\s{2,}.*)?$");

    private static final Pattern WORD = Pattern.compile("'([^']*)'|(\\S+)");

    /** What other tests drive, since it needs somebody at the other end or the built program. */
    private static final Map<String, String> ELSEWHERE = new LinkedHashMap<>();

    static {
        ELSEWHERE.put("demo", "LauncherIT");
        ELSEWHERE.put("--help", "LauncherIT");
        ELSEWHERE.put("run quayside --watch-page", "ReplayPageIT");
        ELSEWHERE.put("run quayside -a external --external 8790/quay", "ExternalTest");
        ELSEWHERE.put("run quayside -a external --external tcp://127.0.0.1:1883", "ExternalTest");
        ELSEWHERE.put("lamps tcp://127.0.0.1:1883", "ExternalTest");
        ELSEWHERE.put("run quayside -n 1 --lamps tcp://127.0.0.1:1883 --pace 10", "ExternalTest");
    }

    /** Commands whose answer may be that what was asked for does not hold: the survey has two rows to look at. */
    private static final Set<String> MAY_NOT_HOLD = Set.of("match", "calibrate", "optimize", "assign", "cut");

    @TempDir
    private Path temp;

    private Set<String> commands(Path page) throws IOException {
        String text = Files.readString(page);
        Set<String> found = new LinkedHashSet<>();
        for (Pattern pattern : List.of(BLOCK, INLINE)) {
            Matcher m = pattern.matcher(text);
            while (m.find()) {
                String command = m.group(1).replaceAll(" # .*", "").strip();
                boolean names = !command.contains(" ") && !command.equals("schema"); // only the command's name
                if (!PATTERN_WORD.matcher(command).find() && (!names || ELSEWHERE.containsKey(command))) {
                    found.add(command);
                }
            }
        }
        found.remove("import map"); // likewise
        return found;
    }

    private Object[] words(String command) {
        List<Object> words = new ArrayList<>();
        Matcher m = WORD.matcher(command);
        while (m.find()) {
            String word = m.group(1) == null ? m.group(2) : m.group(1);
            boolean path =
                    word.matches("(quayside|town|trial|lane|market-area)(/.*)?|[a-z-]+\\.(png|svg|gif|html|pdf|csv)");
            words.add(path ? temp.resolve(word) : word.startsWith("demo/") ? ROOT.resolve(word) : word);
        }
        return words.toArray();
    }

    @Test
    void everyCommandOfThePagesDoesWhatItSays() throws IOException {
        Path study = temp.resolve("quayside");
        Samples.write(Samples.QUAYSIDE, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file)
                        .replace("from: \"16:30\", to: \"17:30\"", "from: \"16:45\", to: \"16:55\"")
                        .replace("length: 15 min", "length: 3 min")
                        .replace("drain: 15 min", "drain: 2 min")
                        .replace("replications: 10", "replications: 1"));
        assertThat(run("run", study)).as(err).isZero();
        assertThat(run("run", study, "-a", "actuated")).as(err).isZero();
        Set<String> told = new LinkedHashSet<>();
        List<Path> pages;
        try (Stream<Path> docs = Files.list(ROOT.resolve("docs"))) {
            pages = docs.filter(p -> p.toString().endsWith(".md")).sorted().toList();
        }
        for (Path page : pages) {
            for (String command : commands(page)) {
                if (!told.add(command) || ELSEWHERE.containsKey(command)) {
                    continue;
                }
                Object[] words = shortened(words(command));
                int code = run(words);
                boolean fine =
                        code == Exit.DONE || code == Exit.DOES_NOT_HOLD && MAY_NOT_HOLD.contains(words[0].toString());
                assertThat(fine)
                        .as("%s: %s ends with %d%n%s%n%s", page.getFileName(), command, code, out, err)
                        .isTrue();
            }
        }
        assertThat(told).as("nothing here that no page shows").containsAll(ELSEWHERE.keySet());
        assertThat(told)
                .anyMatch(c -> c.startsWith("match "))
                .anyMatch(c -> c.startsWith("import schedule "))
                .anyMatch(c -> c.startsWith("import map "))
                .anyMatch(c -> c.startsWith("calibrate "))
                .anyMatch(c -> c.startsWith("script "))
                .hasSizeGreaterThan(25);
    }
}
