/**
 * Recorded vehicles and signals, compact and open: {@link org.ulicarro.core.tracks.TrackRecorder} watches a replication and writes,
 * {@link org.ulicarro.core.tracks.TrackFile} reads. The format is specified in docs/tracks.md; a change here is a change there, and
 * of {@link org.ulicarro.core.tracks.TrackHeader#VERSION}.
 */
package org.ulicarro.core.tracks;
