package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ulicarro.core.base.Names;

/** The compiled network. Immutable; safe to share between replications and threads. */
public final class Network {

    private final List<Link> links;
    private final List<Lane> lanes;
    private final List<Movement> movements;
    private final Map<String, Junction> junctions;
    private final Map<String, List<Link>> linksFrom = new LinkedHashMap<>();

    Network(List<Link> links, List<Lane> lanes, List<Movement> movements, Map<String, Junction> junctions) {
        this.links = List.copyOf(links);
        this.lanes = List.copyOf(lanes);
        this.movements = List.copyOf(movements);
        this.junctions = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(junctions));
        for (String place : junctions.keySet()) {
            linksFrom.put(place, new ArrayList<>());
        }
        for (Link link : links) {
            linksFrom.get(link.from()).add(link);
        }
    }

    public List<Link> links() {
        return links;
    }

    public List<Lane> lanes() {
        return lanes;
    }

    public List<Movement> movements() {
        return movements;
    }

    /** Places by id, in the order of the file. */
    public Map<String, Junction> junctions() {
        return junctions;
    }

    public List<Link> linksFrom(String place) {
        return linksFrom.get(place);
    }

    /** Links on which vehicles come in: those that leave a place to which no other road leads. */
    public List<Link> entries() {
        Map<String, java.util.Set<String>> roadsInto = new LinkedHashMap<>();
        links.forEach(link -> roadsInto
                .computeIfAbsent(link.to(), none -> new java.util.LinkedHashSet<>())
                .add(link.road()));
        return links.stream()
                .filter(link -> java.util.Set.of(link.road())
                        .containsAll(roadsInto.getOrDefault(link.from(), java.util.Set.of())))
                .toList();
    }

    /** Movements that leave a link at its downstream end, left to right. */
    public List<Movement> movementsFrom(int link) {
        return movements.stream().filter(m -> m.fromLink() == link).toList();
    }

    /** The path from a lane into a movement, if the lane's arrows give one. */
    public Optional<TurningPath> path(int lane, int movement) {
        return movements.get(movement).paths().stream()
                .filter(path -> path.fromLane() == lane)
                .findFirst();
    }

    /**
     * The movement that somebody wrote for a place.
     *
     * @param text a short name such as EBL where only one movement has it, or {@code from-road>to-road}
     * @return the movement, or a message that says what is known
     */
    public Lookup movement(String place, String text) {
        List<Movement> here =
                junctions.get(place).movements().stream().map(movements::get).toList();
        List<Movement> found = here.stream()
                .filter(m -> m.id().equals(text) || m.name().equals(text))
                .toList();
        if (found.size() == 1) {
            return new Lookup(found.get(0), null);
        }
        if (found.size() > 1) {
            return new Lookup(
                    null,
                    "'" + text + "' is not one movement at '" + place + "' but several: "
                            + String.join(", ", found.stream().map(Movement::id).toList()) + "; write one of these");
        }
        List<String> known = new ArrayList<>(here.stream().map(Movement::name).toList());
        if (text.contains(">")) {
            known = here.stream().map(Movement::id).toList();
        }
        String message = "place '" + place + "' has no movement '" + text + "'.";
        return new Lookup(null, message + listOrNearest(text, known));
    }

    private static String listOrNearest(String text, List<String> known) {
        // Short names differ by a letter each, so the nearest one says little beside the list of all.
        return known.size() <= 16 ? " It has: " + String.join(", ", known) + "." : Names.suggestion(text, known);
    }

    /** One of the two is null. */
    public record Lookup(Movement movement, String problem) {}
}
