package org.ulicarro.files;

import blue.strategic.parquet.ParquetWriter;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Types;
import java.util.ArrayList;
import java.util.List;
import org.apache.parquet.schema.LogicalTypeAnnotation;
import org.apache.parquet.schema.MessageType;
import org.apache.parquet.schema.PrimitiveType.PrimitiveTypeName;
import org.apache.parquet.schema.Type;

/** A table as an Apache Parquet file: numbers as 64-bit integers and doubles, words as UTF-8, null where there is no value. */
final class ParquetTable {

    private ParquetTable() {}

    static void write(String table, ResultSet rows, Path file) throws SQLException, IOException {
        ResultSetMetaData about = rows.getMetaData();
        List<Type> columns = new ArrayList<>();
        for (int c = 1; c <= about.getColumnCount(); c++) {
            columns.add(column(about.getColumnName(c), about.getColumnType(c)));
        }
        MessageType schema = new MessageType(table, columns);
        try (ParquetWriter<Object[]> out = ParquetWriter.writeFile(schema, file.toFile(), (row, into) -> {
            for (int c = 0; c < row.length; c++) {
                if (row[c] != null) {
                    into.write(columns.get(c).getName(), row[c]);
                }
            }
        })) {
            while (rows.next()) {
                out.write(row(rows, columns));
            }
        }
    }

    private static Type column(String name, int type) {
        return switch (type) {
            case Types.INTEGER, Types.BIGINT, Types.NUMERIC ->
                org.apache.parquet.schema.Types.optional(PrimitiveTypeName.INT64)
                        .named(name);
            case Types.REAL, Types.FLOAT, Types.DOUBLE ->
                org.apache.parquet.schema.Types.optional(PrimitiveTypeName.DOUBLE)
                        .named(name);
            default ->
                org.apache.parquet.schema.Types.optional(PrimitiveTypeName.BINARY)
                        .as(LogicalTypeAnnotation.stringType())
                        .named(name);
        };
    }

    private static Object[] row(ResultSet rows, List<Type> columns) throws SQLException {
        Object[] row = new Object[columns.size()];
        for (int c = 0; c < row.length; c++) {
            Object value = switch (columns.get(c).asPrimitiveType().getPrimitiveTypeName()) {
                case INT64 -> (Object) rows.getLong(c + 1);
                case DOUBLE -> (Object) rows.getDouble(c + 1);
                default -> rows.getString(c + 1);
            };
            row[c] = rows.wasNull() ? null : value;
        }
        return row;
    }
}
