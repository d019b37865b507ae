package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import org.ulicarro.files.InputFile;
import org.ulicarro.files.Message;
import org.ulicarro.files.PlainText;

/** Shows the line of a script that a message is about, with a caret under the place. */
final class ScriptLine {

    private ScriptLine() {}

    static void print(Path study, Message message, PrintWriter out) {
        String file = message.spot().file();
        if (!file.endsWith(".stages")) {
            return;
        }
        try {
            List<String> lines =
                    InputFile.text(study.resolve(file), InputFile.SMALL).lines().toList();
            int line = message.spot().line();
            if (line <= lines.size()) {
                String text = PlainText.of(lines.get(line - 1).replace('\t', ' '));
                int column = Math.min(message.spot().column(), text.length() + 1);
                out.println("    " + text);
                out.println("    " + " ".repeat(column - 1) + "^");
            }
        } catch (IOException e) {
            // the message says what is wrong; the line is only a help
        }
    }
}
