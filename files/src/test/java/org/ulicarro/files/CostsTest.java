package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.ulicarro.core.measure.Instruments;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.measure.TurnTimeRow;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.LinkCost;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.Router;
import org.ulicarro.core.network.TurnCost;
import org.ulicarro.core.network.WayTree;
import org.ulicarro.core.run.Costs;
import org.ulicarro.core.run.MeasuredResults;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replications;
import org.ulicarro.core.run.Trials;

/** Ways from one link to all others, and what a run says that they cost. */
class CostsTest {

    @TempDir
    private Path temp;

    private Model model(String sample) throws IOException, StudyProblem {
        Path study = temp.resolve(sample);
        Samples.write(sample, study);
        Path file = study.resolve("study.yaml");
        Files.writeString(
                file,
                Files.readString(file).replace("to: \"17:30\"", "to: \"17:00\"").replace("15 min", "4 min"));
        return StudyFolder.read(study, List.of()).compile(null).model();
    }

    @ParameterizedTest
    @ValueSource(strings = {"quayside", "roundabout", "merge", "fiveways"})
    void byFreeTimesTheyAreThoseBetweenEachTwo(String sample) throws IOException, StudyProblem {
        Network network = model(sample).network();
        Router router = new Router(network, LinkCost.freeTime());
        int compared = 0;
        for (Link entry : network.entries()) {
            WayTree tree = WayTree.from(network, entry.index(), 3600, TurnCost.freeTime());
            for (Link end : network.links()) {
                if (!end.ring()) {
                    List<Integer> way = router.way(entry.index(), link -> link.index() == end.index());
                    assertThat(tree.way(end.index()))
                            .as(entry.id() + " to " + end.id())
                            .isEqualTo(way);
                    compared += way == null ? 0 : 1;
                }
            }
        }
        assertThat(compared).isGreaterThan(4);
    }

    /** Costs that change with the time of day and the turn, held against relaxing all turns until nothing changes. */
    @Test
    void withTimesAndTurnsTheyAreTheCheapest() throws IOException, StudyProblem {
        Network network = model("quayside").network();
        Random random = new Random(3);
        double[] base = random.doubles(network.movements().size(), 5, 60).toArray();
        double[] phase = random.doubles(network.movements().size(), 0, 6).toArray();
        TurnCost cost = new TurnCost() {
            @Override
            public double along(
                    Link link, Movement turn, double at) { // nobody overtakes: it grows by less than time does
                return base[turn.index()] + 30 + 30 * Math.sin(at / 100 + phase[turn.index()]);
            }

            @Override
            public double out(Link link, double at) {
                return 7;
            }
        };
        for (Link entry : network.entries()) {
            WayTree tree = WayTree.from(network, entry.index(), 500, cost);
            double[] comes = new double[network.links().size()];
            Arrays.fill(comes, Double.POSITIVE_INFINITY);
            comes[entry.index()] = 500;
            for (boolean changed = true; changed; ) {
                changed = false;
                for (Link link : network.links()) {
                    for (Movement turn : network.movementsFrom(link.index())) {
                        double there = comes[link.index()]
                                + (Double.isInfinite(comes[link.index()])
                                        ? 0
                                        : cost.along(link, turn, comes[link.index()]));
                        if (there < comes[turn.toLink()] - 1e-9 && turn.toLink() != entry.index()) {
                            comes[turn.toLink()] = there;
                            changed = true;
                        }
                    }
                }
            }
            for (Link link : network.links()) {
                if (Double.isInfinite(comes[link.index()])) {
                    assertThat(tree.comes(link.index())).isInfinite();
                } else {
                    assertThat(tree.comes(link.index())).isCloseTo(comes[link.index()], within(1e-6));
                    assertThat(tree.leaves(link.index())).isCloseTo(comes[link.index()] + 7, within(1e-6));
                }
            }
        }
    }

    /** What roads cost, turn by turn, adds up to the travel times that corridors were measured to take. */
    @Test
    void whatARunSaysAddsUpToTravelTimes() throws IOException, StudyProblem, InterruptedException {
        Model model = model("quayside");
        MeasuredResults results = Trials.run(
                model,
                Replications.of(2),
                Instruments.of(TurnTimeRow.class, org.ulicarro.core.measure.TravelTimeRow.class));
        Costs costs = Costs.of(results);
        Network network = model.network();
        Link west = network.links().stream()
                .filter(l -> l.id().equals("quay-1 ahead"))
                .findFirst()
                .orElseThrow();
        double at = model.period().from() + 60;
        double sum = 0;
        Link here = west;
        for (String next : List.of(
                "quay-2 ahead",
                "quay-3 ahead",
                "quay-4 ahead",
                "quay-5 ahead",
                "quay-6 ahead",
                "quay-7 ahead",
                "quay-8 ahead")) {
            Link link = here;
            Movement turn = network.movementsFrom(link.index()).stream()
                    .filter(m -> network.links().get(m.toLink()).id().equals(next))
                    .findFirst()
                    .orElseThrow();
            sum += wholeMean(results, link.id(), turn.id());
            here = network.links().get(turn.toLink());
        }
        sum += wholeMean(results, here.id(), "");
        double travelled = results.rows(org.ulicarro.core.measure.TravelTimeRow.class).stream()
                .filter(o -> o.row().whole() && o.row().fromPlace().equals("west"))
                .mapToDouble(o -> o.row().travelTimeS())
                .average()
                .orElseThrow();
        assertThat(sum)
                .as("means of all who made each turn, not only of who drove it all")
                .isCloseTo(travelled, within(0.15 * travelled));
        assertThat(costs.along(west, network.movementsFrom(west.index()).get(0), at))
                .isBetween(10.0, 200.0);
        WayTree tree = WayTree.from(network, west.index(), at, costs);
        assertThat(tree.leaves(here.index()) - at).isBetween(0.5 * travelled, 1.3 * travelled);
    }

    private static double wholeMean(MeasuredResults results, String link, String movement) {
        int vehicles = 0;
        double seconds = 0;
        for (Observed<TurnTimeRow> one : results.rows(TurnTimeRow.class)) {
            TurnTimeRow row = one.row();
            if (row.link().equals(link)
                    && row.movement().equals(movement)
                    && row.toS() - row.fromS() > 900
                    && row.vehicles() > 0) {
                vehicles += row.vehicles();
                seconds += row.vehicles() * row.timeS();
            }
        }
        return seconds / vehicles;
    }
}
