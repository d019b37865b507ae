package org.ulicarro.core.traffic;

/** For whom there is more to do after moving, as rows. One for each share of the work. */
final class Moved {

    final Tally over = new Tally(); // passed the end of their lane
    final Tally stoodOrWent = new Tally(); // came to a stand or moved off
    final Tally heldElsewhere = new Tally(); // held by another place from now on, and the old one is not their next
    final Tally behindIt = new Tally(); // have the control that they passed behind them

    void clear() {
        over.clear();
        stoodOrWent.clear();
        heldElsewhere.clear();
        behindIt.clear();
    }

    void addAll(Moved other) {
        over.addAll(other.over);
        stoodOrWent.addAll(other.stoodOrWent);
        heldElsewhere.addAll(other.heldElsewhere);
        behindIt.addAll(other.behindIt);
    }
}
