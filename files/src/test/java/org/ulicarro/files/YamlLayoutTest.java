package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.schema.CoreSchema;

/** Whatever is laid out is what a standard reader reads. */
class YamlLayoutTest {

    private static final String[] WORDS = {
        "",
        " ",
        "a",
        "quay-1",
        "true",
        "No",
        "null",
        "~",
        "1e5",
        "0x1F",
        "007",
        "-",
        "- a",
        "a: b",
        "a #b",
        "#",
        "[x]",
        "{",
        "}",
        "a, b",
        "'",
        "\"",
        "\\",
        "\n",
        "a\tb",
        "50 km/h",
        "1.2 m/s ± 0.2 m/s",
        "0-38",
        "16:30",
        "EBL",
        "quay-1>mill",
        "@home",
        "%",
        "*x",
        "&y",
        "!z",
        "|",
        ">",
        "?",
        ": ",
        "é",
        "日本",
        "\u0007",
        "\u2028",
        "\uFEFF",
        "Rúa 1, \"old\"",
        "x ",
        " x",
        ".5",
        "+1"
    };

    private final Map<String, String> comments = new LinkedHashMap<>();

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
    void readsBack(int seed) {
        Random random = new Random(seed);
        for (int round = 0; round < 200; round++) {
            comments.clear();
            Map<String, Object> tree = map(random, 0, "");
            String text = YamlLayout.of(tree, comments, random.nextInt(4));
            LoadSettings settings =
                    LoadSettings.builder().setSchema(new CoreSchema()).build();
            assertThat(tree.isEmpty() ? tree : plain(new Load(settings).loadFromString(text)))
                    .as(text)
                    .isEqualTo(tree);
        }
    }

    /** Numbers as ids read as numbers, which the study's reader takes back as text where text is meant. */
    private static Object plain(Object read) {
        if (read instanceof Map<?, ?> map) {
            Map<String, Object> all = new LinkedHashMap<>();
            map.forEach((key, value) -> all.put(String.valueOf(key), plain(value)));
            return all;
        }
        return read instanceof List<?> list
                ? list.stream().map(YamlLayoutTest::plain).toList()
                : read;
    }

    private Map<String, Object> map(Random random, int depth, String pointer) {
        Map<String, Object> map = new LinkedHashMap<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            String key = WORDS[random.nextInt(WORDS.length)] + (random.nextBoolean() ? "" : i);
            map.put(key, value(random, depth + 1, pointer));
            if (random.nextInt(5) == 0) {
                comments.put(org.ulicarro.core.base.Fault.child(pointer, key), "guess: # \n" + key);
            }
        }
        return map;
    }

    private Object value(Random random, int depth, String pointer) {
        return switch (depth > 4 ? 2 + random.nextInt(4) : random.nextInt(6)) {
            case 0 -> map(random, depth, pointer);
            case 1 -> {
                List<Object> list = new ArrayList<>();
                for (int i = random.nextInt(30); i > 0; i--) {
                    list.add(value(random, depth + 2, pointer));
                }
                yield list;
            }
            case 2 -> random.nextInt(1000) - 500;
            case 3 -> random.nextBoolean();
            case 4 -> random.nextInt(10_000) / 8.0;
            default -> WORDS[random.nextInt(WORDS.length)];
        };
    }
}
