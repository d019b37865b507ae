package org.ulicarro.core.signal.stage;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.Guard;
import org.ulicarro.core.signal.StageAccount;
import org.ulicarro.core.signal.StageState;

/** Stages by a script. The way from one stage to the next follows from minimums, yellows and clearances. */
final class StageController implements Controller, StageState {

    private static final int LONG = 1_000_000;
    private static final int RED = Aspect.RED.ordinal();
    private static final int GREEN = Aspect.GREEN.ordinal();

    private final StageProgram program;
    private final Guard guard;
    private final int firstGroup;
    private final int[] wanted; // group -> what the stage shows
    private final ControlWatch watch;
    private final double[] variables;
    private final int[] onFor; // detector -> ticks for which somebody has been on it
    private final int[] offFor; // detector -> ticks since somebody left it
    private final int[] calledFor; // detector -> ticks since its oldest call that has not been answered, 0 for none
    private final int[] passed; // detector -> vehicles that came since the stage began
    private final int[] pressedFor; // group of people -> ticks since somebody asked, 0 for nobody
    private int stage; // that is shown, or gone to
    private boolean going; // its greens have not all begun
    private int lasted; // ticks of it
    private int now; // tick of the day
    private boolean begun;
    private StageProgram.Rule deciding; // rule that was asked for a way last

    StageController(StageProgram program, Guard.Group[] groups, int firstGroup, ControlWatch watch) {
        this.program = program;
        this.watch = watch;
        guard = new Guard(groups, firstGroup);
        this.firstGroup = firstGroup;
        wanted = new int[groups.length];
        variables = program.initial().clone();
        int detectors = program.detectors().length;
        onFor = new int[detectors];
        offFor = new int[detectors];
        calledFor = new int[detectors];
        passed = new int[detectors];
        pressedFor = new int[program.peopleGroups().length];
        Arrays.fill(offFor, LONG);
        going = true;
    }

    @Override
    public void advance(int tick, DetectorBoard board, Aspects aspects) {
        now = tick;
        if (!begun) {
            begun = true;
            watch.stage(tick, current().id(), "");
        }
        read(board);
        for (int v = 0; v < variables.length; v++) {
            variables[v] += program.timers()[v] ? 0.1 : 0;
        }
        lasted += going ? 0 : 1;
        int to = decide(program.always());
        StageProgram.Rule leads = deciding;
        int then = decide(current().rules());
        leads = to >= 0 ? leads : deciding;
        to = to >= 0 ? to : then;
        if (to >= 0 && to != stage && !going && lasted >= current().min()) {
            String because = words(leads);
            change(current().leaving());
            stage = to;
            going = true;
            lasted = 0;
            Arrays.fill(passed, 0);
            watch.stage(tick, current().id(), because);
        }
        show(tick, aspects);
    }

    @Override
    public String because() {
        return "to " + current().id();
    }

    /** A rule that holds, with the first of its alternatives that does. */
    private String words(StageProgram.Rule rule) {
        return "line " + rule.line() + ": "
                + rule.alternatives().stream()
                        .filter(a -> a.term().of(this) != 0)
                        .findFirst()
                        .map(StageProgram.Part::text)
                        .orElse(rule.text());
    }

    private StageProgram.Stage current() {
        return program.stages().get(stage);
    }

    private void read(DetectorBoard board) {
        for (int d = 0; d < onFor.length; d++) {
            boolean on = board.occupied(program.detectors()[d]);
            passed[d] += on && onFor[d] == 0 ? 1 : 0;
            onFor[d] = on ? onFor[d] + 1 : 0;
            offFor[d] = on ? 0 : Math.min(LONG, offFor[d] + 1);
            boolean answered = false;
            for (int g : program.groupsOf()[d]) {
                answered |= guard.isGreen(g);
            }
            boolean stands = calledFor[d] > 0 && program.groupsOf()[d].length > 0;
            calledFor[d] = answered || !on && !stands ? 0 : calledFor[d] + 1;
        }
        for (int p = 0; p < pressedFor.length; p++) {
            int g = program.peopleGroups()[p];
            boolean asked = pressedFor[p] > 0 || board.pressed(firstGroup + g);
            pressedFor[p] = guard.isGreen(g) || !asked ? 0 : pressedFor[p] + 1;
        }
    }

    /** Does what the rules that hold say; the stage that the first of them goes to, or -1. */
    private int decide(List<StageProgram.Rule> rules) {
        int to = -1;
        for (int i = 0; i < rules.size(); i++) {
            StageProgram.Rule rule = rules.get(i);
            if (rule.condition().of(this) != 0) {
                change(rule.sets());
                if (to < 0) {
                    to = way(rule.ways());
                    deciding = rule;
                }
            }
        }
        return to;
    }

    private int way(List<StageProgram.Way> ways) {
        for (int i = 0; i < ways.size(); i++) {
            StageProgram.Way way = ways.get(i);
            if (way.when() == null || way.when().of(this) != 0) {
                return way.stage();
            }
        }
        return -1;
    }

    private void change(List<StageProgram.Set> sets) {
        for (int i = 0; i < sets.size(); i++) {
            StageProgram.Set set = sets.get(i);
            variables[set.variable()] = set.value() == null ? 0 : set.value().of(this);
        }
    }

    private void show(int tick, Aspects aspects) {
        boolean[] shows = current().shows();
        for (int g = 0; g < shows.length; g++) {
            wanted[g] = shows[g] ? GREEN : RED;
        }
        boolean arrived = guard.approachLate(wanted);
        if (going && arrived) {
            going = false;
            lasted = 0;
            change(current().entering());
        }
        guard.show(tick, aspects);
    }

    /** What it sees, and which rules hold. */
    @Override
    public StageAccount account() {
        List<StageAccount.Asked> asked = new ArrayList<>();
        for (List<StageProgram.Rule> rules : List.of(program.always(), current().rules())) {
            for (StageProgram.Rule rule : rules) {
                List<String> terms = rule.parts().stream()
                        .map(p -> p.text() + " = " + text(p.type(), p.term().of(this)))
                        .toList();
                String leads = String.join(
                        ", ",
                        rule.ways().stream()
                                .map(w -> program.stages().get(w.stage()).id())
                                .toList());
                asked.add(new StageAccount.Asked(
                        rule.line(), rule.text(), rule.condition().of(this) != 0, leads, terms));
            }
        }
        return new StageAccount(current().id(), going, lasted(), asked);
    }

    private static String text(StageTerms.Type type, double value) {
        return switch (type) {
            case TIME -> value >= LONG * 0.1 ? "for ever" : String.format(Locale.ROOT, "%.1f s", value);
            case NUMBER -> String.format(Locale.ROOT, "%.1f", value).replaceAll("\\.0$", "");
            case SWITCH -> value != 0 ? "on" : "off";
        };
    }

    double variable(int v) {
        return variables[v];
    }

    /** How long the stage has lasted, since all its greens began (s). */
    double lasted() {
        return lasted * 0.1;
    }

    boolean isMaxReached() {
        return !going && current().max() > 0 && lasted >= current().max();
    }

    boolean isMinReached() {
        return !going && lasted >= current().min();
    }

    /** Time of day (s). */
    double clock() {
        return now * 0.1;
    }

    boolean every(int ticks) {
        return ticks > 0 && now % ticks == 0;
    }

    double occupiedFor(int d) {
        return onFor[d] * 0.1;
    }

    double gap(int d) {
        return offFor[d] * 0.1;
    }

    double waited(int d) {
        return calledFor[d] * 0.1;
    }

    double passed(int d) {
        return passed[d];
    }

    double peopleWaited(int p) {
        return pressedFor[p] * 0.1;
    }

    double greenFor(int g) {
        return guard.greenFor(g) * 0.1;
    }

    @Override
    public void save(DataOutput out) throws IOException {
        out.writeInt(stage);
        out.writeBoolean(going);
        out.writeInt(lasted);
        out.writeBoolean(begun);
        SavedArrays.write(out, variables, variables.length);
        for (int[] column : columns()) {
            SavedArrays.write(out, column, column.length);
        }
        guard.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        stage = in.readInt();
        going = in.readBoolean();
        lasted = in.readInt();
        begun = in.readBoolean();
        SavedArrays.read(in, variables);
        for (int[] column : columns()) {
            SavedArrays.read(in, column);
        }
        guard.restore(in);
    }

    private int[][] columns() {
        return new int[][] {onFor, offFor, calledFor, passed, pressedFor};
    }
}
