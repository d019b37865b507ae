package org.ulicarro.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.ulicarro.files.CsvTable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Option;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.json.JsonFactory;

/** Whether rows are printed as a table for people, as JSON or as CSV. */
final class OutputForm {

    private static final int DIGITS = 12;

    private static final class Choice {
        @Option(names = "--json", description = "print the same rows as JSON, SI units in the keys")
        private boolean json;

        @Option(names = "--csv", description = "print the same rows as CSV, SI units in the heading")
        private boolean csv;
    }

    @ArgGroup(exclusive = true)
    private Choice choice = new Choice();

    boolean isForMachines() {
        return choice.json || choice.csv;
    }

    void print(Rows rows, PrintWriter out) throws IOException {
        if (choice.csv) {
            printCsv(rows, out);
        } else {
            printJson(rows, out);
        }
    }

    /**
     * Prints rows of a run with what has to be known before them: in JSON beside the rows, as CSV on stderr.
     *
     * @param warnings each on one line
     */
    void print(Rows rows, List<String> warnings, PrintWriter out, PrintWriter err) throws IOException {
        warnings.forEach(err::println);
        if (choice.csv) {
            printCsv(rows, out);
            return;
        }
        StringWriter text = new StringWriter();
        try (JsonGenerator json = new JsonFactory().createGenerator(ObjectWriteContext.empty(), text)) {
            json.writeStartObject();
            json.writeName("warnings");
            json.writeStartArray();
            warnings.forEach(json::writeString);
            json.writeEndArray();
            json.writeName("rows");
            write(json, rows);
            json.writeEndObject();
        }
        out.println(text);
    }

    private static void printJson(Rows rows, PrintWriter out) throws IOException {
        StringWriter text = new StringWriter();
        try (JsonGenerator json = new JsonFactory().createGenerator(ObjectWriteContext.empty(), text)) {
            write(json, rows);
        }
        out.println(text);
    }

    private static void write(JsonGenerator json, Rows rows) {
        json.writeStartArray();
        for (Rows.Row row : rows.all()) {
            json.writeRaw("\n");
            json.writeStartObject();
            for (Map.Entry<String, Object> value : row.values().entrySet()) {
                json.writeName(value.getKey());
                write(json, value.getValue());
            }
            json.writeEndObject();
        }
        json.writeRaw("\n");
        json.writeEndArray();
    }

    private static void write(JsonGenerator json, Object value) {
        if (value == null || value instanceof Double d && !Double.isFinite(d)) {
            json.writeNull();
        } else if (value instanceof Double d) {
            json.writeNumber(rounded(d));
        } else if (value instanceof Integer i) {
            json.writeNumber(i);
        } else if (value instanceof Boolean b) {
            json.writeBoolean(b);
        } else if (value instanceof Long n) {
            json.writeNumber(n);
        } else {
            json.writeString(value.toString());
        }
    }

    private static void printCsv(Rows rows, PrintWriter out) {
        if (!rows.headings().isEmpty()) {
            out.println(String.join(",", rows.headings()));
        }
        for (Rows.Row row : rows.all()) {
            out.println(row.values().values().stream().map(OutputForm::cell).collect(Collectors.joining(",")));
        }
    }

    private static String cell(Object value) {
        if (value == null || value instanceof Double d && !Double.isFinite(d)) {
            return "";
        }
        String text = value instanceof Double d ? rounded(d).toPlainString() : value.toString();
        return CsvTable.cell(text);
    }

    /** In full, but for the last digits, in which nothing is known: the same figure is the same text everywhere. */
    private static BigDecimal rounded(double value) {
        BigDecimal rounded =
                new BigDecimal(value).round(new MathContext(DIGITS)).stripTrailingZeros();
        return rounded.scale() < 0 ? rounded.setScale(0) : rounded;
    }
}
