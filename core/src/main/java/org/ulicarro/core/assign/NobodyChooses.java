package org.ulicarro.core.assign;

/** No driver has a way to choose: all follow counts turn by turn, a line, or a way that is written. */
public final class NobodyChooses extends Exception {

    private static final long serialVersionUID = 1;

    NobodyChooses() {
        super("nobody chooses a way here: write demand by its ends alone, as trips or entries such as"
                + " 'routes: {to-pier: {via: [pier]}}'; or 'routes: estimated' where there are only counts");
    }
}
