package org.ulicarro.core.search.optimize;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;

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

    @Test
    void whatIsToStayMustBeThere() {
        assertThatThrownBy(() -> TwoSignals.space(TwoSignals.eastward(400, 200).model(), "frist"))
                .isInstanceOf(NotTimed.class)
                .hasMessageContaining("Did you mean 'first'?");
        assertThatThrownBy(() -> TwoSignals.space(TwoSignals.eastward(400, 200).model(), "first walkk"))
                .hasMessageContaining("Did you mean 'walk'?");
    }
}
