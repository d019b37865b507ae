package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ulicarro.core.base.Names;

/** The compiled network. Immutable; safe to share between replications and threads. */
public final class Network {

    private final List<Link> links;
    private final List<Lane> lanes;
    private final List<Movement> movements;
    private final Map<String, Junction> junctions;
    private final List<MarkedCrossing> crossings;
    private final List<Marking> markings;
    private final List<Curve> curves;
    private final List<StopPlace> stops;
    private final boolean keepsRight;
    private final Map<String, List<Link>> linksFrom = new LinkedHashMap<>();
    private final List<List<Movement>> movementsFrom; // link -> movements of its downstream end
    private final int[] movementOfPath; // lane -> its movement, or -1
    private final List<Link> entries;
    private List<CrossingStrip> strips; // looked for when somebody asks first: maps with many crossings need none

    Network(
            List<Link> links,
            List<Lane> lanes,
            List<Movement> movements,
            Map<String, Junction> junctions,
            List<MarkedCrossing> crossings,
            List<Marking> markings,
            List<Curve> curves,
            List<StopPlace> stops,
            boolean keepsRight) {
        this.links = List.copyOf(links);
        this.lanes = List.copyOf(lanes);
        this.movements = List.copyOf(movements);
        this.junctions = Collections.unmodifiableMap(new LinkedHashMap<>(junctions));
        this.crossings = List.copyOf(crossings);
        this.markings = List.copyOf(markings);
        this.curves = List.copyOf(curves);
        this.stops = List.copyOf(stops);
        this.keepsRight = keepsRight;
        junctions.keySet().forEach(place -> linksFrom.put(place, new ArrayList<>()));
        movementsFrom = new ArrayList<>();
        for (Link link : links) {
            movementsFrom.add(new ArrayList<>());
            if (!link.ring()) {
                linksFrom.get(link.from()).add(link);
            }
        }
        movementOfPath = new int[lanes.size()];
        Arrays.fill(movementOfPath, -1);
        for (Movement movement : movements) {
            movement.paths().forEach(path -> movementOfPath[path.lane()] = movement.index());
        }
        for (Junction junction : junctions.values()) {
            for (int m : junction.movements()) {
                movementsFrom.get(movements.get(m).fromLink()).add(movements.get(m));
            }
        }
        entries = findEntries();
    }

    private List<Link> findEntries() {
        Map<String, Set<String>> roadsInto = new LinkedHashMap<>();
        links.forEach(link -> roadsInto
                .computeIfAbsent(link.to(), none -> new LinkedHashSet<>())
                .add(link.road()));
        return links.stream()
                .filter(link -> !link.ring())
                .filter(link -> Set.of(link.road()).containsAll(roadsInto.getOrDefault(link.from(), Set.of())))
                .toList();
    }

    public List<Link> links() {
        return links;
    }

    public List<Lane> lanes() {
        return lanes;
    }

    /** Lanes of a link, from the middle of the road to the kerb. */
    public List<Lane> lanesOf(Link link) {
        return lanes.subList(link.firstLane(), link.firstLane() + link.lanes());
    }

    /** All movements, those on the rings of roundabouts included. */
    public List<Movement> movements() {
        return movements;
    }

    /** Places by id, in the order of the file. */
    public Map<String, Junction> junctions() {
        return junctions;
    }

    /** What bodies cover of crossings, crossing by crossing, from its first kerb on. */
    public synchronized List<CrossingStrip> strips() {
        if (strips == null) {
            strips = List.copyOf(CrossingStrip.of(this));
        }
        return strips;
    }

    public List<MarkedCrossing> crossings() {
        return crossings;
    }

    public List<StopPlace> stops() {
        return stops;
    }

    public List<Marking> markings() {
        return markings;
    }

    /** Where a bend is driven slower than the limit, lane by lane. */
    public List<Curve> curves() {
        return curves;
    }

    /** Whether people drive on the right. */
    public boolean keepsRight() {
        return keepsRight;
    }

    /** Roads that leave a place. */
    public List<Link> linksFrom(String place) {
        return linksFrom.get(place);
    }

    /** Links on which vehicles come in: those that leave a place to which no other road leads. */
    public List<Link> entries() {
        return entries;
    }

    /** Movements that leave a link at its downstream end, left to right. */
    public List<Movement> movementsFrom(int link) {
        return movementsFrom.get(link);
    }

    /** The movement that a turning path belongs to, by the path's lane index. */
    public int movementOfPath(int lane) {
        return movementOfPath[lane];
    }

    /** Whether a conflict is of those who turn across a kept lane of their own approach, to whose users they give way whatever a signal shows both. */
    public boolean isBesideKeptLane(Conflict conflict) {
        Movement a = movements.get(movementOfPath[conflict.pathA()]);
        Movement b = movements.get(movementOfPath[conflict.pathB()]);
        return conflict.who() != Conflict.Who.IN_TURN && a.fromLink() == b.fromLink();
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
     * @param text a short name such as EBL, or EBL-hill where two left turns lead to different roads, or {@code from-road>to-road}
     * @return the movement, or a message that says what is known
     */
    public Lookup movement(String place, String text) {
        List<Movement> here =
                junctions.get(place).movements().stream().map(movements::get).toList();
        List<Movement> found = here.stream()
                .filter(m ->
                        m.id().equals(text) || m.name().equals(text) || m.name().startsWith(text + "-"))
                .toList();
        if (found.size() == 1) {
            return new Lookup(found.get(0), null, false);
        }
        if (found.size() > 1) {
            return new Lookup(
                    null,
                    "'" + text + "' is not one movement at '" + place + "' but several: "
                            + String.join(
                                    ", ", found.stream().map(Movement::name).toList()) + "; write one of these",
                    false);
        }
        List<String> approach = approach(place, text);
        if (!approach.isEmpty()) {
            return new Lookup(
                    null,
                    "'" + text + "' is a whole approach of '" + place + "'; write its movements: "
                            + String.join(", ", approach),
                    false);
        }
        if (junctions.get(place).closed().contains(text)) {
            return new Lookup(null, "movement '" + text + "' at '" + place + "' is closed", true);
        }
        List<String> known = new ArrayList<>(here.stream().map(Movement::name).toList());
        if (text.contains(">")) {
            known = here.stream().map(Movement::id).toList();
        }
        String message = "place '" + place + "' has no movement '" + text + "'.";
        return new Lookup(null, message + listOrNearest(text, known), false);
    }

    /** The movements of the approach that a text names, such as NBL, NBT and NBR for NB; none where it names no approach. */
    public List<String> approach(String place, String text) {
        return junctions.get(place).movements().stream()
                .map(m -> movements.get(m).name())
                .filter(name -> name.length() > text.length()
                        && name.startsWith(text)
                        && text.length() >= 2
                        && name.substring(text.length()).matches("[LTRU](-.*)?"))
                .toList();
    }

    private static String listOrNearest(String text, List<String> known) {
        // Short names differ by a letter each, so the nearest one says little beside the list of all.
        return known.size() <= 16 ? " It has: " + String.join(", ", known) + "." : Names.suggestion(text, known);
    }

    /**
     * What a name stands for.
     *
     * @param movement null where there is a problem
     * @param problem null where there is a movement
     * @param closed whether the movement is there, but closed
     */
    public record Lookup(Movement movement, String problem, boolean closed) {}
}
