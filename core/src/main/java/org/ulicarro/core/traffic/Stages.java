package org.ulicarro.core.traffic;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.util.stream.LongStream;
import org.ulicarro.core.base.Stateful;
import org.ulicarro.core.traffic.changing.Gaps;
import org.ulicarro.core.traffic.changing.Wishes;
import org.ulicarro.core.traffic.driving.LaneLoop;
import org.ulicarro.core.traffic.junctions.GiveWay;
import org.ulicarro.core.traffic.setup.Parts;
import org.ulicarro.core.traffic.state.Fleet;
import org.ulicarro.core.traffic.state.LaneQueues;
import org.ulicarro.core.traffic.state.Moved;
import org.ulicarro.core.traffic.state.Tally;
import org.ulicarro.core.traffic.watching.QueueMarks;

/**
 * The stages of the step that read only what stood before, cut into shares for several threads. Shares hold about equally many
 * vehicles; what each found is put together in the order of the shares, which is the order of lanes, so that neither their
 * number nor where they are cut changes a result.
 */
final class Stages implements AutoCloseable, Stateful {

    /** What a vehicle costs, with an empty lane as the measure. */
    private static final int PER_VEHICLE = 20;

    /** Less work than that is done sooner than it is shared. */
    private static final int WORTH_SHARING = 20_000;

    /** Steps for which a cut of the work holds. */
    private static final int CUT_AFTER = 15;

    /** Where there are several threads: small enough that none waits long for another one's last share. */
    private static final int SHARES_PER_THREAD = 8;

    private final Parts parts;
    private final LaneQueues queues;
    private final Fleet f;
    private final QueueMarks queueMarks;
    private final GiveWay giveWay;
    private final Wishes[] wishes; // share -> its own, since each keeps notes while it works
    private final LaneLoop[] driving;
    private final Tally[] found;
    private final long[] queueing; // share -> vehicles at which was looked for queues so far
    private final int[] firstLane; // share -> first of its lanes; one more than shares
    private final int[] firstPlace; // share -> number of the first of its places
    private final int most; // shares of a stage, where it is shared at all
    private final Crew crew; // null where one thread does it all
    private final Crew.Stage wishStage = this::collectWishes;
    private final Crew.Stage giveWayStage = this::decideGaps;
    private final Crew.Stage driveStage = this::driveShare;
    private final Crew.Stage queueStage = this::joinQueues;
    private int shares; // in this step; none before the first
    private int sinceCut; // steps
    private int tick;
    private double now;

    Stages(Parts parts, QueueMarks queueMarks, int threads) {
        this.parts = parts;
        queues = parts.queues;
        f = parts.fleet;
        this.queueMarks = queueMarks;
        giveWay = new GiveWay(parts);
        most = threads == 1 ? 1 : threads * SHARES_PER_THREAD;
        wishes = new Wishes[most];
        driving = new LaneLoop[most];
        found = new Tally[most];
        queueing = new long[most];
        for (int i = 0; i < most; i++) {
            wishes[i] = new Wishes(parts, new Gaps(parts));
            driving[i] = new LaneLoop(parts);
            found[i] = new Tally();
        }
        firstLane = new int[most + 1];
        firstPlace = new int[most + 1];
        crew = threads > 1 ? new Crew(threads, most) : null;
    }

    /** Cuts the work of a step; where, is found anew every few steps, since traffic moves slowly against that. */
    void begin() {
        int lanes = parts.table.lanes;
        int total = PER_VEHICLE * f.count() + lanes;
        int before = shares;
        shares = crew != null && total >= WORTH_SHARING ? most : 1;
        if (shares != before || sinceCut++ >= CUT_AFTER) {
            sinceCut = 0;
            cut(lanes, total);
        }
    }

    private void cut(int lanes, int total) {
        int places = parts.table.junctions.places;
        int lane = 0;
        int sum = 0;
        for (int i = 1; i < shares; i++) {
            while (lane < lanes && sum < (long) total * i / shares) {
                sum += PER_VEHICLE * queues.count(lane++) + 1;
            }
            lane = Math.min(lanes, (lane + 63) / 64 * 64); // stages look at 64 lanes at a time
            firstLane[i] = lane;
            firstPlace[i] = (int) ((long) places * i / shares);
        }
        firstLane[shares] = lanes;
        firstPlace[shares] = places;
    }

    private void run(Crew.Stage stage) {
        if (shares == 1) {
            stage.run(0);
        } else {
            crew.run(stage);
        }
    }

    /** Who wants to change lanes, as rows. */
    Tally wishes(int atTick) {
        tick = atTick;
        run(wishStage);
        return together();
    }

    private void collectWishes(int share) {
        found[share].clear();
        wishes[share].collect(firstLane[share], firstLane[share + 1], tick, found[share]);
    }

    private Tally together() {
        for (int i = 1; i < shares; i++) {
            found[0].addAll(found[i]);
        }
        return found[0];
    }

    void giveWay(double atTime) {
        now = atTime;
        run(giveWayStage);
    }

    private void decideGaps(int share) {
        giveWay.decide(firstPlace[share], firstPlace[share + 1], now);
    }

    /** All decide and move; says for whom there is more to do. What they have become holds at the end. */
    Moved drive(int endTick) {
        tick = endTick;
        run(driveStage);
        f.turn();
        Moved all = driving[0].moved();
        for (int i = 1; i < shares; i++) {
            all.addAll(driving[i].moved());
        }
        return all;
    }

    private void driveShare(int share) {
        driving[share].drive(firstLane[share], firstLane[share + 1], tick);
    }

    /** Who joined a queue, as rows. */
    Tally markQueues() {
        run(queueStage);
        return together();
    }

    private void joinQueues(int share) {
        found[share].clear();
        queueing[share] += queueMarks.mark(firstLane[share], firstLane[share + 1], found[share]);
    }

    /** What the stages have looked at so far. */
    StepCounts counts() {
        long lanes = 0;
        long plain = 0;
        long special = 0;
        for (LaneLoop loop : driving) {
            lanes += loop.lanes;
            plain += loop.plain;
            special += loop.special;
        }
        long wishing = 0;
        for (Wishes one : wishes) {
            wishing += one.lookedAt;
        }
        return new StepCounts(
                lanes, plain, special, wishing, LongStream.of(queueing).sum());
    }

    @Override
    public void save(DataOutput out) throws IOException {
        giveWay.save(out);
    }

    @Override
    public void restore(DataInput in) throws IOException {
        giveWay.restore(in);
    }

    @Override
    public void close() {
        if (crew != null) {
            crew.close();
        }
    }
}
