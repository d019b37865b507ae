package org.ulicarro.files;

import java.util.ArrayList;
import java.util.List;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.common.FlowStyle;
import org.snakeyaml.engine.v2.common.ScalarStyle;
import org.snakeyaml.engine.v2.exceptions.Mark;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.schema.CoreSchema;

/**
 * The text of a YAML file in which single values are replaced, added or removed. All else stays as it is: comments, order, blanks.
 */
final class YamlText {

    /** What keeps a change from being made, in the user's words. */
    static final class NotPossible extends Exception {
        private static final long serialVersionUID = 1L;

        NotPossible(String message) {
            super(message);
        }
    }

    private final String text;
    private final Node root; // null when the text holds nothing

    YamlText(String text) {
        this.text = text;
        LoadSettings settings = LoadSettings.builder()
                .setSchema(new CoreSchema())
                .setAllowDuplicateKeys(true)
                .build();
        root = new Compose(settings).composeString(text).orElse(null);
    }

    /** Nodes from the root on that a path leads through, and how many of its steps they take. */
    private record Way(List<Node> nodes, List<NodeTuple> tuples, int steps) {

        Node last() {
            return nodes.get(nodes.size() - 1);
        }
    }

    /** How many steps of a path exist in this file. */
    int known(List<String> path) {
        return root == null ? 0 : follow(path).steps();
    }

    /** A key may hold dots, so at each map the longest run of steps that is a key counts. */
    private Way follow(List<String> path) {
        List<Node> nodes = new ArrayList<>(List.of(root));
        List<NodeTuple> tuples = new ArrayList<>();
        int step = 0;
        while (step < path.size()) {
            Node at = nodes.get(nodes.size() - 1);
            int taken = 0;
            if (at instanceof MappingNode map) {
                for (int length = path.size() - step; length > 0 && taken == 0; length--) {
                    NodeTuple tuple = entry(map, String.join(".", path.subList(step, step + length)));
                    if (tuple != null) {
                        nodes.add(tuple.getValueNode());
                        tuples.add(tuple);
                        taken = length;
                    }
                }
            } else if (at instanceof SequenceNode list && path.get(step).matches("\\d{1,4}")) {
                int index = Integer.parseInt(path.get(step));
                if (index < list.getValue().size()) {
                    nodes.add(list.getValue().get(index));
                    tuples.add(null);
                    taken = 1;
                }
            }
            if (taken == 0) {
                break;
            }
            step += taken;
        }
        return new Way(nodes, tuples, step);
    }

    private static NodeTuple entry(MappingNode map, String key) {
        for (NodeTuple tuple : map.getValue()) {
            if (tuple.getKeyNode() instanceof ScalarNode scalar
                    && scalar.getValue().equals(key)) {
                return tuple;
            }
        }
        return null;
    }

    /**
     * The text with a value at a path.
     *
     * @param value YAML on one line; {@code null} takes the key away
     */
    String with(List<String> path, String value) throws NotPossible {
        if (!value.equals("null")) {
            return written(path, value);
        }
        Way way = root == null ? null : follow(path);
        if (way == null || way.steps() < path.size()) {
            throw new NotPossible("there is nothing at " + String.join(".", path) + " to take away");
        }
        return without(way);
    }

    /** The same where {@code null} is a value to be written, as in an alternative, which takes a key away by it. */
    String written(List<String> path, String value) throws NotPossible {
        if (root == null) {
            return text + nested(path, value) + "\n";
        }
        Way way = follow(path);
        if (way.steps() == path.size()) {
            return replaced(way, value);
        }
        return added(way, path.subList(way.steps(), path.size()), value);
    }

    private String replaced(Way way, String value) {
        Node old = way.last();
        NodeTuple tuple = way.tuples().get(way.tuples().size() - 1);
        if (tuple != null && (isBlock(old) || start(old) == end(old))) {
            return splice(afterColon(tuple), Math.max(afterColon(tuple), contentEnd(old)), " " + value);
        }
        return splice(start(old), contentEnd(old), value);
    }

    private String added(Way way, List<String> missing, String value) throws NotPossible {
        Node into = way.last();
        if (into instanceof MappingNode map) {
            String entry = nested(missing, value);
            boolean empty = map.getValue().isEmpty();
            if (map.getFlowStyle() == FlowStyle.FLOW) {
                return empty
                        ? splice(start(map), end(map), "{" + entry + "}")
                        : splice(contentEnd(last(map)), contentEnd(last(map)), ", " + entry);
            }
            int line = lineEnd(contentEnd(last(map)));
            return splice(
                    line, line, "\n" + " ".repeat(column(map.getValue().get(0).getKeyNode())) + entry);
        }
        if (into instanceof SequenceNode list
                && missing.size() == 1
                && missing.get(0).equals("" + list.getValue().size())) {
            return appended(list, value);
        }
        if (into instanceof ScalarNode scalar
                && scalar.getValue().isEmpty()
                && !way.tuples().isEmpty()) {
            NodeTuple tuple = way.tuples().get(way.tuples().size() - 1);
            return splice(afterColon(tuple), afterColon(tuple), " {" + nested(missing, value) + "}");
        }
        throw new NotPossible("there is no '" + missing.get(0) + "' to go to"
                + (into instanceof SequenceNode list
                        ? "; the list has " + list.getValue().size() + " entries, 0 first"
                        : ""));
    }

    private String appended(SequenceNode list, String value) {
        List<Node> items = list.getValue();
        if (list.getFlowStyle() == FlowStyle.FLOW) {
            return items.isEmpty()
                    ? splice(start(list), end(list), "[" + value + "]")
                    : splice(
                            contentEnd(items.get(items.size() - 1)),
                            contentEnd(items.get(items.size() - 1)),
                            ", " + value);
        }
        int line = lineEnd(contentEnd(items.get(items.size() - 1)));
        return splice(line, line, "\n" + " ".repeat(column(list)) + "- " + value);
    }

    private String without(Way way) throws NotPossible {
        Node parent = way.nodes().get(way.nodes().size() - 2);
        NodeTuple tuple = way.tuples().get(way.tuples().size() - 1);
        if (!(parent instanceof MappingNode map)) {
            throw new NotPossible("an entry of a list cannot be taken away; write the whole list anew");
        }
        int place = map.getValue().indexOf(tuple);
        if (map.getValue().size() == 1) {
            if (way.tuples().size() < 2) {
                throw new NotPossible("the file would be empty");
            }
            NodeTuple above = way.tuples().get(way.tuples().size() - 2);
            return splice(afterColon(above), contentEnd(parent), " {}");
        }
        if (map.getFlowStyle() == FlowStyle.FLOW) {
            boolean isLast = place + 1 == map.getValue().size();
            return isLast
                    ? splice(
                            contentEnd(map.getValue().get(place - 1).getValueNode()),
                            contentEnd(tuple.getValueNode()),
                            "")
                    : splice(
                            start(tuple.getKeyNode()),
                            start(map.getValue().get(place + 1).getKeyNode()),
                            "");
        }
        int from = lineStart(start(tuple.getKeyNode()));
        int to = lineEnd(Math.max(afterColon(tuple), contentEnd(tuple.getValueNode())));
        return splice(from, Math.min(text.length(), to + 1), "");
    }

    private static String nested(List<String> keys, String value) {
        StringBuilder entry = new StringBuilder();
        for (int i = 0; i < keys.size(); i++) {
            entry.append(i == 0 ? "" : "{").append(keys.get(i)).append(": ");
        }
        return entry.append(value).append("}".repeat(keys.size() - 1)).toString();
    }

    private static Node last(MappingNode map) {
        return map.getValue().get(map.getValue().size() - 1).getValueNode();
    }

    private static boolean isBlock(Node node) {
        if (node instanceof MappingNode map) {
            return map.getFlowStyle() != FlowStyle.FLOW;
        }
        if (node instanceof SequenceNode list) {
            return list.getFlowStyle() != FlowStyle.FLOW;
        }
        ScalarStyle style = ((ScalarNode) node).getScalarStyle();
        return style == ScalarStyle.LITERAL || style == ScalarStyle.FOLDED;
    }

    /** Where the written value ends, without comments and blank lines after it. */
    private int contentEnd(Node node) {
        if (isBlock(node) && node instanceof MappingNode map && !map.getValue().isEmpty()) {
            NodeTuple tuple = map.getValue().get(map.getValue().size() - 1);
            return Math.max(afterColon(tuple), contentEnd(tuple.getValueNode()));
        }
        if (isBlock(node)
                && node instanceof SequenceNode list
                && !list.getValue().isEmpty()) {
            return contentEnd(list.getValue().get(list.getValue().size() - 1));
        }
        int end = end(node);
        while (end > start(node) && Character.isWhitespace(text.charAt(end - 1))) {
            end--;
        }
        return end;
    }

    private int afterColon(NodeTuple tuple) {
        return text.indexOf(':', end(tuple.getKeyNode())) + 1;
    }

    private int start(Node node) {
        return offset(node.getStartMark().orElseThrow());
    }

    private int end(Node node) {
        return offset(node.getEndMark().orElseThrow());
    }

    /** Marks count code points. */
    private int offset(Mark mark) {
        return text.offsetByCodePoints(0, mark.getIndex());
    }

    private static int column(Node node) {
        return node.getStartMark().orElseThrow().getColumn();
    }

    private int lineEnd(int offset) {
        int end = text.indexOf('\n', offset);
        return end < 0 ? text.length() : end;
    }

    private int lineStart(int offset) {
        return text.lastIndexOf('\n', offset - 1) + 1;
    }

    private String splice(int from, int to, String insert) {
        return text.substring(0, from) + insert + text.substring(to);
    }
}
