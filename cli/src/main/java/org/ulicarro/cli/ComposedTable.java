package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import org.ulicarro.cli.ResultTable.Choice;

/** Tables of {@code results} that are made of the rows of several instruments, or have more to say than one. */
enum ComposedTable {
    MOVEMENTS(
            "delay, stops and queues by movement, approach and place",
            EnumSet.of(Choice.PLACE, Choice.MOVEMENT, Choice.TIMES, Choice.BY, Choice.EACH, Choice.WORST)) {
        @Override
        Rows rows(Asked asked) throws IOException {
            MovementTable table = asked.movements();
            boolean bySlice = asked.source().bySlice();
            return asked.worst() != null
                    ? table.worstRows(asked.worst())
                    : asked.each() ? table.eachRows(bySlice) : table.rows(bySlice);
        }

        @Override
        void print(Asked asked, PrintWriter out) throws IOException {
            MovementTable table = asked.movements();
            boolean bySlice = asked.source().bySlice();
            if (asked.worst() != null) {
                table.printWorst(out, asked.worst());
            } else if (asked.each()) {
                table.printEach(out, bySlice);
            } else {
                table.print(out, bySlice);
                if (asked.filter().place() == null) {
                    new EntrySheets(asked.source().run()).printBrief(out);
                    new CourtesySheets(asked.source().run()).printBrief(out);
                }
            }
        }
    },
    PLACES("one line for each place, with its worst movement", EnumSet.noneOf(Choice.class)) {
        @Override
        Rows rows(Asked asked) throws IOException {
            return new PlaceTable(asked.source().run().summary()).rows();
        }

        @Override
        void print(Asked asked, PrintWriter out) throws IOException {
            new MovementTable(asked.source().run()).printPlaces(out);
        }
    },
    WHY(
            "of movements at level of service E or F: what their delay comes from",
            EnumSet.of(Choice.PLACE, Choice.MOVEMENT)) {
        @Override
        Rows rows(Asked asked) throws IOException {
            asked.movements(); // says which place or movement the run does not have
            return new WhySheet(asked.source()).rows();
        }

        @Override
        void print(Asked asked, PrintWriter out) throws IOException {
            asked.movements();
            new WhySheet(asked.source()).print(out);
        }
    },
    COUNTS("simulated flows against the counts: GEH and percent", EnumSet.of(Choice.PLACE, Choice.MOVEMENT)) {
        @Override
        Rows rows(Asked asked) throws IOException {
            asked.movements();
            return new CountSheets(asked.source().run(), asked.filter()).rows();
        }

        @Override
        void print(Asked asked, PrintWriter out) throws IOException {
            asked.movements();
            new CountSheets(asked.source().run(), asked.filter()).print(out);
        }
    },
    FIELD("what was measured in the field ('observed' of the study) beside the run", EnumSet.noneOf(Choice.class)) {
        @Override
        Rows rows(Asked asked) throws IOException {
            return new FieldSheets(asked.source().run()).rows();
        }

        @Override
        void print(Asked asked, PrintWriter out) throws IOException {
            new FieldSheets(asked.source().run()).print(out);
        }
    };

    /**
     * What was asked of a table.
     *
     * @param each a row for each replication
     * @param worst only so many, the worst first; null for all
     */
    record Asked(RowSource source, boolean each, Integer worst) {

        RowFilter filter() {
            return source.filter();
        }

        MovementTable movements() throws IOException {
            return new MovementTable(source.run(), filter().place(), filter());
        }
    }

    private final String about;
    private final Set<Choice> choices;

    ComposedTable(String about, Set<Choice> choices) {
        this.about = about;
        this.choices = choices;
    }

    /** As a table that can be asked for. */
    ResultTable asked() {
        return new ResultTable(name().toLowerCase(Locale.ROOT), about, null, this, choices);
    }

    /** For machines. */
    abstract Rows rows(Asked asked) throws IOException;

    /** For people. */
    abstract void print(Asked asked, PrintWriter out) throws IOException;
}
