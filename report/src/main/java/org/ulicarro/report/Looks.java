package org.ulicarro.report;

import java.awt.Color;
import java.awt.Font;

/** Colours and type of all drawings: quiet, printable, told apart in grey and by colour-blind people. */
public final class Looks {

    public static final Color PAPER = new Color(0xFBFAF6);
    public static final Color LAND = new Color(0xEAEEE9);
    public static final Color ASPHALT = new Color(0xC6C5C1);
    public static final Color KERB = new Color(0x6E6B66);
    public static final Color PAINT = Color.WHITE;
    public static final Color INK = new Color(0x2B2A28);
    public static final Color FAINT_INK = new Color(0x7A7671);
    public static final Color PATH = new Color(0x35618A);
    public static final Color GAPS = new Color(0xB4581C); // paths that go in gaps
    public static final Color MEETING = new Color(0x7C2D3E);

    public static final Color ISLAND = new Color(0xDDE3D2); // what is not driven on inside a junction
    public static final Color RESERVED = new Color(0xB7A79B); // lanes that some types have for themselves
    public static final Color DEVICE = new Color(0x1D3F5E); // detectors, gates
    public static final Color WARN = new Color(0xA33B2A); // what is closed

    private Looks() {}

    public static Font plain(double size) {
        return new Font(Font.SANS_SERIF, Font.PLAIN, 1).deriveFont((float) size);
    }

    public static Font bold(double size) {
        return new Font(Font.SANS_SERIF, Font.BOLD, 1).deriveFont((float) size);
    }
}
