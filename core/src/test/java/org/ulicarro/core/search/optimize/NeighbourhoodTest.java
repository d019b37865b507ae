package org.ulicarro.core.search.optimize;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.run.Replication;

/** What is near a plan: sound, different, and nothing of what is to stay. */
class NeighbourhoodTest {

    private static final double[] STEPS = {4, 1};

    private static List<SignalTimes> near(PlanSpace space) {
        return new Neighbourhood(space, STEPS, STEPS).of(space.inForce());
    }

    @Test
    void everyNeighbourIsAnotherPlanThatTheMonitorPasses() throws NotTimed {
        PlanSpace space = TwoSignals.space(TwoSignals.eastward(400, 200).model());
        List<SignalTimes> all = near(space);
        assertThat(all).doesNotHaveDuplicates().doesNotContain(space.inForce()).hasSizeGreaterThan(20);
        for (SignalTimes plan : all) {
            assertThat(space.model(plan)).as(space.change(plan).toString()).isPresent();
            assertThat(space.change(plan)).isNotEmpty();
        }
        assertThat(all).anyMatch(p -> p.settings().get(1).factor() == 0.5);
    }

    @Test
    void whatIsKeptIsInNoNeighbour() throws NotTimed {
        PlanSpace space =
                TwoSignals.space(TwoSignals.eastward(400, 200).model(), "first", "second offset", "second NS");
        Setting second = space.inForce().settings().get(1);
        assertThat(near(space))
                .allMatch(p ->
                        p.settings().get(0).equals(space.inForce().settings().get(0)))
                .allMatch(p -> p.settings().get(1).factor() != 1
                        || p.settings()
                                .get(1)
                                .points()
                                .get(1)
                                .equals(second.points().get(1)));
    }

    /** Other cycles keep proportions; what does not fit is no plan. */
    @Test
    void otherCyclesAreStretchedOrRefused() throws NotTimed {
        PlanSpace space = TwoSignals.space(TwoSignals.eastward(400, 200).model());
        SignalTimes longer = space.stretched(90).orElseThrow();
        assertThat(longer.settings().get(0).points()).containsExactly(0.0, 52.0, 90.0);
        assertThat(space.model(longer)).isPresent();
        assertThat(space.change(longer))
                .containsEntry(
                        "signals.\"first\".plans.\"p\"",
                        "{cycle: 90 s, offset: 0 s, greens: {EW: [0-47], NS: [52-85]}}");
        assertThat(space.stretched(9)).isEmpty();
        assertThat(space.binding(9)).contains("'first' needs 20 s for EW (shortest green), NS (shortest green)");
    }

    /** A signal whose greens do not fit into the common cycle comes round in the double one, also when it is made a model. */
    @Test
    void whatDoesNotFitRunsWithTheDoubleCycle() throws NotTimed {
        TwoSignals scene = TwoSignals.eastward(400, 200);
        scene.leastAtSecond = 18;
        PlanSpace space = TwoSignals.space(scene.model());
        SignalTimes plan = space.stretched(40).orElseThrow();
        assertThat(plan.settings().get(0).factor()).isEqualTo(1);
        assertThat(plan.settings().get(1).factor()).isEqualTo(2);
        assertThat(plan.isInStep()).isTrue();
        assertThat(space.model(plan)).isPresent();
        assertThat(space.change(plan).get("signals.\"first\".plans.\"p\"")).startsWith("{cycle: 40 s");
        assertThat(space.change(plan).get("signals.\"second\".plans.\"p\"")).startsWith("{cycle: 80 s");
        assertThat(space.stretched(20)).isEmpty();
    }

    /** Half the common cycle is tried where it is allowed, and runs: both signals let the same people go, one of them twice as often. */
    @Test
    void halfTheCycleIsAPlanThatRuns() throws NotTimed {
        PlanSpace space = TwoSignals.space(TwoSignals.eastward(400, 200).model());
        SignalTimes half = near(space).stream()
                .filter(p -> p.settings().get(1).factor() == 0.5)
                .findFirst()
                .orElseThrow();
        assertThat(space.change(half).get("signals.\"second\".plans.\"p\"")).startsWith("{cycle: 30 s");
        Replication replication = new Replication(space.model(half).orElseThrow(), 1);
        assertThat(replication.result().unservedAtEnd()).isZero();
    }

    @Test
    void whatIsToStayMustBeThere() {
        assertThatThrownBy(() -> TwoSignals.space(TwoSignals.eastward(400, 200).model(), "frist"))
                .isInstanceOf(NotTimed.class)
                .hasMessageContaining("Did you mean 'first'?");
        assertThatThrownBy(() -> TwoSignals.space(TwoSignals.eastward(400, 200).model(), "first walkk"))
                .hasMessageContaining("Did you mean 'walk'?");
    }
}
