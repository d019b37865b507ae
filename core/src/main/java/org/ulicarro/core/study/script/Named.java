package org.ulicarro.core.study.script;

/** A name where it is written. */
public record Named(String id, At at) {}
