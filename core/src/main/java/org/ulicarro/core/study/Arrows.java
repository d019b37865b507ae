package org.ulicarro.core.study;

/** The arrows painted on a lane: any of U, L, T, R, each once, such as {@code TR}. */
@Form(pattern = "^[ULTR]{1,4}$", example = "TR")
public record Arrows(boolean uturn, boolean left, boolean through, boolean right) {

    /** Reads arrows in any order. */
    public static Arrows parse(String text) {
        return new Arrows(
                text.indexOf('U') >= 0, text.indexOf('L') >= 0, text.indexOf('T') >= 0, text.indexOf('R') >= 0);
    }

    public boolean allow(Turn turn) {
        return switch (turn) {
            case UTURN -> uturn;
            case LEFT -> left;
            case THROUGH -> through;
            case RIGHT -> right;
        };
    }

    @Override
    public String toString() {
        return (uturn ? "U" : "") + (left ? "L" : "") + (through ? "T" : "") + (right ? "R" : "");
    }
}
