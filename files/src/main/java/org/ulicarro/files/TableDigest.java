package org.ulicarro.files;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import org.ulicarro.core.study.Trips;

/** Tells whether a table of trips is still the one that a run was made of; the table itself is too long for the record of a run. */
final class TableDigest {

    private TableDigest() {}

    /** SHA-256 over all rows as they were read, in hexadecimal. */
    static String of(List<Trips> rows) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            for (Trips row : rows) {
                digest.update(row.toString().getBytes(StandardCharsets.UTF_8));
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
