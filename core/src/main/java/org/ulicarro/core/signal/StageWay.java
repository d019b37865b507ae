package org.ulicarro.core.signal;

/**
 * How one stage follows another, as it was derived: a group whose green ends or begins, when all have had their minimum.
 *
 * @param from stage that is left
 * @param to stage that follows
 * @param group id of the group
 * @param ends seconds from then to the end of its green; NaN where it begins
 * @param begins seconds from then to its green; NaN where it ends
 * @param waitsFor id of the group whose clearance it waits for longest; empty for none
 */
public record StageWay(String from, String to, String group, double ends, double begins, String waitsFor) {}
