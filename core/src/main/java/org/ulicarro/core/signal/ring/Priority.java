package org.ulicarro.core.signal.ring;

/**
 * Buses and trams that ask for green. Times in ticks.
 *
 * @param id as in the study
 * @param phases that they go with
 * @param in detector at which they are expected from
 * @param out detector at which they have gone, or -1
 * @param travel from the first detector to where green is of use: so much later it is held or called
 * @param extend a green that is their own lasts so much longer than it would, at most
 * @param early whether others end as soon as they may
 * @param pause so long after one request has ended, the next one is heard
 * @param patience a request ends after so long
 */
public record Priority(
        String id, int[] phases, int in, int out, int travel, int extend, boolean early, int pause, int patience) {}
