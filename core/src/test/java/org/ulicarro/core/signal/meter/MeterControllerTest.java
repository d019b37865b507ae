package org.ulicarro.core.signal.meter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.Schedule;

/** The feedback of a ramp meter, interval by interval, by hand. */
class MeterControllerTest {

    private static final int WAITS = 0;
    private static final int GONE = 1;
    private static final int MAIN = 2;
    private static final int BACK = 3;

    /** 30 s intervals, 240 to 900 veh/h, 70 veh/h for each percentage point, 20 % wanted, override above 40 %. */
    private static MeterController meter() {
        double perTick = 36_000;
        return new MeterController(
                "ramp",
                new MeterProgram(
                        0,
                        new int[] {WAITS},
                        new int[] {GONE},
                        10,
                        1,
                        false,
                        Schedule.ONE,
                        new double[0],
                        0,
                        Schedule.DAY,
                        240 / perTick,
                        900 / perTick,
                        new int[] {MAIN},
                        0.20,
                        70 * 100 / perTick,
                        300,
                        new int[] {BACK},
                        0.40));
    }

    /** One interval in which so many of its 300 ticks have the detectors occupied. */
    private static void interval(MeterController meter, Aspects aspects, int number, int main, int back) {
        for (int t = 0; t < 300; t++) {
            int tick = t;
            meter.advance(
                    number * 300 + t,
                    detector -> detector == MAIN && tick < main || detector == BACK && tick < back,
                    aspects);
        }
    }

    @Test
    void theRateMovesBySeventyForEachPercentagePoint() {
        MeterController meter = meter();
        Aspects aspects = new Aspects(1);
        interval(meter, aspects, 0, 75, 0); // 25 %: 900 - 5 * 70
        assertThat(meter.rate() * 3600).isCloseTo(550, within(1e-6));
        interval(meter, aspects, 1, 66, 0); // 22 %
        assertThat(meter.rate() * 3600).isCloseTo(410, within(1e-6));
        interval(meter, aspects, 2, 90, 0); // 30 %: 410 - 700, but not less than 240
        assertThat(meter.rate() * 3600).isCloseTo(240, within(1e-6));
        interval(meter, aspects, 3, 54, 0); // 18 %: from the limit, without a memory of what it cut off
        assertThat(meter.rate() * 3600).isCloseTo(380, within(1e-6));
    }

    @Test
    void aLongQueueOverridesForOneIntervalAfterTheOther() {
        MeterController meter = meter();
        Aspects aspects = new Aspects(1);
        interval(meter, aspects, 0, 75, 0);
        interval(meter, aspects, 1, 75, 121); // 40.3 % on the ramp
        assertThat(meter.overridden()).isTrue();
        assertThat(meter.rate() * 3600).isCloseTo(900, within(1e-6));
        interval(meter, aspects, 2, 60, 120); // 40 % is not above 40 %
        assertThat(meter.overridden()).isFalse();
    }

    @Test
    void greenEndsWhenTheOneItIsForHasCrossedTheLine() {
        MeterController meter = meter();
        Aspects aspects = new Aspects(1);
        StringBuilder shown = new StringBuilder();
        for (int tick = 0; tick < 120; tick++) {
            int now = tick;
            // somebody always waits; each goes over the line 1.5 s after green begins
            boolean gone = now >= 40 && aspects.of(0) == Aspect.GREEN && shown.length() - shown.lastIndexOf("r") > 15;
            meter.advance(now, detector -> detector == WAITS || detector == GONE && gone, aspects);
            shown.append(aspects.of(0) == Aspect.GREEN ? 'g' : aspects.of(0) == Aspect.YELLOW ? 'y' : 'r');
        }
        String runs = shown.toString().replaceAll("(.)\\1*", "$1");
        assertThat(runs).as("everybody stops first, then one by one").startsWith("yrgyrgyr");
        assertThat(shown.toString())
                .as("4 s at 900 veh/h")
                .contains("r".repeat(5))
                .contains("y".repeat(10));
    }
}
