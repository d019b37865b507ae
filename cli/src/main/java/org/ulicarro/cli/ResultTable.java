package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.ulicarro.core.measure.BayRow;
import org.ulicarro.core.measure.ConflictRow;
import org.ulicarro.core.measure.CrossingRow;
import org.ulicarro.core.measure.EmissionRow;
import org.ulicarro.core.measure.EntryRow;
import org.ulicarro.core.measure.GateRow;
import org.ulicarro.core.measure.LaneRow;
import org.ulicarro.core.measure.LineRow;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MeterRow;
import org.ulicarro.core.measure.SignalRow;
import org.ulicarro.core.measure.TotalRow;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.measure.WaitRow;

/** The tables of a run: what their rows are, and which of the options of {@code results} have a meaning for them. */
enum ResultTable {
    MOVEMENTS(null, Choice.PLACE, Choice.MOVEMENT, Choice.TIMES, Choice.BY, Choice.EACH, Choice.WORST),
    PLACES(null),
    NETWORK(TotalRow.class, Choice.TYPE, Choice.EACH),
    WHY(null, Choice.PLACE, Choice.MOVEMENT),
    COUNTS(null, Choice.PLACE, Choice.MOVEMENT),
    FIELD(null),
    LANES(LaneRow.class, Choice.PLACE, Choice.EACH),
    SIGNALS(SignalRow.class, Choice.PLACE, Choice.EACH),
    TRAVEL_TIMES(TravelTimeRow.class, Choice.EACH),
    LINKS(LinkRow.class, Choice.TIMES, Choice.BY, Choice.EACH),
    EMISSIONS(EmissionRow.class, Choice.PLACE, Choice.TYPE, Choice.EACH),
    CONFLICTS(ConflictRow.class, Choice.PLACE, Choice.EACH),
    CROSSINGS(CrossingRow.class, Choice.TIMES, Choice.BY, Choice.EACH),
    UNSERVED(EntryRow.class, Choice.PLACE, Choice.TIMES, Choice.BY, Choice.EACH),
    LINES(LineRow.class, Choice.EACH),
    WAITS(WaitRow.class, Choice.PLACE, Choice.MOVEMENT, Choice.EACH),
    METERS(MeterRow.class, Choice.PLACE, Choice.TIMES, Choice.BY, Choice.EACH),
    GATES(GateRow.class, Choice.TIMES, Choice.BY, Choice.EACH),
    BAYS(BayRow.class, Choice.PLACE, Choice.EACH);

    /** Options that choose rows. */
    enum Choice {
        PLACE("--place"),
        MOVEMENT("--movement"),
        TYPE("--type"),
        TIMES("--from and --to"),
        BY("--by"),
        EACH("--each"),
        WORST("--worst");

        private final String option;

        Choice(String option) {
            this.option = option;
        }
    }

    /** Its rows as they are kept; null for a table that is made of several. */
    final Class<? extends Record> kind;

    private final Set<Choice> choices;

    ResultTable(Class<? extends Record> kind, Choice... choices) {
        this.kind = kind;
        this.choices = EnumSet.noneOf(Choice.class);
        this.choices.addAll(Arrays.asList(choices));
    }

    String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** What is wrong with the options that are used, or null. */
    String refusal(Set<Choice> used) {
        List<String> unknown = new ArrayList<>();
        used.stream().filter(c -> !choices.contains(c)).forEach(c -> unknown.add(c.option));
        if (unknown.isEmpty()) {
            return null;
        }
        List<String> known = choices.stream().map(c -> c.option).toList();
        return "the table '" + word() + "' has no " + String.join(", ", unknown) + "; it takes "
                + (known.isEmpty() ? "" : String.join(", ", known) + ", ") + "--json and --csv";
    }
}
