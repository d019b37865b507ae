package org.ulicarro.core.study.script;

/**
 * A place in a script.
 *
 * @param line from 1
 * @param column from 1
 */
public record At(int line, int column) {}
