package org.ulicarro.link;

import java.io.IOException;
import java.util.Map;
import java.util.TreeMap;

/** A board of lamps, fed by a broker: what each group of each place shows. */
public final class LampBoard implements AutoCloseable {

    private final Broker broker;
    private final Map<String, Map<String, String>> lamps = new TreeMap<>(); // place -> group -> what it shows
    private String clock = "";
    private String lost; // why the broker is gone, or null
    private int changes;

    /**
     * Listens to a broker.
     *
     * @param address {@code tcp://127.0.0.1:1883}
     * @throws IOException when nobody answers there
     */
    public LampBoard(String address) throws IOException {
        broker = Broker.connect(address, this::heard, this::gone);
        broker.subscribe(LampPublisher.ROOT + "#");
    }

    private synchronized void gone(String why) {
        lost = why;
        notifyAll();
    }

    private synchronized void heard(String topic, String text) {
        if (topic.equals(LampPublisher.CLOCK)) {
            clock = text;
        } else {
            String[] parts = topic.substring(LampPublisher.ROOT.length()).split("/");
            if (parts.length != 2) {
                return; // not ours
            }
            lamps.computeIfAbsent(parts[0], none -> new TreeMap<>()).put(parts[1], text);
        }
        changes++;
        notifyAll();
    }

    /** Waits until something has changed since a number of changes, at most so long (ms); how many there have been. */
    public synchronized int await(int since, long millis) throws InterruptedException {
        if (changes == since && lost == null) {
            wait(millis);
        }
        return changes;
    }

    /** Why the broker is gone, or null while it is there. */
    public synchronized String lost() {
        return lost;
    }

    /** Time of day of the run; empty before it is known. */
    public synchronized String clock() {
        return clock;
    }

    /** What each group shows, by place and group. */
    public synchronized Map<String, Map<String, String>> lamps() {
        Map<String, Map<String, String>> copy = new TreeMap<>();
        lamps.forEach((place, groups) -> copy.put(place, new TreeMap<>(groups)));
        return copy;
    }

    @Override
    public void close() {
        broker.close();
    }
}
