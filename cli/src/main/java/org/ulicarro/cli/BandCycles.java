package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.ulicarro.core.analysis.band.Band;
import org.ulicarro.core.analysis.band.Corridor;
import org.ulicarro.core.analysis.band.CorridorReader;
import org.ulicarro.core.analysis.band.NoCorridor;
import org.ulicarro.core.analysis.band.Objective;
import org.ulicarro.core.analysis.band.OffsetSearch;
import org.ulicarro.core.analysis.band.OtherCycle;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.run.Change;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.ActuatedControl;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.files.StudyText;

/** The best bands of other cycle lengths, each with the plans that it takes. */
final class BandCycles {

    private static final int STEP = 5; // s

    /**
     * One cycle length.
     *
     * @param cycle in s
     * @param corridor with its best offsets; null where its plans do not hold
     * @param signals controllers with that cycle, by place
     * @param why it does not hold, or empty
     */
    record Row(double cycle, Corridor corridor, Map<String, SignalController> signals, String why) {}

    private final Model model;
    private final CorridorReader reader;
    private final Objective objective;
    private final double outbound; // share of the outbound volume
    private final Function<Corridor, Corridor> planned;

    /** @param planned greens as the platoon finds them */
    BandCycles(
            Model model,
            CorridorReader reader,
            Objective objective,
            double outbound,
            Function<Corridor, Corridor> planned) {
        this.model = model;
        this.reader = reader;
        this.objective = objective;
        this.outbound = outbound;
        this.planned = planned;
    }

    List<Row> rows(int first, int last) {
        List<Row> rows = new ArrayList<>();
        for (int cycle = first; cycle <= last; cycle += STEP) {
            rows.add(row(cycle));
        }
        return rows;
    }

    private Row row(double cycle) {
        Map<String, SignalController> changed = new LinkedHashMap<>();
        Map<String, SignalController> all = new LinkedHashMap<>(model.study().signals());
        for (Corridor.Stop stop : reader.corridor().stops()) {
            SignalController own = all.get(stop.place());
            String plan = reader.plan(stop.place());
            SignalController other =
                    OtherCycle.of(model.network(), model.network().junctions().get(stop.place()), own, plan, cycle);
            if (other == null) {
                return new Row(
                        cycle, null, Map.of(), "'" + stop.place() + "' has no plan with a cycle that could be so");
            }
            changed.put(stop.place(), other);
        }
        all.putAll(changed);
        var outcome = model.with(Change.study(s -> s.withSignals(all)));
        String wrong = outcome.faults().stream()
                .filter(f -> f.severity() == Fault.Severity.ERROR)
                .map(Fault::message)
                .findFirst()
                .orElse("");
        if (!wrong.isEmpty() || outcome.result().isEmpty()) {
            return new Row(cycle, null, Map.of(), wrong);
        }
        try {
            Model other = outcome.result().get();
            Corridor own = reader.under(other.study(), other.signals()).corridor();
            Corridor best = OffsetSearch.bothWays(planned.apply(own), objective, outbound);
            return new Row(cycle, best, changed, "");
        } catch (NoCorridor e) {
            return new Row(cycle, null, Map.of(), e.getMessage());
        }
    }

    /** The row whose bands are worth most as shares of their cycle; null where none holds. */
    Row best(List<Row> rows) {
        Row best = null;
        double most = -1;
        for (Row row : rows) {
            if (row.corridor() != null) {
                double out = Band.of(row.corridor(), true).width() / row.cycle();
                double in = Band.of(row.corridor(), false).width() / row.cycle();
                double worth = objective.of(out, in, outbound);
                if (worth > most) {
                    most = worth;
                    best = row;
                }
            }
        }
        return best;
    }

    /** The text of an alternative with cycle, greens and offsets of a row. */
    String alternative(Row row) {
        Map<String, Object> places = new LinkedHashMap<>();
        for (Corridor.Stop stop : row.corridor().stops()) {
            String id = reader.plan(stop.place());
            Map<String, Object> keys =
                    new LinkedHashMap<>(StudyText.keys(times(row.signals().get(stop.place()), id)));
            keys.put("offset", StudyText.seconds(StrictMath.rint(stop.offset()) % row.cycle()));
            places.put(stop.place(), Map.of("plans", Map.of(id, keys)));
        }
        return "# A cycle of " + Math.round(row.cycle()) + " s along corridor "
                + row.corridor().id()
                + ": greens in their proportions, clearances as they were, offsets of the best bands.\n"
                + StudyText.of(Map.of("signals", places));
    }

    private static Record times(SignalController controller, String plan) {
        if (controller instanceof FixedControl fixed) {
            FixedControl.Plan whole = fixed.whole(plan);
            return FixedControl.Plan.of(whole.cycle(), null, whole.greens());
        }
        ActuatedControl.Plan whole = ((ActuatedControl) controller).whole(plan);
        return ActuatedControl.Plan.ofSplits(whole.cycle(), whole.splits());
    }
}
