package org.ulicarro.core.tracks;

import java.util.Arrays;

/** A growing array of bytes that is used again and again, with integers in 7 bits a byte, least significant first. */
final class Bytes {

    byte[] data;
    int size;

    Bytes(int room) {
        data = new byte[room];
    }

    void clear() {
        size = 0;
    }

    /** An integer from 0 on. */
    void put(int value) {
        int at = size;
        if (at + 5 > data.length) {
            data = Arrays.copyOf(data, data.length * 2);
        }
        byte[] into = data;
        int rest = value;
        while ((rest & ~0x7F) != 0) {
            into[at++] = (byte) (rest & 0x7F | 0x80);
            rest >>>= 7;
        }
        into[at++] = (byte) rest;
        size = at;
    }

    /** Any integer: 0, -1, 1, -2, 2 … as 0, 1, 2, 3, 4 … */
    void putSigned(int value) {
        put(zigzag(value));
    }

    static int zigzag(int value) {
        return (value << 1) ^ (value >> 31);
    }

    void append(Bytes other) {
        if (size + other.size > data.length) {
            data = Arrays.copyOf(data, Math.max(size + other.size, data.length * 2));
        }
        System.arraycopy(other.data, 0, data, size, other.size);
        size += other.size;
    }
}
