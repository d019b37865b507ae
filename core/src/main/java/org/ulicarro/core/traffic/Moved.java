package org.ulicarro.core.traffic;

/** For whom there is more to do once all have moved, in the order of lanes. One for each share of the work. */
final class Moved {

    final Tally stoodOrWent = new Tally(); // rows: came to a stand or moved off
    final Tally decided = new Tally(); // rows: took or dropped a gap, or have one
    final Tally held = new Tally(); // rows: held by another place from now on
    final Tally heldElsewhere = new Tally(); // rows: likewise, and the old one is not their next
    final Tally zoned = new Tally(); // rows: on a lane with limits of its own
    final Tally pastLine = new Tally(); // rows: have passed the line of their account
    final Tally over = new Tally(); // slots: passed the end of their lane

    void clear() {
        stoodOrWent.clear();
        decided.clear();
        held.clear();
        heldElsewhere.clear();
        zoned.clear();
        pastLine.clear();
        over.clear();
    }

    void addAll(Moved other) {
        stoodOrWent.addAll(other.stoodOrWent);
        decided.addAll(other.decided);
        held.addAll(other.held);
        heldElsewhere.addAll(other.heldElsewhere);
        zoned.addAll(other.zoned);
        pastLine.addAll(other.pastLine);
        over.addAll(other.over);
    }
}
