package org.ulicarro.core.signal.compile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.signal.Aspect;
import org.ulicarro.core.signal.Aspects;
import org.ulicarro.core.signal.ControlWatch;
import org.ulicarro.core.signal.Controller;
import org.ulicarro.core.signal.DetectorBoard;
import org.ulicarro.core.signal.SignalDraft;
import org.ulicarro.core.signal.SignalSystem;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.FixedControl.Plan;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalController.Group;
import org.ulicarro.core.study.Study.DriveOn;

class SignalCompilerTest {

    private final Network network =
            NetworkCompiler.compile(new Crossroads().study().network(), DriveOn.RIGHT, new ArrayList<>());
    private final Map<String, Group> groups = new LinkedHashMap<>();
    private final Map<String, Plan> plans = new LinkedHashMap<>();
    private final List<Fault> faults = new ArrayList<>();

    private SignalCompilerTest() {
        group("EB", "EBL EBT EBR", "EBL");
        group("WB", "WBL WBT WBR", "WBL");
        group("NB", "NBL NBT NBR", "NBL");
        group("SB", "SBL SBT SBR", "SBL");
        plan("p", "EB 0-40", "WB 0-40", "NB 45-85", "SB 45-85");
    }

    private void group(String id, String serves, String yields) {
        groups.put(
                id,
                Group.of(List.of(serves.split(" ")), yields.isEmpty() ? null : List.of(yields.split(" ")), 3, 2, 5));
    }

    private void plan(String id, String... greens) {
        Map<String, List<CycleRange>> ranges = new LinkedHashMap<>();
        for (String green : greens) {
            String[] words = green.split(" ");
            List<CycleRange> list = new ArrayList<>();
            for (int i = 1; i < words.length; i++) {
                list.add(CycleRange.parse(words[i]));
            }
            ranges.put(words[0], list);
        }
        plans.put(id, Plan.of(90.0, 0.0, ranges));
    }

    private SignalSystem compile() {
        SignalController controller = FixedControl.of(groups, plans);
        return SignalCompiler.compile(
                network, Map.of("market", controller), new SignalDraft.When("p", 0, null), faults);
    }

    private List<String> messages() {
        compile();
        return faults.stream()
                .map(f -> f.pointer().replace("/signals/market", "") + " " + f.message())
                .toList();
    }

    @Test
    void showsGreenYellowAndRedAtTheirTicks() {
        SignalSystem system = compile();
        assertThat(faults).isEmpty();
        Aspects aspects = new Aspects(4);
        Controller controller = system.controllerAt("market", ControlWatch.NONE);
        Aspect[] at = new Aspect[900];
        for (int tick = 0; tick < 900; tick++) {
            controller.advance(9000 + tick, DetectorBoard.NONE, aspects);
            at[tick] = aspects.of(0);
        }
        assertThat(at[0]).isEqualTo(Aspect.GREEN);
        assertThat(at[399]).isEqualTo(Aspect.GREEN);
        assertThat(at[400]).isEqualTo(Aspect.YELLOW);
        assertThat(at[429]).isEqualTo(Aspect.YELLOW);
        assertThat(at[430]).isEqualTo(Aspect.RED);
        assertThat(at[899]).isEqualTo(Aspect.RED);
        assertThat(aspects.since(0)).isEqualTo(9430);
    }

    @Test
    void offsetIsTheTimeOfDayOfCycleSecondZero() {
        plans.put("p", Plan.of(90.0, 12.0, plans.get("p").greens()));
        Aspects aspects = new Aspects(4);
        Controller controller = compile().controllerAt("market", ControlWatch.NONE);
        controller.advance(119, DetectorBoard.NONE, aspects);
        assertThat(aspects.of(0)).isEqualTo(Aspect.RED);
        controller.advance(120, DetectorBoard.NONE, aspects);
        assertThat(aspects.of(0)).isEqualTo(Aspect.GREEN);
        controller.advance(120 + 900 * 40, DetectorBoard.NONE, aspects);
        assertThat(aspects.of(0)).isEqualTo(Aspect.GREEN);
    }

    @Test
    void refusesGreensThatMayNeverGoTogether() {
        plan("p", "EB 0-40", "WB 0-40", "NB 38-85", "SB 45-85");
        assertThat(messages())
                .anyMatch(m -> m.startsWith("/plans/p/greens/NB/0")
                        && m.contains("'EB' and 'NB' have green together for 2 s")
                        && m.contains("may never go together"));
    }

    @Test
    void refusesAClearanceThatIsTooShort() {
        plan("p", "EB 0-40", "WB 0-40", "NB 43.5-85", "SB 45-85");
        assertThat(messages())
                .anyMatch(m -> m.startsWith("/plans/p/greens/NB/0") && m.contains("begins 1.5 s before 'EB'"));
    }

    @Test
    void aWrappedGreenIsCheckedOverTheEndOfTheCycle() {
        plan("p", "EB 78-28", "WB 78-28", "NB 33-75", "SB 33-75");
        assertThat(messages())
                .anyMatch(m -> m.startsWith("/plans/p/greens/EB/0") && m.contains("begins 2 s before 'NB'"));
    }

    @Test
    void refusesOverlapsShortGreensAndGreensOutsideTheCycle() {
        plan("p", "EB 0-20 15-40", "WB 0-3", "NB 45-95", "SB 45-85");
        assertThat(messages())
                .anyMatch(m -> m.contains("greens 0-20 and 15-40 of group 'EB' overlap"))
                .anyMatch(m -> m.contains("lasts 3 s, its min-green is 5 s: 2 s are missing"))
                .anyMatch(m -> m.contains("green 45-95 lies outside the cycle of 90 s"));
    }

    @Test
    void leftTurnsThatDoNotYieldConflictWithTheirOncomingStream() {
        group("EB", "EBL EBT EBR", "");
        assertThat(messages()).anyMatch(m -> m.contains("may never go together"));
    }

    @Test
    void saysWhichNamesAreUnknownUnservedOrServedTwice() {
        group("EB", "EBL EBT", "EBR");
        group("WB", "WBL WBT WBR EBT NBX", "WBL");
        plan("p", "EB 0-40", "WB 0-40", "NB 45-85", "SX 45-85");
        assertThat(messages())
                .anyMatch(m -> m.startsWith("/groups/EB/yields/0") && m.contains("EBR is not served"))
                .anyMatch(m -> m.startsWith("/groups/WB/serves/3") && m.contains("served by group 'EB' already"))
                .anyMatch(m -> m.startsWith("/groups/WB/serves/4") && m.contains("no movement 'NBX'"))
                .anyMatch(m -> m.contains("no group serves EBR"))
                .anyMatch(m -> m.contains("no group 'SX'") && m.contains("'SB'"))
                .anyMatch(m -> m.contains("'SB' never gets green"));
    }

    @Test
    void aPlanTakesFromAnotherWhatItLeavesOut() {
        plans.put("night", new Plan("p", 100.0, null, null));
        plans.put("loop", new Plan("loop", null, null, null));
        plans.put("lost", new Plan("q", null, null, null));
        assertThat(messages())
                .hasSize(2)
                .anyMatch(m -> m.contains("'loop' is like itself"))
                .anyMatch(m -> m.contains("no plan 'q'"));
    }

    @Test
    void knowsWhoGoesTogether() {
        SignalSystem system = compile();
        int ebl = network.movement("market", "EBL").movement().index();
        int wbt = network.movement("market", "WBT").movement().index();
        int nbt = network.movement("market", "NBT").movement().index();
        assertThat(system.goTogether(ebl, wbt)).isTrue();
        assertThat(system.goTogether(ebl, nbt)).isFalse();
    }
}
