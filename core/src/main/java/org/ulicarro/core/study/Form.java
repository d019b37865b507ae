package org.ulicarro.core.study;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** The written form of a value type that has a static method {@code parse(String)}: a pattern, and an example of it. */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.TYPE})
public @interface Form {
    String pattern();

    String example();
}
