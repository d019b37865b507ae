package org.ulicarro.files;

import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.study.script.Script;
import org.ulicarro.files.script.ScriptReader;

/** Reads the file of a stage script. */
final class ScriptFile {

    private static final long LARGEST = 1024 * 1024;

    private ScriptFile() {}

    /** What it says, or null with the reasons among the faults. */
    static Script read(Path path, String name, List<Message> faults) {
        try {
            if (Files.exists(path) && Files.size(path) > LARGEST) {
                fail(new Spot(name, 1, 1), "this script is larger than 1 MB", faults);
                return null;
            }
            List<ScriptReader.Wrong> wrong = new ArrayList<>();
            Script script = ScriptReader.read(InputFile.text(path, LARGEST), wrong);
            wrong.forEach(w -> fail(new Spot(name, w.at().line(), w.at().column()), w.message(), faults));
            return script;
        } catch (CharacterCodingException e) {
            fail(new Spot(name, 1, 1), "this is no text in UTF-8", faults);
        } catch (IOException e) {
            fail(new Spot(name, 1, 1), "this file cannot be read: " + e.getMessage(), faults);
        }
        return null;
    }

    private static void fail(Spot spot, String text, List<Message> faults) {
        faults.add(new Message(Fault.Severity.ERROR, spot, text));
    }
}
