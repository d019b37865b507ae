package org.ulicarro.cli;

import java.util.ArrayList;
import java.util.List;

/** Text over several lines. */
final class Wrapped {

    private Wrapped() {}

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
