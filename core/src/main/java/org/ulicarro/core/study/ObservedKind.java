package org.ulicarro.core.study;

import java.util.List;
import org.ulicarro.core.base.Dimension;

/** What was measured in the field, to judge a run against: the columns of its table, what a value is, and when it is met. */
public enum ObservedKind {
    /** Mean travel time along a corridor or a stretch of it. */
    TRAVEL_TIMES(List.of("corridor", "from", "to"), Dimension.TIME, 0.15),
    /** Mean speed on one direction of a road. */
    SPEEDS(List.of("link"), Dimension.SPEED, 0.10),
    /** 95th percentile of the back of queue of a movement. */
    QUEUES(List.of("place", "movement"), Dimension.LENGTH, 0.20),
    /** Saturation flow of the lanes of a movement together. */
    SATURATION(List.of("place", "movement"), Dimension.FLOW, 0.10);

    private final List<String> columns;
    private final Dimension dimension;
    private final double within;

    ObservedKind(List<String> columns, Dimension dimension, double within) {
        this.columns = columns;
        this.dimension = dimension;
        this.within = within;
    }

    /** Columns that say what a value is of; {@code value} follows, and {@code within} may. */
    public List<String> columns() {
        return columns;
    }

    public Dimension dimension() {
        return dimension;
    }

    /** A run meets a value when it differs by no more than this share of it, where its row says nothing else. */
    public double within() {
        return within;
    }
}
