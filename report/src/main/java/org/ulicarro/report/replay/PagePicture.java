package org.ulicarro.report.replay;

/**
 * A picture that lies under the plan of a page.
 *
 * @param source as a page names it, {@code data:image/jpeg;base64,…}
 * @param left of its left edge on the plan (m)
 * @param top of its upper edge (m)
 * @param width to the right (m)
 * @param height downwards (m)
 */
public record PagePicture(String source, double left, double top, double width, double height) {}
