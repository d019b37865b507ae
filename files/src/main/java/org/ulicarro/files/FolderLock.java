package org.ulicarro.files;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** A folder that one process works on at a time. The system lets go of it when that process ends, however it ends. */
final class FolderLock implements AutoCloseable {

    private static final String FILE = "lock";

    private final FileChannel channel;

    private FolderLock(FileChannel channel) {
        this.channel = channel;
    }

    /** @throws IOException with words for the user when another process works on it */
    static FolderLock of(Path folder) throws IOException {
        FileChannel channel =
                FileChannel.open(folder.resolve(FILE), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        FileLock held = null;
        try {
            held = channel.tryLock();
        } catch (OverlappingFileLockException e) {
            // another part of this process has it
        }
        if (held == null) {
            channel.close();
            throw new IOException(folder + " is being made by another process");
        }
        return new FolderLock(channel);
    }

    /** Takes its file away, after it was closed. */
    static void clear(Path folder) throws IOException {
        Files.deleteIfExists(folder.resolve(FILE));
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
