package org.ulicarro.core.study;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** What the keys of a map look like, where they are no plain ids. */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.FIELD, ElementType.METHOD, ElementType.PARAMETER})
public @interface KeyForm {

    /** Ids that may carry the id of a place before a dot: {@code market.eb}. */
    String DOTTED = "^[A-Za-z0-9_-]+(\\.[A-Za-z0-9_-]+)*$";

    /** Movements: {@code EBL} or {@code quay-1>mill}. */
    String MOVEMENT = "^[A-Za-z0-9_-]+(>[A-Za-z0-9_-]+)?$";

    /** Two groups, the one that ends and the one that begins: {@code NB>EB}. */
    String PAIR = "^[A-Za-z0-9_-]+>[A-Za-z0-9_-]+$";

    /** Times of day: {@code 06:30}. */
    String TIME = "^([01]?[0-9]|2[0-3]):[0-5][0-9]$";

    /** Days of the week and dates: {@code sat sun}, {@code mon-thu}, {@code 2027-12-24}. */
    String DAYS = "^(" + Day.WEEKDAY + "(-" + Day.WEEKDAY + ")?|[0-9]{4}-[0-9]{2}-[0-9]{2}| )+$";

    /** Files of a table inside the study's folder. */
    String TABLE = "^[A-Za-z0-9_./ -]+[.](csv|omx)$";

    /** Lane numbers from the left. */
    String LANE = "^[1-9][0-9]?$";

    /** The pattern that each key meets. */
    String value();

    /** Where the values are maps of text themselves, the pattern of their keys. */
    String inner() default "";
}
