package org.ulicarro.files.osm;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.function.LongConsumer;

/** Counts what is read, and stops when it is too much. */
final class CountingStream extends FilterInputStream {

    /** More than allowed came out. */
    static final class TooMuch extends IOException {
        private static final long serialVersionUID = 1;
    }

    private final long most;
    private final LongConsumer told;
    private long count;

    CountingStream(InputStream in, long most, LongConsumer told) {
        super(in);
        this.most = most;
        this.told = told;
    }

    private void add(long read) throws TooMuch {
        if (read > 0) {
            count += read;
            told.accept(count);
        }
        if (count > most) {
            throw new TooMuch();
        }
    }

    @Override
    public int read() throws IOException {
        int one = super.read();
        add(one < 0 ? 0 : 1);
        return one;
    }

    @Override
    public int read(byte[] into, int offset, int length) throws IOException {
        int read = super.read(into, offset, length);
        add(read);
        return read;
    }

    @Override
    public boolean markSupported() {
        return false;
    }
}
