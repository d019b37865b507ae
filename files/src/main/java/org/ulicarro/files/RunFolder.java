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

/** One run: its record {@code run.json}, its tables {@code results.sqlite} and {@code log.txt}. */
public final class RunFolder {

    static final String RESULTS = "results.sqlite";
    private static final String LOG = "log.txt";

    private RunFolder() {}

    /** Writes what lies beside the tables of a run; its rows stay in memory. */
    static Run write(
            Path folder, RunRecord record, LoadedStudy study, List<ReplicationResult> results, List<String> log)
            throws IOException {
        OutputFile.text(folder.resolve(LOG), log.isEmpty() ? "" : String.join("\n", log) + "\n");
        MeasuredResults measured = new MeasuredResults(results);
        Map<String, String> digests = ResultDatabase.digests(results);
        try {
            digests.put(
                    KeptSummary.TABLE,
                    KeptSummary.write(
                            folder.resolve(RESULTS), measured.summary().wholePeriod()));
        } catch (SQLException e) {
            throw new IOException(folder.resolve(RESULTS) + " cannot be written: " + e.getMessage(), e);
        }
        RecordFile.write(folder, json(record, digests, RecordFile.ofFiles(folder), study));
        return new Run(folder, record, measured);
    }

    private static ObjectNode json(
            RunRecord record, Map<String, String> digests, Map<String, String> files, LoadedStudy study) {
        JsonMapper json = JsonMapper.builder()
                .propertyNamingStrategy(PropertyNamingStrategies.SNAKE_CASE)
                .build();
        ObjectNode root = json.valueToTree(record);
        root.set(RecordFile.TABLES, json.valueToTree(digests));
        root.set(RecordFile.FILES, json.valueToTree(files));
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
        return root;
    }

    /** The counts that a run was made from: place, movement as it was written, interval, and how many wanted to pass. */
    public static List<Count> counts(Path folder) throws IOException {
        try {
            List<Count> counts = new ArrayList<>();
            for (JsonNode one : RecordFile.tree(folder).path("counts")) {
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
            throw RecordFile.damaged(folder, e);
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
            JsonNode tables = RecordFile.tree(folder).path("study").path("observed");
            for (ObservedKind kind : ObservedKind.values()) {
                String name = tables.path(Written.of(kind)).asString("");
                if (!name.isEmpty()) {
                    Path table = StudyFolder.inside(study, name);
                    if (table == null) {
                        throw new IOException(
                                folder.resolve(RecordFile.NAME) + " names a table outside of its study: " + name);
                    }
                    values.addAll(ObservedTable.read(table, name, kind, faults));
                }
            }
        } catch (JacksonException e) {
            throw RecordFile.damaged(folder, e);
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
        return TableExport.write(
                folder.resolve(RESULTS), RecordFile.digests(folder, RecordFile.TABLES), into, ending, form);
    }

    /**
     * What a study has otherwise than the run that was made of it, such as {@code counts} or {@code signals}; empty when nothing that the
     * run depends on.
     */
    public static List<String> changes(Path folder, LoadedStudy study) throws IOException {
        try {
            JsonNode then = RecordFile.tree(folder).path("input_parts");
            return study.inputs().parts().entrySet().stream()
                    .filter(part ->
                            !part.getValue().equals(then.path(part.getKey()).asString("")))
                    .map(Map.Entry::getKey)
                    .toList();
        } catch (JacksonException e) {
            throw RecordFile.damaged(folder, e);
        }
    }

    /** Reads the facts of a run. */
    public static RunRecord record(Path folder) throws IOException {
        try {
            return RunRecord.read(RecordFile.text(folder));
        } catch (JacksonException | IllegalArgumentException e) {
            throw RecordFile.damaged(folder, e);
        }
    }

    /**
     * Reads all rows of a table.
     *
     * @param digests of its tables
     * @param kind the record of its rows
     */
    static <R extends Record> List<Observed<R>> rows(Path folder, Map<String, String> digests, Class<R> kind)
            throws IOException {
        Path results = folder.resolve(RESULTS);
        if (!Files.exists(results)) {
            throw new IOException(results + " does not exist");
        }
        try {
            RowTable<R> table = new RowTable<>(kind);
            RowDigest digest = new RowDigest();
            List<Observed<R>> rows = table.read(results, digest);
            if (!rows.isEmpty() || digests.containsKey(table.name())) {
                RecordFile.check(results, digests, table.name(), digest.hex());
            }
            return rows;
        } catch (SQLException e) {
            throw new IOException(results + " cannot be read: " + e.getMessage(), e);
        }
    }

    /** Means over replications as they were kept. */
    static List<RunSummary.Row> keptSummary(Path folder, Map<String, String> digests) throws IOException {
        try {
            return KeptSummary.read(folder.resolve(RESULTS), digests);
        } catch (SQLException e) {
            throw new IOException(folder.resolve(RESULTS) + " cannot be read: " + e.getMessage(), e);
        }
    }
}
