package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.study.Count;

class CountTableTest {

    @TempDir
    private Path temp;

    private final List<Message> faults = new ArrayList<>();
    private final Map<String, Spot> spots = new HashMap<>();

    private List<Count> read(String text) throws IOException {
        Path file = temp.resolve("counts.csv");
        Files.writeString(file, text);
        faults.clear();
        return CountTable.read(file, "counts.csv", "/v", spots, faults);
    }

    private List<String> faults(String text) throws IOException {
        assertThat(read(text)).isNotNull();
        return faults.stream().map(Message::toString).toList();
    }

    @Test
    void longAndWideTablesSayTheSame() throws IOException {
        List<Count> wide = read("place,from,to,NBL,NBT\nmarket,16:30,16:45,12,34\n");
        List<Count> tall =
                read("place,movement,from,to,vehicles\nmarket,NBL,16:30,16:45,12\nmarket,NBT,16:30,16:45,34\n");
        assertThat(wide).hasSize(2);
        for (int i = 0; i < 2; i++) {
            assertThat(wide.get(i))
                    .usingRecursiveComparison()
                    .ignoringFields("origin")
                    .isEqualTo(tall.get(i));
        }
        assertThat(tall.get(1).from()).isEqualTo(59400);
        assertThat(spots.get(tall.get(1).origin())).isEqualTo(new Spot("counts.csv", 3, 24));
    }

    @Test
    void columnsMayComeInAnyOrderWithIdsByteOrderMarkAndWindowsLines() throws IOException {
        List<Count> counts = read("\uFEFFvehicles,to,from,movement,place\r\n5,16:45,16:30,quay-1>mill,market\r\n\r\n");
        assertThat(faults).isEmpty();
        assertThat(counts).singleElement().extracting(Count::movement).isEqualTo("quay-1>mill");
        assertThat(read("place,from,to,quay-1>mill\nmarket,16:30,16:45,5\n")).hasSize(1);
    }

    @Test
    void everythingWrongIsSaidAtOnceWithItsCell() throws IOException {
        assertThat(faults("place,movement,from,to,vehicles\n"
                        + "market,NBL,16:30,16.45,12\n"
                        + "market,NBT,16:30,16:45,many\n"
                        + "market,NBR,16:30,16:45,1,5\n"))
                .containsExactly(
                        "counts.csv:2:18: '16.45' is no time of day; write for example 16:30",
                        "counts.csv:3:24: 'many' is no number of vehicles",
                        "counts.csv:4:1: this row has 6 values, the heading 5; a decimal comma or a thousands mark splits a"
                                + " number");
    }

    @Test
    void wrongHeadingsNameTheNearestRightOne() throws IOException {
        assertThat(faults("plce,movement,from,to,vehicle\nm,NBL,16:30,16:45,1\n"))
                .contains(
                        "counts.csv:1:1: no column is called 'plce'. Did you mean 'place'?",
                        "counts.csv:1:23: no column is called 'vehicle'. Did you mean 'vehicles'?")
                .anyMatch(m -> m.startsWith("counts.csv:1:1: column 'place' is missing"));
        assertThat(faults("place,movement,from,to,to,vehicles\n"))
                .anyMatch(m -> m.contains("column 'to' stands here twice"));
    }

    @Test
    void emptyAndBinaryTablesAreRefused() throws IOException {
        assertThat(faults("")).containsExactly("counts.csv:1:1: this table is empty");
        assertThat(faults("PK\u0000\u0003\u0004"))
                .containsExactly("counts.csv:1:1: this is no text in UTF-8; is it a CSV file?");
        assertThat(faults("place,movement,from,to,vehicles\nm,\"NBL,16:30,16:45,1\n"))
                .isNotEmpty();
        assertThat(faults("place,movement,from,to,vehicles\nm,NBL,16:30,16:45,NaN\n"))
                .singleElement()
                .asString()
                .contains("no number");
    }
}
