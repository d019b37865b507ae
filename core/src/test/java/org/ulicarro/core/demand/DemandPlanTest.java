package org.ulicarro.core.demand;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.ulicarro.core.Crossroads;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Count;
import org.ulicarro.core.study.Kinds;
import org.ulicarro.core.study.VehicleKind;
import org.ulicarro.core.study.VehicleType;

class DemandPlanTest {

    private static Crossroads scene() {
        return new Crossroads().volumes(720, 500, 300, 200);
    }

    @Test
    void arrivalsArePoisson() {
        Model model = scene().model();
        int west = 0; // the first link enters from the west
        List<Integer> perMinute = new ArrayList<>();
        for (int replication = 1; replication <= 40; replication++) {
            Departures departures = model.demand().departures(replication);
            int[] counts = new int[60];
            for (int i = 0; i < departures.size(); i++) {
                double minute = (departures.time()[i] - 8 * 3600) / 60;
                if (departures.entry()[i] == west && minute >= 0 && minute < 60) {
                    counts[(int) minute]++;
                }
            }
            for (int count : counts) {
                perMinute.add(count);
            }
        }
        double mean = perMinute.stream().mapToInt(i -> i).average().orElseThrow();
        double variance =
                perMinute.stream().mapToDouble(c -> (c - mean) * (c - mean)).sum() / (perMinute.size() - 1);
        assertThat(mean).isCloseTo(12, within(4 * Math.sqrt(12.0 / perMinute.size())));
        // index of dispersion of a Poisson process is 1, with standard error sqrt(2/n)
        assertThat(variance / mean).isCloseTo(1, within(4 * Math.sqrt(2.0 / perMinute.size())));
    }

    @Test
    void turnsFollowTheCountedShares() {
        Model model = scene().model();
        Network network = model.network();
        int left = network.movement("market", "EBL").movement().index();
        int all = 0;
        int lefts = 0;
        for (int replication = 1; replication <= 20; replication++) {
            Departures departures = model.demand().departures(replication);
            for (int i = 0; i < departures.size(); i++) {
                if (departures.entry()[i] == 0) {
                    all++;
                    lefts += departures.way(i)[0] == left ? 1 : 0;
                }
            }
        }
        assertThat((double) lefts / all).isCloseTo(0.15, within(4 * Math.sqrt(0.15 * 0.85 / all)));
    }

    @Test
    void vehicleMixFollowsItsShares() {
        Crossroads scene = scene();
        scene.mix = Map.of(VehicleType.TRUCK, 0.2);
        Departures trucks = scene.model().demand().departures(1);
        assertThat(trucks.kind()).allMatch(k -> k.base() == VehicleType.TRUCK);
        scene.mix = new java.util.LinkedHashMap<>(Map.of(VehicleType.CAR, 0.9));
        scene.mix.put(VehicleType.TRUCK, 0.1);
        int n = 0;
        int t = 0;
        for (int replication = 1; replication <= 10; replication++) {
            for (VehicleKind kind :
                    scene.model().demand().departures(replication).kind()) {
                VehicleType type = kind.base();
                n++;
                t += type == VehicleType.TRUCK ? 1 : 0;
            }
        }
        assertThat((double) t / n).isCloseTo(0.1, within(4 * Math.sqrt(0.09 / n)));
    }

    /** The ground of every comparison: another plan, the same people. */
    @Test
    void anotherSignalPlanMeetsTheSameTraffic() {
        Crossroads other = scene();
        other.eastWest = "0-30";
        other.northSouth = "35-85";
        Departures a = scene().model().demand().departures(2);
        Departures b = other.model().demand().departures(2);
        assertThat(a.time()).isEqualTo(b.time());
        assertThat(a.key()).isEqualTo(b.key());
        assertThat(a.route()).isEqualTo(b.route());
    }

    @Test
    void moreTrafficOnOneLegLeavesTheOthersAlone() {
        Departures a = scene().model().demand().departures(2);
        Departures b =
                new Crossroads().volumes(900, 500, 300, 200).model().demand().departures(2);
        assertThat(timesOf(a, 2)).isNotEmpty().isEqualTo(timesOf(b, 2));
    }

    private static List<Double> timesOf(Departures departures, int entry) {
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < departures.size(); i++) {
            if (departures.entry()[i] == entry) {
                times.add(departures.time()[i]);
            }
        }
        return times;
    }

    @Test
    void ratesFollowTheSlicesOfTheCounts() {
        Model model = scene().model();
        List<Count> counts = new ArrayList<>(scene().counts());
        counts.removeIf(c -> c.movement().startsWith("EB"));
        double from = 8 * 3600;
        counts.add(new Count("market", "EBT", from, from + 1800, 400, "/a"));
        counts.add(new Count("market", "EBT", from + 1800, from + 3600, 100, "/b"));
        List<Fault> faults = new ArrayList<>();
        DemandPlan plan = DemandPlan.of(
                model.network(),
                model.study().network(),
                model.study().demand(),
                Kinds.builtIn(),
                counts,
                List.of(),
                Window.of(model.period()),
                model.study().seed(),
                faults);
        assertThat(faults).isEmpty();
        double first = 0;
        double second = 0;
        double warmUp = 0;
        for (int replication = 1; replication <= 50; replication++) {
            Departures d = plan.departures(replication);
            for (int i = 0; i < d.size(); i++) {
                double t = d.time()[i] - from;
                if (d.entry()[i] == 0) {
                    warmUp += t < 0 ? 1 : 0;
                    first += t >= 0 && t < 1800 ? 1 : 0;
                    second += t >= 1800 && t < 3600 ? 1 : 0;
                }
            }
        }
        assertThat(first / 50).isCloseTo(400, within(4 * Math.sqrt(400.0 / 50)));
        assertThat(second / 50).isCloseTo(100, within(4 * Math.sqrt(100.0 / 50)));
        assertThat(warmUp / 50).as("15 min of the first slice").isCloseTo(200, within(4 * Math.sqrt(200.0 / 50)));
    }

    @Test
    void saysWhatIsWrongWithCounts() {
        Model model = scene().model();
        double from = 8 * 3600;
        List<Count> counts = List.of(
                new Count("markt", "EBT", from, from + 3600, 1, "/1"),
                new Count("market", "EBX", from, from + 3600, 1, "/2"),
                new Count("market", "EBT", from, from + 3600, -1, "/3"),
                new Count("market", "EBT", from, from, 1, "/4"),
                new Count("market", "EBT", from, from + 3600, 99999, "/5"));
        List<Fault> faults = new ArrayList<>();
        TurningCounts.of(
                model.network(), model.study().demand(), Kinds.builtIn(), counts, Window.of(model.period()), faults);
        assertThat(faults.stream().map(f -> f.pointer() + " " + f.message()))
                .hasSize(5)
                .anyMatch(m -> m.startsWith("/1/place 'markt' is no place. Did you mean 'market'?"))
                .anyMatch(m -> m.startsWith("/2/movement place 'market' has no movement 'EBX'"))
                .anyMatch(m -> m.startsWith("/3 a count cannot be negative"))
                .anyMatch(m -> m.startsWith("/4 the interval ends at 08:00, not after"))
                .anyMatch(m -> m.startsWith("/5 99999 vehicles in 60 min"));
    }

    @Test
    void saysWhereCountsOverlapOrLeaveAGap() {
        Model model = scene().model();
        double from = 8 * 3600;
        List<Count> counts = new ArrayList<>(scene().counts());
        counts.add(new Count("market", "EBT", from + 1800, from + 3600, 5, "/twice"));
        counts.removeIf(c -> c.movement().equals("NBT"));
        counts.add(new Count("market", "NBT", from, from + 1800, 5, "/half"));
        List<Fault> faults = new ArrayList<>();
        TurningCounts.of(
                model.network(), model.study().demand(), Kinds.builtIn(), counts, Window.of(model.period()), faults);
        assertThat(faults.stream().map(f -> f.pointer() + " " + f.message()))
                .hasSize(2)
                .anyMatch(m -> m.startsWith("/twice this interval overlaps one that ends at 09:00 for EBT"))
                .anyMatch(m -> m.startsWith("/half counts of NBT at 'market' leave a gap from 08:30 to 09:00"));
    }
}
