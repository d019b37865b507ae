package org.ulicarro.files.osm;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.function.LongConsumer;
import java.util.function.LongSupplier;

/** Counts what is read, and stops when it is too much. */
final class CountingStream extends FilterInputStream {

    /** More than allowed came out. */
    static final class TooMuch extends IOException {
        private static final long serialVersionUID = 1;
    }

    /** No file of words packs so tightly; what does is made to fill a disk or a day. */
    private static final long MOST_RATIO = 250;

    /** So much may come out before that is asked. */
    private static final long FREE = 32L << 20;

    private final long most;
    private final LongConsumer told;
    private final LongSupplier packed; // bytes that this came from, or null
    private long count;

    CountingStream(InputStream in, long most, LongConsumer told) {
        this(in, most, told, null);
    }

    private CountingStream(InputStream in, long most, LongConsumer told, LongSupplier packed) {
        super(in);
        this.most = most;
        this.told = told;
        this.packed = packed;
    }

    /** What is unpacked of another stream: so much at most, and no more than so many times what it was packed in. */
    static CountingStream unpacked(InputStream in, long most, CountingStream from) {
        return new CountingStream(in, most, read -> {}, () -> from.count);
    }

    private void add(long read) throws TooMuch {
        if (read > 0) {
            count += read;
            told.accept(count);
        }
        if (count > most || packed != null && count > FREE && count > MOST_RATIO * packed.getAsLong()) {
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
