package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.ulicarro.core.run.Inputs;
import org.ulicarro.core.study.Study;

/** A study that is written is the study that was read. */
class StudyTextTest {

    @TempDir
    private Path temp;

    static Stream<String> samplesAndAlternatives() {
        List<String> all = new ArrayList<>();
        for (String sample : Samples.names()) {
            all.add(sample);
            Samples.files(sample).stream()
                    .filter(f -> f.startsWith("alternatives/"))
                    .forEach(f -> all.add(sample + " " + f.replaceAll("alternatives/|\\.yaml", "")));
        }
        return all.stream();
    }

    @ParameterizedTest
    @MethodSource("samplesAndAlternatives")
    void comesBack(String text) throws IOException, StudyProblem {
        String[] words = text.split(" ");
        Path folder = temp.resolve("it");
        Samples.write(words[0], folder);
        Inputs read = StudyFolder.read(folder, words.length == 1 ? List.of() : List.of(words[1]))
                .inputs();
        String written = StudyText.of(read.study());
        Files.writeString(folder.resolve("study.yaml"), written);
        Inputs back = StudyFolder.read(folder, List.of()).inputs();
        assertThat(withoutFiles(back.study())).usingRecursiveComparison().isEqualTo(withoutFiles(read.study()));
        assertThat(back.parts()).as(written).isEqualTo(read.parts());
        assertThat(StudyText.of(back.study())).isEqualTo(written);
        assertThat(withoutFiles(back.study())).isEqualTo(withoutFiles(read.study()));
    }

    private static Study withoutFiles(Study study) {
        return new Study(
                study.format(),
                study.title(),
                study.units(),
                study.driveOn(),
                study.periods(),
                study.step(),
                study.replications(),
                study.seed(),
                List.of(),
                study.drivers(),
                study.vehicles(),
                study.network(),
                study.demand(),
                study.signals(),
                study.observed(),
                study.design(),
                study.aims());
    }
}
