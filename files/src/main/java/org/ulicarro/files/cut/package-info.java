/**
 * A piece of a network as a study of its own: {@code CutTree} takes the tree of a study apart, {@code CutRoad} a road of it, {@code CutTables} its
 * tables and {@code CutAlternatives} its alternatives; {@code CutFolder} writes all of it and knows what it was made of, {@code WayBack} makes an
 * alternative of the whole of what was changed in a piece.
 */
package org.ulicarro.files.cut;
