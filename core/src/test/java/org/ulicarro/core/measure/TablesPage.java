package org.ulicarro.core.measure;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.stream.Collectors;

/** Writes {@code docs/tables.md}: what every table of a run holds, as its rows say. */
public final class TablesPage {

    private TablesPage() {}

    /** The whole page. */
    static String text() {
        StringBuilder page = new StringBuilder("""
                # Tables of a run

                What `results.sqlite` of a run holds, and `results RUN TABLE --each --json`, `--csv` and `export RUN` give: one row for each subject and replication,
                SI units in the names. In `results` a table is written with hyphens (`travel-times`). Times of day are seconds since midnight; an empty cell or NULL is
                where nothing came. Each table has `replication` in front. This page is made from the rows themselves.

                `replications` has a row for each replication: `wanted`, `entered`, `unserved_at_end`, `unserved_peak`, `vehicle_steps`, `most_on_road`, `start_fill`,
                `missed_turns`, `detoured`, `no_way`, `moved_up`, fingerprints of who travelled (`traffic`), and who blocked whom (`standstills`).
                """);
        for (Table<?> table : Instruments.tables()) {
            String choices = table.choices().stream()
                    .map(c -> c.name().toLowerCase(Locale.ROOT))
                    .collect(Collectors.joining(", "));
            page.append("\n## ").append(table.name()).append("\n\n");
            page.append(table.about().substring(0, 1).toUpperCase(Locale.ROOT))
                    .append(table.about().substring(1))
                    .append(choices.isEmpty() ? ".\n" : ". Rows can be chosen by " + choices + ".\n");
            page.append("\n| column | unit | |\n|---|---|---|\n");
            for (Column column : table.columns()) {
                page.append("| `")
                        .append(column.name())
                        .append("` | ")
                        .append(column.unit())
                        .append(" | ")
                        .append(column.about()
                                .replace(" (" + column.unit() + ")", "")
                                .replace("NaN", "empty"))
                        .append(" |\n");
            }
        }
        return page.toString();
    }

    public static void main(String[] args) throws IOException {
        Files.writeString(Path.of(args[0]), text());
    }
}
