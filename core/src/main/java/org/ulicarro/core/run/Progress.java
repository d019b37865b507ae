package org.ulicarro.core.run;

/** How far replications are; told from several threads. */
@FunctionalInterface
public interface Progress {

    /** Tells nobody. */
    Progress SILENT = (replication, share, outside) -> {};

    /** A replication has come that far, 0 to 1; {@code outside} vehicles wait for room to enter now. */
    void at(int replication, double share, int outside);
}
