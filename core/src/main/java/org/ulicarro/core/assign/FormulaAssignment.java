package org.ulicarro.core.assign;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeSet;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.ChoiceInput;

/**
 * Choice of ways where what a road takes depends on its own volume by a formula, as textbooks have it: for comparison with exact solutions. Search
 * for ways, choice and averaging are those of {@link Assignment}.
 */
public final class FormulaAssignment {

    /** Time along a link by its volume. */
    @FunctionalInterface
    public interface LinkTime {

        /** s, rising with the volume (veh/h). */
        double seconds(Link link, double perHour);
    }

    /** A way that is better by this share is worth knowing. */
    private static final double EXACTLY = 1e-9;

    private FormulaAssignment() {}

    /**
     * Volumes of links once nobody wants another way.
     *
     * @param rounds at most
     * @param until so small a share of drivers who would change over in a round is nobody
     * @return link id to volume in each slice, mean over the run (veh/h)
     * @throws NobodyChooses when no driver has a way to choose
     */
    public static Map<String, double[]> volumes(Model model, LinkTime time, int rounds, double until)
            throws NobodyChooses {
        Network network = model.network();
        ChoiceInput choice = model.study().demand().choice();
        Slices slices = Slices.of(model.demand().window(), choice.slice());
        Drivers drivers = new Drivers(model.demand(), 1);
        if (drivers.count == 0) {
            throw new NobodyChooses();
        }
        Tastes tastes = new Tastes(
                network,
                model.study().network(),
                choice,
                model.demand().bans(),
                new TreeSet<>(java.util.List.of(drivers.type)));
        WayShares shares = new WayShares(network, tastes, slices, drivers);
        PathSearch search = new PathSearch(network, tastes, slices, shares, choice.paths(), EXACTLY);
        FormulaLoading loading =
                new FormulaLoading(network, drivers, slices, (volumes, into) -> fill(network, time, volumes, into));
        Times free = new Times(network, slices);
        fill(network, time, new Loaded(network, slices), free);
        search.begin(free);
        Averaging averaging = Averaging.ofFormulas();
        Loaded last = null;
        for (int round = 0; round < rounds; round++) {
            Loading.Result result = loading.load(shares);
            last = result.loaded();
            int found = search.add(result.times());
            double changing = shares.move(result.times(), averaging);
            if (found == 0 && changing < until) {
                break;
            }
        }
        double[] volumes = last.volumes(network);
        Map<String, double[]> byLink = new LinkedHashMap<>();
        for (Link link : network.links()) {
            double[] of = new double[slices.count()];
            for (int s = 0; s < of.length; s++) {
                of[s] = volumes[link.index() * slices.count() + s] * 3600 / slices.length();
            }
            byLink.put(link.id(), of);
        }
        return byLink;
    }

    private static void fill(Network network, LinkTime time, Loaded loaded, Times into) {
        double[] volumes = loaded.volumes(network);
        Slices slices = into.slices;
        for (Link link : network.links()) {
            for (int s = 0; s < slices.count(); s++) {
                double perHour = volumes[link.index() * slices.count() + s] * 3600 / slices.length();
                double seconds = time.seconds(link, perHour);
                into.out[link.index() * slices.count() + s] = seconds;
                for (Movement turn : network.movementsFrom(link.index())) {
                    into.turn[turn.index() * slices.count() + s] = seconds;
                }
            }
        }
    }
}
