package org.ulicarro.core.assign;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Compiled;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Ban;
import org.ulicarro.core.study.LinkName;
import org.ulicarro.core.study.Toll;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.WayRow;

/** Tables of ways: who takes which, what is forbidden, what costs money. */
class WaysTest {

    private static final List<String> BY_B = List.of("west-a ahead", "a-b ahead", "b-d ahead", "d-east ahead");
    private static final List<String> BY_C = List.of("west-a ahead", "a-c ahead", "c-d ahead", "d-east ahead");

    private static WayRow row(List<String> links, double share, String... types) {
        return new WayRow("west", "east", List.of(types), links, List.of(0.0), List.of(share), 2);
    }

    private static Compiled<Model> with(Model model, WayRow... rows) {
        return model.with(inputs -> inputs.withWays(List.of(rows)));
    }

    private static List<Boolean> byB(Model model) {
        Departures all = model.demand().departures(1);
        List<Boolean> by = new ArrayList<>();
        for (int v = 0; v < all.size(); v++) {
            boolean b = false;
            for (int m : all.way(v)) {
                Movement turn = model.network().movements().get(m);
                b |= model.network().links().get(turn.toLink()).id().equals("a-b ahead");
            }
            by.add(b);
        }
        return by;
    }

    private static long count(List<Boolean> all) {
        return all.stream().filter(b -> b).count();
    }

    /** 2 000 draws with probability 0.3: mean 600, standard deviation 20.5. */
    @Test
    void eachWayIsTakenByItsShare() {
        Model model = Roads.braess(false).trips("west", "east", 2000).model();
        List<Boolean> by = byB(with(model, row(BY_B, 30), row(BY_C, 70)).get());
        assertThat(by).hasSize(2000);
        assertThat((double) count(by)).isCloseTo(600, within(3 * 20.5));
    }

    @Test
    void asSharesMoveOnlyThoseChangeOverWhomItConcerns() {
        Model model = Roads.braess(false).trips("west", "east", 2000).model();
        List<Boolean> few = byB(with(model, row(BY_B, 0.3), row(BY_C, 0.7)).get());
        List<Boolean> more = byB(with(model, row(BY_B, 0.4), row(BY_C, 0.6)).get());
        for (int v = 0; v < few.size(); v++) {
            assertThat(!few.get(v) || more.get(v))
                    .as("driver %d went by b and left it", v)
                    .isTrue();
        }
        assertThat((double) (count(more) - count(few))).isCloseTo(200, within(60.0));
    }

    @Test
    void departuresAndDriversStayWhatTheyAre() {
        Model model = Roads.braess(false).trips("west", "east", 300).model();
        Departures free = model.demand().departures(1);
        Departures chosen =
                with(model, row(BY_B, 1), row(BY_C, 1)).get().demand().departures(1);
        assertThat(chosen.time()).isEqualTo(free.time());
        assertThat(chosen.key()).isEqualTo(free.key());
        assertThat(chosen.kind()).isEqualTo(free.kind());
    }

    @Test
    void waysCanBeThoseOfSomeTypes() {
        Roads scene = Roads.braess(false).trips("west", "east", 400);
        scene.mix.put("truck", 1.0);
        Model model =
                with(scene.model(), row(BY_B, 1, "truck"), row(BY_C, 1, "car")).get();
        Departures all = model.demand().departures(1);
        List<Boolean> by = byB(model);
        for (int v = 0; v < by.size(); v++) {
            assertThat(by.get(v)).isEqualTo(all.kind()[v].base() == VehicleType.TRUCK);
        }
        assertThat(count(by)).isBetween(150L, 250L);
    }

    @Test
    void waysThatAreGoneAreToldAndTheOthersUsed() {
        Model model = Roads.braess(false).trips("west", "east", 50).model();
        Compiled<Model> compiled =
                with(model, row(List.of("west-a ahead", "a-x ahead", "d-east ahead"), 5), row(BY_C, 1));
        assertThat(compiled.faults())
                .anySatisfy(f -> assertThat(f.message()).contains("1 of 2 ways").contains("'a-x ahead'"));
        assertThat(count(byB(compiled.get()))).isZero();
    }

    @Test
    void aForbiddenTurnIsNotTaken() {
        Roads scene = Roads.braess(false).trips("west", "east", 100);
        Model open = scene.model();
        boolean byB = byB(open).get(0);
        String turn = byB ? "west-a>a-b" : "west-a>a-c";
        scene.bans.put("works", new Ban(null, "a", turn, List.of(), null, null));
        assertThat(byB(scene.model())).containsOnly(!byB);
        scene.bans.put("works", new Ban(null, "a", turn, List.of(VehicleType.TRUCK), null, null));
        assertThat(byB(scene.model())).containsOnly(byB);
        scene.bans.put("works", new Ban(null, "a", turn, List.of(), Roads.START + 1800.0, null));
        long avoided = byB(scene.model()).stream().filter(b -> b != byB).count();
        assertThat(avoided)
                .as("those who depart in the second half, or shortly before")
                .isBetween(40L, 80L);
    }

    @Test
    void anUnknownTurnIsToldWithThoseThatThereAre() {
        Roads scene = Roads.braess(false).trips("west", "east", 100);
        scene.bans.put("works", new Ban(null, "a", "EBX", List.of(), null, null));
        org.assertj.core.api.Assertions.assertThatThrownBy(scene::model).hasMessageContaining("'EBX' at 'a'");
    }

    /** 400 s of toll at 100 s for a unit of money: with volumes by formula, all take the other way until it is 400 s slower. */
    @Test
    void aTollMovesDriversByWhatItCounts() throws NobodyChooses {
        Roads scene = Roads.braess(false).trips("west", "east", 600);
        scene.spread = 0;
        scene.tolls.put("b", new Toll(LinkName.parse("a-b ahead"), 0.5, null, null, null));
        FormulaAssignment.LinkTime time =
                (Link link, double perHour) -> link.id().startsWith("a-") ? 100 + perHour : 10;
        Map<String, double[]> all = FormulaAssignment.volumes(scene.model(), time, 2000, 1e-7);
        // 0.5 units count 180 s: x + 180 = 600 - x
        assertThat(all.get("a-b ahead")[0]).isCloseTo(210, within(0.3));
    }
}
