package org.ulicarro.core.signal.stage;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Marking;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.TurningPath;
import org.ulicarro.core.signal.Clearances;
import org.ulicarro.core.signal.DetectorPlace;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.GuardMaker;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalFault;
import org.ulicarro.core.signal.StageChange;
import org.ulicarro.core.signal.StageWay;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.StageControl;
import org.ulicarro.core.study.script.At;
import org.ulicarro.core.study.script.Change;
import org.ulicarro.core.study.script.Expr;
import org.ulicarro.core.study.script.Named;
import org.ulicarro.core.study.script.Rule;
import org.ulicarro.core.study.script.Script;

/** Turns a stage script into a {@link StageController}, and finds everything that keeps it from being safe or complete. */
public final class StageCompiler {

    private final SignalDraft draft;
    private final Network network;
    private final List<Fault> faults;
    private String pointer = "";
    private final List<String> asked = new ArrayList<>(); // detectors
    private final Map<String, Integer> stages = new LinkedHashMap<>();
    private final Set<Integer> reached = new TreeSet<>();
    private final Set<Integer> left = new TreeSet<>();
    private StageTerms terms;

    public StageCompiler(SignalDraft draft) {
        this.draft = draft;
        network = draft.network();
        faults = draft.faults();
    }

    /**
     * Compiles one place.
     *
     * @param pointer of its control
     */
    public void add(Junction junction, StageControl control, String here) {
        pointer = here;
        if (control.groups().isEmpty() || control.script() == null) {
            faults.add(SignalFault.STAGES_INCOMPLETE.at(here));
            return;
        }
        int before = faults.size();
        int firstGroup = draft.nextGroup();
        List<String> ids = List.copyOf(control.groups().keySet());
        control.groups().forEach((id, g) -> draft.addGroup(junction, id, g, Fault.child(here + "/groups", id)));
        draft.checkAllServed(junction, here + "/groups");
        draft.checkSharedLanes(junction, here + "/groups");
        Script script = control.script().script();
        if (script == null) {
            return; // why it cannot be read has been said
        }
        Clearances clearances = Clearances.of(
                control.clearance(),
                ids,
                (a, b) -> draft.intergreen(junction, firstGroup + ids.indexOf(a), firstGroup + ids.indexOf(b)),
                here,
                faults);
        StageProgram program = compile(junction, control, script, ids, firstGroup);
        boolean sound = faults.stream().skip(before).noneMatch(f -> f.severity() == Fault.Severity.ERROR);
        if (!sound) {
            return;
        }
        Guard.Group[] groups = new GuardMaker(draft, clearances).groups(junction, control.groups(), firstGroup);
        for (int a = firstGroup; a < firstGroup + groups.length; a++) {
            for (int b = a; b < firstGroup + groups.length; b++) {
                if (a != b && draft.neverTogether(junction, a, b) != null) {
                    draft.watch(a, b);
                } else {
                    draft.share(a, b);
                }
            }
        }
        draft.addWays(junction.id(), ways(program, groups, ids));
        draft.add(
                junction.id(),
                null,
                firstGroup,
                groups,
                watch -> new StageController(program, groups, firstGroup, watch));
    }

    private static List<StageWay> ways(StageProgram program, Guard.Group[] groups, List<String> ids) {
        List<StageWay> ways = new ArrayList<>();
        for (StageProgram.Stage from : program.stages()) {
            for (StageProgram.Stage to : program.stages()) {
                if (from != to) {
                    add(ways, from, to, StageChange.of(groups, from.shows(), to.shows()), ids);
                }
            }
        }
        return ways;
    }

    private static void add(
            List<StageWay> ways, StageProgram.Stage from, StageProgram.Stage to, StageChange change, List<String> ids) {
        for (int g = 0; g < ids.size(); g++) {
            int ends = change.ends()[g];
            int begins = change.begins()[g];
            int other = change.waitsFor()[g];
            if (ends >= 0 || begins >= 0) {
                ways.add(new StageWay(
                        from.id(),
                        to.id(),
                        ids.get(g),
                        ends < 0 ? Double.NaN : Clock.seconds(ends),
                        begins < 0 ? Double.NaN : Clock.seconds(begins),
                        other < 0 ? "" : ids.get(other)));
            }
        }
    }

    private StageProgram compile(
            Junction junction, StageControl control, Script script, List<String> ids, int firstGroup) {
        List<Boolean> people =
                control.groups().values().stream().map(Group::forPeople).toList();
        terms = new StageTerms(script, detectors(), ids, people, this::wrong);
        for (Script.Stage stage : script.stages()) {
            if (stages.putIfAbsent(stage.name().id(), stages.size()) != null) {
                wrong(stage.name().at(), "there are two stages '" + stage.name().id() + "'");
            }
        }
        if (stages.isEmpty()) {
            wrong(new At(1, 1), "a script needs stages: stage main shows EB WB min 8 s max 45 s");
        }
        List<StageProgram.Rule> always = new ArrayList<>();
        List<List<StageProgram.Rule>> during = new ArrayList<>();
        List<List<StageProgram.Set>> entering = new ArrayList<>();
        List<List<StageProgram.Set>> leaving = new ArrayList<>();
        stages.keySet().forEach(s -> {
            during.add(new ArrayList<>());
            entering.add(new ArrayList<>());
            leaving.add(new ArrayList<>());
        });
        for (Script.Rules rules : script.rules()) {
            int stage = rules.during() == null ? -1 : stage(rules.during());
            for (Rule rule : rules.rules()) {
                if (rule.when() == Rule.When.IF) {
                    StageProgram.Rule compiled = rule(rule, stage);
                    if (rules.during() == null) {
                        always.add(compiled);
                    } else if (stage >= 0) {
                        during.get(stage).add(compiled);
                    }
                } else if (rules.during() == null) {
                    wrong(
                            rule.at(),
                            "'on " + (rule.when() == Rule.When.LEAVING ? "leaving" : "entering")
                                    + "' belongs to a stage: write it under during");
                } else if (stage >= 0) {
                    (rule.when() == Rule.When.LEAVING ? leaving : entering)
                            .get(stage)
                            .addAll(sets(rule.changes()));
                }
            }
        }
        List<StageProgram.Stage> compiled = new ArrayList<>();
        for (Script.Stage stage : script.stages()) {
            int i = stages.get(stage.name().id());
            compiled.add(stage(junction, stage, ids, firstGroup, during.get(i), entering.get(i), leaving.get(i)));
        }
        checkGroups(script, ids);
        warn(script);
        return new StageProgram(
                compiled,
                always,
                terms.initial(),
                terms.timers(),
                asked.stream().mapToInt(d -> draft.detector(place(junction, d))).toArray(),
                asked.stream()
                        .map(d -> groupsOf(junction, place(junction, d), firstGroup))
                        .toArray(int[][]::new),
                terms.people().stream().mapToInt(Integer::intValue).toArray());
    }

    private StageProgram.Stage stage(
            Junction junction,
            Script.Stage stage,
            List<String> ids,
            int firstGroup,
            List<StageProgram.Rule> rules,
            List<StageProgram.Set> entering,
            List<StageProgram.Set> leaving) {
        boolean[] shows = new boolean[ids.size()];
        for (Named group : stage.shows()) {
            int g = ids.indexOf(group.id());
            if (g < 0) {
                wrong(group.at(), "there is no group '" + group.id() + "'." + Names.suggestion(group.id(), ids));
                continue;
            }
            for (int other = 0; other < shows.length; other++) {
                String[] pair = shows[other] || other == g
                        ? draft.neverTogether(junction, firstGroup + other, firstGroup + g)
                        : null;
                if (pair != null) {
                    wrong(
                            group.at(),
                            "stage '" + stage.name().id() + "' shows '" + ids.get(other) + "' and '" + group.id()
                                    + "', but " + pair[0] + " and " + pair[1] + " may never go together");
                }
            }
            shows[g] = true;
        }
        boolean times = (stage.min() == null || stage.min().isTime())
                && (stage.max() == null || stage.max().isTime());
        boolean order = stage.min() == null
                || stage.max() == null
                || stage.max().value() >= stage.min().value();
        if (!times || !order) {
            wrong(
                    stage.name().at(),
                    times ? "the max of this stage is shorter than its min" : "min and max are times, such as 8 s");
        }
        return new StageProgram.Stage(
                stage.name().id(),
                shows,
                stage.min() == null ? 0 : Clock.ticks(stage.min().value()),
                stage.max() == null ? 0 : Clock.ticks(stage.max().value()),
                rules,
                entering,
                leaving);
    }

    private StageProgram.Rule rule(Rule rule, int during) {
        List<StageProgram.Way> ways = new ArrayList<>();
        for (Rule.Way way : rule.ways()) {
            int to = stage(way.stage());
            if (to >= 0 && to == during) {
                wrong(way.stage().at(), "stage '" + way.stage().id() + "' is the one that this rule belongs to");
            }
            reached.add(to);
            if (during >= 0) {
                left.add(during);
            } else {
                stages.values().stream().filter(s -> s != to).forEach(left::add);
            }
            ways.add(new StageProgram.Way(to, way.when() == null ? null : terms.condition(way.when())));
        }
        return new StageProgram.Rule(
                rule.at().line(),
                terms.condition(rule.condition()),
                sets(rule.changes()),
                ways,
                ExprText.of(rule.condition()),
                parts(rule),
                alternatives(rule.condition()));
    }

    private List<StageProgram.Part> alternatives(Expr condition) {
        List<StageProgram.Part> all = new ArrayList<>();
        if (condition instanceof Expr.Binary binary && binary.op().equals("or")) {
            all.addAll(alternatives(binary.left()));
            all.addAll(alternatives(binary.right()));
            return all;
        }
        StageTerms.Typed typed = terms.typed(condition); // what is wrong with it is told once only
        if (typed != null) {
            all.add(new StageProgram.Part(ExprText.of(condition), typed.type(), typed.term()));
        }
        return all;
    }

    private List<StageProgram.Part> parts(Rule rule) {
        List<Expr> questions = new ArrayList<>();
        ExprText.questions(rule.condition(), questions);
        rule.ways().stream().filter(w -> w.when() != null).forEach(w -> ExprText.questions(w.when(), questions));
        List<StageProgram.Part> parts = new ArrayList<>();
        for (Expr question : questions) {
            StageTerms.Typed typed = terms.typed(question); // what is wrong with it is told once only
            if (typed != null) {
                parts.add(new StageProgram.Part(ExprText.of(question), typed.type(), typed.term()));
            }
        }
        return parts;
    }

    private List<StageProgram.Set> sets(List<Change> changes) {
        List<StageProgram.Set> sets = new ArrayList<>();
        for (Change change : changes) {
            boolean starts = change.value() == null;
            StageTerms.Typed value = starts ? null : terms.typed(change.value());
            sets.add(new StageProgram.Set(
                    terms.variable(change.name(), value, starts), value == null ? null : value.term()));
        }
        return sets;
    }

    private int stage(Named name) {
        Integer stage = stages.get(name.id());
        if (stage == null) {
            wrong(name.at(), "unknown stage '" + name.id() + "'." + Names.suggestion(name.id(), stages.keySet()));
            return -1;
        }
        return stage;
    }

    private void checkGroups(Script script, List<String> ids) {
        Set<String> shown = new TreeSet<>();
        script.stages().forEach(s -> s.shows().forEach(g -> shown.add(g.id())));
        for (String id : ids) {
            if (!shown.contains(id) && !stages.isEmpty()) {
                wrong(
                        script.stages().get(0).name().at(),
                        "no stage shows group '" + id + "', so it would never get green");
            }
        }
    }

    /** Stages that no rule reaches, or that can never be left; stages that may last for as long as others wait. */
    private void warn(Script script) {
        for (Script.Stage stage : script.stages()) {
            int i = stages.get(stage.name().id());
            if (i > 0 && !reached.contains(i)) {
                hint(stage.name().at(), "no rule goes to stage '" + stage.name().id() + "'");
            }
            if (!left.contains(i) && stages.size() > 1) {
                hint(stage.name().at(), "no rule leaves stage '" + stage.name().id() + "'");
            } else if (stage.max() == null
                    && !stage.shows().isEmpty()
                    && isUnbounded(script, stage.name().id())) {
                hint(
                        stage.name().at(),
                        "stage '" + stage.name().id()
                                + "' has no max, and its rules wait for gaps only: nothing bounds how"
                                + " long others wait");
            }
        }
    }

    private static boolean isUnbounded(Script script, String stage) {
        boolean any = false;
        for (Script.Rules rules : script.rules()) {
            if (rules.during() == null || rules.during().id().equals(stage)) {
                for (Rule rule : rules.rules()) {
                    if (!rule.ways().isEmpty()) {
                        any = true;
                        String condition = String.valueOf(rule.condition());
                        boolean gap = condition.contains("id=gap") || condition.contains("id=occupied");
                        boolean alone = !condition.contains("op=or");
                        if (!gap || !alone) {
                            return false;
                        }
                    }
                }
            }
        }
        return any;
    }

    private StageTerms.Detectors detectors() {
        List<String> known = network.markings().stream()
                .filter(m -> m.kind() == Marking.Kind.DETECTOR)
                .map(Marking::id)
                .toList();
        return new StageTerms.Detectors() {
            @Override
            public int asked(String id) {
                if (!known.contains(id)) {
                    return -1;
                }
                if (!asked.contains(id)) {
                    asked.add(id);
                }
                return asked.indexOf(id);
            }

            @Override
            public Iterable<String> known() {
                return known;
            }
        };
    }

    private DetectorPlace place(Junction junction, String id) {
        Marking m = network.markings().stream()
                .filter(one -> one.kind() == Marking.Kind.DETECTOR && one.id().equals(id))
                .findFirst()
                .orElseThrow();
        return new DetectorPlace(
                junction.id(), 0, id, m.lane(), m.from(), m.to(), groupsAt(junction, m.lane()), false, m.only());
    }

    /** Groups of the place that hold those who come over a lane: from it, or from its link where it ends before the stop line. */
    private List<Integer> groupsAt(Junction junction, int lane) {
        Set<Integer> groups = new TreeSet<>();
        for (int m : junction.movements()) {
            Movement movement = network.movements().get(m);
            boolean from = movement.paths().stream().map(TurningPath::fromLane).anyMatch(l -> l == lane);
            if (from && draft.groupOf(m) >= 0) {
                groups.add(draft.groupOf(m));
            }
        }
        return List.copyOf(groups);
    }

    private static int[] groupsOf(Junction junction, DetectorPlace place, int firstGroup) {
        return place.groups().stream().mapToInt(g -> g - firstGroup).toArray();
    }

    private void wrong(At at, String message) {
        faults.add(Fault.error(pointer + "/script@" + at.line() + ":" + at.column(), message));
    }

    private void hint(At at, String message) {
        faults.add(Fault.warning(pointer + "/script@" + at.line() + ":" + at.column(), message));
    }
}
