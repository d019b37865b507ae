package org.ulicarro.core.run;

import org.ulicarro.core.demand.DemandPlan;
import org.ulicarro.core.network.KeptLanes;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.setup.Behaviour;

/**
 * Inputs compiled for one of their periods: all that replications share. Immutable. A variant shares with the model that it was made of
 * whatever it does not change.
 */
public final class Model {

    private final Inputs inputs;
    private final String periodId;
    private final Layers layers;
    private final LaneTable table;
    private volatile String fingerprint;

    Model(Inputs inputs, String periodId, Layers layers, LaneTable table) {
        this.inputs = inputs;
        this.periodId = periodId;
        this.layers = layers;
        this.table = table;
    }

    /**
     * Checks and compiles, as far as errors let it.
     *
     * @param periodId one of the study's periods
     */
    public static Compiled<Model> compile(Inputs inputs, String periodId) {
        return Layers.NONE.compile(inputs, periodId, null);
    }

    /**
     * Compiles what can be looked at, errors of its network or not: no lanes are hidden because nobody has said yet who goes first where they
     * cross. It is not to be run.
     */
    public static Compiled<Model> compileToLookAt(Inputs inputs, String periodId) {
        return Layers.NONE.compile(inputs, periodId, null, true);
    }

    /** The same with something changed; only what that makes stale is compiled anew. */
    public Compiled<Model> with(Change change) {
        return layers.compile(inputs.with(change), periodId, this);
    }

    /** What it was compiled from. */
    public Inputs inputs() {
        return inputs;
    }

    /** Equal for models that drive equally. */
    String fingerprint() {
        String known = fingerprint;
        if (known == null) {
            known = inputs.digest() + " " + periodId;
            fingerprint = known; // two threads may both make it, and make the same
        }
        return known;
    }

    public Study study() {
        return inputs.study();
    }

    public String periodId() {
        return periodId;
    }

    /** The period that is run. */
    public Period period() {
        return study().periods().get(periodId);
    }

    /** Lanes that are kept for others than cars in its period. */
    public KeptLanes keptLanes() {
        return new KeptLanes(network(), study().network(), period().from(), period().to());
    }

    /** Lanes, paths and conflicts. */
    public Network network() {
        return layers.network().made();
    }

    /** Control. */
    public SignalSystem signals() {
        return layers.signals().made();
    }

    /** How drivers behave on this network. */
    public Behaviour behaviour() {
        return layers.behaviour().made();
    }

    /** Who wants to travel. */
    public DemandPlan demand() {
        return layers.demand().made();
    }

    /** Network and control as the step reads them. */
    public LaneTable table() {
        return table;
    }
}
