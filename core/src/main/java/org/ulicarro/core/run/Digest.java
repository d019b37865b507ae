package org.ulicarro.core.run;

import java.io.DataOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.lang.reflect.RecordComponent;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import org.ulicarro.core.measure.Columns;
import org.ulicarro.core.measure.Table;

/**
 * Fingerprints of result rows in order, raw bits and nothing about the host: equal means the same run, to the last digit. That of a whole
 * run is made of those of its tables by name, so that a table more or less leaves the others as they are.
 */
public final class Digest {

    private Digest() {}

    /** SHA-256 in hexadecimal of all that was measured. */
    public static String of(List<ReplicationResult> results) {
        return sha(out -> {
            for (ReplicationResult result : results) {
                out.writeInt(result.replication());
                out.writeInt(result.wanted());
                out.writeInt(result.entered());
                out.writeInt(result.unservedAtEnd());
                out.writeInt(result.unservedPeak());
            }
            for (Map.Entry<String, String> table : ofTables(results).entrySet()) {
                out.writeUTF(table.getKey());
                out.writeUTF(table.getValue());
            }
        });
    }

    /** The same. */
    public static String of(MeasuredResults results) {
        return of(results.replications());
    }

    /** SHA-256 in hexadecimal of each table, by name. */
    public static SortedMap<String, String> ofTables(List<ReplicationResult> results) {
        SortedMap<String, String> digests = new TreeMap<>();
        for (Class<? extends Record> kind : results.get(0).tables().keySet()) {
            digests.put(Table.of(kind).name(), sha(out -> {
                for (ReplicationResult result : results) {
                    out.writeInt(result.replication());
                    for (Record row : result.rows(kind)) {
                        write(out, row);
                    }
                }
            }));
        }
        return digests;
    }

    private interface Writing {
        void to(DataOutputStream out) throws IOException;
    }

    private static String sha(Writing writing) {
        try {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            try (DataOutputStream out =
                    new DataOutputStream(new DigestOutputStream(OutputStream.nullOutputStream(), sha))) {
                writing.to(out);
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void write(DataOutputStream out, Record row) throws IOException {
        for (RecordComponent component : row.getClass().getRecordComponents()) {
            Object value = Columns.value(component, row);
            if (value instanceof Double number) {
                out.writeDouble(number + 0.0); // files do not tell -0 from 0
            } else if (value instanceof Integer number) {
                out.writeInt(number);
            } else {
                out.writeUTF(String.valueOf(value));
            }
        }
    }
}
