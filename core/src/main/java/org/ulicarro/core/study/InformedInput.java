package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * Drivers who hear of the state of the road on their way, and change it.
 *
 * @param share of those whose way is theirs to choose
 * @param every how often they hear (s)
 * @param gain a way must be so much quicker to be taken instead, as a share of what is left of theirs
 */
public record InformedInput(
        @Required @Unit(Dimension.SHARE) @About("Of those whose way is theirs to choose: 20 %.")
        double share,

        @Usual("5 min") @Unit(Dimension.TIME) @About("How often they hear.")
        double every,

        @Usual("10 %") @Unit(Dimension.SHARE) @About("A way must be so much quicker than what is left of theirs.")
        double gain) {}
