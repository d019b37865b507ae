package org.ulicarro.core.traffic;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;

/**
 * Threads that work on the shares of one stage at the same time. Every stage given to it may be cut anywhere without changing its
 * result, so the number of threads changes nothing but the time.
 *
 * <p>Each thread takes the next share that nobody has taken. So a helper that the machine gives no time holds up no more than the one share that it
 * has in hand, and the caller does alone what no helper comes for. Stages take well under a millisecond: helpers wait for the next one awake for a
 * moment before they lie down.
 */
final class Crew implements AutoCloseable {

    /** A stage that can be done share by share. */
    interface Stage {
        void run(int share);
    }

    private static final int AWAKE_FOR = 20_000; // turns of the waiting loop
    private static final int PATIENT_FOR = 2_000; // turns until the caller lets a helper have its core
    private static final int ROUND = 32; // bits of a ticket below the number of its round

    private final int shares;
    private final Thread[] helpers;
    private final AtomicLong ticket = new AtomicLong(); // number of the round, and of its next share to be taken
    private final AtomicInteger done = new AtomicInteger(); // shares done in this round
    private volatile Stage stage;
    private volatile boolean closed;
    private volatile Throwable failure;

    /**
     * @param threads how many work, the caller's own among them
     * @param shares into how many a stage is cut
     */
    Crew(int threads, int shares) {
        this.shares = shares;
        ticket.set(shares); // of round 0 nothing is left
        helpers = new Thread[threads - 1];
        for (int i = 0; i < helpers.length; i++) {
            helpers[i] = new Thread(this::help, "ulicarro-traffic-" + (i + 1));
            helpers[i].setDaemon(true);
            helpers[i].start();
        }
    }

    /** Does all shares of a stage, and returns when all are done. */
    void run(Stage work) {
        stage = work;
        done.set(0);
        ticket.set((ticket.get() >>> ROUND) + 1 << ROUND);
        for (Thread helper : helpers) {
            LockSupport.unpark(helper);
        }
        takeShares();
        for (int turns = 0; done.get() < shares; turns++) {
            if (turns < PATIENT_FOR) {
                Thread.onSpinWait();
            } else {
                Thread.yield();
            }
        }
        if (failure != null) {
            throw new IllegalStateException("a share of the step failed", failure);
        }
    }

    /** Takes shares until none is left. Whoever has taken one keeps its round from ending, so that the stage is that round's. */
    private void takeShares() {
        while (true) {
            long taken = ticket.get();
            int share = (int) taken;
            if (share >= shares) {
                return;
            }
            if (ticket.compareAndSet(taken, taken + 1)) {
                try {
                    stage.run(share);
                } catch (RuntimeException | Error e) {
                    failure = e;
                } finally {
                    done.incrementAndGet();
                }
            }
        }
    }

    private void help() {
        while (true) {
            int turns = 0;
            while ((int) ticket.get() >= shares) {
                if (closed) {
                    return;
                }
                if (turns++ < AWAKE_FOR) {
                    Thread.onSpinWait();
                } else {
                    LockSupport.park(this);
                }
            }
            takeShares();
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
