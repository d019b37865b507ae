package org.ulicarro.core.run;

import java.util.List;
import java.util.function.Consumer;
import org.ulicarro.core.signal.ExternalProgram;
import org.ulicarro.core.signal.events.SignalEvent;
import org.ulicarro.core.traffic.Observer;

/** Who watches replications besides their instruments; asked from several threads. */
@FunctionalInterface
public interface Watch {

    /** Nobody. */
    Watch NOBODY = replication -> List.of();

    /** Observers of its own for one replication. */
    List<Observer> of(int replication);

    /** What hears of everything that signals do in one replication, or null. */
    default Consumer<SignalEvent> signals(int replication) {
        return null;
    }

    /** Who decides at places with external control. */
    default ExternalProgram external(int replication) {
        return ExternalProgram.NOBODY;
    }

    /** Whether the run is to end when vehicles block each other. */
    default boolean stopsOnStandstill() {
        return false;
    }
}
