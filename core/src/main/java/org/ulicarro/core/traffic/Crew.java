package org.ulicarro.core.traffic;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;

/**
 * Threads that work on the shares of one stage at the same time. Every stage given to it may be cut anywhere without changing its
 * result, so the number of threads changes nothing but the time.
 *
 * <p>Stages take well under a millisecond, so helpers wait for the next one awake for a moment before they lie down.
 */
final class Crew implements AutoCloseable {

    /** A stage that can be done share by share. */
    interface Stage {
        void run(int share);
    }

    private static final int AWAKE_FOR = 20_000; // turns of the waiting loop

    private final Thread[] helpers;
    private final AtomicInteger round = new AtomicInteger(); // one more for each stage
    private final AtomicInteger busy = new AtomicInteger(); // helpers that have not finished it
    private volatile Stage stage;
    private volatile boolean closed;
    private volatile Throwable failure;

    /** @param threads how many work, the caller's own among them */
    Crew(int threads) {
        helpers = new Thread[threads - 1];
        for (int i = 0; i < helpers.length; i++) {
            int share = i + 1;
            helpers[i] = new Thread(() -> help(share), "ulicarro-traffic-" + share);
            helpers[i].setDaemon(true);
            helpers[i].start();
        }
    }

    int shares() {
        return helpers.length + 1;
    }

    /** Does all shares of a stage, the first on the caller's thread, and returns when all are done. */
    void run(Stage work) {
        stage = work;
        busy.set(helpers.length);
        round.incrementAndGet();
        for (Thread helper : helpers) {
            LockSupport.unpark(helper);
        }
        work.run(0);
        while (busy.get() > 0) {
            Thread.onSpinWait();
        }
        if (failure != null) {
            throw new IllegalStateException("a share of the step failed", failure);
        }
    }

    private void help(int share) {
        int seen = 0;
        while (true) {
            int turns = 0;
            while (round.get() == seen) {
                if (closed) {
                    return;
                }
                if (turns++ < AWAKE_FOR) {
                    Thread.onSpinWait();
                } else {
                    LockSupport.park(this);
                }
            }
            seen++;
            try {
                stage.run(share);
            } catch (RuntimeException | Error e) {
                failure = e;
            } finally {
                busy.decrementAndGet();
            }
        }
    }

    @Override
    public void close() {
        closed = true;
        for (Thread helper : helpers) {
            LockSupport.unpark(helper);
        }
    }
}
