package org.ulicarro.core.signal;

/**
 * How one stage follows another, as it was derived: a group that begins green.
 *
 * @param from stage that is left
 * @param to stage that follows
 * @param group id of the group
 * @param after seconds from the end of the greens that conflict with it; longer where one of those has not had its minimum
 * @param waitsFor id of the group that it waits for longest; empty for none
 */
public record StageWay(String from, String to, String group, double after, String waitsFor) {}
