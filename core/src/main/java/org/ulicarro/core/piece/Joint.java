package org.ulicarro.core.piece;

/**
 * Something that cutting did, or could not do.
 *
 * @param at road or place that it is about; empty for the whole piece
 * @param what was done or found
 * @param effect what that does to results; empty where it does nothing
 */
public record Joint(String at, String what, String effect) {}
