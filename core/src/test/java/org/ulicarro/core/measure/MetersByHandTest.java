package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.measure.VisitSums.Sum;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.traffic.ByHand;

/** A few cars put down by hand before one signal; what is measured was worked out on paper. */
class MetersByHandTest {

    private static final double START = 8 * 3600; // s since midnight

    private final Model model = scene(3600);
    private final Movement eastbound = model.network().movement("market", "EBT").movement();
    private final int lane = eastbound.paths().get(0).fromLane();
    private final int through = eastbound.index();
    private final int group = model.signals().groupOf(through);

    private static Model scene(double seconds) {
        Crossroads scene = Crossroads.oneThroughLane(400).count("EBT", 600);
        scene.step = 1;
        scene.hours = seconds / 3600;
        return scene.model();
    }

    private static Intervals intervals(Model of) {
        return new Intervals(of.demand().window());
    }

    private LaneMeasure greens() {
        return new LaneMeasure(
                model.network(),
                model.signals(),
                new ControlledLanes(new int[] {lane}, new int[] {group}),
                intervals(model));
    }

    private static QueueMeasure queues(Model of, int lane, int group) {
        return new QueueMeasure(of.network(), new ControlledLanes(new int[] {lane}, new int[] {group}), intervals(of));
    }

    /** Of three in the queue two pass in the first green: it has failed. The next one serves all, also one who came later. */
    @Test
    void aGreenFailsWhenSomebodyOfItsQueueIsLeft() {
        ByHand scene = new ByHand(model, START);
        LaneMeasure meter = greens();
        scene.observe(meter);
        for (double toLine : new double[] {1, 8, 15}) {
            scene.car(lane, toLine, 0, through);
        }
        scene.show(group, Aspect.RED);
        scene.seconds(10);
        greenWith(scene, 2);
        assertThat(meter.splitFailures(lane)).isEqualTo(1);
        scene.seconds(46); // 60 s after the first green
        scene.car(lane, 300, 15, through);
        greenWith(scene, 2);
        assertThat(meter.splitFailures(lane)).isEqualTo(0.5);
        LaneRow row = meter.rows(null).get(0);
        assertThat(row.greens()).isEqualTo(2);
        assertThat(row.greenS()).isEqualTo(10);
        assertThat(row.cycleS()).isEqualTo(60);
        assertThat(meter.greenShare(lane)).isCloseTo(10 / 60.0, within(1e-12));
        assertThat(row.vehicles()).isEqualTo(4);
    }

    /** 10 s of green and 3 s of yellow, in whose 3rd, 5th, ... second one car passes. */
    private void greenWith(ByHand scene, int cars) {
        scene.show(group, Aspect.GREEN);
        scene.second();
        for (int second = 1; second < 10; second++) {
            if (second % 2 == 1 && second / 2 >= 1 && second / 2 <= cars) {
                scene.pass(lane, through);
            }
            scene.second();
        }
        scene.show(group, Aspect.YELLOW);
        scene.seconds(3);
        scene.show(group, Aspect.RED);
        scene.second();
    }

    /** From the fifth of the queue on, headways of 2 s: 1800 an hour. Those of the first four, of 5 s, do not count. */
    @Test
    void saturationFlowIsThatOfTheFifthAndLater() {
        ByHand scene = new ByHand(model, START);
        LaneMeasure meter = greens();
        scene.observe(meter);
        for (int green = 0; green < 5; green++) {
            for (int k = 0; k < 10; k++) {
                scene.car(lane, 1 + 7 * k, 0, through);
            }
            scene.show(group, Aspect.RED);
            scene.seconds(20);
            scene.show(group, Aspect.GREEN);
            for (int k = 0; k < 10; k++) {
                scene.seconds(k < 4 ? 5 : 2);
                scene.pass(lane, through);
                scene.car(lane, 300, 15, through); // one who was not in the queue when it began
            }
            for (int k = 0; k < 10; k++) {
                scene.second();
                scene.pass(lane, through); // a second apart, but none of the queue
            }
            scene.second();
        }
        scene.show(group, Aspect.RED);
        scene.second();
        assertThat(meter.saturation(lane)).as("30 headways").isCloseTo(1800, within(1e-9));
        assertThat(meter.splitFailures(lane)).isZero();
        LaneRow row = meter.rows(null).get(0);
        assertThat(row.greenS()).isEqualTo(43);
        assertThat(row.effectiveGreenS())
                .as("start-up lost time 20 - 4 x 2 s; yellow as usual, for no green was full")
                .isCloseTo(43 - 12 + 2, within(1e-9));
    }

    /** Who rolls over the line in the second in which green begins is of this green; who turns right on red is of none. */
    @Test
    void greensHaveTheirOwnPassagesOnly() {
        ByHand scene = new ByHand(model, START);
        LaneMeasure meter = greens();
        scene.observe(meter);
        for (int green = 0; green < 10; green++) {
            for (int k = 0; k < 9; k++) {
                scene.car(lane, 1 + 7 * k, 0, through);
            }
            scene.show(group, Aspect.RED);
            scene.seconds(20);
            scene.show(group, Aspect.GREEN);
            for (int k = 0; k < 8; k++) {
                scene.pass(lane, through); // the first within the second that ends now
                scene.seconds(2);
            }
            scene.show(group, Aspect.RED);
            scene.seconds(30);
            scene.pass(lane, through); // the ninth of the queue, 30 s into red
            scene.second();
        }
        LaneRow row = meter.rows(null).get(0);
        assertThat(row.headways()).as("the fifth to eighth of each queue").isEqualTo(40);
        assertThat(row.saturationPcuh()).isCloseTo(1800, within(1e-9));
        assertThat(row.splitFailureShare()).as("the ninth was left over").isEqualTo(1);
    }

    /**
     * The queue clears at its front while its end still grows: two pass, a third moves up, a fourth joins without stopping. The back of
     * queue is where that one joined, though nobody stands there when it is read, and one who comes slowly far behind has not joined.
     */
    @Test
    void theBackOfQueueIsTheFurthestWhoJoinedThoughTheFrontMoves() {
        Model minute = scene(60);
        ByHand scene = new ByHand(minute, START - 1);
        QueueMeasure meter = queues(minute, lane, group);
        scene.observe(meter);
        scene.show(group, Aspect.RED);
        scene.second(); // 8:00:00, nobody there; a cycle begins
        scene.car(lane, 1, 0, through);
        scene.car(lane, 8, 0, through);
        int third = scene.car(lane, 15, 0, through);
        scene.seconds(10); // queue of 20 m at ten looks
        scene.show(group, Aspect.GREEN);
        scene.second(); // 20 m
        scene.pass(lane, through);
        int fourth = scene.car(lane, 25, 6, through); // 5 m behind the third: joins, its rear at 30 m
        scene.second(); // 30 m
        scene.pass(lane, through);
        scene.place(third, 5, 4);
        scene.place(fourth, 12, 4);
        scene.car(lane, 40, 6, through); // 23 m behind the fourth, slow, and not in the queue
        scene.second(); // 17 m
        scene.pass(lane, through);
        scene.pass(lane, through);
        scene.second(); // nobody queues
        scene.show(group, Aspect.YELLOW);
        scene.seconds(3);
        scene.show(group, Aspect.RED);
        scene.seconds(42); // to the end of the minute and past it
        scene.show(group, Aspect.GREEN);
        scene.second();
        scene.show(group, Aspect.RED);
        scene.second();
        assertThat(meter.cycles()).hasSize(2);
        QueueCycle cycle = meter.cycles().get(0);
        assertThat(cycle.start()).isEqualTo(START);
        assertThat(cycle.back()).isCloseTo(30, within(1e-9));
        assertThat(cycle.greenFrom()).isEqualTo(START + 10);
        assertThat(cycle.green()).isEqualTo(4);
        assertThat(meter.max(lane, intervals(minute).whole())).isCloseTo(30, within(1e-9));
        assertThat(meter.mean(lane, intervals(minute).whole())).isCloseTo((11 * 20 + 30 + 17) / 60.0, within(1e-9));
    }

    /** Green from 20 to 50: whoever would have come at 20, 35 and 49.9 came on green, whenever it passed the line. */
    @Test
    void anArrivalOnGreenIsThatOfTheUndelayedVehicle() {
        ByHand scene = new ByHand(model, START);
        ArrivalSums meter =
                new ArrivalSums(model.signals(), model.network().movements().size(), intervals(model));
        scene.observe(meter);
        scene.show(group, Aspect.RED);
        scene.seconds(20);
        scene.show(group, Aspect.GREEN);
        scene.seconds(30);
        scene.show(group, Aspect.YELLOW);
        scene.seconds(3);
        scene.show(group, Aspect.RED);
        scene.seconds(27);
        for (double arrival : new double[] {19.9, 20, 35, 49.9, 50, 70}) {
            scene.visit(through, START + arrival, START + 79);
        }
        scene.second();
        int whole = intervals(model).whole();
        assertThat(meter.count(through, whole, false)).isEqualTo(6);
        assertThat(meter.count(through, whole, true)).isEqualTo(3);
    }

    /** Undelayed at the line at 8:14:50, over it at 8:15:20: its delay belongs to the first quarter, its passing to the second. */
    @Test
    void delayBelongsToTheArrivalAndCountsToThePassing() {
        ByHand scene = new ByHand(model, START + 920);
        VisitSums meter = new VisitSums(model.network().movements().size(), intervals(model));
        scene.observe(meter);
        scene.car(lane, 1, 0, through);
        scene.pass(lane, through);
        scene.visit(through, START + 890, START + 920);
        scene.second();
        assertThat(meter.get(through, 0, Sum.ARRIVED)).isEqualTo(1);
        assertThat(meter.get(through, 0, Sum.PASSED)).isZero();
        assertThat(meter.get(through, 1, Sum.ARRIVED)).isZero();
        assertThat(meter.get(through, 1, Sum.PASSED)).isEqualTo(1);
        int whole = intervals(model).whole();
        assertThat(meter.get(through, whole, Sum.ARRIVED)).isEqualTo(1);
        assertThat(meter.get(through, whole, Sum.PASSED)).isEqualTo(1);
    }
}
