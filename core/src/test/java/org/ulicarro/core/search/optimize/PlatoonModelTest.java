package org.ulicarro.core.search.optimize;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.analysis.SignalDelay;
import org.ulicarro.core.demand.Volumes;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.AimInput;

/** The screen against what theory says of an isolated signal and of one street. */
class PlatoonModelTest {

    private static final AimInput DELAY = new AimInput(1.0, null, null, null, null, null);
    private static final AimInput ON_RED = new AimInput(null, null, 1.0, null, null, null);

    private static PlatoonModel screen(PlanSpace space, AimInput aim, double journeys) {
        Volumes volumes = TwoSignals.volumes(space.model());
        return new PlatoonModel(space, Streams.of(space, volumes), journeys, 1, aim);
    }

    /** Random arrivals at a green of 40 s in 90: uniform delay, and what chance adds, by the manual's two terms. */
    @Test
    void anIsolatedSignalHasTheDelayOfTheManual() throws NotTimed {
        Crossroads scene = Crossroads.oneThroughLane(300).count("EBT", 600);
        Model model = scene.model();
        PlanSpace space = TwoSignals.space(model);
        double flow = 600 / 3600.0;
        double saturation = space.signals().get(0).orders().get(0).timing().groups().stream()
                .filter(g -> g.volume() > 0)
                .findFirst()
                .orElseThrow()
                .saturation(40, 90);
        double share = 40.0 / 90;
        double x = 600 / (saturation * share);
        double expected = SignalDelay.uniform(90, share, x) + SignalDelay.incremental(x, saturation * share, 1);
        assertThat(screen(space, DELAY, flow).index(space.inForce())).isCloseTo(expected, within(0.7));
        assertThat(screen(space, ON_RED, flow).index(space.inForce())).isCloseTo(1 - share, within(0.005));
    }

    /** 400 m at 50 km/h take 28.8 s: the second green should begin about then after the first one. */
    @Test
    void alongOneStreetTheBestOffsetIsDistanceOverSpeed() throws NotTimed {
        PlanSpace space = TwoSignals.space(TwoSignals.eastward(600, 100).model());
        PlatoonModel screen = screen(space, DELAY, 1000 / 3600.0);
        SignalTimes plan = space.inForce();
        int best = 0;
        double least = Double.POSITIVE_INFINITY;
        double most = 0;
        for (int offset = 0; offset < 60; offset++) {
            double index = screen.index(plan.with(1, plan.settings().get(1).later(offset)));
            best = index < least ? offset : best;
            least = Math.min(least, index);
            most = Math.max(most, index);
        }
        assertThat((double) best).isCloseTo(28.8, within(4.0));
        assertThat(most - least)
                .as("a platoon that meets red waits for most of it")
                .isGreaterThan(5);
    }

    /** Moving all signals together changes nothing; a signal of half the cycle comes round twice. */
    @Test
    void onlyDifferencesOfOffsetsCount() throws NotTimed {
        PlanSpace space = TwoSignals.space(TwoSignals.eastward(600, 100).model());
        PlatoonModel screen = screen(space, DELAY, 1000 / 3600.0);
        SignalTimes plan = space.inForce();
        double index = screen.index(plan);
        for (int by : new int[] {7, 31}) {
            SignalTimes moved = plan.with(0, plan.settings().get(0).later(by))
                    .with(1, plan.settings().get(1).later(by));
            assertThat(screen.index(moved)).isCloseTo(index, within(0.02));
        }
        SignalTimes half = plan.with(1, Setting.of(0, 0.5, 3, new double[] {0, 18, 30}));
        SignalTimes later = plan.with(1, Setting.of(0, 0.5, 33, new double[] {0, 18, 30}));
        assertThat(screen.index(later)).isCloseTo(screen.index(half), within(1e-9));
    }

    /** It climbs from a plan that holds platoons up to one that does not. */
    @Test
    void climbingFindsTheOffset() throws NotTimed {
        TwoSignals scene = TwoSignals.eastward(600, 100);
        scene.secondOffset = 58;
        PlanSpace space = TwoSignals.space(scene.model(), "first splits", "second splits");
        PlatoonModel screen = screen(space, DELAY, 1000 / 3600.0);
        Climb climb = new Climb(
                screen,
                java.util.List.of(
                        new Neighbourhood(space, new double[] {16, 8}, new double[] {4}),
                        new Neighbourhood(space, new double[] {2, 1}, new double[] {1})));
        SignalTimes found = climb.from(space.inForce());
        double took = (found.settings().get(1).start() - found.settings().get(0).start() + 60) % 60;
        assertThat(took).isCloseTo(28.8, within(5.0));
        assertThat(found.settings().get(0).points())
                .isEqualTo(space.inForce().settings().get(0).points());
    }
}
