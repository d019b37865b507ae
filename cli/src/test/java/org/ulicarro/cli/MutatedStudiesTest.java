package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.files.Samples;

/**
 * Whatever is done to the text of a study, the answer is an exit code and words that say where. 300 drawn changes here; {@code
 * bench/soak} draws 10 000 others.
 */
class MutatedStudiesTest {

    private static final int MUTANTS = Integer.getInteger("ulicarro.mutants", 300);
    private static final long SEED = Long.getLong("ulicarro.seed", 20240L);
    private static final Pattern TOKEN = Pattern.compile("[A-Za-z0-9_.>-]+");
    private static final Pattern LOCATED = Pattern.compile("(?m)^[^:\\n]+:\\d+:\\d+: ");
    private static final List<String> STRANGE = List.of(
            "-1",
            "0",
            "1e9",
            "2147483648",
            "NaN",
            "null",
            "~",
            "[]",
            "{}",
            "''",
            "\"",
            ":",
            "- ",
            "\t",
            "&a",
            "*a",
            "!!int",
            "60 m",
            "50 mph",
            "7 %",
            "true",
            "ü",
            "\u0000",
            "{",
            "]",
            "#",
            "> ",
            "ahead",
            "[1, 2, 3]",
            "{a: {b: c}}",
            "99999 m",
            "0 s",
            "-5 m",
            "roundabout",
            "EBL",
            "x>y");

    @TempDir
    private Path temp;

    @Test
    void everyAnswerIsAnExitCodeWithWords() throws IOException {
        Random random = new Random(SEED); // drawn here, not in a run: any generator will do
        int[] codes = new int[4];
        List<String> samples = Samples.starters();
        for (int i = 0; i < MUTANTS; i++) {
            String sample = samples.get(random.nextInt(samples.size()));
            Path study = temp.resolve("m" + i);
            Samples.write(sample, study);
            List<String> files = Samples.files(sample);
            String file = files.get(random.nextInt(files.size()));
            String text = Files.readString(study.resolve(file));
            String mutant = text;
            for (int changes = 1 + random.nextInt(3); changes > 0; changes--) {
                mutant = mutate(mutant, random);
            }
            Files.writeString(study.resolve(file), mutant);
            int code = check(study, sample + "/" + file + ", mutant " + i + " of seed " + SEED + ":\n" + mutant);
            codes[code]++;
            delete(study);
        }
        assertThat(codes[0]).as("some changes are harmless").isPositive();
        assertThat(codes[1]).as("most are found").isGreaterThan(MUTANTS / 4);
    }

    private static int check(Path study, String what) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int code = Assertions.assertTimeoutPreemptively(
                Duration.ofMinutes(5),
                () -> Main.run(
                        new String[] {"check", study.toString()},
                        new PrintWriter(out, true),
                        new PrintWriter(err, true)),
                what);
        String said = out + "\n" + err;
        assertThat(code).as(what + "\n" + said).isIn(0, 1, 3);
        assertThat(said).as(what).doesNotContain("\tat org.").doesNotContain("defect");
        if (code != 0) {
            assertThat(LOCATED.matcher(said).find()).as(what + "\n" + said).isTrue();
        }
        return code;
    }

    private static String mutate(String text, Random random) {
        List<String> lines = new ArrayList<>(text.lines().toList());
        if (lines.isEmpty()) {
            return "x";
        }
        int line = random.nextInt(lines.size());
        switch (random.nextInt(9)) {
            case 0 -> lines.remove(line);
            case 1 -> lines.add(line, lines.get(random.nextInt(lines.size())));
            case 2 -> lines.set(line, "  " + lines.get(line));
            case 3 -> lines.set(line, lines.get(line).stripLeading());
            case 4 -> {
                return text.substring(0, random.nextInt(text.length() + 1)); // cut off
            }
            case 5 -> {
                int at = random.nextInt(text.length() + 1);
                return text.substring(0, at) + strange(random) + text.substring(at);
            }
            case 6 -> {
                int from = random.nextInt(text.length() + 1);
                return text.substring(0, from) + text.substring(Math.min(text.length(), from + 1 + random.nextInt(6)));
            }
            default -> {
                return swapToken(text, random); // the kind that people make
            }
        }
        return String.join("\n", lines) + "\n";
    }

    /** One word or number gives way to another one of the file, or to something strange. */
    private static String swapToken(String text, Random random) {
        List<int[]> tokens = new ArrayList<>();
        Matcher matcher = TOKEN.matcher(text);
        while (matcher.find()) {
            tokens.add(new int[] {matcher.start(), matcher.end()});
        }
        if (tokens.isEmpty()) {
            return text + strange(random);
        }
        int[] token = tokens.get(random.nextInt(tokens.size()));
        int[] other = tokens.get(random.nextInt(tokens.size()));
        String instead = random.nextInt(3) == 0 ? strange(random) : text.substring(other[0], other[1]);
        return text.substring(0, token[0]) + instead + text.substring(token[1]);
    }

    private static String strange(Random random) {
        return STRANGE.get(random.nextInt(STRANGE.size()));
    }

    private static void delete(Path folder) throws IOException {
        try (var files = Files.walk(folder)) {
            for (Path path : files.sorted(java.util.Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
