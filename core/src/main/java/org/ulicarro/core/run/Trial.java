package org.ulicarro.core.run;

import java.util.function.Consumer;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.signal.events.SignalEvent;

/**
 * One replication of one model, with what is measured in it. It gives figures, and writes no files.
 *
 * @param model what is driven
 * @param replication its number: equal ones meet the same vehicles, drivers and people in every variant
 * @param instruments what is measured
 */
public record Trial(Model model, int replication, Instruments instruments) {

    /** Simulated time between two looks at whether to go on (s). */
    private static final double MINUTE = 60;

    /**
     * Drives it on this thread, with the help of others where it is large enough.
     *
     * @param threads how many, this one among them; they change no result
     * @throws InterruptedException when interrupted; there is no result then
     * @throws StandstillException when vehicles block each other for good and the watch does not want to go on
     */
    ReplicationResult run(int threads, Watch watch, Progress progress) throws InterruptedException {
        try (Replication driven = new Replication(model, replication, threads, instruments)) {
            watch.of(replication).forEach(driven::observe);
            Consumer<SignalEvent> signals = watch.signals(replication);
            if (signals != null) {
                driven.recordSignals(signals);
            }
            driven.connect(watch.external(replication));
            while (!driven.isDone()) {
                driven.advanceTo(driven.now() + MINUTE);
                progress.at(
                        replication,
                        driven.progress(),
                        driven.view().wanted() - driven.view().entered());
                if (watch.stopsOnStandstill() && !driven.standstills().isEmpty()) {
                    throw new StandstillException(
                            replication, driven.standstills().get(0));
                }
                if (Thread.interrupted()) {
                    throw new InterruptedException();
                }
            }
            return driven.result();
        }
    }
}
