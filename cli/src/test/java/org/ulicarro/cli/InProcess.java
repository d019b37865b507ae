package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.Arrays;
import java.util.stream.Stream;

/** Calls commands through the same door as the program does, within this process, and keeps what they print. */
abstract class InProcess {

    String out;
    String err;

    /** Runs a command; never with a stack trace. */
    int run(Object... args) {
        StringWriter stdout = new StringWriter();
        StringWriter stderr = new StringWriter();
        String[] words = Arrays.stream(args).map(Object::toString).toArray(String[]::new);
        int code = Main.run(words, new PrintWriter(stdout, true), new PrintWriter(stderr, true));
        out = stdout.toString();
        err = stderr.toString();
        assertThat(out + err).as("never a stack trace").doesNotContain("\tat org.");
        return code;
    }

    /** A command of a page, as it is run here: a search makes as few runs as it can. */
    static Object[] shortened(Object[] words) {
        if (words[0].equals("assign")) {
            return Stream.concat(Stream.of(words), Stream.of("-n", "1", "--iterations", "1"))
                    .toArray();
        }
        if (words[0].equals("cut") && Arrays.asList(words).contains("-o")) {
            return Stream.concat(Stream.of(words), Stream.of("-n", "2")).toArray();
        }
        if (words[0].equals("locate")) { // the study stays that of its runs
            return Stream.concat(Stream.of(words), Stream.of("--dry-run")).toArray();
        }
        if (words[0].equals("run") && words[1].toString().endsWith("lane")) {
            return Stream.concat(Stream.of(words), Stream.of("-n", "1")).toArray();
        }
        if (!words[0].equals("optimize") || words[1].equals("take")) {
            return words;
        }
        Stream<Object> few = Stream.of("--runs", "16", "-n", "2", "--fresh", "2", "--every", "16");
        boolean allCycles = !Arrays.asList(words).contains("--cycles");
        Stream<Object> cycles = allCycles ? Stream.of("--cycles", "75-85") : Stream.of();
        return Stream.of(Stream.of(words), few, cycles).flatMap(s -> s).toArray();
    }
}
