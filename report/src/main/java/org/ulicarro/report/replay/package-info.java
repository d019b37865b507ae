/**
 * Runs that can be watched. {@link org.ulicarro.report.replay.Scene} is what does not move; with a recording of {@code core.tracks}
 * it becomes a page ({@link org.ulicarro.report.replay.ReplayPage}) or a picture of one moment ({@link
 * org.ulicarro.report.replay.MomentDrawing}).
 */
package org.ulicarro.report.replay;
