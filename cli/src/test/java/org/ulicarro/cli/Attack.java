package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.ulicarro.cli.AttackSeeds.Seed;

/**
 * Damages sound studies, imports and runs, and looks at the answers: an exit code and words that name a file, in time, with nothing half
 * written, and of a damaged run either a word on it or exactly what the sound one says. {@code bench/attack} runs many, the tests a sample.
 */
final class Attack {

    /** Longer no answer may take (s). */
    private static final int PATIENCE = 20;

    private static final Pattern LOCATED = Pattern.compile("(?m)^(ulicarro[^:\\n]*: )?[^:\\n]+:(\\d+:\\d+:)? ");

    /** What came of one kind of damage. */
    static final class Count {
        int tried;
        int accepted;
        int refused;
        int failed;
    }

    /** A case that was not answered as it must be. */
    record Failure(String what, String why, String said) {

        @Override
        public String toString() {
            return why + ": " + what + "\n    " + said.lines().limit(3).toList();
        }
    }

    private final Path work;
    private final List<Seed> seeds;
    private final Random random;
    private final Map<String, Count> counts = new TreeMap<>();
    private final List<Failure> failures = new ArrayList<>();
    private final Map<String, String> sound = new HashMap<>(); // seed and call -> what it prints of an undamaged run
    private final ExecutorService one = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "attacked");
        thread.setDaemon(true);
        return thread;
    });

    /**
     * An attack.
     *
     * @param work a folder of its own
     * @param seed the same one gives the same cases
     */
    Attack(Path work, List<Seed> seeds, long seed) {
        this.work = work;
        this.seeds = seeds;
        random = new Random(seed); // drawn here, not in a run: any generator will do
    }

    Map<String, Count> counts() {
        return counts;
    }

    List<Failure> failures() {
        return failures;
    }

    /** What one call came to. */
    private record Answer(int code, String out, String err, String trouble) {}

    /** Tries so many damaged copies. */
    Attack run(int cases) throws IOException {
        for (int i = 0; i < cases; i++) {
            Seed seed = seeds.get(random.nextInt(seeds.size()));
            String file = seed.files().get(random.nextInt(seed.files().size()));
            List<String> call = seed.calls().get(random.nextInt(seed.calls().size()));
            Mutation mutation = Mutation.values()[random.nextInt(Mutation.values().length)];
            Path in = work.resolve("in");
            Path out = work.resolve("out");
            delete(in);
            Files.deleteIfExists(work.resolve("out.svg"));
            Files.deleteIfExists(work.resolve("out.csv"));
            Files.deleteIfExists(work.resolve("out.html"));
            delete(out);
            copy(seed.folder(), in);
            byte[] before = Files.readAllBytes(in.resolve(file));
            byte[] mutant = mutation.of(before, random);
            boolean isRun = Stream.of("runs/", "searches/", "assignments/", "piece/cut/")
                    .anyMatch(file::startsWith);
            String expected = isRun ? expected(seed.name(), call, in, out) : null;
            Files.write(in.resolve(file), mutant);
            Answer answer = call(call, in, out);
            String key = seed.name() + " " + mutation.name().toLowerCase(Locale.ROOT);
            note(
                    key,
                    seed.name() + "/" + file + " " + mutation + ", case " + i + ": " + String.join(" ", call),
                    answer,
                    expected,
                    out);
            if (!failures.isEmpty() && failures.get(failures.size() - 1).what().contains(", case " + i + ":")) {
                Path kept = work.resolve("failed").resolve(String.valueOf(i)).resolve(file);
                Files.createDirectories(kept.getParent());
                Files.write(kept, mutant);
            }
        }
        one.shutdownNow();
        return this;
    }

    private String expected(String seed, List<String> call, Path in, Path out) throws IOException {
        String key = seed + " " + call;
        if (!sound.containsKey(key)) {
            Answer answer = call(call, in, out);
            sound.put(key, answer.code() + "\n" + answer.out() + written(out));
            delete(out);
            Files.deleteIfExists(out.resolveSibling("out.html"));
        }
        return sound.get(key);
    }

    private Answer call(List<String> call, Path in, Path out) {
        String[] words = call.stream()
                .map(w -> w.replace("OUT", out.toString()).replaceAll("^IN", in.toString()))
                .toArray(String[]::new);
        StringWriter stdout = new StringWriter();
        StringWriter stderr = new StringWriter();
        Future<Integer> code =
                one.submit(() -> Main.run(words, new PrintWriter(stdout, true), new PrintWriter(stderr, true)));
        try {
            return new Answer(code.get(PATIENCE, TimeUnit.SECONDS), stdout.toString(), stderr.toString(), null);
        } catch (TimeoutException e) {
            code.cancel(true);
            return new Answer(-1, stdout.toString(), stderr.toString(), "no answer within " + PATIENCE + " s");
        } catch (ExecutionException e) {
            StringWriter trace = new StringWriter();
            e.getCause().printStackTrace(new PrintWriter(trace, true));
            return new Answer(-1, stdout.toString(), trace.toString(), "it threw");
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private void note(String key, String what, Answer answer, String expected, Path out) throws IOException {
        Count count = counts.computeIfAbsent(key, none -> new Count());
        count.tried++;
        String said = answer.err() + answer.out();
        boolean done = answer.code() == Exit.DONE;
        String why = answer.trouble();
        if (why == null && (said.contains("\tat ") || said.contains("Exception"))) {
            why = "a trace";
        } else if (why == null && (answer.code() == Exit.DEFECT || answer.code() < 0 || answer.code() > 3)) {
            why = "exit " + answer.code();
        } else if (why == null && !done && answer.code() != Exit.DOES_NOT_HOLD && Files.exists(out)) {
            why = "something is left behind";
        } else if (why == null
                && answer.code() == Exit.INPUT
                && !LOCATED.matcher(said).find()) {
            why = "no file is named";
        } else if (why == null && said.indexOf('\u001b') >= 0) {
            why = "a terminal is commanded";
        } else if (why == null
                && expected != null
                && answer.code() != Exit.INPUT
                && !(answer.code() + "\n" + answer.out() + written(out)).equals(expected)) {
            why = "damage is believed";
        }
        if (why != null) {
            count.failed++;
            failures.add(new Failure(what, why, said));
        } else if (done) {
            count.accepted++;
        } else {
            count.refused++;
        }
    }

    /** What a command wrote into a folder, as far as it is a result. */
    private static String written(Path out) throws IOException {
        Path page = out.resolveSibling("out.html");
        if (Files.exists(page)) {
            return Files.readString(page);
        }
        if (!Files.isDirectory(out)) {
            return "";
        }
        StringBuilder all = new StringBuilder();
        try (Stream<Path> files = Files.walk(out)) {
            for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
                all.append(file.getFileName()).append('\n').append(Files.readString(file));
            }
        }
        return all.toString();
    }

    private static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> files = Files.walk(from)) {
            for (Path file : files.sorted().toList()) {
                Files.copy(file, to.resolve(from.relativize(file).toString()));
            }
        }
    }

    private static void delete(Path folder) throws IOException {
        if (Files.exists(folder)) {
            try (Stream<Path> files = Files.walk(folder)) {
                for (Path path : files.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(path);
                }
            }
        }
    }

    /** Seeds by kind: studies, imports or runs. */
    static List<Seed> seeds(String kind, Path work) throws IOException {
        Path sound = Files.createDirectories(work.resolve("sound-" + kind));
        return switch (kind) {
            case "studies" -> AttackSeeds.studies(sound);
            case "imports" -> AttackSeeds.imports(sound);
            case "runs" -> AttackSeeds.runs(sound);
            default -> throw new IllegalArgumentException(kind + ": there are studies, imports and runs");
        };
    }

    /** {@code [CASES [SEED [KIND…]]]}. */
    public static void main(String[] args) throws IOException {
        int cases = args.length > 0 ? Integer.parseInt(args[0]) : 1000;
        long seed = args.length > 1 ? Long.parseLong(args[1]) : 1;
        List<String> kinds =
                args.length > 2 ? List.of(args).subList(2, args.length) : List.of("studies", "imports", "runs");
        Path work = Files.createTempDirectory("attack");
        boolean all = true;
        for (String kind : kinds) {
            Path own = Files.createDirectories(work.resolve(kind));
            Attack attack = new Attack(own, seeds(kind, own), seed).run(cases);
            System.out.printf("%-28s %7s %9s %8s %7s%n", kind, "tried", "accepted", "refused", "failed");
            Count sum = new Count();
            attack.counts().forEach((key, c) -> {
                System.out.printf("  %-26s %7d %9d %8d %7d%n", key, c.tried, c.accepted, c.refused, c.failed);
                sum.tried += c.tried;
                sum.accepted += c.accepted;
                sum.refused += c.refused;
                sum.failed += c.failed;
            });
            System.out.printf("  %-26s %7d %9d %8d %7d%n", "all", sum.tried, sum.accepted, sum.refused, sum.failed);
            attack.failures().forEach(System.out::println);
            all &= attack.failures().isEmpty();
            if (!attack.failures().isEmpty()) {
                System.out.println("what was damaged is kept in " + own.resolve("failed"));
            }
        }
        System.exit(all ? 0 : 1);
    }
}
