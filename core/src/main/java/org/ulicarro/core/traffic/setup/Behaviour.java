package org.ulicarro.core.traffic.setup;

import org.ulicarro.core.base.Clock;
import org.ulicarro.core.study.DriverNumbers;
import org.ulicarro.core.study.InformedInput;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.traffic.following.FollowingRule;
import org.ulicarro.core.traffic.following.Traits;
import org.ulicarro.core.traffic.lanes.ClosureTable;
import org.ulicarro.core.traffic.lanes.GateTable;
import org.ulicarro.core.traffic.lanes.LaneKinds;
import org.ulicarro.core.traffic.lanes.LaneRules;
import org.ulicarro.core.traffic.lanes.LaneTable;

/**
 * How drivers behave, and what the road asks of them beyond its lanes and signals: time gaps and zones lane by lane, who may use which lane,
 * closures, gates. Compiled once for a model and the same for all of its replications; immutable.
 */
public final class Behaviour {

    final DriverNumbers numbers;
    final FollowingRule following;
    final LaneRules rules;
    public final Traits traits;
    final ClosureTable closures;
    final GateTable gates;
    final LaneKinds kinds;
    final int ticksPerStep;
    final InformedInput informed; // null for nobody

    private Behaviour(Study study, LaneTable table) {
        numbers = study.drivers().allRoads();
        rules = new LaneRules(study, table);
        following = FollowingRule.of(study.drivers().following());
        traits = new Traits(study, following);
        closures = new ClosureTable(study, table);
        gates = new GateTable(study, table);
        kinds = new LaneKinds(table, rules, gates);
        ticksPerStep = Clock.ticks(study.step());
        informed = study.demand().informed();
    }

    /** That of a study's drivers on its network. */
    public static Behaviour of(Study study, LaneTable table) {
        return new Behaviour(study, table);
    }
}
