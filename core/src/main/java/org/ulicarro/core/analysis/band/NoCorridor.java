package org.ulicarro.core.analysis.band;

/** Why a corridor has no bands, in words. */
public final class NoCorridor extends Exception {

    private static final long serialVersionUID = 1;

    NoCorridor(String message) {
        super(message);
    }
}
