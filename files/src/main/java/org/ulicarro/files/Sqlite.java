package org.ulicarro.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Properties;
import org.sqlite.JDBC;
import org.sqlite.SQLiteJDBCLoader;
import org.sqlite.util.LibraryLoaderUtil;

/**
 * Opens SQLite files. The driver unpacks its native library at every start, which takes longer than reading a run; with a folder
 * in the property {@code ulicarro.cache} it is unpacked there once.
 */
final class Sqlite {

    private Sqlite() {}

    static Connection create(Path file) throws SQLException {
        return connect("jdbc:sqlite:" + file);
    }

    /** Opens a file that nobody writes any more. */
    static Connection read(Path file) throws SQLException {
        return connect("jdbc:sqlite:file:" + file.toUri().getRawPath() + "?mode=ro&immutable=1");
    }

    private static Connection connect(String url) throws SQLException {
        String cache = System.getProperty("ulicarro.cache");
        if (cache != null && System.getProperty("org.sqlite.lib.path") == null) {
            unpack(Path.of(cache));
        }
        return new JDBC().connect(url, new Properties());
    }

    private static void unpack(Path cache) {
        String name = LibraryLoaderUtil.getNativeLibName();
        Path folder = cache.resolve("sqlite-" + SQLiteJDBCLoader.getVersion());
        Path library = folder.resolve(name);
        try {
            if (!Files.exists(library)) {
                Files.createDirectories(folder);
                Path part = Files.createTempFile(folder, "part", null);
                try (InputStream in =
                        JDBC.class.getResourceAsStream(LibraryLoaderUtil.getNativeLibResourcePath() + "/" + name)) {
                    Files.copy(in, part, StandardCopyOption.REPLACE_EXISTING);
                }
                Files.move(part, library, StandardCopyOption.ATOMIC_MOVE);
            }
            System.setProperty("org.sqlite.lib.path", folder.toString());
            System.setProperty("org.sqlite.lib.name", name);
        } catch (IOException e) {
            // not a place to write to: the driver unpacks it for itself, as ever
        }
    }

    /** Whether a database has a table: runs of older versions lack some. */
    static boolean has(Connection db, String table) throws SQLException {
        try (PreparedStatement ask =
                db.prepareStatement("SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = ?")) {
            ask.setString(1, table);
            try (ResultSet r = ask.executeQuery()) {
                return r.getInt(1) > 0;
            }
        }
    }
}
