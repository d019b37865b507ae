package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Single values are changed; everything else stays, to the blank. */
class YamlTextTest {

    private static final String TEXT = """
            # a comment with an ü and a 𝄞
            network:
              places:
                west: {at: [-1, 0]}     # the end
                mid:  {at: [0, 0], control: stop}
              roads:
                a:
                  between: [west, mid]   # both
                  speed: 50 km/h

                # about b
                b: {speed: 30 km/h, ahead: {lanes: 1}}
              detectors:
                mid.eb: {lane: 1}
            empty:
            list:
              - one
              - two
            """;

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            network/roads/a/speed | 40 km/h | speed: 50 km/h | speed: 40 km/h
            network/places/mid/control | yield | control: stop} | control: yield}
            network/places/mid/minor | [b] | control: stop} | control: stop, minor: [b]}
            network/roads/a/ahead/lanes | 2 | "      speed: 50 km/h\n" | "      speed: 50 km/h\n      ahead: {lanes: 2}\n"
            network/roads/b/ahead/lanes | 3 | {lanes: 1}} | {lanes: 3}}
            network/roads/b/speed | null | "{speed: 30 km/h, ahead" | {ahead
            network/roads/b/ahead | null | ", ahead: {lanes: 1}}" | }
            network/roads/a/between | null | "      between: [west, mid]   # both\n" | ""
            network/places/west/at/0 | -5 | "[-1, 0]" | "[-5, 0]"
            network/places/west/at/2 | 7 | "[-1, 0]" | "[-1, 0, 7]"
            network/detectors/mid/eb/lane | 2 | {lane: 1} | {lane: 2}
            network/detectors/mid/eb/lane | null | {lane: 1} | " {}"
            empty | 5 | "empty:" | "empty: 5"
            empty/deep/er | x | "empty:" | "empty: {deep: {er: x}}"
            list/1 | three | "- two" | "- three"
            list/2 | three | "- two" | "- two\n  - three"
            list | [a] | "list:\n  - one\n  - two" | "list: [a]"
            network/roads/b | {speed: 9 m/s} | "{speed: 30 km/h, ahead: {lanes: 1}}" | {speed: 9 m/s}
            title | hello | "  - two" | "  - two\ntitle: hello"
            """)
    void onlyThatValueChanges(String path, String value, String from, String to) throws YamlText.NotPossible {
        String before = from.replace("\\n", "\n");
        assertThat(TEXT).contains(before);
        String expected = TEXT.replace(before, to.replace("\\n", "\n"));
        String found = new YamlText(TEXT).with(Arrays.asList(path.split("/")), value);
        assertThat(found.replace("mid.eb:  {}", "mid.eb: {}").stripTrailing())
                .isEqualTo(expected.replace("mid.eb:  {}", "mid.eb: {}").stripTrailing());
    }

    @Test
    void whatCannotBeDoneIsSaid() {
        assertThatThrownBy(() -> new YamlText(TEXT).with(List.of("network", "nothing"), "null"))
                .hasMessage("there is nothing at network.nothing to take away");
        assertThatThrownBy(() -> new YamlText(TEXT).with(List.of("network", "roads", "a", "speed", "x"), "1"))
                .hasMessageStartingWith("there is no 'x' to go to");
        assertThatThrownBy(() -> new YamlText(TEXT).with(List.of("list", "7"), "1"))
                .hasMessageContaining("the list has 2 entries, 0 first");
    }

    @TempDir
    private Path temp;

    @Test
    void aStudyThatWouldNotHoldIsNotWritten() throws IOException, StudyProblem {
        Path study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
        String before = Files.readString(study.resolve("network.yaml"));
        StudyEditor editor = StudyEditor.open(study, null);
        assertThat(editor.set("network.roads.quay-1.ahead.turns", "[L, T]")).isEqualTo("network.yaml");
        assertThatThrownBy(() -> editor.check().compile(null)).isInstanceOf(StudyProblem.class);
        assertThat(Files.readString(study.resolve("network.yaml"))).isEqualTo(before);

        StudyEditor good = StudyEditor.open(study, null);
        good.set("network.roads.quay-1.speed", "40 km/h");
        good.set("seed", "5");
        good.check().compile(null);
        good.save();
        assertThat(Files.readString(study.resolve("network.yaml")))
                .isEqualTo(before.replaceFirst("speed: 50 km/h", "speed: 40 km/h"));
        assertThat(StudyFolder.read(study, List.of()).study().seed()).isEqualTo(5);

        StudyEditor fresh = StudyEditor.open(study, "slow");
        fresh.set("network.roads.quay-1.speed", "30 km/h");
        fresh.set("network.roads.quay-1.name", "null");
        fresh.check().compile(null);
        fresh.save();
        assertThat(Files.readString(study.resolve("alternatives/slow.yaml"))).contains("name: null");
        var road = StudyFolder.read(study, List.of("slow"))
                .study()
                .network()
                .roads()
                .get("quay-1");
        assertThat(road.speed()).isEqualTo(30 / 3.6);
        assertThat(road.name()).isNull();
        assertThatThrownBy(() -> StudyEditor.open(study, null).set("a..b", "1")).isInstanceOf(StudyProblem.class);
        assertThatThrownBy(() -> StudyEditor.open(study, null).set("title", "["))
                .isInstanceOf(StudyProblem.class);
    }

    /** An alternative takes a plan away; what a comment says with a ~ in it is none of its business. */
    @Test
    void nullIsWrittenWhereItIsMeantAndNowhereElse() throws IOException, StudyProblem {
        Path study = temp.resolve("quayside");
        Samples.write(Samples.MARKET, study);
        Files.writeString(
                study.resolve("alternatives/note.yaml"),
                "network:\n  roads:\n    quay-1: {speed: 40 km/h} # pause before the pier: ~4 s\n");
        StudyEditor editor = StudyEditor.open(study, "note");
        editor.set("network.roads.quay-1.name", "null");
        editor.save();
        assertThat(Files.readString(study.resolve("alternatives/note.yaml")))
                .isEqualTo(
                        "network:\n  roads:\n    quay-1: {speed: 40 km/h, name: null} # pause before the pier: ~4 s\n");
    }
}
