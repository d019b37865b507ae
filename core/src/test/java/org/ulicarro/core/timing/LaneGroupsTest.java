package org.ulicarro.core.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.KeptLanes;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.signal.compile.SignalCompiler;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.FixedControl.Plan;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.Study.DriveOn;

/** Lane groups of a crossroads with left bays and their saturation flows, by the factors of the manual. */
class LaneGroupsTest {

    private static final Map<String, Double> VOLUMES =
            Map.of("EBL", 100.0, "EBT", 600.0, "EBR", 200.0, "WBT", 350.0, "WBR", 50.0);

    private final Crossroads scene = new Crossroads();

    private List<LaneGroup> eastbound(double heavy) {
        Network network = NetworkCompiler.compile(scene.study().network(), DriveOn.RIGHT, new ArrayList<>());
        Map<String, Group> groups = Map.of(
                "EW",
                Group.of(List.of("EBL", "EBT", "EBR", "WBL", "WBT", "WBR"), List.of("EBL", "WBL"), 3, 2, 5),
                "NS",
                Group.of(List.of("NBL", "NBT", "NBR", "SBL", "SBT", "SBR"), List.of("NBL", "SBL"), 3, 2, 5));
        Map<String, List<CycleRange>> greens =
                Map.of("EW", List.of(CycleRange.parse("0-40")), "NS", List.of(CycleRange.parse("45-85")));
        SignalController controller = FixedControl.of(groups, Map.of("p", Plan.of(90.0, 0.0, greens)));
        List<Fault> faults = new ArrayList<>();
        SignalSystem signals = SignalCompiler.compile(
                network, Map.of("market", controller), new SignalDraft.When("p", 0, null), faults);
        assertThat(faults).isEmpty();
        LaneGroups all = new LaneGroups(
                network,
                signals,
                new KeptLanes(network, scene.study().network(), 0, 3600),
                new Flows(m -> VOLUMES.getOrDefault(m.name(), 0.0), c -> 0),
                1900,
                heavy);
        return all.of(network.junctions().get("market")).stream()
                .filter(g -> g.name().startsWith("EB"))
                .toList();
    }

    @Test
    void turnsAndHeavyVehiclesTakeTheirShare() {
        List<LaneGroup> groups = eastbound(0.08);
        LaneGroup through = groups.stream()
                .filter(g -> g.name().contains("EBT"))
                .findFirst()
                .orElseThrow();
        // two lanes, 8 % heavy vehicles that count twice, a quarter turns right: 1 - 0.15 / 4
        assertThat(through.lanes()).isEqualTo(2);
        assertThat(through.volume()).isEqualTo(800);
        assertThat(through.saturation(40, 90)).isCloseTo(2 * 1900 / 1.08 * (1 - 0.15 * 0.25), within(1e-6));
    }

    @Test
    void aLeftTurnInGapsCountsAsManyAsTheOpposingFlowSays() {
        LaneGroup left = eastbound(0).stream()
                .filter(g -> g.name().equals("EBL"))
                .findFirst()
                .orElseThrow();
        // 350 veh/h come straight towards it on two lanes (who turns right has a lane of its own to turn into): they
        // queue for
        // 350 · 50 / (3 800 - 350) = 5.07 of 40 s, then each turn counts as 1.825
        assertThat(left.unhindered()).isEqualTo(1900);
        assertThat(left.saturation(40, 90)).isCloseTo(1900 * (40 - 5.0725) / 1.825 / 40, within(0.1));
    }

    @Test
    void whatWasMeasuredStandsForTheFormula() {
        scene.saturation = Map.of("EBT", 3300.0, "EBL", 700.0);
        assertThat(eastbound(0.08))
                .extracting(g -> g.name() + " " + Math.round(g.saturation(40, 90)))
                .as("pcu/h of all lanes, less what heavy vehicles take: 3300 / 1.08 and 700 / 1.08")
                .containsExactlyInAnyOrder("EBT+EBR 3056", "EBL 648");
    }
}
