package org.ulicarro.core.measure;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * The table that a record is a row of, with what it tells in a few words. Its columns are the record's components, {@code controlDelayS}
 * as {@code control_delay_s}; they are text, whole or real numbers, truths, or lists of words.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface TableName {
    String value();

    String about();
}
