package org.ulicarro.files;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.ulicarro.core.base.Fault;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.dataformat.csv.CsvMapper;
import tools.jackson.dataformat.csv.CsvReadFeature;

/** Reads the cells of a CSV file, each with its place. */
public final class CsvFile {

    private static final long LARGEST = 256L * 1024 * 1024;

    /** A cell and where it stands. */
    public record Cell(String text, Spot spot) {}

    private final String name;
    private final List<Message> faults;

    private CsvFile(String name, List<Message> faults) {
        this.name = name;
        this.faults = faults;
    }

    /**
     * Reads a file.
     *
     * @param name how messages call it
     * @param faults receives why it cannot be read
     * @return its rows; empty when it cannot be read
     */
    public static List<List<Cell>> read(Path path, String name, List<Message> faults) {
        List<List<Cell>> rows = new ArrayList<>();
        each(path, name, faults, rows::add);
        return rows;
    }

    /** The same row by row, none of which is kept here. */
    public static void each(Path path, String name, List<Message> faults, Consumer<List<Cell>> sink) {
        CsvFile file = new CsvFile(name, faults);
        int before = faults.size();
        int[] rows = {0};
        try {
            if (Files.exists(path) && Files.size(path) > LARGEST) {
                file.fail(new Spot(name, 1, 1), "this table is larger than 256 MB");
            } else {
                file.rows(text(path), row -> {
                    rows[0]++;
                    sink.accept(row);
                });
                if (rows[0] == 0 && faults.size() == before) {
                    file.fail(new Spot(name, 1, 1), "this table is empty");
                }
            }
        } catch (NoSuchFileException e) {
            file.fail(new Spot(name, 1, 1), "this file does not exist");
        } catch (AccessDeniedException e) {
            file.fail(new Spot(name, 1, 1), "this file must not be read: permission denied");
        } catch (FileSystemException e) {
            file.fail(
                    new Spot(name, 1, 1), "this file cannot be read: " + (e.getReason() == null ? "" : e.getReason()));
        } catch (IOException e) {
            file.fail(new Spot(name, 1, 1), "this file cannot be read: " + e.getMessage());
        }
    }

    private static String text(Path path) throws IOException {
        String text = new String(InputFile.bytes(path, LARGEST), StandardCharsets.UTF_8);
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }

    private void rows(String text, Consumer<List<Cell>> sink) {
        if (text.indexOf('\0') >= 0 || text.indexOf('\uFFFD') >= 0) {
            fail(new Spot(name, 1, 1), "this is no text in UTF-8; is it a CSV file?");
            return;
        }
        if (text.isBlank()) {
            return;
        }
        CsvMapper mapper = CsvMapper.builder()
                .enable(CsvReadFeature.WRAP_AS_ARRAY)
                .enable(CsvReadFeature.TRIM_SPACES)
                .enable(CsvReadFeature.SKIP_EMPTY_LINES)
                .build();
        try (JsonParser parser = mapper.createParser(text)) {
            List<Cell> row = null;
            for (JsonToken token = parser.nextToken(); token != null; token = parser.nextToken()) {
                TokenStreamLocation at = parser.currentTokenLocation();
                if (token == JsonToken.START_ARRAY) {
                    row = new ArrayList<>();
                } else if (token == JsonToken.END_ARRAY && row != null) {
                    sink.accept(row);
                    row = null;
                } else if (row != null) {
                    Spot spot = new Spot(name, at.getLineNr(), at.getColumnNr());
                    int odd = PlainText.odd(parser.getString());
                    if (odd >= 0) {
                        fail(spot, "the character " + PlainText.name(odd) + " cannot stand in a table");
                    }
                    row.add(new Cell(parser.getString(), spot));
                }
            }
        } catch (JacksonException e) {
            TokenStreamLocation at = e.getLocation();
            int line = at == null ? 1 : Math.max(1, at.getLineNr());
            fail(
                    new Spot(name, line, 1),
                    "this line is no CSV: "
                            + e.getOriginalMessage().lines().findFirst().orElse(""));
        }
    }

    private void fail(Spot spot, String text) {
        faults.add(new Message(Fault.Severity.ERROR, spot, text));
    }
}
