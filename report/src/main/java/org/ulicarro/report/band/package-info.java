/** Time and distance along a corridor: a drawing, and a page on which offsets are dragged. */
package org.ulicarro.report.band;
