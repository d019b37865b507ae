package org.ulicarro.core.study;

/** What a movement does, from the driver's seat. The order is that of a count sheet. */
public enum Turn {
    LEFT('L'),
    THROUGH('T'),
    RIGHT('R'),
    UTURN('U');

    private final char letter;

    Turn(char letter) {
        this.letter = letter;
    }

    /** The last letter of a movement's short name, as in {@code EBL}. */
    public char letter() {
        return letter;
    }
}
