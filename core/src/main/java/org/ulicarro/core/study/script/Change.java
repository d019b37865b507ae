package org.ulicarro.core.study.script;

/**
 * A variable gets a value.
 *
 * @param value null where a timer starts anew
 */
public record Change(Named name, Expr value) {}
