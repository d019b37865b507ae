package org.ulicarro.core.network;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;

/** Short names of movements, of which a place has each once: where two turns of an approach would share one, the road they lead to tells them apart. */
final class MovementNames {

    private MovementNames() {}

    static void tellApart(Draft draft) {
        rename(draft, m -> draft.links.get(m.toLink()).road());
        rename(draft, m -> draft.links.get(m.fromLink()).road()); // approaches that somebody called the same
    }

    private static void rename(Draft draft, Function<Movement, String> road) {
        Map<String, Integer> times = new LinkedHashMap<>();
        for (Movement movement : draft.movements) {
            if (!movement.isInner()) {
                times.merge(key(movement), 1, Integer::sum);
            }
        }
        draft.movements.replaceAll(
                m -> m.isInner() || times.get(key(m)) == 1 ? m : m.named(m.name() + "-" + road.apply(m)));
    }

    private static String key(Movement movement) {
        return movement.place() + " " + movement.name();
    }
}
