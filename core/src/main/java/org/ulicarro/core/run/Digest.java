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
import org.ulicarro.core.measure.Columns;

/** A fingerprint of all result rows in order, raw bits and nothing about the host: equal means the same run, to the last digit. */
public final class Digest {

    private Digest() {}

    /** SHA-256 in hexadecimal. */
    public static String of(List<ReplicationResult> results) {
        try {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            try (DataOutputStream out =
                    new DataOutputStream(new DigestOutputStream(OutputStream.nullOutputStream(), sha))) {
                for (ReplicationResult result : results) {
                    write(out, result);
                }
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void write(DataOutputStream out, ReplicationResult result) throws IOException {
        out.writeInt(result.replication());
        out.writeInt(result.wanted());
        out.writeInt(result.entered());
        out.writeInt(result.unservedAtEnd());
        out.writeInt(result.unservedPeak());
        for (List<? extends Record> rows : result.tables().values()) {
            for (Record row : rows) {
                write(out, row);
            }
        }
    }

    private static void write(DataOutputStream out, Record row) throws IOException {
        for (RecordComponent component : row.getClass().getRecordComponents()) {
            Object value = Columns.value(component, row);
            if (value instanceof Double number) {
                out.writeDouble(number);
            } else if (value instanceof Integer number) {
                out.writeInt(number);
            } else {
                out.writeUTF(String.valueOf(value));
            }
        }
    }
}
