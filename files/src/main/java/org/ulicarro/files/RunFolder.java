package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.RunSummary;
import org.ulicarro.core.run.MeasuredResults;
import org.ulicarro.core.run.ReplicationResult;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.ObservedKind;
import org.ulicarro.core.study.Written;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.PropertyNamingStrategies;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** One run: {@code run.json}, {@code results.sqlite} and {@code log.txt}. */
public final class RunFolder {

    private static final String RECORD = "run.json";
    static final String RESULTS = "results.sqlite";
    private static final String SUMMARY = "summary.bin";
    private static final String LOG = "log.txt";

    private RunFolder() {}

    /** Writes what lies beside the tables of a run; its rows stay in memory. */
    static Run write(
            Path folder, RunRecord record, LoadedStudy study, List<ReplicationResult> results, List<String> log)
            throws IOException {
        Files.writeString(folder.resolve(RECORD), json(record, study));
        Files.write(folder.resolve(LOG), log);
        MeasuredResults measured = new MeasuredResults(results);
        SummaryFile.write(
                folder.resolve(SUMMARY),
                folder.resolve(RESULTS),
                measured.summary().wholePeriod());
        return new Run(folder, record, measured);
    }

    private static String json(RunRecord record, LoadedStudy study) {
        JsonMapper json = JsonMapper.builder()
                .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
                .build();
        ObjectNode root = json.valueToTree(record);
        root.set("input_parts", json.valueToTree(study.inputs().parts()));
        root.set("study", study.tree());
        ArrayNode counts = root.putArray("counts");
        for (Count count : study.inputs().counts()) {
            counts.addObject()
                    .put("place", count.place())
                    .put("movement", count.movement())
                    .put("from_s", count.from())
                    .put("to_s", count.to())
                    .put("vehicles", count.wanted());
        }
        ArrayNode tables = root.putArray("trips");
        for (String table : study.study().demand().trips().keySet()) {
            var rows = study.inputs().trips().stream()
                    .filter(row -> row.table().equals(table))
                    .toList();
            tables.addObject()
                    .put("table", table)
                    .put("rows", rows.size())
                    .put(
                            "vehicles",
                            rows.stream().mapToDouble(row -> row.vehicles()).sum())
                    .put("sha256", TableDigest.of(rows));
        }
        return root.toPrettyString() + "\n";
    }

    /** The counts that a run was made from: place, movement as it was written, interval, and how many wanted to pass. */
    public static List<Count> counts(Path folder) throws IOException {
        try {
            List<Count> counts = new ArrayList<>();
            for (JsonNode one : new JsonMapper()
                    .readTree(InputFile.text(folder.resolve(RECORD), InputFile.SMALL))
                    .path("counts")) {
                counts.add(new Count(
                        one.path("place").asString(),
                        one.path("movement").asString(),
                        one.path("from_s").doubleValue(),
                        one.path("to_s").doubleValue(),
                        one.path("vehicles").doubleValue(),
                        ""));
            }
            return counts;
        } catch (JacksonException e) {
            throw new IOException(folder.resolve(RECORD) + " is damaged", e);
        }
    }

    /**
     * What was measured in the field, by the tables that the study names, as they are now.
     *
     * @throws IOException when a table is gone or wrong
     */
    public static List<ObservedTable.Value> observed(Path folder) throws IOException {
        List<ObservedTable.Value> values = new ArrayList<>();
        List<Message> faults = new ArrayList<>();
        Path study = folder.toAbsolutePath().normalize().getParent().getParent();
        try {
            JsonNode tables = new JsonMapper()
                    .readTree(InputFile.text(folder.resolve(RECORD), InputFile.SMALL))
                    .path("study")
                    .path("observed");
            for (ObservedKind kind : ObservedKind.values()) {
                String name = tables.path(Written.of(kind)).asString("");
                if (!name.isEmpty()) {
                    values.addAll(ObservedTable.read(study.resolve(name), name, kind, faults));
                }
            }
        } catch (JacksonException e) {
            throw new IOException(folder.resolve(RECORD) + " is damaged", e);
        }
        if (!faults.isEmpty()) {
            throw new IOException(faults.get(0).toString());
        }
        return values;
    }

    /**
     * Writes every table of a run as CSV, SI units in the headings.
     *
     * @param into a folder, made where there is none; files of the same name are not overwritten
     * @return the files
     */
    public static List<Path> exportCsv(Path folder, Path into) throws IOException {
        return export(folder, into, ".csv", CsvTable::write);
    }

    /** The same as Apache Parquet. */
    public static List<Path> exportParquet(Path folder, Path into) throws IOException {
        return export(folder, into, ".parquet", ParquetTable::write);
    }

    private static List<Path> export(Path folder, Path into, String ending, TableExport.Form form) throws IOException {
        try {
            return TableExport.write(folder.resolve(RESULTS), into, ending, form);
        } catch (SQLException e) {
            throw new IOException(folder.resolve(RESULTS) + " cannot be read: " + e.getMessage(), e);
        }
    }

    /**
     * What a study has otherwise than the run that was made of it, such as {@code counts} or {@code signals}; empty when nothing that the
     * run depends on.
     */
    public static List<String> changes(Path folder, LoadedStudy study) throws IOException {
        try {
            JsonNode then = new JsonMapper()
                    .readTree(InputFile.text(folder.resolve(RECORD), InputFile.SMALL))
                    .path("input_parts");
            return study.inputs().parts().entrySet().stream()
                    .filter(part ->
                            !part.getValue().equals(then.path(part.getKey()).asString("")))
                    .map(Map.Entry::getKey)
                    .toList();
        } catch (JacksonException e) {
            throw new IOException(folder.resolve(RECORD) + " is damaged", e);
        }
    }

    /** Reads the facts of a run. */
    public static RunRecord record(Path folder) throws IOException {
        try {
            return RunRecord.read(InputFile.text(folder.resolve(RECORD), InputFile.SMALL));
        } catch (JacksonException | IllegalArgumentException e) {
            String reason = String.valueOf(e.getMessage()).lines().findFirst().orElse("");
            throw new IOException(folder.resolve(RECORD) + " is damaged: " + reason, e);
        }
    }

    /**
     * Reads all rows of a table.
     *
     * @param kind the record of its rows
     * @return none from a run that is older than the table
     */
    static <R extends Record> List<Observed<R>> rows(Path folder, Class<R> kind) throws IOException {
        Path results = folder.resolve(RESULTS);
        if (!Files.exists(results)) {
            throw new IOException(results + " does not exist");
        }
        try {
            return new RowTable<>(kind).read(results);
        } catch (SQLException e) {
            throw new IOException(results + " cannot be read: " + e.getMessage(), e);
        }
    }

    /** Means over replications as they were kept; null where they were not, or belong to other tables. */
    static List<RunSummary.Row> keptSummary(Path folder) throws IOException {
        return SummaryFile.read(folder.resolve(SUMMARY), folder.resolve(RESULTS));
    }
}
