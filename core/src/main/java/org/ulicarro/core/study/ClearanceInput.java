package org.ulicarro.core.study;

import java.util.Map;
import org.ulicarro.core.base.Dimension;

/**
 * Clearances that are given, not those that follow from yellow and red.
 *
 * @param from where they come from besides what is given; null for nowhere
 * @param file a table: a row for each group that ends, a column for each that begins; null for none
 * @param tooShort what it is where the plan has less
 * @param needs the same in words: {@code NB>EB} to seconds; what the file says is put here
 */
public record ClearanceInput(
        @About(
                "geometry asks for crossing time + clearing time - entering time, as 'show intergreens' lists it, of every pair"
                        + " that is not given.")
        From from,

        @About("A CSV table: a row for each group that ends, a column for each that begins, seconds in the cells.")
        String file,

        @Key("short") @About("What it is where a plan has less: error or warn.")
        Short tooShort,

        @KeyForm(KeyForm.PAIR)
        @Unit(Dimension.TIME)
        @About("Or written here, from the group that ends to the one that begins: {\"NB>EB\": 5 s}.")
        Map<String, Double> needs) {

    public enum From {
        GEOMETRY
    }

    public enum Short {
        ERROR,
        WARN
    }

    public ClearanceInput {
        needs = InOrder.map(needs);
    }
}
