package org.ulicarro.core.measure;

import com.google.auto.service.AutoService;
import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.base.SavedArrays;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.FleetView;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;

/** Volume, speed and load of every link: who comes to its end is counted, who is on it looked at once a second. */
final class LinkMeasure implements Measure<LinkRow> {

    /** Registers it. */
    @AutoService(Instrument.class)
    public static final class Kind extends Instrument {
        public Kind() {
            super(LinkRow.class, LinkMeasure::new);
        }
    }

    private static final int COUNT = 0;
    private static final int TIME = 1; // s
    private static final int DISTANCE = 2; // m
    private static final int QUEUED = 3; // s
    private static final int FULL = 4; // s in which a queue reached back to its start
    private static final int SUMS = 5;

    /** A queue reaches back to the start when somebody in it stands within so much of it (m). */
    private static final double AT_START = 12;

    private final Network network;
    private final Intervals intervals;
    private final int[] linkOf; // lane -> link, or -1
    private final boolean[] full; // link, in this second
    private final double[] sums; // (link, interval, what)

    LinkMeasure(Fitting at) {
        network = at.network();
        intervals = at.intervals();
        linkOf = new int[network.lanes().size()];
        network.lanes().forEach(lane -> linkOf[lane.index()] = lane.link());
        full = new boolean[network.links().size()];
        sums = new double[network.links().size() * intervals.count() * SUMS];
    }

    private void add(int link, int slice, int what, double value) {
        sums[(link * intervals.count() + slice) * SUMS + what] += value;
        if (slice != intervals.whole()) {
            sums[(link * intervals.count() + intervals.whole()) * SUMS + what] += value;
        }
    }

    @Override
    public void afterStep(TrafficView view, TrafficEvents events) {
        for (int e = 0; e < events.lineCount(); e++) {
            count(linkOf[events.lineLane(e)], events.lineAt(e));
        }
        for (int e = 0; e < events.leftCount(); e++) {
            int row = events.leftRow(e);
            count(linkOf[view.rows().lane(row)], events.leftAt(e));
        }
        int slice = intervals.slice(view.secondEnded());
        if (slice < 0) {
            return;
        }
        FleetView rows = view.rows();
        for (int row = 0; row < rows.count(); row++) {
            int link = rows.vehicle(row) < 0 ? -1 : linkOf[rows.lane(row)];
            if (link >= 0) {
                add(link, slice, TIME, 1);
                add(link, slice, DISTANCE, rows.speed(row));
                if (rows.queued(row)) {
                    add(link, slice, QUEUED, 1);
                    full[link] |= rows.position(row) - rows.length(row) < AT_START;
                }
            }
        }
        addFull(slice);
    }

    private void addFull(int slice) {
        for (int link = 0; link < full.length; link++) {
            if (full[link]) {
                add(link, slice, FULL, 1);
                full[link] = false;
            }
        }
    }

    private void count(int link, double at) {
        int slice = intervals.slice(at);
        if (link >= 0 && slice >= 0) {
            add(link, slice, COUNT, 1);
        }
    }

    @Override
    public void afterRun(TrafficView view, TrafficEvents events) {
        // all has been added
    }

    /** Link by link its intervals, the whole period last; stretches of rings are left out. */
    @Override
    public List<LinkRow> rows(TrafficView end) {
        List<LinkRow> rows = new ArrayList<>();
        for (Link link : network.links()) {
            for (int i = 0; i < intervals.count() && !link.ring(); i++) {
                int at = (link.index() * intervals.count() + i) * SUMS;
                double length = intervals.to(i) - intervals.from(i);
                rows.add(new LinkRow(
                        link.id(),
                        link.from(),
                        link.to(),
                        link.road(),
                        intervals.from(i),
                        intervals.to(i),
                        (int) sums[at],
                        sums[at + TIME] / length,
                        sums[at + DISTANCE],
                        sums[at + TIME],
                        sums[at + DISTANCE] / sums[at + TIME],
                        sums[at + FULL] / length,
                        hasQueue(link, sums[at + QUEUED]) ? sums[at + QUEUED] / sums[at + TIME] : Double.NaN));
            }
        }
        return rows;
    }

    /** At the end of other links nothing tells a queue, unless one of a control reached back to them. */
    private boolean hasQueue(Link link, double queued) {
        return queued > 0 || network.junctions().get(link.to()).controlled();
    }

    @Override
    public void save(DataOutput out) throws IOException {
        SavedArrays.write(out, sums, sums.length);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        SavedArrays.read(in, sums);
    }
}
