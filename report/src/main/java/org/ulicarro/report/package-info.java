/** Drawings. Each is drawn once on a {@link java.awt.Graphics2D}, which becomes an SVG or a PNG file by its ending. */
package org.ulicarro.report;
