package org.ulicarro.core.tracks;

import java.util.ArrayList;
import java.util.List;
import org.ulicarro.core.tracks.TrackBlock.AspectChange;
import org.ulicarro.core.tracks.TrackBlock.Newcomer;
import org.ulicarro.core.tracks.TrackBlock.Outside;
import org.ulicarro.core.tracks.TrackBlock.Sum;

/** Decodes one unpacked block. Used once. */
final class BlockReader {

    private static final double TENTH = 0.1;

    private final byte[] bytes;
    private final TrackHeader header;
    private final int start;
    private final int end;
    private final double[] laneEnds;
    private int at;

    BlockReader(byte[] bytes, TrackHeader header, int start, int end, double[] laneEnds) {
        this.bytes = bytes;
        this.header = header;
        this.start = start;
        this.end = end;
        this.laneEnds = laneEnds;
    }

    TrackBlock read() {
        List<Newcomer> newcomers = newcomers();
        int[] aspects = new int[header.groups()];
        for (int group = 0; group < aspects.length; group++) {
            aspects[group] = next();
        }
        List<AspectChange> changes = changes();
        List<Outside> outside = outside();
        List<Sum> sums = sums();
        List<Walk> walks = walks();
        int count = next();
        List<Leg> legs = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            legs.add(leg());
        }
        return new TrackBlock(start, end, newcomers, aspects, changes, outside, sums, walks, legs);
    }

    private int next() {
        int value = 0;
        for (int shift = 0; ; shift += 7) {
            byte one = bytes[at++];
            value |= (one & 0x7F) << shift;
            if (one >= 0 || shift > 28) {
                return value;
            }
        }
    }

    private int nextSigned() {
        return signed(next());
    }

    private static int signed(int zigzag) {
        return zigzag >>> 1 ^ -(zigzag & 1);
    }

    private List<Newcomer> newcomers() {
        int count = next();
        List<Newcomer> newcomers = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int id = next();
            int type = next();
            double length = next() / 100.0;
            double factor = next() / 1000.0;
            double wanted = next() * TENTH;
            int entry = next();
            int[] way = new int[next()];
            for (int m = 0; m < way.length; m++) {
                way[m] = next();
            }
            newcomers.add(new Newcomer(id, type, length, factor, wanted, entry, way));
        }
        return newcomers;
    }

    private List<AspectChange> changes() {
        List<AspectChange> changes = new ArrayList<>();
        int tick = start;
        for (int left = next(); left > 0; left--) {
            tick += next();
            int group = next();
            changes.add(new AspectChange(tick, group, next()));
        }
        return changes;
    }

    private List<Outside> outside() {
        int[] lanes = new int[next()];
        int lane = 0;
        for (int i = 0; i < lanes.length; i++) {
            lane += next();
            lanes[i] = lane;
        }
        List<Outside> outside = new ArrayList<>();
        for (int one : lanes) {
            outside.add(new Outside(start, one, next()));
        }
        int tick = start;
        for (int left = next(); left > 0; left--) {
            tick += next();
            int place = next();
            outside.add(new Outside(tick, lanes[place], next()));
        }
        return outside;
    }

    private List<Sum> sums() {
        List<Sum> sums = new ArrayList<>();
        int movement = 0;
        for (int left = next(); left > 0; left--) {
            movement += next();
            int passed = next();
            int accounts = next();
            sums.add(new Sum(movement, passed, accounts, nextSigned() * TENTH));
        }
        return sums;
    }

    private List<Walk> walks() {
        List<Walk> walks = new ArrayList<>();
        for (int left = next(); left > 0; left--) {
            int id = next();
            int crossing = next();
            boolean there = next() == 1;
            double aside = next() / 100.0 - 1;
            double speed = next() / 1000.0;
            int begin = start + next();
            double position = next() / 100.0;
            int motion = next();
            int[] ticks = new int[next()];
            int[] motions = new int[ticks.length];
            int tick = begin;
            for (int i = 0; i < ticks.length; i++) {
                tick += next();
                ticks[i] = tick;
                motions[i] = next();
            }
            walks.add(new Walk(id, crossing, there, aside, speed, begin, position, motion, ticks, motions));
        }
        return walks;
    }

    private Leg leg() {
        int vehicle = next();
        int tick = start + next();
        int lane = next();
        int[] behind = new int[next()];
        for (int i = 0; i < behind.length; i++) {
            behind[i] = next();
        }
        int changedFrom = next() - 1;
        int changeLeft = changedFrom >= 0 ? next() : 0;
        int position = nextSigned();
        int change = nextSigned();
        int delay = nextSigned();
        int state = next();
        int waits = next();
        int waitsFor = next() - 1;
        Leg leg = new Leg(vehicle, header.sampleTicks(), laneEnds, behind, lane);
        leg.key(tick, position, delay, state & ~Keys.STANDS, (state & Keys.STANDS) != 0, waits, waitsFor);
        leg.hint(change);
        if (changedFrom >= 0) {
            leg.wasMovingOver(changedFrom, tick + changeLeft - Leg.OVER_TICKS);
        }
        readKeys(leg, tick, position, change);
        return leg;
    }

    private void readKeys(Leg leg, int begin, int position, int begun) {
        int sampledAt = begin;
        int sampled = position;
        int change = begun;
        while (true) {
            int code = next();
            if (code >= Keys.STILL) {
                int samples = code == Keys.STILL ? next() : 1;
                int more = code == Keys.STILL ? 1 : code - Keys.SAMPLE;
                for (int i = 0; i < samples; i++) {
                    int grid = start + ((sampledAt - start) / header.sampleTicks() + 1) * header.sampleTicks();
                    int tick = Math.min(end, grid);
                    int now = expected(sampled, change, tick - sampledAt) + signed(more >>> 1);
                    change = tick - sampledAt == header.sampleTicks() ? now - sampled : change;
                    sampled = now;
                    sampledAt = tick;
                    leg.sample(tick, now, more & 1);
                }
                continue;
            }
            switch (code) {
                case Keys.END -> {
                    return;
                }
                case Keys.STATE -> leg.state(next());
                case Keys.WAITS -> leg.waits(next(), next() - 1);
                default -> {
                    int ticks = next();
                    int lane = code == Keys.ONTO || code == Keys.STARTED_OVER ? next() : -1;
                    int tick = sampledAt + ticks;
                    if (code == Keys.MOVED_OVER) {
                        leg.movedOver(tick);
                        continue;
                    }
                    int now = expected(sampled, change, ticks) + nextSigned();
                    leg.event(tick, now);
                    if (code == Keys.ONTO) {
                        leg.onto(lane);
                    } else if (code == Keys.STARTED_OVER) {
                        leg.startedOver(tick, lane);
                    } else if (code == Keys.STOP_OR_GO) {
                        leg.stopOrGo();
                    } else {
                        leg.leave();
                        return;
                    }
                }
            }
        }
    }

    private int expected(int position, int change, int ticks) {
        return Keys.expected(position, change, ticks, header.sampleTicks());
    }
}
