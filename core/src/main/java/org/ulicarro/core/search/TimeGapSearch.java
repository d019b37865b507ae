package org.ulicarro.core.search;

/**
 * Searches the time gap at which a queue discharges with a measured saturation flow. The headway in a stream that discharges steadily is
 * {@code (length + standing distance) / speed + share · time gap}, so that it grows about evenly with the share; the slope is the usual time gap
 * at first, and what was seen between the last two trials from then on.
 */
final class TimeGapSearch {

    /** The least share of the usual time gap that is tried. */
    public static final double LEAST = 0.3;
    /** The greatest. */
    public static final double MOST = 3;

    /** A slope seen between two trials counts within these; chance makes others where they lie close together (s). */
    private static final double FLATTEST = 0.3;

    private static final double STEEPEST = 2.5;

    /** Shares are tried to a tenth of a percent, as they are written. */
    private static final double STEPS = 1000;

    private final double target;
    private final int lanes;
    private double slope;
    private double lastShare = Double.NaN;
    private double lastHeadway;

    /**
     * Begins a search.
     *
     * @param target saturation flow of the lanes together (pcu/h)
     * @param lanes how many
     * @param timeGap usual time gap (s)
     */
    TimeGapSearch(double target, int lanes, double timeGap) {
        this.target = 3600.0 * lanes / target;
        this.lanes = lanes;
        slope = timeGap;
    }

    /**
     * The share to try next.
     *
     * @param share that was tried
     * @param flow saturation flow that came of it (pcu/h)
     * @return a share between {@link #LEAST} and {@link #MOST}
     */
    double next(double share, double flow) {
        double headway = 3600.0 * lanes / flow;
        if (!Double.isNaN(lastShare) && Math.abs(share - lastShare) > 0.01) {
            double seen = (headway - lastHeadway) / (share - lastShare);
            slope = Math.max(FLATTEST, Math.min(STEEPEST, seen));
        }
        lastShare = share;
        lastHeadway = headway;
        double next = Math.max(LEAST, Math.min(MOST, share + (target - headway) / slope));
        return StrictMath.rint(next * STEPS) / STEPS;
    }
}
