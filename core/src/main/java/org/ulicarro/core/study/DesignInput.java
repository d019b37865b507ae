package org.ulicarro.core.study;

import org.ulicarro.core.base.Dimension;

/**
 * Design values by which signal times are judged, never a limit of what runs.
 *
 * @param reaction until a driver who sees yellow brakes (s)
 * @param deceleration with which that driver stops (m/s²)
 * @param walking speed of people who finish (m/s)
 * @param shortestWalk walk that lets people set off (s)
 * @param buffer of what people need to finish, so much may lie in the yellow and red after it (s)
 */
public record DesignInput(
        @Usual("1 s") @Unit(Dimension.TIME) @About("Until a driver who sees yellow brakes.")
        double reaction,

        @Usual("3.5 m/s2") @Unit(Dimension.ACCELERATION) @About("With which that driver stops.")
        double deceleration,

        @Usual("1.07 m/s") @Unit(Dimension.SPEED) @About("Of people who finish after walk.")
        double walking,

        @Usual("4 s") @Unit(Dimension.TIME) @About("Walk that lets people set off.")
        double shortestWalk,

        @Usual("3 s") @Unit(Dimension.TIME) @About("Of what people need to finish, so much may lie in yellow and red.")
        double buffer) {

    public static final DesignInput USUAL = new DesignInput(1, 3.5, 1.07, 4, 3);

    private static final double GRAVITY = 9.81;

    /**
     * The yellow that lets a driver stop who sees it just too late to go on (s): Institute of Transportation Engineers, <i>Guidelines for
     * Determining Traffic Signal Change and Clearance Intervals</i>, 2020, t + v / 2 (a + g G).
     *
     * @param speed of the approach (m/s)
     * @param grade of the approach, positive uphill
     */
    public double yellow(double speed, double grade) {
        return reaction + speed / (2 * Math.max(0.5, deceleration + GRAVITY * grade));
    }
}
