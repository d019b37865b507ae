package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.run.Digest;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.run.ReplicationResult;

/** Instruments are found, chosen and described by their rows; which of them run changes nothing that another one measures. */
class InstrumentsTest {

    private static ReplicationResult run(Model model, Instruments instruments) {
        return new Replication(model, 1, 1, instruments).result();
    }

    @Test
    void whichInstrumentsRunChangesNoRowOfAnother() {
        Model model = new Crossroads().volumes(700, 500, 300, 200).model();
        ReplicationResult full = run(model, Instruments.full());
        ReplicationResult light = run(model, Instruments.light());
        ReplicationResult one = run(model, Instruments.of(LinkRow.class));
        assertThat(full.tables().keySet().stream().map(k -> Table.of(k).name()))
                .containsAll(Instruments.tables().stream().map(Table::name).toList());
        assertThat(light.tables()).hasSize(4);
        light.tables()
                .forEach((kind, rows) -> assertThat(rows).as(kind.getName()).isEqualTo(full.rows(kind)));
        assertThat(one.rows(LinkRow.class)).isEqualTo(full.rows(LinkRow.class));
        assertThat(Digest.ofTables(List.of(one)).get("links"))
                .isEqualTo(Digest.ofTables(List.of(full)).get("links"));
        assertThatThrownBy(() -> one.rows(MovementRow.class)).hasMessageContaining("no instrument for MovementRow");
    }

    @Test
    void whatNobodyMeasuresIsSaid() {
        assertThatThrownBy(() -> Instruments.of(String.class)).hasMessageContaining("no instrument has rows of");
    }

    @Test
    void rowsDescribeTheirTables() {
        Table<LaneRow> lanes = Table.of(LaneRow.class);
        assertThat(lanes.name()).isEqualTo("lanes");
        assertThat(lanes.choices()).containsExactly(Table.Choice.PLACE);
        assertThat(lanes.columns()).anySatisfy(c -> {
            assertThat(c.name()).isEqualTo("saturation_pcuh");
            assertThat(c.unit()).isEqualTo("pcu/h");
            assertThat(c.about()).isNotEmpty();
        });
        assertThat(Table.of(EmissionRow.class).choices()).contains(Table.Choice.TYPE);
        for (Table<?> table : Instruments.tables()) {
            assertThat(table.about()).as(table.name()).isNotEmpty();
            table.columns()
                    .forEach(c -> assertThat(c.about())
                            .as(table.name() + " " + c.name())
                            .isNotEmpty());
        }
    }

    /** When this fails, run {@link TablesPage} with the page's path. */
    @Test
    void thePageOfTablesIsUpToDate() throws IOException {
        Path page = Path.of("").toAbsolutePath().getParent().resolve("docs/tables.md");
        assertThat(Files.readString(page)).isEqualTo(TablesPage.text());
    }
}
