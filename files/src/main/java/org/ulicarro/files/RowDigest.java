package org.ulicarro.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;

/**
 * Tells whether a table of a run is still as it was written: SHA-256 over its cells, replication by replication, in whatever order these were
 * kept. Each cell counts as SQLite stores it.
 */
final class RowDigest {

    private static final byte EMPTY = 0;
    private static final byte INTEGER = 1;
    private static final byte REAL = 2;
    private static final byte TEXT = 3;

    private final Map<Integer, MessageDigest> parts = new TreeMap<>();
    private final ByteBuffer cells = ByteBuffer.allocate(1 << 13);
    private MessageDigest part;
    private int replication;

    /** Begins a row. */
    void row(int of) {
        if (part == null || of != replication) {
            flush();
            replication = of;
            part = parts.computeIfAbsent(of, none -> sha256());
        }
    }

    void cell(long value) {
        room(9).put(INTEGER).putLong(value);
    }

    /** A number; NaN is an empty cell. */
    void cell(double value) {
        if (Double.isNaN(value)) {
            room(1).put(EMPTY);
        } else {
            room(9).put(REAL).putDouble(value);
        }
    }

    void cell(String value) {
        if (value == null) {
            room(1).put(EMPTY);
            return;
        }
        byte[] bytes = value.getBytes(StandardCharsets.UTF_8);
        room(5).put(TEXT).putInt(bytes.length);
        flush();
        part.update(bytes);
    }

    /** A cell of any of these kinds, as the driver gives it. */
    void cell(Object value) {
        if (value instanceof Double d) {
            cell(d.doubleValue());
        } else if (value instanceof Number n) {
            cell(n.longValue());
        } else if (value instanceof Boolean b) {
            cell(b ? 1L : 0L);
        } else {
            cell(value == null ? null : value.toString());
        }
    }

    private ByteBuffer room(int bytes) {
        if (cells.remaining() < bytes) {
            flush();
        }
        return cells;
    }

    private void flush() {
        cells.flip();
        if (part != null) {
            part.update(cells);
        }
        cells.clear();
    }

    /** In hexadecimal. */
    String hex() {
        flush();
        MessageDigest all = sha256();
        parts.forEach((number, digest) -> {
            all.update(ByteBuffer.allocate(4).putInt(0, number));
            all.update(digest.digest());
        });
        parts.clear();
        part = null;
        return HexFormat.of().formatHex(all.digest());
    }

    static String of(byte[] bytes) {
        return HexFormat.of().formatHex(sha256().digest(bytes));
    }

    /** Of a file, however large. */
    static String of(Path file) throws IOException {
        MessageDigest digest = sha256();
        try (InputStream in = InputFile.stream(file)) {
            byte[] part = new byte[1 << 16];
            for (int read = in.read(part); read >= 0; read = in.read(part)) {
                digest.update(part, 0, read);
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
