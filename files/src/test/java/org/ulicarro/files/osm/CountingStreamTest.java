package org.ulicarro.files.osm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Test;

/** A small archive that unpacks to very much is stopped before it has. */
class CountingStreamTest {

    @Test
    void aBombIsStopped() throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(packed)) {
            byte[] zeros = new byte[1 << 16];
            for (int i = 0; i < 400; i++) {
                out.write(zeros);
            }
        }
        assertThat(packed.size()).as("26 MB in a few kilobytes").isLessThan(64_000);
        long[] told = {0};
        CountingStream in = new CountingStream(
                new GZIPInputStream(new ByteArrayInputStream(packed.toByteArray())), 1_000_000, n -> told[0] = n);
        assertThatThrownBy(in::readAllBytes).isInstanceOf(CountingStream.TooMuch.class);
        assertThat(told[0]).isBetween(1_000_000L, 1_200_000L);
    }

    /** 65 MB of zeros in 64 KB: stopped by what it is packed in, long before any bound on its size. */
    @Test
    void whatIsPackedTooTightlyIsStopped() throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (GZIPOutputStream out = new GZIPOutputStream(packed)) {
            byte[] zeros = new byte[1 << 16];
            for (int i = 0; i < 1000; i++) {
                out.write(zeros);
            }
        }
        CountingStream raw =
                new CountingStream(new ByteArrayInputStream(packed.toByteArray()), Long.MAX_VALUE, n -> {});
        CountingStream in = CountingStream.unpacked(new GZIPInputStream(raw), Long.MAX_VALUE, raw);
        long[] read = {0};
        assertThatThrownBy(() -> {
                    byte[] some = new byte[1 << 16];
                    for (int n = in.read(some, 0, some.length); n >= 0; n = in.read(some, 0, some.length)) {
                        read[0] += n;
                    }
                })
                .isInstanceOf(CountingStream.TooMuch.class);
        assertThat(read[0]).isLessThan(34L << 20);
    }

    @Test
    void whatIsAllowedPasses() throws IOException {
        CountingStream in = new CountingStream(new ByteArrayInputStream(new byte[1000]), 1000, n -> {});
        assertThat(in.readAllBytes()).hasSize(1000);
        assertThat(in.read()).isEqualTo(-1);
    }
}
