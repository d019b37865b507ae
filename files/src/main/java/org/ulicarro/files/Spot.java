package org.ulicarro.files;

/**
 * A place in a file of the study.
 *
 * @param file its path as people call it, beside the study
 * @param line from 1
 * @param column from 1
 */
public record Spot(String file, int line, int column) {

    @Override
    public String toString() {
        return file + ":" + line + ":" + column;
    }
}
