package org.ulicarro.core.study;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A sealed family of records: the value of one key says which of them is written. A reader finds the record by the constant of the key's words. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface ChosenBy {

    /** The key. */
    String value();

    /** What it can say: constants that know their records. */
    Class<? extends Words> words();

    /** What it says, for whoever writes a study. */
    String about();

    /** A word of a family, an enum's constant. */
    interface Words {

        /** The record that is written under it. */
        Class<? extends Record> record();
    }
}
