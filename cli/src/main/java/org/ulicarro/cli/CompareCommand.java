package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.base.PrintedUnit;
import org.ulicarro.core.measure.Condition;
import org.ulicarro.core.measure.Difference;
import org.ulicarro.core.measure.MovementFigure;
import org.ulicarro.core.measure.Statistic;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.Run;
import org.ulicarro.files.RunRecord;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
        name = "compare",
        mixinStandardHelpOptions = true,
        description =
                "Says what differs between runs, and whether the difference is real. The first run is what the others are held against;"
                        + " replications of the same seed met the same traffic and are compared pair by pair.",
        footer = {
            "",
            "Measures of --of: delay (control and entry delay), control_delay, entry_delay, stopped_delay, stops, queue_mean,",
            "queue_max, queue_back_50, queue_back_95 (of cycles), vehicles, arrivals_on_green, vc, split_failures, wait_p95.",
            "",
            "Example:  ulicarro compare quayside/base quayside/actuated",
            "          ulicarro compare quayside/base quayside/actuated --place market --of queue_max",
            "          ulicarro compare quayside/base quayside/actuated --require 'market NBL control_delay < 55 s'"
        })
final class CompareCommand implements Callable<Integer> {

    @Parameters(arity = "1..*", paramLabel = "RUN", description = "two runs or more")
    private List<String> runs = new ArrayList<>();

    @Option(names = "--place", paramLabel = "PLACE", description = "the movements of this place")
    private String place;

    @Option(
            names = "--corridor",
            paramLabel = "CORRIDOR",
            description = "travel time, control delay, stops, fuel and CO2 along this corridor, by direction")
    private String corridor;

    @Option(names = "--of", paramLabel = "MEASURE", description = "what is compared place by place; delay unless given")
    private String of = "delay";

    @Option(names = "--sort", paramLabel = "MEASURE", description = "with several runs: sort them by this column")
    private String sort;

    @Option(
            names = "--require",
            paramLabel = "WHAT",
            description =
                    "exit with 1 unless this holds in the last run: 'market NBL control_delay < 55 s', 'network CO2 < 1600 kg'")
    private List<String> required = new ArrayList<>();

    @Mixin
    private OutputForm form;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        List<Condition> requirements = new ArrayList<>();
        for (String text : required) {
            requirements.add(Condition.parse(text)
                    .orElseThrow(
                            () -> usage("--require takes 'PLACE [MOVEMENT] MEASURE < VALUE', not '" + text + "'")));
        }
        if (runs.size() < 2 && requirements.isEmpty()) {
            throw usage("give two runs or more");
        }
        PrintWriter out = spec.commandLine().getOut();
        if (runs.size() > 1) {
            compare(out);
        }
        boolean all = true;
        for (Condition one : requirements) {
            Requirement.Answer answer = Requirement.of(one, figures(runs.size() - 1));
            all &= answer.holds();
            (answer.holds() ? out : spec.commandLine().getErr())
                    .println((answer.holds() ? "holds: " : "does not hold: ") + answer.words());
        }
        return all ? Exit.DONE : Exit.DOES_NOT_HOLD;
    }

    private ParameterException usage(String message) {
        return new ParameterException(spec.commandLine(), message);
    }

    private Figures figures(int run) throws IOException {
        return new Figures(Run.in(RunArgument.find(runs.get(run))));
    }

    private Figures all(int run) throws IOException {
        Figures figures = figures(run);
        if (corridor != null) {
            return figures.corridor(corridor);
        }
        if (place == null) {
            figures.network().journeys();
        }
        if (of.equals("wait_p95")) {
            return figures.waits(place);
        }
        MovementFigure measure = MovementFigure.named(of)
                .orElseThrow(() ->
                        usage("there is no measure '" + of + "'." + Names.suggestion(of, MovementFigure.words())));
        return figures.movements(place, measure);
    }

    private void compare(PrintWriter out) throws IOException {
        List<Figures> each = new ArrayList<>();
        for (int i = 0; i < runs.size(); i++) {
            each.add(all(i));
        }
        if (each.stream().map(Figures::study).distinct().count() > 1) {
            each.forEach(Figures::nameStudy);
        }
        Figures first = each.get(0);
        for (Figures other : each.subList(1, each.size())) {
            refuse(first, other);
        }
        if (corridor != null && first.values().isEmpty()) {
            throw new IOException("run " + first.name() + " has no corridor '" + corridor + "'");
        }
        if (place != null && first.values().isEmpty()) {
            throw new IOException("run " + first.name() + " has no place '" + place + "'");
        }
        if (form.isForMachines()) {
            Rows rows = new Rows();
            each.subList(1, each.size()).forEach(other -> add(rows, first, other));
            form.print(rows, out);
        } else if (each.size() == 2) {
            print(out, first, each.get(1));
        } else {
            printSummary(out, each);
        }
    }

    /** What cannot be compared is refused; what makes a comparison mean something else is said. */
    private void refuse(Figures first, Figures other) throws IOException {
        RunRecord a = first.record();
        RunRecord b = other.record();
        if (a.fromS() != b.fromS() || a.toS() != b.toS()) {
            throw new IOException(String.format(
                    "run %s is of %s-%s and run %s of %s-%s: other periods have other traffic and cannot be compared",
                    first.name(),
                    Clock.timeOfDay(a.fromS()),
                    Clock.timeOfDay(a.toS()),
                    other.name(),
                    Clock.timeOfDay(b.fromS()),
                    Clock.timeOfDay(b.toS())));
        }
    }

    private static Difference difference(Figures a, Figures b, Figures.Key key) {
        return Pairing.of(a.record(), b.record())
                .difference(a.values().get(key), b.values().get(key));
    }

    private void add(Rows rows, Figures first, Figures other) {
        List<Figures.Key> keys = first.shared(other);
        List<Difference> differences =
                keys.stream().map(k -> difference(first, other, k)).toList();
        boolean[] real = Difference.real(differences);
        for (int i = 0; i < keys.size(); i++) {
            Difference d = differences.get(i);
            rows.add()
                    .put("first", first.name())
                    .put("second", other.name())
                    .put("subject", keys.get(i).subject())
                    .put("measure", keys.get(i).measure())
                    .put("unit", keys.get(i).unit())
                    .put("before", d.before())
                    .put("after", d.after())
                    .put("difference", d.difference())
                    .put("difference_lo", d.lo())
                    .put("difference_hi", d.hi())
                    .put("percent", 100 * d.share())
                    .put("pairs", d.n())
                    .put("p", d.p())
                    .put("paired", Pairing.of(first.record(), other.record()).paired())
                    .put("verdict", verdict(keys.get(i), d, real[i]));
        }
    }

    static String verdict(Figures.Key key, Difference d, boolean real) {
        if (Double.isNaN(d.p())) {
            return d.n() < 2 ? "too few to tell" : "-";
        }
        if (!real) {
            return "no clear difference";
        }
        int way = (int) Math.signum(d.difference()) * key.sign();
        return way > 0 ? "better" : way < 0 ? "worse" : d.difference() > 0 ? "more" : "less";
    }

    private void print(PrintWriter out, Figures first, Figures second) {
        printHeading(out, first, second);
        List<Figures.Key> keys = first.shared(second);
        List<Difference> differences =
                keys.stream().map(k -> difference(first, second, k)).toList();
        boolean[] real = Difference.real(differences);
        TextTable table = new TextTable(1);
        table.alignLeft(true, true, false, false, false, false, false, true);
        table.add("", "", "before", "after", "difference", "95 % ±", "%", "verdict");
        String group = null;
        for (int i = 0; i < keys.size(); i++) {
            Figures.Key key = keys.get(i);
            Difference d = differences.get(i);
            String subject = key.subject().equals(group) ? "" : key.subject();
            group = key.subject();
            PrintedUnit shown = first.record().printed().insteadOf(key.unit());
            String unit = shown.name().isEmpty() ? "" : " (" + shown.name() + ")";
            table.add(
                    subject,
                    key.measure() + unit,
                    TextTable.figure(shown.of(d.before()), key.decimals()),
                    TextTable.figure(shown.of(d.after()), key.decimals()),
                    signed(shown.of(d.difference()), key.decimals()),
                    TextTable.figure(shown.of(d.hi() - d.lo()) / 2, key.decimals()),
                    signed(100 * d.share(), 0),
                    verdict(key, d, real[i]));
        }
        table.print(out);
        if (keys.stream().anyMatch(k -> k.measure().equals(MovementFigure.DELAY.word))) {
            out.println("Delay: control and entry delay together.");
        }
        out.println("Verdict: real at 5 % for all rows of this table together (Holm 1979),");
        out.println(Pairing.of(first.record(), second.record()).method());
        if (place == null && corridor == null && !keys.isEmpty()) {
            out.println("next: " + Main.me() + " compare "
                    + runs.stream().map(Main::typed).collect(Collectors.joining(" "))
                    + " --place PLACE    its movements");
        }
    }

    static String signed(double value, int decimals) {
        return Double.isFinite(value) ? String.format(Locale.ROOT, "%+." + decimals + "f", value) : "-";
    }

    private void printHeading(PrintWriter out, Figures first, Figures second) {
        RunRecord a = first.record();
        RunRecord b = second.record();
        out.println(a.title());
        out.printf(
                Locale.ROOT,
                "before: %s, after: %s, period %s-%s, %d %s%n",
                first.name(),
                second.name(),
                Clock.timeOfDay(a.fromS()),
                Clock.timeOfDay(a.toS()),
                Math.min(a.replications(), b.replications()),
                Pairing.of(a, b).paired() ? "pairs of replications" : "replications each, not paired");
        printNotes(out, first, second);
        out.println();
    }

    private static void printNotes(PrintWriter out, Figures first, Figures second) {
        RunRecord a = first.record();
        RunRecord b = second.record();
        if (Math.abs(a.wanted() - b.wanted()) > 0.5) {
            out.printf(
                    Locale.ROOT,
                    "note: other volumes: %.0f vehicles wanted to travel in %s, %.0f in %s%n",
                    a.wanted(),
                    first.name(),
                    b.wanted(),
                    second.name());
        }
        String other = Pairing.of(a, b).note();
        if (other != null) {
            out.println(other);
        }
        if (!a.title().equals(b.title())) {
            out.println("note: runs of different studies: '" + a.title() + "' and '" + b.title() + "'");
        }
        if (a.replications() != b.replications()) {
            out.println("note: " + a.replications() + " and " + b.replications()
                    + " replications; only those that both have are compared");
        }
        for (Figures one : List.of(first, second)) {
            RunRecord r = one.record();
            if (r.leftSomeOutside()) {
                out.printf(
                        Locale.ROOT,
                        "warning: in %s %.1f vehicles were still outside at the end; its delays inside look better than they are%n",
                        one.name(),
                        r.unservedAtEnd());
            }
            if (!r.standstills().isEmpty()) {
                out.println("warning: in " + one.name() + " " + Standstills.words(r));
            }
        }
    }

    private void printSummary(PrintWriter out, List<Figures> each) {
        Figures first = each.get(0);
        out.println(first.record().title());
        out.println("held against: " + first.name());
        each.subList(1, each.size()).forEach(other -> printNotes(out, first, other));
        out.println();
        Study.Units printed = first.record().printed();
        List<Figures.Key> keys = summaryKeys(first);
        List<String[]> lines = new ArrayList<>();
        List<Figures> order = new ArrayList<>(each);
        if (sort != null) {
            Figures.Key by = keys.stream()
                    .filter(k -> heading(k).replace(' ', '_').equalsIgnoreCase(sort.replace(' ', '_')))
                    .findFirst()
                    .orElseThrow(() -> usage("--sort takes one of: "
                            + String.join(
                                    ", ",
                                    keys.stream()
                                            .map(k -> heading(k).replace(' ', '_'))
                                            .toList())));
            order.sort(Comparator.comparingDouble(
                    f -> -by.sign() * Statistic.of(f.values().get(by)).mean()));
        }
        for (Figures run : order) {
            List<String> cells = new ArrayList<>(List.of(run.name()));
            List<Difference> differences =
                    keys.stream().map(k -> difference(first, run, k)).toList();
            boolean[] real = Difference.real(differences);
            for (int i = 0; i < keys.size(); i++) {
                Figures.Key key = keys.get(i);
                double mean = printed.insteadOf(key.unit())
                        .of(Statistic.of(run.values().get(key)).mean());
                String mark = run == first || !real[i]
                        ? "  "
                        : verdict(key, differences.get(i), true).equals("worse") ? " -" : " +";
                cells.add(TextTable.figure(mean, key.decimals()) + mark);
            }
            lines.add(cells.toArray(String[]::new));
        }
        TextTable table = new TextTable(2);
        List<String> words = new ArrayList<>(List.of("run"));
        List<String> units = new ArrayList<>(List.of(""));
        keys.forEach(k -> {
            words.add(heading(k) + "  ");
            units.add(printed.insteadOf(k.unit()).name() + "  ");
        });
        table.add(words.toArray(String[]::new));
        table.add(units.toArray(String[]::new));
        lines.forEach(table::add);
        table.print(out);
        out.println("+ better, - worse than " + first.name()
                + ", real at 5 % for all columns together (Holm); unmarked: no clear");
        out.println("difference. 'compare' with two of them tells the differences.");
    }

    private List<Figures.Key> summaryKeys(Figures first) {
        List<String> wanted =
                List.of("delay of a journey", "delay of people", "mean speed", "unserved at the end", "CO2");
        List<Figures.Key> keys = new ArrayList<>();
        for (Figures.Key key : first.values().keySet()) {
            if (corridor != null || place == null
                    ? corridor != null || wanted.contains(key.measure())
                    : key.subject().equals(place) || keys.size() < 6) {
                keys.add(key);
            }
        }
        return keys;
    }

    private String heading(Figures.Key key) {
        return place == null ? key.measure() : key.subject().replace(place + " ", "");
    }
}
