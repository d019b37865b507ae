package org.ulicarro.core.tracks;

import java.util.Arrays;
import org.ulicarro.core.demand.Walks;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.people.Walkers;

/** Writes what a block tells of people on crossings: they stand or walk at their own speed, so it is enough to tell when that changes. */
final class WalkWriter {

    static final int STANDS = 0;
    static final int WALKS = 1;
    static final int STEPS_BACK = 2;
    static final int GONE = 3;

    private final byte[] motion; // walker -> the last that was told
    private final double[] position; // walker -> at the last step
    private int[] who = new int[64]; // those of this block, in order of their appearance
    private int[] seen = new int[64]; // of each of them the tick at which it appeared
    private double[] from = new double[64]; // and where
    private byte[] first = new byte[64]; // and what it did
    private int count;
    private final int[] place; // walker -> its place in 'who' plus 1, or 0
    private int[] eventOf = new int[256]; // place
    private int[] eventTick = new int[256];
    private byte[] eventMotion = new byte[256];
    private int events;
    private int blockStart;
    private int lastTick;

    WalkWriter(TrafficView view) {
        int walkers = view.walkers().walks().size();
        motion = new byte[walkers];
        position = new double[walkers];
        place = new int[walkers];
    }

    void beginBlock(TrafficView view, int tick) {
        blockStart = tick;
        lastTick = tick;
        for (int i = 0; i < count; i++) {
            place[who[i]] = 0;
        }
        count = 0;
        events = 0;
        Walkers walkers = view.walkers();
        for (int c = 0; c < crossings(view); c++) {
            for (int i = 0; i < walkers.present(c); i++) {
                int w = walkers.present(c, i);
                appear(w, tick, walkers.position(w), motion[w]);
            }
        }
    }

    private static int crossings(TrafficView view) {
        return view.table().network().crossings().size();
    }

    private void appear(int w, int tick, double at, byte doing) {
        if (count == who.length) {
            who = Arrays.copyOf(who, 2 * count);
            seen = Arrays.copyOf(seen, 2 * count);
            from = Arrays.copyOf(from, 2 * count);
            first = Arrays.copyOf(first, 2 * count);
        }
        who[count] = w;
        seen[count] = tick;
        from[count] = at;
        first[count] = doing;
        place[w] = ++count;
        motion[w] = doing;
        position[w] = at;
    }

    /** What a step that ends now has changed. */
    void step(TrafficView view, int tick) {
        Walkers walkers = view.walkers();
        for (int c = 0; c < crossings(view); c++) {
            for (int i = 0; i < walkers.present(c); i++) {
                int w = walkers.present(c, i);
                if (place[w] == 0) {
                    appear(w, lastTick, 0, (byte) STANDS);
                }
                double at = walkers.position(w);
                tell(w, at > position[w] ? WALKS : at < position[w] ? STEPS_BACK : STANDS);
                position[w] = at;
            }
        }
        for (int i = 0; i < count; i++) {
            if (walkers.endTick(who[i]) >= 0 && motion[who[i]] != GONE) {
                tell(who[i], GONE);
            }
        }
        lastTick = tick;
    }

    private void tell(int w, int doing) {
        if (motion[w] == doing) {
            return;
        }
        if (events == eventOf.length) {
            eventOf = Arrays.copyOf(eventOf, 2 * events);
            eventTick = Arrays.copyOf(eventTick, 2 * events);
            eventMotion = Arrays.copyOf(eventMotion, 2 * events);
        }
        eventOf[events] = place[w];
        eventTick[events] = lastTick; // from the beginning of the step on
        eventMotion[events++] = (byte) doing;
        motion[w] = (byte) doing;
    }

    void endBlock(Bytes block, TrafficView view) {
        Walks walks = view.walkers().walks();
        block.put(count);
        for (int i = 0; i < count; i++) {
            int w = who[i];
            block.put(w);
            block.put(walks.crossing()[w]);
            block.put(walks.there()[w] ? 1 : 0);
            block.put((int) StrictMath.rint((walks.aside()[w] + 1) * 100));
            block.put((int) StrictMath.rint(walks.speed()[w] * 1000));
            block.put(seen[i] - blockStart);
            block.put((int) StrictMath.rint(from[i] * 100));
            block.put(first[i]);
            int told = 0;
            for (int e = 0; e < events; e++) {
                told += eventOf[e] == i + 1 ? 1 : 0;
            }
            block.put(told);
            int last = seen[i];
            for (int e = 0; e < events; e++) {
                if (eventOf[e] == i + 1) {
                    block.put(eventTick[e] - last);
                    block.put(eventMotion[e]);
                    last = eventTick[e];
                }
            }
        }
    }
}
