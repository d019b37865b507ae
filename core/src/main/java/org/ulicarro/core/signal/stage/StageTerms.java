package org.ulicarro.core.signal.stage;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.signal.stage.StageProgram.Term;
import org.ulicarro.core.study.script.At;
import org.ulicarro.core.study.script.Expr;
import org.ulicarro.core.study.script.Named;
import org.ulicarro.core.study.script.Script;

/** Gives the expressions of a stage script their types and turns them into terms. */
final class StageTerms {

    /** What a term is. */
    enum Type {
        TIME("a time"),
        NUMBER("a number"),
        SWITCH("on or off");

        final String words;

        Type(String words) {
            this.words = words;
        }
    }

    /**
     * A term with its type.
     *
     * @param constant its value where that never changes; else NaN
     */
    record Typed(Term term, Type type, double constant) {

        Typed(Term term, Type type) {
            this(term, type, Double.NaN);
        }

        static Typed constant(double value, Type type) {
            return new Typed(now -> value, type, value);
        }

        boolean isConstant() {
            return !Double.isNaN(constant);
        }
    }

    /** Detectors of the network that a script may ask, and those that it does. */
    interface Detectors {
        /** The number of a detector among those asked, or -1. */
        int asked(String id);

        Iterable<String> known();
    }

    private static final List<String> BUILT_IN = List.of(
            "called",
            "occupied",
            "occupied-for",
            "gap",
            "waited",
            "passed",
            "green",
            "every",
            "clock",
            "lasted",
            "max-reached",
            "min-reached");

    private final Map<String, Integer> variables = new LinkedHashMap<>();
    private final Map<String, Script.Variable> declared = new LinkedHashMap<>();
    private final Map<String, String> aliases = new LinkedHashMap<>(); // name -> detector
    private final Detectors detectors;
    private final List<String> groups; // of vehicles and people, by place
    private final List<Integer> people; // places of groups of people that are asked about
    private final List<Boolean> isPeople;
    private final BiConsumer<At, String> wrong;

    StageTerms(
            Script script,
            Detectors detectors,
            List<String> groups,
            List<Boolean> isPeople,
            BiConsumer<At, String> wrong) {
        this.detectors = detectors;
        this.groups = groups;
        this.isPeople = isPeople;
        this.wrong = wrong;
        people = new ArrayList<>();
        for (Script.Detector one : script.detectors()) {
            if (aliases.put(one.name().id(), one.detector().id()) != null) {
                wrong.accept(one.name().at(), "'" + one.name().id() + "' has been named already");
            }
            if (detectors.asked(one.detector().id()) < 0) {
                unknownDetector(one.detector());
            }
        }
        for (Script.Variable one : script.variables()) {
            String id = one.name().id();
            if (BUILT_IN.contains(id) || aliases.containsKey(id)) {
                wrong.accept(one.name().at(), "'" + id + "' means something else already");
            } else if (declared.put(id, one) != null) {
                wrong.accept(one.name().at(), "'" + id + "' has been declared already");
            } else {
                variables.put(id, variables.size());
            }
        }
    }

    List<Integer> people() {
        return people;
    }

    double[] initial() {
        return declared.values().stream()
                .mapToDouble(v -> v.value() == null
                        ? 0
                        : v.value() instanceof Expr.Switch s ? (s.on() ? 1 : 0) : ((Expr.Value) v.value()).value())
                .toArray();
    }

    boolean[] timers() {
        boolean[] timers = new boolean[declared.size()];
        int i = 0;
        for (Script.Variable one : declared.values()) {
            timers[i++] = one.kind() == Script.Kind.TIMER;
        }
        return timers;
    }

    /** The place of a variable that may be set to a value, or -1 with the reason told. */
    int variable(Named name, Typed value, boolean starts) {
        Script.Variable variable = declared.get(name.id());
        if (variable == null) {
            wrong.accept(
                    name.at(),
                    "there is no variable '" + name.id() + "'." + Names.suggestion(name.id(), declared.keySet()));
            return -1;
        }
        if (variable.kind() == Script.Kind.LIMIT) {
            wrong.accept(name.at(), "limit '" + name.id() + "' cannot be set; make it a count or a flag");
        } else if (starts != (variable.kind() == Script.Kind.TIMER)) {
            wrong.accept(
                    name.at(),
                    starts
                            ? "'" + name.id() + "' is no timer; declare it so: timer " + name.id()
                            : "timer '" + name.id() + "' cannot be set; write start " + name.id());
        } else if (value != null && value.type() != typeOf(variable)) {
            wrong.accept(name.at(), "'" + name.id() + "' is " + typeOf(variable).words + ", not " + value.type().words);
        }
        return variables.get(name.id());
    }

    private static Type typeOf(Script.Variable variable) {
        return switch (variable.kind()) {
            case FLAG -> Type.SWITCH;
            case COUNT -> Type.NUMBER;
            case TIMER -> Type.TIME;
            case LIMIT -> ((Expr.Value) variable.value()).isTime() ? Type.TIME : Type.NUMBER;
        };
    }

    /** A condition; null with the reason told. */
    Term condition(Expr expr) {
        Typed typed = typed(expr);
        if (typed != null && typed.type() != Type.SWITCH) {
            wrong.accept(expr.at(), "a condition is on or off; this is " + typed.type().words);
        }
        return typed == null ? null : typed.term();
    }

    Typed typed(Expr expr) {
        if (expr instanceof Expr.Value value) {
            return Typed.constant(value.value(), value.isTime() ? Type.TIME : Type.NUMBER);
        } else if (expr instanceof Expr.Switch one) {
            double on = one.on() ? 1 : 0;
            return new Typed(now -> on, Type.SWITCH);
        } else if (expr instanceof Expr.Name name) {
            return name(name);
        } else if (expr instanceof Expr.Call call) {
            return call(call);
        } else if (expr instanceof Expr.Unary unary) {
            return unary(unary);
        }
        return binary((Expr.Binary) expr);
    }

    private Typed name(Expr.Name name) {
        switch (name.id()) {
            case "max-reached":
                return new Typed(now -> now.isMaxReached() ? 1 : 0, Type.SWITCH);
            case "min-reached":
                return new Typed(now -> now.isMinReached() ? 1 : 0, Type.SWITCH);
            case "lasted":
                return new Typed(StageController::lasted, Type.TIME);
            case "clock":
                return new Typed(StageController::clock, Type.TIME);
            default:
                break;
        }
        Integer variable = variables.get(name.id());
        if (variable == null) {
            TreeSet<String> known = new TreeSet<>(variables.keySet());
            known.addAll(BUILT_IN);
            wrong.accept(
                    name.at(), "there is nothing called '" + name.id() + "'." + Names.suggestion(name.id(), known));
            return null;
        }
        Script.Variable what = declared.get(name.id());
        if (what.kind() == Script.Kind.LIMIT) {
            return Typed.constant(((Expr.Value) what.value()).value(), typeOf(what));
        }
        int v = variable;
        return new Typed(now -> now.variable(v), typeOf(declared.get(name.id())));
    }

    private Typed call(Expr.Call call) {
        if (!BUILT_IN.contains(call.id())) {
            wrong.accept(call.at(), "there is no '" + call.id() + "(…)'." + Names.suggestion(call.id(), BUILT_IN));
            return null;
        }
        if (call.of().size() != 1) {
            wrong.accept(
                    call.at(),
                    "'" + call.id() + "' asks about one thing, not " + call.of().size());
            return null;
        }
        Expr of = call.of().get(0);
        if (call.id().equals("every")) {
            boolean time = of instanceof Expr.Value value && value.isTime() && value.value() >= 0.1;
            if (!time) {
                wrong.accept(of.at(), "'every' takes a time, such as every(5 min)");
                return null;
            }
            int ticks = (int) StrictMath.rint(((Expr.Value) of).value() * 10);
            return new Typed(now -> now.every(ticks) ? 1 : 0, Type.SWITCH);
        }
        if (!(of instanceof Expr.Name name)) {
            wrong.accept(
                    of.at(),
                    "'" + call.id() + "' asks about a " + (call.id().equals("green") ? "group" : "detector")
                            + " by its name");
            return null;
        }
        return call.id().equals("green") ? green(name) : detector(call, name);
    }

    private Typed green(Expr.Name name) {
        int g = groups.indexOf(name.id());
        if (g < 0) {
            wrong.accept(name.at(), "there is no group '" + name.id() + "'." + Names.suggestion(name.id(), groups));
            return null;
        }
        return new Typed(now -> now.greenFor(g), Type.TIME);
    }

    private Typed detector(Expr.Call call, Expr.Name name) {
        int g = groups.indexOf(name.id());
        if (g >= 0 && isPeople.get(g) && !aliases.containsKey(name.id())) {
            return people(call, g);
        }
        int d = detectors.asked(aliases.getOrDefault(name.id(), name.id()));
        if (d < 0) {
            if (!aliases.containsKey(name.id())) { // else it has been said where it was named
                unknownDetector(new Named(name.id(), name.at()));
            }
            return null;
        }
        return switch (call.id()) {
            case "called" -> new Typed(now -> now.waited(d) > 0 ? 1 : 0, Type.SWITCH);
            case "occupied" -> new Typed(now -> now.occupiedFor(d) > 0 ? 1 : 0, Type.SWITCH);
            case "occupied-for" -> new Typed(now -> now.occupiedFor(d), Type.TIME);
            case "gap" -> new Typed(now -> now.gap(d), Type.TIME);
            case "waited" -> new Typed(now -> now.waited(d), Type.TIME);
            case "passed" -> new Typed(now -> now.passed(d), Type.NUMBER);
            default -> {
                wrong.accept(call.at(), "'" + call.id() + "' stands alone, without brackets");
                yield null;
            }
        };
    }

    private Typed people(Expr.Call call, int g) {
        if (!people.contains(g)) {
            people.add(g);
        }
        int p = people.indexOf(g);
        return switch (call.id()) {
            case "called" -> new Typed(now -> now.peopleWaited(p) > 0 ? 1 : 0, Type.SWITCH);
            case "waited" -> new Typed(now -> now.peopleWaited(p), Type.TIME);
            default -> {
                wrong.accept(call.at(), "people can be asked about with called and waited only");
                yield null;
            }
        };
    }

    private void unknownDetector(Named name) {
        TreeSet<String> known = new TreeSet<>(aliases.keySet());
        detectors.known().forEach(known::add);
        known.remove(name.id());
        wrong.accept(name.at(), "there is no detector '" + name.id() + "'." + Names.suggestion(name.id(), known));
    }

    private Typed unary(Expr.Unary unary) {
        Typed of = typed(unary.of());
        if (of == null) {
            return null;
        }
        boolean not = unary.op().equals("not");
        if (not != (of.type() == Type.SWITCH)) {
            wrong.accept(unary.at(), "'" + unary.op() + "' does not go with " + of.type().words);
            return null;
        }
        Term term = of.term();
        return new Typed(not ? now -> term.of(now) == 0 ? 1 : 0 : now -> -term.of(now), of.type());
    }

    private Typed binary(Expr.Binary binary) {
        Typed left = typed(binary.left());
        Typed right = typed(binary.right());
        if (left == null || right == null) {
            return null;
        }
        Term a = left.term();
        Term b = right.term();
        String op = binary.op();
        boolean logic = op.equals("and") || op.equals("or");
        boolean equal = op.equals("=") || op.equals("!=");
        boolean switches = left.type() == Type.SWITCH || right.type() == Type.SWITCH;
        boolean scales = op.equals("*") || op.equals("/") && right.type() == Type.NUMBER;
        boolean fits = logic
                ? left.type() == Type.SWITCH && right.type() == Type.SWITCH
                : switches ? equal && left.type() == right.type() : left.type() == right.type() || scales;
        if (!fits || op.equals("*") && left.type() == Type.TIME && right.type() == Type.TIME) {
            wrong.accept(
                    binary.at(), "'" + op + "' does not go with " + left.type().words + " and " + right.type().words);
            return null;
        }
        if (left.isConstant() && right.isConstant() && !logic) { // what never changes is worked out once
            return folded(op, left, right);
        }
        if (right.isConstant()) {
            Typed compared = compared(op, a, right.constant());
            if (compared != null) {
                return compared;
            }
        }
        return switch (op) {
            case "and" -> new Typed(now -> a.of(now) != 0 && b.of(now) != 0 ? 1 : 0, Type.SWITCH);
            case "or" -> new Typed(now -> a.of(now) != 0 || b.of(now) != 0 ? 1 : 0, Type.SWITCH);
            case "<" -> new Typed(now -> a.of(now) < b.of(now) - 1e-9 ? 1 : 0, Type.SWITCH);
            case ">" -> new Typed(now -> a.of(now) > b.of(now) + 1e-9 ? 1 : 0, Type.SWITCH);
            case "<=" -> new Typed(now -> a.of(now) <= b.of(now) + 1e-9 ? 1 : 0, Type.SWITCH);
            case ">=" -> new Typed(now -> a.of(now) >= b.of(now) - 1e-9 ? 1 : 0, Type.SWITCH);
            case "=" -> new Typed(now -> Math.abs(a.of(now) - b.of(now)) <= 1e-9 ? 1 : 0, Type.SWITCH);
            case "!=" -> new Typed(now -> Math.abs(a.of(now) - b.of(now)) > 1e-9 ? 1 : 0, Type.SWITCH);
            case "+" -> new Typed(now -> a.of(now) + b.of(now), left.type());
            case "-" -> new Typed(now -> a.of(now) - b.of(now), left.type());
            case "*" -> new Typed(now -> a.of(now) * b.of(now), left.type() == Type.TIME ? Type.TIME : right.type());
            default ->
                new Typed(
                        now -> b.of(now) == 0 ? 0 : a.of(now) / b.of(now),
                        right.type() == Type.TIME ? Type.NUMBER : left.type());
        };
    }

    private static Typed folded(String op, Typed left, Typed right) {
        double a = left.constant();
        double b = right.constant();
        return switch (op) {
            case "+" -> Typed.constant(a + b, left.type());
            case "-" -> Typed.constant(a - b, left.type());
            case "*" -> Typed.constant(a * b, left.type() == Type.TIME ? Type.TIME : right.type());
            case "/" -> Typed.constant(b == 0 ? 0 : a / b, right.type() == Type.TIME ? Type.NUMBER : left.type());
            case "<" -> Typed.constant(a < b - 1e-9 ? 1 : 0, Type.SWITCH);
            case ">" -> Typed.constant(a > b + 1e-9 ? 1 : 0, Type.SWITCH);
            case "<=" -> Typed.constant(a <= b + 1e-9 ? 1 : 0, Type.SWITCH);
            case ">=" -> Typed.constant(a >= b - 1e-9 ? 1 : 0, Type.SWITCH);
            case "=" -> Typed.constant(Math.abs(a - b) <= 1e-9 ? 1 : 0, Type.SWITCH);
            default -> Typed.constant(Math.abs(a - b) > 1e-9 ? 1 : 0, Type.SWITCH);
        };
    }

    /** Comparison with what never changes; null for what is none. */
    private static Typed compared(String op, Term a, double constant) {
        double less = constant - 1e-9;
        double more = constant + 1e-9;
        return switch (op) {
            case "<" -> new Typed(now -> a.of(now) < less ? 1 : 0, Type.SWITCH);
            case ">" -> new Typed(now -> a.of(now) > more ? 1 : 0, Type.SWITCH);
            case "<=" -> new Typed(now -> a.of(now) <= more ? 1 : 0, Type.SWITCH);
            case ">=" -> new Typed(now -> a.of(now) >= less ? 1 : 0, Type.SWITCH);
            default -> null;
        };
    }
}
