package org.ulicarro.files.cut;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TravelTimeRow;
import org.ulicarro.core.study.Study;
import org.ulicarro.files.InputFile;
import org.ulicarro.files.JsonFile;
import org.ulicarro.files.KeptRows;
import org.ulicarro.files.OutputFile;
import org.ulicarro.files.SealedJson;
import org.ulicarro.files.StudyText;
import tools.jackson.databind.node.ObjectNode;

/** What a piece keeps in {@code cut/} of what it was made of: a record with a seal, the study as it was cut, and what was measured in the whole. */
public final class CutStore {

    private static final String HOME = "cut";
    private static final String RECORD = "cut.json";
    private static final String AS_CUT = "as-cut.yaml";
    private static final String OTHERWISE = "cut the piece out again";

    /** The digest of the study as it was cut, in the record. */
    private record Digest(String asCut) {}

    private CutStore() {}

    static void keep(Path folder, CutRecord record, Study asCut, Map<String, CutFolder.Driven> byPeriod)
            throws IOException {
        Path home = folder.resolve(HOME);
        Files.createDirectories(home);
        String text = StudyText.of(StudyText.tree(asCut));
        OutputFile.text(home.resolve(AS_CUT), text);
        for (Map.Entry<String, CutFolder.Driven> one : byPeriod.entrySet()) {
            try (KeptRows rows = KeptRows.create(figures(folder, one.getKey()))) {
                rows.add(LinkRow.class, one.getValue().links());
                rows.add(MovementRow.class, one.getValue().movements());
                rows.add(TravelTimeRow.class, one.getValue().times());
            }
        }
        ObjectNode tree = JsonFile.tree(record);
        tree.setAll(JsonFile.tree(new Digest(SealedJson.digest(text))));
        SealedJson.write(home.resolve(RECORD), tree);
    }

    /**
     * What a piece was made of.
     *
     * @throws IOException when it is no piece, or this is not what was written
     */
    public static CutRecord record(Path piece) throws IOException {
        return JsonFile.read(text(piece), file(piece), CutRecord.class);
    }

    private static Path file(Path piece) {
        return piece.resolve(HOME).resolve(RECORD);
    }

    private static String text(Path piece) throws IOException {
        if (!Files.exists(file(piece))) {
            throw new IOException(piece + " is no piece of another study: it has no cut/cut.json");
        }
        return SealedJson.text(file(piece), OTHERWISE);
    }

    /** The study of a piece as it was when it was cut, as text. */
    static String asCut(Path piece) throws IOException {
        Path file = piece.resolve(HOME).resolve(AS_CUT);
        String text = InputFile.text(file, InputFile.SMALL * 16);
        if (!SealedJson.digest(text)
                .equals(JsonFile.read(text(piece), file(piece), Digest.class).asCut())) {
            throw new IOException(file + " is damaged or was edited: it is not what the record knows; " + OTHERWISE);
        }
        return text;
    }

    private static Path figures(Path piece, String period) {
        return piece.resolve(HOME).resolve("whole-" + period + ".sqlite");
    }

    /** What was measured in the whole, of what is in the piece. */
    public static <R extends Record> List<Observed<R>> ofWhole(Path piece, String period, Class<R> kind)
            throws IOException {
        return KeptRows.read(figures(piece, period), kind);
    }
}
