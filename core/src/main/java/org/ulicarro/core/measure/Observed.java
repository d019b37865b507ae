package org.ulicarro.core.measure;

/**
 * A row of one replication.
 *
 * @param <R> what kind of row
 * @param replication its number, from 1
 * @param row what was measured
 */
public record Observed<R extends Record>(int replication, R row) {}
