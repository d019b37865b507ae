package org.ulicarro.core.assign;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.demand.Ban;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.study.ChoiceInput;
import org.ulicarro.core.study.ChoiceInput.TasteInput;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Toll;
import org.ulicarro.core.study.VehicleType;
import org.ulicarro.core.study.Written;

/** Groups of vehicle types that choose alike, with what counts for each beside time. Immutable. */
final class Tastes {

    /** Seconds that somebody counts for coming onto a link in a stretch of the day. */
    private record Charge(double seconds, double from, double to) {}

    /**
     * What counts for a group.
     *
     * @param types names of its types; empty where all choose alike
     * @param spread scale of a logit model, as a share of the fastest time between two ends
     */
    static final class Taste {

        final List<String> types;
        final double spread;
        private final double[] beside; // link -> s
        private final List<List<Charge>> charges = new ArrayList<>(); // link -> tolls
        private final List<List<Ban>> linkBans = new ArrayList<>();
        private final List<List<Ban>> turnBans = new ArrayList<>();

        private Taste(List<String> types, double spread, Network network) {
            this.types = List.copyOf(types);
            this.spread = spread;
            beside = new double[network.links().size()];
            network.links().forEach(link -> charges.add(List.of()));
            network.links().forEach(link -> linkBans.add(List.of()));
            network.movements().forEach(turn -> turnBans.add(List.of()));
        }

        /** To whom nothing counts but time, and nothing is forbidden. */
        static Taste ofNobody(Network network) {
            return new Taste(List.of(), 0, network);
        }

        /** What counts for a link beside its time when it is come onto then (s). */
        double beside(int link, double at) {
            double sum = beside[link];
            for (Charge charge : charges.get(link)) {
                sum += at >= charge.from && at < charge.to ? charge.seconds : 0;
            }
            return sum;
        }

        boolean mayUse(int link, double at) {
            return isOpen(linkBans.get(link), at);
        }

        boolean mayTurn(int movement, double at) {
            return isOpen(turnBans.get(movement), at);
        }

        private static boolean isOpen(List<Ban> bans, double at) {
            for (Ban ban : bans) {
                if (at >= ban.from() && at < ban.to()) {
                    return false;
                }
            }
            return true;
        }
    }

    private static final double DAY = 86_400;

    private final List<Taste> all = new ArrayList<>();
    private final int[] ofType = new int[VehicleType.values().length];

    /**
     * Reads them.
     *
     * @param present types that anybody has
     * @param bans what is forbidden
     */
    Tastes(Network network, NetworkInput input, ChoiceInput choice, List<Ban> bans, Set<VehicleType> present) {
        Arrays.fill(ofType, -1);
        Map<List<Object>, List<VehicleType>> alike = new LinkedHashMap<>();
        for (VehicleType type : VehicleType.values()) {
            if (present.contains(type)) {
                List<Object> what = List.of(
                        choice.types().getOrDefault(type, TasteInput.LIKE_ALL),
                        input.tolls().values().stream().map(t -> t.of(type)).toList(),
                        bans.stream().map(b -> b.concerns(type)).toList());
                alike.computeIfAbsent(what, none -> new ArrayList<>()).add(type);
            }
        }
        for (List<VehicleType> types : alike.values()) {
            VehicleType one = types.get(0);
            TasteInput own = choice.types().getOrDefault(one, TasteInput.LIKE_ALL);
            Taste taste = new Taste(
                    alike.size() == 1
                            ? List.of()
                            : types.stream().map(Written::of).toList(),
                    own.spread() == null ? choice.spread() : own.spread(),
                    network);
            double perMetre = own.distance() == null ? choice.distance() : own.distance();
            double perMoney = own.toll() == null ? choice.toll() : own.toll();
            for (Link link : network.links()) {
                taste.beside[link.index()] = perMetre * link.length()
                        + (link.ring()
                                ? 0
                                : choice.avoid().getOrDefault(link.road(), 0.0)
                                        + own.avoid().getOrDefault(link.road(), 0.0));
                for (Toll toll : input.tolls().values()) {
                    if (toll.road().toString().equals(link.id()) && toll.of(one) > 0) {
                        List<Charge> more = new ArrayList<>(taste.charges.get(link.index()));
                        more.add(new Charge(
                                perMoney * toll.of(one),
                                toll.from() == null ? 0 : toll.from(),
                                toll.to() == null ? 2 * DAY : toll.to()));
                        taste.charges.set(link.index(), more);
                    }
                }
            }
            for (Ban ban : bans) {
                if (ban.concerns(one)) {
                    List<List<Ban>> of = ban.link() >= 0 ? taste.linkBans : taste.turnBans;
                    int at = ban.link() >= 0 ? ban.link() : ban.movement();
                    List<Ban> more = new ArrayList<>(of.get(at));
                    more.add(ban);
                    of.set(at, more);
                }
            }
            types.forEach(type -> ofType[type.ordinal()] = all.size());
            all.add(taste);
        }
    }

    int of(VehicleType type) {
        return ofType[type.ordinal()];
    }

    Taste get(int group) {
        return all.get(group);
    }

    int count() {
        return all.size();
    }
}
