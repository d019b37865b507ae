package org.ulicarro.files;

/**
 * Text of somebody else that is shown: characters that command a terminal, or turn the direction of what follows, must not get there from a
 * file.
 */
public final class PlainText {

    private PlainText() {}

    /** The first character that does not belong into a text, or -1. */
    static int odd(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (isOdd(c)) {
                return c;
            }
        }
        return -1;
    }

    /** With such characters written out, {@code <U+001B>}. */
    public static String of(String text) {
        if (text == null || odd(text) < 0) {
            return text;
        }
        StringBuilder plain = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            plain.append(isOdd(c) ? name(c) : String.valueOf(c));
        }
        return plain.toString();
    }

    /** How messages call a character. */
    static String name(int character) {
        return String.format(java.util.Locale.ROOT, "<U+%04X>", character);
    }

    private static boolean isOdd(char c) {
        boolean control = c < ' ' && c != '\n' && c != '\t' || c >= 0x7F && c < 0xA0;
        return control || c >= 0x202A && c <= 0x202E || c >= 0x2066 && c <= 0x2069;
    }
}
