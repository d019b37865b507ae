package org.ulicarro.core.tracks;

import java.io.IOException;

/** Takes a recording, piece by piece: the header first, then blocks, each whole, then the end. */
public interface TrackSink {

    /** The next piece, valid during the call only. */
    void write(byte[] bytes, int length) throws IOException;
}
