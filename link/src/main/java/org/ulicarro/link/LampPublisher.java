package org.ulicarro.link;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.Arrays;
import java.util.Locale;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/**
 * Publishes what signal groups show while a replication runs, for boards of lamps: {@code ulicarro/lamps/PLACE/GROUP} is red, green and so on,
 * {@code ulicarro/lamps/clock} the time of day each second. The broker keeps the last of each, so that a board may come later.
 */
public final class LampPublisher implements Observer, AutoCloseable {

    static final String ROOT = "ulicarro/lamps/";
    static final String CLOCK = ROOT + "clock";

    private final Broker broker;
    private final SignalSystem signals;
    private final double pace; // simulated seconds for each real one; 0 for as fast as it can
    private final Aspect[] shown;
    private long startedAt; // real time (ns)
    private double startedFrom = Double.NaN; // simulated time (s)
    private int second = -1;
    private volatile String trouble;

    /**
     * Connects to a broker.
     *
     * @param address {@code tcp://127.0.0.1:1883}
     * @param pace simulated seconds for each real one; 0 for as fast as it can
     * @throws IOException when nobody answers there
     */
    public LampPublisher(String address, SignalSystem signals, double pace) throws IOException {
        broker = Broker.connect(address, (topic, text) -> {}, why -> {});
        this.signals = signals;
        this.pace = pace;
        shown = new Aspect[signals.groups().size()];
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        if (trouble == null) {
            try {
                publish(view);
            } catch (IOException e) { // lamps are worth less than the run
                trouble = String.format(Locale.ROOT, "from %s on, since %s", clock(view.tick()), e.getMessage());
            }
        }
        hold(view.now());
    }

    /** From when on lamps were told nothing, and why; null where they were told all. */
    public String trouble() {
        return trouble;
    }

    private static String clock(int tick) {
        int second = tick / Clock.TICKS_PER_SECOND;
        return String.format(Locale.ROOT, "%02d:%02d:%02d", second / 3600, second / 60 % 60, second % 60);
    }

    private void publish(TrafficView view) throws IOException {
        for (int g = 0; g < shown.length; g++) {
            Aspect now = view.aspects().of(g);
            if (now != shown[g]) {
                SignalSystem.GroupInfo group = signals.groups().get(g);
                broker.publish(ROOT + group.place() + "/" + group.id(), Messages.word(now, group.people()), true);
                shown[g] = now;
            }
        }
        int now = view.tick() / Clock.TICKS_PER_SECOND;
        if (now != second) {
            second = now;
            broker.publish(CLOCK, clock(view.tick()), true);
        }
    }

    /** Lets simulated time pass no faster than it is to be seen. */
    private void hold(double now) {
        if (pace <= 0) {
            return;
        }
        if (Double.isNaN(startedFrom)) {
            startedFrom = now;
            startedAt = System.nanoTime();
        }
        long ahead = (long) ((now - startedFrom) / pace * 1e9) - (System.nanoTime() - startedAt);
        if (ahead > 0) {
            try {
                Thread.sleep(ahead / 1_000_000, (int) (ahead % 1_000_000));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt(); // the run looks at that
            }
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // the lamps keep what was shown last
    }

    @Override
    public void save(DataOutput out) {
        // what lamps show follows from the aspects
    }

    @Override
    public void restore(DataInput in) {
        Arrays.fill(shown, null);
    }

    @Override
    public void close() {
        broker.close();
    }
}
