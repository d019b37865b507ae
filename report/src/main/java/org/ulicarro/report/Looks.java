package org.ulicarro.report;

import java.awt.Color;
import java.awt.Font;

/** Colours and type of all drawings: quiet, printable, told apart in grey and by colour-blind people. */
final class Looks {

    static final Color PAPER = new Color(0xFBFAF6);
    static final Color LAND = new Color(0xF1EFE7);
    static final Color ASPHALT = new Color(0xC6C5C1);
    static final Color KERB = new Color(0x6E6B66);
    static final Color PAINT = Color.WHITE;
    static final Color INK = new Color(0x2B2A28);
    static final Color FAINT_INK = new Color(0x7A7671);
    static final Color PATH = new Color(0x35618A);
    static final Color GAPS = new Color(0xB4581C); // paths that go in gaps
    static final Color MEETING = new Color(0x7C2D3E);

    static final Color ISLAND = new Color(0xDDE3D2); // what is not driven on inside a junction
    static final Color RESERVED = new Color(0xB7A79B); // lanes that some types have for themselves
    static final Color DEVICE = new Color(0x1D3F5E); // detectors, gates
    static final Color WARN = new Color(0xA33B2A); // what is closed

    private Looks() {}

    static Font plain(double size) {
        return new Font(Font.SANS_SERIF, Font.PLAIN, 1).deriveFont((float) size);
    }

    static Font bold(double size) {
        return new Font(Font.SANS_SERIF, Font.BOLD, 1).deriveFont((float) size);
    }
}
