package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.LaneCycle;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Table;

/**
 * A table of a run as {@code results} knows it. Those of instruments follow from their rows, with what options mean anything for them; a few
 * are made of several.
 *
 * @param word what it is called for
 * @param about what it tells, in a few words
 * @param kind its rows as they are kept; null for a table that is made of several
 * @param composed what makes it of several; null for a table of one instrument
 * @param choices options that mean anything for it
 */
record ResultTable(
        String word, String about, Class<? extends Record> kind, ComposedTable composed, Set<Choice> choices) {

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

    private static final List<ResultTable> ALL = all();

    private static List<ResultTable> all() {
        List<ResultTable> all = new ArrayList<>();
        for (ComposedTable table : ComposedTable.values()) {
            all.add(table.asked());
        }
        for (Table<?> table : Instruments.tables()) {
            if (table.row() != MovementRow.class) {
                all.add(measured(table));
            }
        }
        return List.copyOf(all);
    }

    private static ResultTable measured(Table<?> table) {
        Set<Choice> choices = EnumSet.of(Choice.EACH);
        for (Table.Choice choice : table.choices()) {
            choices.add(Choice.valueOf(choice.name()));
        }
        if (choices.contains(Choice.TIMES)) {
            choices.add(Choice.BY);
        }
        if (table.row() == LaneCycle.class) {
            choices.remove(Choice.EACH); // cycles of different replications have nothing in common
        }
        return new ResultTable(table.name().replace('_', '-'), table.about(), table.row(), null, choices);
    }

    /** All, those made of several first. */
    static List<ResultTable> known() {
        return ALL;
    }

    /** What is wrong with the options that are used, or null. */
    String refusal(Set<Choice> used) {
        List<String> unknown = new ArrayList<>();
        used.stream().filter(c -> !choices.contains(c)).forEach(c -> unknown.add(c.option));
        if (unknown.isEmpty()) {
            return null;
        }
        List<String> known = choices.stream().map(c -> c.option).toList();
        return "the table '" + word + "' has no " + String.join(", ", unknown) + "; it takes "
                + (known.isEmpty() ? "" : String.join(", ", known) + ", ") + "--json and --csv";
    }

    @Override
    public String toString() {
        return word;
    }
}
