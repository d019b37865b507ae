package org.ulicarro.cli;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Damage to a file: to its bytes, as disks and transfers do it, and to its words, lines and structure, as people and programs do it. */
enum Mutation {
    BYTES,
    WORDS,
    LINES,
    STRUCTURE;

    private static final Pattern TOKEN = Pattern.compile("[A-Za-z0-9_.>-]+");

    private static final List<String> STRANGE = List.of(
            "-1",
            "0",
            "1e9",
            "1e308",
            "-1e308",
            "2147483648",
            "9223372036854775808",
            "99999999999999999999",
            "NaN",
            "Infinity",
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
            "12 s ± -4 s",
            "true",
            "ü",
            "\u0000",
            "\u001b[31m",
            "\uFEFF",
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
            "0.0000001 m",
            "roundabout",
            "EBL",
            "x>y",
            "../x",
            "/etc/passwd",
            "=1+1",
            "24:00",
            "25:61",
            "2026-02-30",
            "a".repeat(3000),
            "[".repeat(200),
            "(".repeat(200),
            "1 or ".repeat(200),
            "\r\n",
            "\n\n",
            "<",
            "&lt;",
            "</way>",
            "\"\"\"",
            ",,,",
            ";");

    byte[] of(byte[] file, Random random) {
        if (file.length == 0) {
            return new byte[] {(byte) random.nextInt(256)};
        }
        if (this == BYTES) {
            return bytes(file, random);
        }
        String text = new String(file, StandardCharsets.UTF_8);
        String mutant = text;
        for (int changes = 1 + random.nextInt(3); changes > 0; changes--) {
            mutant = switch (this) {
                case WORDS -> word(mutant, random);
                case LINES -> lines(mutant, random);
                default -> structure(mutant, random);
            };
        }
        return mutant.getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] bytes(byte[] file, Random random) {
        int at = random.nextInt(file.length);
        byte[] copy = file.clone();
        switch (random.nextInt(6)) {
            case 0 -> copy[at] ^= (byte) (1 << random.nextInt(8));
            case 1 -> copy[at] = (byte) random.nextInt(256);
            case 2 -> copy = Arrays.copyOf(file, at);
            case 3 -> {
                byte[] noise = new byte[1 + random.nextInt(64)];
                random.nextBytes(noise);
                for (int i = 0; i < noise.length && at + i < copy.length; i++) {
                    copy[at + i] = noise[i];
                }
            }
            case 4 -> {
                int until = Math.min(file.length, at + 1 + random.nextInt(256));
                copy = new byte[file.length - (until - at)];
                System.arraycopy(file, 0, copy, 0, at);
                System.arraycopy(file, until, copy, at, file.length - until);
            }
            default -> Arrays.fill(copy, at, Math.min(copy.length, at + 1 + random.nextInt(512)), (byte) 0);
        }
        return copy;
    }

    /** One word or number gives way to another one of the file, or to something strange. */
    private static String word(String text, Random random) {
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
        String instead = random.nextInt(2) == 0 ? strange(random) : text.substring(other[0], other[1]);
        return text.substring(0, token[0]) + instead + text.substring(token[1]);
    }

    private static String lines(String text, Random random) {
        List<String> lines = new ArrayList<>(text.lines().toList());
        if (lines.isEmpty()) {
            return "x";
        }
        int line = random.nextInt(lines.size());
        switch (random.nextInt(6)) {
            case 0 -> lines.remove(line);
            case 1 -> lines.add(line, lines.get(random.nextInt(lines.size())));
            case 2 -> lines.set(line, "  " + lines.get(line));
            case 3 -> lines.set(line, lines.get(line).stripLeading());
            case 4 -> lines.set(line, lines.set(random.nextInt(lines.size()), lines.get(line)));
            default -> lines.set(line, strange(random));
        }
        return String.join("\n", lines) + "\n";
    }

    private static String structure(String text, Random random) {
        int at = random.nextInt(text.length() + 1);
        return switch (random.nextInt(4)) {
            case 0 -> text.substring(0, at); // cut off
            case 1 -> text.substring(0, at) + strange(random) + text.substring(at);
            case 2 -> text.substring(0, at) + text.substring(Math.min(text.length(), at + 1 + random.nextInt(40)));
            default -> {
                int until = Math.min(text.length(), at + random.nextInt(400));
                yield text.substring(0, until) + text.substring(at); // a part twice
            }
        };
    }

    private static String strange(Random random) {
        return STRANGE.get(random.nextInt(STRANGE.size()));
    }
}
