package org.ulicarro.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;

/** Text over several lines. */
final class Wrapped {

    private Wrapped() {}

    /** A sentence over as many lines as it needs, those after the first further to the right. */
    static void print(String text, String indent, PrintWriter out) {
        List<String> lines = lines(List.of(text.split(" ")), 98 - indent.length());
        for (int i = 0; i < lines.size(); i++) {
            out.println(indent + (i == 0 ? "" : "  ") + lines.get(i));
        }
    }

    /** Lines of parts that stay whole. */
    static List<String> lines(List<String> parts, int width) {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : parts) {
            if (line.length() > 0 && line.length() + 1 + word.length() > width) {
                lines.add(line.toString());
                line.setLength(0);
            }
            line.append(line.length() == 0 ? "" : " ").append(word);
        }
        lines.add(line.toString());
        return lines;
    }
}
