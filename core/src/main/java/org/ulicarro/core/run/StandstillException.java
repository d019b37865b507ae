package org.ulicarro.core.run;

/** A run was to end when vehicles block each other, and they do. The message says who blocks whom. */
public final class StandstillException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    StandstillException(int replication, String how) {
        super("replication " + replication + ": " + how);
    }
}
