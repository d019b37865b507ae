package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.jhdf.HdfFile;
import io.jhdf.WritableHdfFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.run.Model;

/** Trips from open matrix files, written by the library that reads them, on the crossroads sample. */
class MatrixFileTest {

    @TempDir
    private Path temp;

    @BeforeEach
    void writeStudy() throws IOException {
        Samples.write(Samples.MARKET, temp.resolve("study"));
        write(new double[][] {{5, 120, 30}, {80, 0, 0}, {0, 12.5, 0}});
    }

    private void write(double[][] cells) {
        try (WritableHdfFile file = HdfFile.write(temp.resolve("study/od.omx"))) {
            file.putAttribute("OMX_VERSION", "0.2");
            file.putAttribute("SHAPE", new int[] {cells.length, cells.length});
            file.putGroup("data").putDataset("PM_CAR", cells);
            file.putGroup("lookup").putDataset("TAZ", new int[] {101, 102, 107});
        }
    }

    private Model model(String trips) throws IOException, StudyProblem {
        Files.writeString(
                temp.resolve("study/demand.yaml"),
                "demand:\n  arrivals: exact\n  mix: {car: 100 %}\n  trips:\n    od.omx: " + trips + "\n");
        return StudyFolder.read(temp.resolve("study"), List.of()).compile(null).model();
    }

    @Test
    void tripsComeAsTheMatrixSays() throws IOException, StudyProblem {
        Model model = model("{lookup: TAZ, zones: {101: gate, 102: mole, 107: mill},"
                + " matrices: {PM_CAR: {from: \"16:30\", to: \"17:30\", type: van}}}");
        Departures all = model.demand().departures(1);
        long inHour = Arrays.stream(all.time())
                .filter(t -> t >= 16.5 * 3600 && t < 17.5 * 3600)
                .count();
        // 242.5 an hour, for an hour and half of warm-up and drain time: rounded at random, in total to the vehicle
        assertThat(all.size()).isBetween(363, 364);
        assertThat(inHour).isBetween(215L, 270L);
        assertThat(all.kind()).allMatch(kind -> kind.id().equals("van"));
        assertThat(StudyFolder.read(temp.resolve("study"), List.of())
                        .compile(null)
                        .warnings())
                .anyMatch(w -> w.toString().contains("5 vehicles of this table begin and end at the same place"));
    }

    @Test
    void zonesMayShareAPlace() throws IOException, StudyProblem {
        Model model =
                model("{zones: {1: gate, 2: mole, 3: mole}, matrices: {PM_CAR: {from: \"16:30\", to: \"17:30\"}}}");
        Departures all = model.demand().departures(1);
        long fromGate = java.util.stream.IntStream.range(0, all.size())
                .filter(d -> model.network().links().get(all.entry()[d]).from().equals("gate"))
                .count();
        assertThat(fromGate).as("120 + 30 an hour, for an hour and a half").isBetween(224L, 226L);
    }

    @Test
    void whatIsWrongIsTold() throws IOException {
        assertThatThrownBy(() ->
                        model("{zones: {1: gate, 2: mole}, matrices: {PM_CRA: {from: \"16:30\", to: \"17:30\"}}}"))
                .hasMessageContaining("there is no matrix 'PM_CRA'. Did you mean 'PM_CAR'?");
        assertThatThrownBy(() ->
                        model("{zones: {1: gate, 2: mole}, matrices: {PM_CAR: {from: \"16:30\", to: \"17:30\"}}}"))
                .hasMessageContaining("zone 3 has 43 vehicles, but no place; write it under zones: {3: PLACE}");
        assertThatThrownBy(() -> model(
                        "{lookup: ZONES, zones: {1: gate}, matrices: {PM_CAR: {from: \"16:30\", to: \"17:30\"}}}"))
                .hasMessageContaining("there is no lookup 'ZONES' of 3 zones");
        assertThatThrownBy(() -> model("{}")).hasMessageContaining("say which matrices are read");
        write(new double[][] {{0, -4, 0}, {0, 0, Double.NaN}, {0, 0, 0}});
        assertThatThrownBy(() -> model(
                        "{zones: {1: gate, 2: mole, 3: mill}, matrices: {PM_CAR: {from: \"16:30\", to: \"17:30\"}}}"))
                .hasMessageContaining("od.omx:1:2: matrix 'PM_CAR' has -4.0 vehicles from zone 1 to 2")
                .hasMessageContaining("od.omx:2:3:");
        Files.writeString(temp.resolve("study/od.omx"), "no such thing");
        assertThatThrownBy(() -> model("{zones: {1: gate}, matrices: {PM_CAR: {from: \"16:30\", to: \"17:30\"}}}"))
                .hasMessageContaining("this is no open matrix file, or it is damaged");
    }
}
