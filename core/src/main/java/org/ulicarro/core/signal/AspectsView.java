package org.ulicarro.core.signal;

/** What every signal group shows now, and since when: to look at, not to change. */
public final class AspectsView {

    private final Aspects aspects;

    public AspectsView(Aspects aspects) {
        this.aspects = aspects;
    }

    public Aspect of(int group) {
        return aspects.of(group);
    }

    /** The tick at which the group began to show what it shows. */
    public int since(int group) {
        return aspects.since(group);
    }

    /** How often any group has changed: who looks again only when this has grown misses nothing. */
    public int changes() {
        return aspects.changes();
    }
}
