package org.ulicarro.core.search.optimize;

/** What is asked for cannot be timed; the message says which place, and why. */
public final class NotTimed extends Exception {

    private static final long serialVersionUID = 1;

    NotTimed(String message) {
        super(message);
    }
}
