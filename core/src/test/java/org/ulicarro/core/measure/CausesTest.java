package org.ulicarro.core.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.analysis.LevelOfService;

/** Rows made by hand, of which each says one reason, and what is made of them. */
class CausesTest {

    private static final double FROM = 16.5 * 3600;
    private static final double TO = 17.5 * 3600;

    // one movement that is bad with no reason in particular; each test changes what it is about
    private double delay = 70;
    private double entryDelay = 0;
    private double demand = 300;
    private boolean inGaps;
    private double onGreen = 0.4;
    private double platoonRatio = 1;
    private double cycle = 90;
    private double failures = 0;
    private double demandPcuh = 320;
    private final List<Observed<SignalRow>> signals = new ArrayList<>();
    private final List<Observed<BayRow>> bays = new ArrayList<>();
    private final List<Observed<LinkRow>> links = new ArrayList<>();

    private MovementRow movement(double more) {
        return new MovementRow(
                "mill",
                "EB",
                "west>east",
                "EBT",
                FROM,
                TO,
                demand,
                demand,
                0,
                delay + more,
                entryDelay,
                0,
                delay / 2,
                1.2,
                30,
                60,
                inGaps,
                onGreen,
                platoonRatio,
                Double.NaN,
                0.8,
                failures);
    }

    private LaneRow lane() {
        return new LaneRow(
                "mill",
                "EB",
                "west ahead",
                2,
                List.of("west>east"),
                "2",
                40,
                36,
                cycle,
                35,
                90,
                180,
                90,
                1800,
                300,
                300,
                demandPcuh,
                0.8,
                failures);
    }

    private List<Cause> causes() {
        List<Observed<MovementRow>> rows = List.of(new Observed<>(1, movement(-2)), new Observed<>(2, movement(2)));
        List<Observed<LaneRow>> lanes = List.of(new Observed<>(1, lane()), new Observed<>(2, lane()));
        LaneCycle cycle = new LaneCycle("mill", "EB", "west ahead", 2, List.of("west>east"), FROM, 40, FROM + 50, 30);
        RunSummary summary = new RunSummary(rows, List.of(new Observed<>(1, cycle))); // only signals have cycles
        return Causes.of(summary, rows, lanes, signals, bays, links);
    }

    private String why() {
        List<Cause> causes = causes();
        assertThat(causes).hasSize(1);
        assertThat(causes.get(0).name()).isEqualTo("EBT");
        assertThat(causes.get(0).delayS()).isEqualTo(delay + entryDelay);
        return causes.get(0).why();
    }

    @Test
    void whatIsGoodOrHardlyDrivenHasNoLine() {
        delay = 54;
        assertThat(causes()).as("level of service D").isEmpty();
        delay = 200;
        demand = 4;
        assertThat(causes()).isEmpty();
    }

    @Test
    void nothingElseIsALongRed() {
        assertThat(why()).isEqualTo("long red: green for 36 s of a cycle of 90 s");
        assertThat(causes().get(0).los()).isEqualTo(LevelOfService.E);
    }

    @Test
    void moreThanALaneServes() {
        demandPcuh = 875; // 1800 pcu/h for 35 s in 90 are 700
        failures = 0.9;
        assertThat(why())
                .isEqualTo("over capacity: v/c 1.25, 875 pcu/h on a lane that serves 700;"
                        + " 90 % of its greens (36 s) leave somebody behind who waited before");
    }

    @Test
    void whoWaitsOutsideIsNotBlamedOnTheSignalAlone() {
        entryDelay = 60;
        assertThat(why()).startsWith("more come at once than it serves: 60 s of the delay is outside");
    }

    @Test
    void aQueueBeyondReachesBack() {
        links.add(new Observed<>(1, link("east ahead", "mill", "quay", 0.10)));
        links.add(new Observed<>(2, link("east ahead", "mill", "quay", 0.30)));
        links.add(new Observed<>(
                1, link("east back", "quay", "mill", 0.90))); // the way against it is none of its business
        assertThat(why())
                .isEqualTo("blocked downstream: the queue on east ahead reaches back to here 20 % of the time");
    }

    private static LinkRow link(String id, String from, String to, double spillback) {
        return new LinkRow(id, from, to, "east", FROM, TO, 300, 4, 1e5, 1e4, 10, spillback, 0.2);
    }

    @Test
    void aFullBayBlocksTheLaneBesideIt() {
        bays.add(new Observed<>(1, new BayRow("mill", "west ahead", 1, "EBL", 2, 360, 12, FROM)));
        bays.add(new Observed<>(2, new BayRow("mill", "west ahead", 1, "EBL", 2, 720, 20, FROM)));
        assertThat(why()).isEqualTo("its lane is blocked 15 % of the time by the queue for EBL, whose bay is full");
    }

    @Test
    void aBayThatBlocksAnotherLaneIsNoReason() {
        bays.add(new Observed<>(1, new BayRow("mill", "west ahead", 1, "EBL", 3, 3000, 12, FROM)));
        assertThat(why()).startsWith("long red");
    }

    @Test
    void aGreenThatSeldomComes() {
        cycle = 240;
        demandPcuh = 150;
        assertThat(why()).isEqualTo("starved: green only once in 240 s");
    }

    private static Observed<SignalRow> signal(int replication, String group, double priority, double skipped) {
        return new Observed<>(
                replication,
                new SignalRow("mill", group, false, 40, 30, 90, 0.3, 0.2, 0, 0.3, priority, skipped, Double.NaN));
    }

    @Test
    void busesThatTakeItsGreen() {
        signals.add(signal(1, "2", 0.3, 0.05));
        signals.add(signal(2, "2", 0.4, 0.1));
        signals.add(signal(1, "4", 0.9, 0.9)); // of another movement
        assertThat(why())
                .isEqualTo("starved by priority: 35 % of its greens end early for a bus, a tram or a pre-emption");
        signals.add(signal(3, "2", 0.35, 0.6));
        assertThat(why()).endsWith("pre-emption, and it is left out of 25 % of the cycles");
    }

    @Test
    void platoonsThatComeOnRed() {
        platoonRatio = 0.5;
        onGreen = 0.2;
        assertThat(why()).isEqualTo("comes on red: 20 % arrive on a green that lasts 40 % of the time");
    }

    @Test
    void aLeftTurnInGapsSaysHowManyGreensItHad() {
        inGaps = true;
        assertThat(why()).isEqualTo("goes in gaps of the oncoming stream: 300 vehicles in 40 greens of 36 s");
    }
}
