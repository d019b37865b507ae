/**
 * A piece of a network that stands for itself: {@code Chosen} says which places, {@code Piece} what belongs to them and where roads are cut, {@code
 * BorderWatch} who drove there in a replication of the whole, {@code PieceDemand} makes tables of it, {@code Joints} looks at what the cuts do
 * to results, and {@code Proof} holds the piece against the whole.
 */
package org.ulicarro.core.piece;
