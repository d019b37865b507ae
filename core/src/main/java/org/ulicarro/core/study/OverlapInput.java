package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/**
 * A signal group that has green with any of several phases, and through the clearance from one to the next. Times in s.
 *
 * @param serves movements with green
 * @param yields those of them that go in gaps
 * @param during phases that it has green with
 * @param yellow after green
 * @param red after yellow
 * @param minGreen shortest green
 * @param lateStart how much later than its phase it begins
 * @param trail how much longer it lasts than its last phase
 * @param notWith phases beside whose people it may not have green
 */
public record OverlapInput(
        @Required @About("Movements served, such as [NBR].") List<String> serves,

        @About("Those of them that go in gaps (permissive).")
        List<String> yields,

        @Required @Key("while") @About("Phases that it has green with: [4, 5].")
        List<String> during,

        @Usual("3 s") @Unit(Dimension.TIME) @About("Yellow after green.")
        double yellow,

        @Usual("2 s") @Unit(Dimension.TIME) @About("All-red after yellow.")
        double red,

        @Usual("3 s") @Unit(Dimension.TIME) @About("Shortest green.")
        double minGreen,

        @Usual("0 s") @Unit(Dimension.TIME) @About("How much later than its phase it begins.")
        double lateStart,

        @Usual("0 s") @Unit(Dimension.TIME) @About("How much longer it lasts than its last phase.")
        double trail,

        @About("Phases beside whose people it may not have green: [4].")
        List<String> notWith) {

    public OverlapInput {
        serves = serves == null ? List.of() : List.copyOf(serves);
        yields = yields == null ? List.of() : List.copyOf(yields);
        during = during == null ? List.of() : List.copyOf(during);
        notWith = notWith == null ? List.of() : List.copyOf(notWith);
    }
}
