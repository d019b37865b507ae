package org.ulicarro.files;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.nodes.Tag;
import org.snakeyaml.engine.v2.schema.CoreSchema;
import org.ulicarro.core.base.Fault;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Reads one YAML 1.2 file into a tree of JSON values that knows where each of them stands. */
final class YamlFile {

    /** Nothing in a study is as large; whole numbers beyond it cannot be read. */
    private static final double LARGEST_NUMBER = 0x1p63;

    /** A study file above this size is no hand-written one (characters); tables go to CSV. */
    private static final int LARGEST = 16 * 1024 * 1024;

    /** More values than this only come from aliases that multiply themselves. */
    private static final int MOST_VALUES = 2_000_000;

    /** The reader's time grows with the square of this (characters); a second at this length. */
    private static final int LONGEST_WORD = 1_000_000;

    /** No study has anything inside of so many other things. */
    private static final int DEEPEST = 100;

    private static final JsonNodeFactory NODES = JsonMapper.shared().getNodeFactory();

    private final String name;
    private final LocatedTree tree;
    private int values;

    private YamlFile(String name, LocatedTree tree) {
        this.name = name;
        this.tree = tree;
    }

    /**
     * Reads a file.
     *
     * @param name how messages call it
     * @return the tree; when the file cannot be used, its faults say so and its root is null
     */
    static LocatedTree read(Path path, String name) {
        LocatedTree tree = new LocatedTree(name);
        new YamlFile(name, tree).read(path);
        return tree;
    }

    /** The same of a text that is in no file yet. */
    static LocatedTree parse(String text, String name) {
        LocatedTree tree = new LocatedTree(name);
        new YamlFile(name, tree).compose(text);
        return tree;
    }

    private void read(Path path) {
        try {
            if (Files.exists(path) && Files.size(path) > LARGEST) {
                fail(1, 1, "this file is larger than 16 MB; large tables belong into CSV files");
                return;
            }
            String text = InputFile.text(path, LARGEST);
            compose(text.startsWith("\uFEFF") ? text.substring(1) : text);
        } catch (NoSuchFileException e) {
            fail(1, 1, "this file does not exist");
        } catch (AccessDeniedException e) {
            fail(1, 1, "this file must not be read: permission denied");
        } catch (CharacterCodingException e) {
            fail(1, 1, "this is no text in UTF-8; is it a study file?");
        } catch (FileSystemException e) {
            fail(1, 1, "this file cannot be read: " + (e.getReason() == null ? "" : e.getReason()));
        } catch (IOException e) {
            fail(1, 1, "this file cannot be read: " + e.getMessage());
        }
    }

    /** Where a word begins that is longer than any, which would take the reader minutes; null where none is. */
    private Spot endless(String text) {
        int line = 1;
        int lineAt = 0;
        int from = 0;
        for (int i = 0; i <= text.length(); i++) {
            char c = i == text.length() ? '\n' : text.charAt(i);
            if (c == '\n' || c == ' ' || c == '\t' || c == '\r') {
                if (i - from > LONGEST_WORD) {
                    return new Spot(name, line, from - lineAt + 1);
                }
                from = i + 1;
            }
            if (c == '\n') {
                line++;
                lineAt = i + 1;
            }
        }
        return null;
    }

    private void compose(String text) {
        Spot endless = endless(text);
        if (endless != null) {
            fail(endless.line(), endless.column(), "more than " + LONGEST_WORD + " characters without a space");
            return;
        }
        LoadSettings settings = LoadSettings.builder()
                .setSchema(new CoreSchema())
                .setAllowDuplicateKeys(true)
                .setCodePointLimit(LARGEST)
                .setLabel(name)
                .build();
        try {
            Node root = new Compose(settings).composeString(text).orElse(null);
            if (root == null) {
                fail(1, 1, "this file is empty");
            } else if (!(root instanceof MappingNode)) {
                fail(root, "a study file is a list of 'key: value' lines; this one is not");
            } else {
                tree.root = (ObjectNode) value(root, "", 0);
            }
        } catch (MarkedYamlEngineException e) {
            Mark mark = e.getProblemMark().or(e::getContextMark).orElse(null);
            int line = mark == null ? 1 : mark.getLine() + 1;
            int column = mark == null ? 1 : mark.getColumn() + 1;
            fail(line, column, "this is not valid YAML: " + plain(e.getProblem()));
        } catch (YamlEngineException e) {
            fail(1, 1, "this is not valid YAML: " + plain(String.valueOf(e.getMessage())));
        } catch (StackOverflowError e) {
            fail(1, 1, TOO_DEEP);
        }
    }

    private static final String TOO_DEEP = "lists and maps stand inside each other more than " + DEEPEST + " deep";

    private static String plain(String problem) {
        return problem.lines().findFirst().orElse("it cannot be read");
    }

    private JsonNode value(Node node, String pointer, int depth) {
        if (++values > MOST_VALUES) {
            throw new YamlEngineException("more than " + MOST_VALUES + " values");
        }
        if (node.isRecursive()) {
            throw new YamlEngineException("a value contains itself");
        }
        if (depth > DEEPEST) {
            fail(node, TOO_DEEP);
            return NODES.nullNode();
        }
        Spot spot = spot(node);
        if (node instanceof MappingNode map) {
            tree.values.put(pointer, spot);
            return map(map, pointer, depth);
        }
        tree.values.put(pointer, spot);
        if (node instanceof SequenceNode list) {
            ArrayNode array = NODES.arrayNode();
            for (Node item : list.getValue()) {
                array.add(value(item, pointer + "/" + array.size(), depth + 1));
            }
            return array;
        }
        return scalar((ScalarNode) node, pointer);
    }

    private ObjectNode map(MappingNode map, String pointer, int depth) {
        ObjectNode object = NODES.objectNode();
        Map<String, Integer> seen = new HashMap<>();
        for (NodeTuple tuple : map.getValue()) {
            Node keyNode = tuple.getKeyNode();
            if (!(keyNode instanceof ScalarNode scalar)) {
                fail(keyNode, "a key must be a word");
                continue;
            }
            String key = scalar.getValue();
            if (!isPlain(scalar)) {
                continue;
            }
            String child = Fault.child(pointer, key);
            Spot at = spot(keyNode);
            Integer before = seen.putIfAbsent(key, at.line());
            if (before != null) {
                fail(keyNode, "'" + key + "' stands here a second time; the first is in line " + before);
                continue;
            }
            tree.keys.put(child, at);
            object.set(key, value(tuple.getValueNode(), child, depth + 1));
        }
        return object;
    }

    private JsonNode scalar(ScalarNode node, String pointer) {
        String text = node.getValue();
        Tag tag = node.getTag();
        if (tag.equals(Tag.NULL)) {
            if (text.isEmpty()) {
                tree.empty.add(pointer);
            }
            return NODES.nullNode();
        }
        if (tag.equals(Tag.STR)) {
            isPlain(node);
            return NODES.stringNode(text);
        }
        tree.raw.put(pointer, text);
        if (tag.equals(Tag.BOOL)) {
            return NODES.booleanNode(Boolean.parseBoolean(text));
        }
        return number(text);
    }

    private boolean isPlain(ScalarNode node) {
        int odd = PlainText.odd(node.getValue());
        if (odd >= 0) {
            fail(node, "the character " + PlainText.name(odd) + " cannot stand in a text: it commands terminals");
        }
        return odd < 0;
    }

    private static JsonNode number(String text) {
        try {
            return NODES.numberNode(Long.parseLong(text.startsWith("+") ? text.substring(1) : text));
        } catch (NumberFormatException notWhole) {
            try {
                double value = Double.parseDouble(text);
                return Math.abs(value) < LARGEST_NUMBER
                        ? NODES.numberNode(value)
                        : NODES.stringNode(text); // also not a number
            } catch (NumberFormatException hexOrSo) {
                return NODES.stringNode(text);
            }
        }
    }

    private Spot spot(Node node) {
        Mark mark = node.getStartMark().orElse(null);
        return mark == null ? new Spot(name, 1, 1) : new Spot(name, mark.getLine() + 1, mark.getColumn() + 1);
    }

    private void fail(Node node, String text) {
        tree.faults.add(new Message(Fault.Severity.ERROR, spot(node), text));
    }

    private void fail(int line, int column, String text) {
        tree.faults.add(new Message(Fault.Severity.ERROR, new Spot(name, line, column), text));
    }
}
