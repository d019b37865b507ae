package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.concurrent.Callable;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.StageAccount;
import org.ulicarro.core.study.StageControl;
import org.ulicarro.files.DayTimes;
import org.ulicarro.files.StudyProblem;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "script",
        mixinStandardHelpOptions = true,
        description =
                "Drives one replication up to a moment and says which rules of a place's stage script held then, which"
                        + " did not, and the values of what they asked.",
        footer = {"", "Example:  ulicarro script mine --place market --explain 16:52:10"})
final class ScriptCommand implements Callable<Integer> {

    @Mixin
    private StudyArguments study;

    @Mixin
    private OneAlternative alternative;

    @Option(names = "--place", required = true, paramLabel = "PLACE", description = "whose script")
    private String place;

    @Option(names = "--explain", required = true, paramLabel = "TIME", description = "the moment, a time of day")
    private String time;

    @Option(
            names = {"-r", "--replication"},
            paramLabel = "K",
            defaultValue = "1",
            description = "which replication (${DEFAULT-VALUE})")
    private int number;

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    private static final int WIDTH = 100;

    @Override
    public Integer call() throws StudyProblem, IOException {
        Model model = study.read(alternative.name).compile(study.period).model();
        List<String> known = model.study().signals().entrySet().stream()
                .filter(e -> e.getValue() instanceof StageControl)
                .map(java.util.Map.Entry::getKey)
                .toList();
        check(
                known.contains(place),
                "there is no stage script at '" + place + "'."
                        + (known.isEmpty() ? " This study has none." : Names.suggestion(place, known)));
        OptionalDouble at = DayTimes.parse(time);
        double start = model.demand().window().start();
        double end = model.demand().window().end();
        check(
                at.isPresent() && at.getAsDouble() > start && at.getAsDouble() <= end,
                "--explain takes a time of day within the run and its warm-up, not '" + time + "'");
        check(number >= 1 && number <= 10_000, "the number of a replication must be 1 to 10000");
        try (Replication replication = new Replication(model, number)) {
            replication.advanceTo(at.getAsDouble());
            print(
                    replication.account(place),
                    ((StageControl) model.study().signals().get(place)).script().file());
        }
        return Exit.DONE;
    }

    /** Conditions are long: each goes over as many lines as it needs, with the values under it. */
    private static void printWrapped(StageAccount account, String file, PrintWriter out) {
        int words = Math.max(
                "goes to".length(),
                account.rules().stream().mapToInt(r -> r.leads().length()).max().orElse(0));
        String line = "%-4s  %-5s  %-" + words + "s  %s%n";
        String indent = " ".repeat(4 + 2 + 5 + 2 + words + 2);
        out.println(file);
        out.printf(line, "line", "holds", "goes to", "if, and what it saw");
        out.println("-".repeat(WIDTH));
        for (StageAccount.Asked rule : account.rules()) {
            List<String> condition = Wrapped.lines(List.of(rule.condition().split(" ")), WIDTH - indent.length());
            out.printf(
                    line,
                    rule.line(),
                    rule.holds() ? "yes" : "no",
                    rule.leads().isEmpty() ? "-" : rule.leads(),
                    condition.get(0));
            condition.stream().skip(1).forEach(more -> out.println(indent + more));
            Wrapped.lines(withCommas(rule.terms()), WIDTH - indent.length() - 2)
                    .forEach(more -> out.println(indent + "  " + more));
        }
    }

    private static List<String> withCommas(List<String> terms) {
        List<String> parts = new ArrayList<>(terms);
        for (int i = 0; i < parts.size() - 1; i++) {
            parts.set(i, parts.get(i) + ",");
        }
        return parts;
    }

    private void check(boolean holds, String otherwise) {
        if (!holds) {
            throw new ParameterException(spec.commandLine(), otherwise);
        }
    }

    private void print(StageAccount account, String file) throws IOException {
        PrintWriter out = spec.commandLine().getOut();
        if (!form.isForMachines()) {
            out.printf(
                    Locale.ROOT,
                    account.going()
                            ? "%s, replication %d: stage %s is gone to, its greens have not all begun.%n%n"
                            : "%s, replication %d: stage %s for %.1f s.%n%n",
                    time,
                    number,
                    account.stage(),
                    account.lasted());
        }
        if (!form.isForMachines()) {
            printWrapped(account, file, out);
            return;
        }
        Sheet sheet = new Sheet()
                .words("rule", file)
                .words("holds", "holds")
                .words("goes_to", "goes to")
                .words("condition", "if")
                .words("terms", "with");
        for (StageAccount.Asked rule : account.rules()) {
            sheet.add(
                    "line " + rule.line(),
                    rule.holds() ? "yes" : "no",
                    rule.leads().isEmpty() ? "-" : rule.leads(),
                    rule.condition(),
                    String.join(", ", rule.terms()));
        }
        sheet.print(form, out);
    }
}
