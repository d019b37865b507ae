package org.ulicarro.core.study;

import org.ulicarro.core.study.script.Script;

/**
 * A stage script.
 *
 * @param file its name in the study's folder
 * @param script what it says; null until it has been read, and when it cannot be read
 */
@Form(pattern = "^[A-Za-z0-9_./ -]+[.]stages$", example = "market.stages")
public record StageScript(String file, Script script) {

    public static StageScript parse(String text) {
        return new StageScript(text, null);
    }

    /** As a study names it. */
    @Override
    public String toString() {
        return file;
    }
}
