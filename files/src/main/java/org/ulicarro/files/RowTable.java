package org.ulicarro.files;

import java.lang.reflect.Constructor;
import java.lang.reflect.RecordComponent;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.ulicarro.core.measure.Columns;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TableName;

/** Records as rows of a table: the replication, and a column for each component. NaN is an empty cell. */
final class RowTable<R extends Record> {

    private final Class<R> kind;
    private final RecordComponent[] components;
    private final String name;
    private final String numbered;

    RowTable(Class<R> kind) {
        this(kind, "replication");
    }

    /** @param numbered what the first column is the number of */
    RowTable(Class<R> kind, String numbered) {
        this.numbered = numbered;
        this.kind = kind;
        components = kind.getRecordComponents();
        name = kind.getAnnotation(TableName.class).value();
    }

    void create(Connection db) throws SQLException {
        String columns = Arrays.stream(components)
                .map(c -> ", " + Columns.name(c) + " " + type(c.getType()))
                .collect(Collectors.joining());
        try (Statement statement = db.createStatement()) {
            statement.execute("CREATE TABLE IF NOT EXISTS " + name + " (" + numbered + " INTEGER" + columns + ")");
        }
    }

    private static String type(Class<?> type) {
        return type == double.class ? "REAL" : type == int.class || type == boolean.class ? "INTEGER" : "TEXT";
    }

    void insert(Connection db, int replication, List<? extends Record> rows) throws SQLException {
        String values = "?" + ",?".repeat(components.length);
        try (PreparedStatement insert = db.prepareStatement("INSERT INTO " + name + " VALUES (" + values + ")")) {
            for (Record row : rows) {
                insert.setInt(1, replication);
                for (int c = 0; c < components.length; c++) {
                    Object value = Columns.value(components[c], row);
                    insert.setObject(c + 2, value instanceof Double d && d.isNaN() ? null : value);
                }
                insert.addBatch();
            }
            insert.executeBatch();
        }
    }

    boolean isIn(Connection db) throws SQLException {
        return Sqlite.has(db, name);
    }

    /**
     * All rows in the order in which they were written.
     *
     * @param digest receives what they are
     */
    List<Observed<R>> read(Path file, RowDigest digest) throws SQLException {
        try (Connection db = Sqlite.read(file)) {
            return isIn(db) ? read(db, digest) : List.of();
        }
    }

    String name() {
        return name;
    }

    /** Adds what rows are to a digest, as it is found when they are read. */
    void digest(int replication, List<? extends Record> rows, RowDigest digest) {
        for (Record row : rows) {
            digest.row(replication);
            digest.cell((long) replication);
            for (RecordComponent component : components) {
                digest.cell(Columns.value(component, row));
            }
        }
    }

    /** The same from an open file that has the table. */
    List<Observed<R>> read(Connection db, RowDigest digest) throws SQLException {
        List<Observed<R>> rows = new ArrayList<>();
        try (Statement statement = db.createStatement()) {
            Class<?>[] types =
                    Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new);
            Constructor<R> make = kind.getDeclaredConstructor(types);
            Map<String, List<String>> words = new HashMap<>(); // the same lists stand in many rows
            try (ResultSet r = statement.executeQuery("SELECT * FROM " + name + " ORDER BY rowid")) {
                int columns = r.getMetaData().getColumnCount();
                Object[] values = new Object[types.length];
                while (r.next()) {
                    int replication = r.getInt(1);
                    digest.row(replication);
                    digest.cell((long) replication);
                    for (int c = 0; c < values.length; c++) { // a run of an older version may lack the last columns
                        values[c] = c + 2 > columns ? none(types[c]) : value(r, c + 2, types[c], words, digest);
                    }
                    rows.add(new Observed<>(replication, make.newInstance(values)));
                }
            }
            return rows;
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException("rows are public records", e);
        }
    }

    private static Object value(
            ResultSet r, int column, Class<?> type, Map<String, List<String>> words, RowDigest digest)
            throws SQLException {
        if (type == double.class) {
            double value = r.getDouble(column);
            value = value == 0 && r.wasNull() ? Double.NaN : value;
            digest.cell(value);
            return value;
        }
        if (type == int.class) {
            int value = r.getInt(column);
            digest.cell((long) value);
            return value;
        }
        if (type == boolean.class) {
            boolean value = r.getBoolean(column);
            digest.cell(value ? 1L : 0L);
            return value;
        }
        String text = r.getString(column);
        digest.cell(text);
        return type == List.class
                ? words.computeIfAbsent(text, t -> t.isEmpty() ? List.of() : List.of(t.split(" ")))
                : text;
    }

    private static Object none(Class<?> type) {
        return type == double.class
                ? (Object) Double.NaN
                : type == int.class ? (Object) 0 : type == boolean.class ? false : type == List.class ? List.of() : "";
    }
}
