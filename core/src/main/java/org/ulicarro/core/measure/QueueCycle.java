package org.ulicarro.core.measure;

/**
 * The queue of one lane in one cycle.
 *
 * @param lane index of the lane
 * @param start of the cycle: when red began (s since midnight)
 * @param back furthest rear of a vehicle that stopped or joined (m from the line)
 * @param greenFrom when green began in it (s since midnight); NaN where there was none
 * @param green how long the lane had green in it (s)
 */
record QueueCycle(int lane, double start, double back, double greenFrom, double green) {}
