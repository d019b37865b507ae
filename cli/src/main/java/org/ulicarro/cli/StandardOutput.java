package org.ulicarro.cli;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;

/** Standard output that remembers why it failed, which a print stream does not tell. */
final class StandardOutput extends FilterOutputStream {

    private IOException failure;

    StandardOutput() {
        super(new FileOutputStream(FileDescriptor.out));
    }

    @Override
    public void write(int one) throws IOException {
        write(new byte[] {(byte) one}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int from, int length) throws IOException {
        try {
            out.write(bytes, from, length);
        } catch (IOException e) {
            failure = failure == null ? e : failure;
            throw e;
        }
    }

    /** What kept the output from being written; null for nothing, or when its reader had enough of it, as {@code head} has. */
    String failure() {
        if (failure == null) {
            return null;
        }
        String reason = String.valueOf(failure.getMessage());
        boolean closed = reason.contains("Broken pipe") || reason.contains("pipe is being closed");
        return closed ? null : reason;
    }
}
