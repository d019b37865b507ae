package org.ulicarro.core.study;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.ulicarro.core.base.Dimension;

/** A quantity with its unit, {@code 60 m}; the component holds SI. On a map: every value of it. */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.FIELD, ElementType.METHOD, ElementType.PARAMETER})
public @interface Unit {
    Dimension value();

    /** The unit in which a program writes it; the usual one of its dimension unless given. */
    String written() default "";
}
