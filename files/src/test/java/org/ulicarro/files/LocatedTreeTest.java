package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LocatedTreeTest {

    @TempDir
    private Path temp;

    private LocatedTree tree(String name, String text) throws IOException {
        Path file = temp.resolve(name);
        Files.writeString(file, text);
        return YamlFile.read(file, name);
    }

    /** The examples of RFC 7396, appendix A, whose target and patch are both objects. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '\'', textBlock = """
            {"a":"b"}             | {"a":"c"}             | {"a":"c"}
            {"a":"b"}             | {"b":"c"}             | {"a":"b","b":"c"}
            {"a":"b"}             | {"a":null}            | {}
            {"a":"b","b":"c"}     | {"a":null}            | {"b":"c"}
            {"a":["b"]}           | {"a":"c"}             | {"a":"c"}
            {"a":"c"}             | {"a":["b"]}           | {"a":["b"]}
            {"a":{"b":"c"}}       | {"a":{"b":"d","c":null}} | {"a":{"b":"d"}}
            {"a":[{"b":"c"}]}     | {"a":[1]}             | {"a":[1]}
            {"e":"f"}             | {"a":1}               | {"e":"f","a":1}
            {"a":"foo"}           | {"a":{"bb":{"ccc":null}}} | {"a":{"bb":{}}}
            """)
    void patchesAsTheStandardSays(String target, String patch, String result) throws IOException {
        LocatedTree tree = tree("target.yaml", target);
        tree.patch(tree("patch.yaml", patch));
        assertThat(tree.faults).isEmpty();
        assertThat(tree.root.toString()).isEqualTo(result);
    }

    @Test
    void whatWasPatchedPointsIntoThePatch() throws IOException {
        LocatedTree tree = tree("target.yaml", "a:\n  b: 1\n  c: 2\n");
        tree.patch(tree("patch.yaml", "# new\na: {b: 3}\n"));
        assertThat(tree.spot("/a/b")).isEqualTo(new Spot("patch.yaml", 2, 8));
        assertThat(tree.spot("/a/c")).isEqualTo(new Spot("target.yaml", 3, 6));
    }

    @Test
    void filesJoinDeep() throws IOException {
        LocatedTree tree = tree("one.yaml", "n:\n  p:\n    x: 1\n");
        tree.join(tree("two.yaml", "n:\n  q: 2\n  p:\n    y: 3\n"));
        assertThat(tree.root.toString()).isEqualTo("{\"n\":{\"p\":{\"x\":1,\"y\":3},\"q\":2}}");
        assertThat(tree.spot("/n/p/y")).isEqualTo(new Spot("two.yaml", 4, 8));
    }

    @Test
    void aFaultIsShownAtTheNearestThingAroundIt() throws IOException {
        LocatedTree tree = tree("one.yaml", "n:\n  p:\n    x: [7, 8]\n");
        assertThat(tree.spot("/n/p/x/1")).isEqualTo(new Spot("one.yaml", 3, 12));
        assertThat(tree.spot("/n/p/z"))
                .as("a missing key: at the key around it")
                .isEqualTo(new Spot("one.yaml", 2, 3));
        assertThat(tree.spot("/q")).isEqualTo(new Spot("one.yaml", 1, 1));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            16:30      | STRING  | 16:30
            yes        | STRING  | yes
            0x1F       | STRING  | 0x1F
            007        | NUMBER  | 7
            1.50       | NUMBER  | 1.5
            true       | BOOLEAN | true
            '12'       | STRING  | 12
            60 m       | STRING  | 60 m
            """)
    void valuesFollowTheCoreSchemaOfYaml12(String written, String type, String text) throws IOException {
        LocatedTree tree = tree("v.yaml", "a: " + written + "\n");
        assertThat(tree.root.get("a").getNodeType().name()).isEqualTo(type);
        assertThat(tree.root.get("a").asString()).isEqualTo(text);
    }

    @Test
    void columnsCountCharactersAsAnEditorDoes() throws IOException {
        LocatedTree tree = tree("u.yaml", "title: K\u00fcste\nb: {\u00e4: 1, c: 2}\n");
        assertThat(tree.keySpot("/b/c")).isEqualTo(new Spot("u.yaml", 2, 11));
    }
}
