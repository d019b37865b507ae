package org.ulicarro.core.piece;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.measure.LinkRow;
import org.ulicarro.core.measure.MovementRow;
import org.ulicarro.core.measure.Observed;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.study.Place;
import org.ulicarro.core.study.PlanOfPeriod;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.SignalPlan;

/** Looks at what cutting does to the results of a piece, by what was seen in the whole. */
public final class Joints {

    /** Shares below this are told as nothing. */
    private static final double WORTH_TELLING = 0.005;

    /** A queue that reached over so much of a road came near to its other end. */
    private static final double NEAR = 0.8;

    private final Model whole;
    private final Network network;
    private final Piece piece;
    private final List<Joint> found = new ArrayList<>();
    private final List<String> free = new ArrayList<>(); // controls outside that nobody is held by
    private final List<String> inStep = new ArrayList<>(); // signals outside with the cycle of their neighbour

    private Joints(Model whole, Piece piece) {
        this.whole = whole;
        network = piece.network();
        this.piece = piece;
    }

    /**
     * All that is known once the whole was driven.
     *
     * @param outside vehicles that were left waiting outside the whole at the end of the period, mean of replications
     */
    public static List<Joint> of(
            PieceDemand demand,
            Model whole,
            Piece piece,
            List<Observed<LinkRow>> links,
            List<Observed<MovementRow>> movements,
            double outside) {
        Joints joints = new Joints(whole, piece);
        for (Cut cut : piece.cuts().values()) {
            joints.queueIn(cut, links, movements);
            joints.leaving(cut, links);
            joints.coordination(cut);
        }
        joints.outside();
        joints.drivers(demand, outside);
        return joints.found;
    }

    private void add(String at, String effect, String what, Object... values) {
        found.add(new Joint(at, String.format(Locale.ROOT, what, values), effect));
    }

    private void queueIn(Cut cut, List<Observed<LinkRow>> links, List<Observed<MovementRow>> movements) {
        if (cut.in() < 0) {
            return;
        }
        Link link = network.links().get(cut.in());
        double spilled = spillback(link, links);
        double length = link.length() - cut.inFrom();
        double longest = movements.stream()
                .map(Observed::row)
                .filter(r -> r.place().equals(cut.inner()) && r.movement().startsWith(cut.road() + ">"))
                .mapToDouble(MovementRow::queueMaxM)
                .filter(m -> !Double.isNaN(m))
                .max()
                .orElse(0);
        if (spilled > WORTH_TELLING) {
            add(
                    cut.road(),
                    "who waits beyond it waits outside of the piece, and is told as delay on entering",
                    "queues of '%s' reached back over all %.0f m to the border in %s of the time",
                    cut.inner(),
                    length,
                    percent(spilled));
        } else if (longest > length) {
            add(
                    cut.road(),
                    "who stands beyond it waits outside of the piece, and is told as delay on entering: take '"
                            + cut.outside() + "' along where that matters",
                    "queues of '%s' reached past the border at %.0f m",
                    cut.inner(),
                    length);
        } else if (longest > NEAR * length) {
            add(
                    cut.road(),
                    "with somewhat more traffic they will reach out of the piece: take '" + cut.outside()
                            + "' along then",
                    "queues of '%s' came as far as %.0f m; the border is at %.0f m",
                    cut.inner(),
                    longest,
                    length);
        }
    }

    private void leaving(Cut cut, List<Observed<LinkRow>> links) {
        if (cut.out() < 0) {
            return;
        }
        Place.Control control = network.junctions().get(cut.outside()).place().control();
        if (control == Place.Control.NONE) {
            return;
        }
        double spilled = spillback(network.links().get(cut.out()), links);
        String kind = switch (control) {
            case SIGNAL -> "signal";
            case ROUNDABOUT -> "roundabout";
            case YIELD -> "yield signs";
            default -> "stop signs";
        };
        if (spilled > WORTH_TELLING) {
            add(
                    cut.road(),
                    "in the piece nothing holds them there: delays at '" + cut.inner() + "' come out too low; take '"
                            + cut.outside() + "' along",
                    "queues before the %s of '%s' reached back to '%s' in %s of the time",
                    kind,
                    cut.outside(),
                    cut.inner(),
                    percent(spilled));
        } else {
            free.add(kind + " of '" + cut.outside() + "' (" + cut.road() + ")");
        }
    }

    private void outside() {
        if (!free.isEmpty()) {
            add(
                    "",
                    "vehicles leave there freely; delay before them is not of the piece",
                    "not in the piece, and their queues never reached back to it: %s",
                    String.join(", ", free));
        }
        if (!inStep.isEmpty()) {
            add(
                    "",
                    "their platoons are in the times at the border: other offsets of theirs cannot be tried here",
                    "not in the piece, with the same cycle as the signal beside them: %s",
                    String.join(", ", inStep));
        }
    }

    private static double spillback(Link link, List<Observed<LinkRow>> links) {
        return links.stream()
                .map(Observed::row)
                .filter(r -> r.link().equals(link.id()))
                .mapToDouble(LinkRow::spillbackShare)
                .average()
                .orElse(0);
    }

    private static String percent(double share) {
        return String.format(Locale.ROOT, "%.1f %%", 100 * share);
    }

    private void coordination(Cut cut) {
        Double inner = cycle(cut.inner());
        Double outer = cycle(cut.outside());
        if (inner != null && inner.equals(outer)) {
            inStep.add(String.format(Locale.ROOT, "'%s' (%.0f s, as '%s')", cut.outside(), inner, cut.inner()));
        }
    }

    /** Cycle length of the plan that a place runs; null where it keeps none. */
    private Double cycle(String place) {
        SignalController controller = whole.study().signals().get(place);
        SignalPlan<?> plan = controller == null ? null : PlanOfPeriod.of(controller, whole.study(), whole.periodId());
        return plan == null ? null : plan.cycle();
    }

    private void drivers(PieceDemand demand, double outside) {
        int drives = 0;
        int again = 0;
        int loops = 0;
        int waiting = 0;
        for (List<Drive> ofIt : demand.drives().values()) {
            Map<Integer, Integer> visits = new LinkedHashMap<>();
            for (Drive drive : ofIt) {
                drives++;
                again += visits.merge(drive.vehicle(), 1, Integer::sum) > 1 ? 1 : 0;
                loops += drive.from().equals(drive.to()) ? 1 : 0;
                waiting += drive.came() ? 0 : 1;
            }
        }
        int replications = Math.max(1, demand.drives().size());
        if (again > 0) {
            add(
                    "",
                    "when they come back does not depend on how long they took before",
                    "%.1f of %.0f trips are of vehicles that left the piece and came back",
                    (double) again / replications,
                    (double) drives / replications);
        }
        if (loops > 0) {
            add("", "", "%.1f vehicles leave where they came in", (double) loops / replications);
        }
        if (waiting > 0) {
            add(
                    "",
                    "",
                    "%.1f vehicles still waited to come in at an end of the piece when the whole ended",
                    (double) waiting / replications);
        }
        if (outside >= 1) {
            add(
                    "",
                    "who of them would have come here is not in the demand of the piece",
                    "%.0f vehicles still waited outside the whole at the end of the period",
                    outside);
        }
        pairsWithoutVehicles(demand);
        demand.surges()
                .keySet()
                .forEach(surge -> add("", "", "surge '%s' begins in the piece and stays what it is", surge));
        demand.tables().keySet().stream()
                .filter(surge -> !surge.isEmpty())
                .forEach(surge -> add(
                        "",
                        "its vehicles come as they reached the border; take the table out of 'trips' for a day without it",
                        "surge '%s' begins outside: a table of trips of its own",
                        surge));
        if (whole.study().demand().informed() != null) {
            add(
                    "",
                    "ways around the piece are not theirs to choose",
                    "drivers who hear of the road choose among ways of the piece");
        }
    }

    private void pairsWithoutVehicles(PieceDemand demand) {
        Set<String> used = new LinkedHashSet<>();
        demand.drives().values().forEach(ofIt -> ofIt.forEach(d -> used.add(d.from() + "\n" + d.to())));
        Set<String> in = new LinkedHashSet<>();
        Set<String> out = new LinkedHashSet<>();
        for (Link link : piece.links()) {
            String from = piece.startOf(link);
            String to = piece.endOf(link);
            if (!piece.places().contains(from)) {
                in.add(from);
            }
            if (!piece.places().contains(to)) {
                out.add(to);
            }
        }
        long pairs = in.stream()
                .mapToLong(a -> out.stream().filter(b -> !a.equals(b)).count())
                .sum();
        long driven = used.stream()
                .filter(pair -> !pair.split("\n")[0].equals(pair.split("\n")[1]))
                .count();
        if (driven < pairs) {
            add("", "", "nobody drove between %d of %d pairs of ends", pairs - driven, pairs);
        }
    }
}
