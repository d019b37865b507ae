package org.ulicarro.core.traffic.state;

/** For whom there is more to do once all have moved, in the order of lanes. One for each share of the work. */
public final class Moved {

    public final Tally stoodOrWent = new Tally(); // rows: came to a stand or moved off
    public final Tally decided = new Tally(); // rows: took or dropped a gap, or have one
    public final Tally held = new Tally(); // rows: held by another place from now on
    public final Tally heldElsewhere = new Tally(); // rows: likewise, and the old one is not their next
    public final Tally zoned = new Tally(); // rows: on a lane with limits of its own
    public final Tally pastLine = new Tally(); // rows: have passed the line of their account
    public final Tally over = new Tally(); // slots: passed the end of their lane

    public void clear() {
        stoodOrWent.clear();
        decided.clear();
        held.clear();
        heldElsewhere.clear();
        zoned.clear();
        pastLine.clear();
        over.clear();
    }

    public void addAll(Moved other) {
        stoodOrWent.addAll(other.stoodOrWent);
        decided.addAll(other.decided);
        held.addAll(other.held);
        heldElsewhere.addAll(other.heldElsewhere);
        zoned.addAll(other.zoned);
        pastLine.addAll(other.pastLine);
        over.addAll(other.over);
    }
}
