package org.ulicarro.core.network;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.base.Names;
import org.ulicarro.core.study.MovementInput;
import org.ulicarro.core.study.Place;

/** What the study wants otherwise than derived for single movements. */
final class Overrides {

    private Overrides() {}

    static String pointer(String place) {
        return Fault.child("/network/places", place) + "/movements";
    }

    /** Speed on a path: as written, or what its curve allows, up to the limit (m/s). */
    static double speed(MovementInput own, double inCurve, Lane from, Lane to) {
        double limit = Math.max(from.speed(), to.speed());
        if (own != null && own.speed() != null) {
            return own.speed();
        }
        double derived = own == null || own.radius() == null ? inCurve : TurnSpeed.onRadius(own.radius());
        return Math.min(derived, limit);
    }

    /** Puts what is written about who yields to whom into the priorities of a place, and checks the names. */
    static void priorities(Draft draft, String id, Place place, List<Integer> here, Priorities priorities) {
        place.movements().forEach((text, own) -> {
            Movement movement = find(draft, here, text);
            String at = Fault.child(pointer(id), text);
            if (movement == null && !own.closed()) {
                unknown(draft, here, id, text, at);
            }
            Set<Integer> others = new LinkedHashSet<>();
            for (int i = 0; i < own.yieldsTo().size(); i++) {
                Movement other = find(draft, here, own.yieldsTo().get(i));
                if (other == null) {
                    unknown(draft, here, id, own.yieldsTo().get(i), at + "/yields-to/" + i);
                } else {
                    others.add(other.index());
                }
            }
            if (movement != null) {
                priorities.yieldsTo(movement.index(), others);
            }
        });
        checkNames(draft, id, here, place.bypass(), "bypass");
        checkNames(draft, id, here, place.rightOnRed(), "right-on-red");
        checkNames(draft, id, here, place.saturation(), "saturation");
        sayUncalibrated(draft, id, place, here);
    }

    private static void sayUncalibrated(Draft draft, String id, Place place, List<Integer> here) {
        for (String text : place.saturation().keySet()) {
            Movement movement = find(draft, here, text);
            if (movement == null) {
                continue;
            }
            boolean known = List.of(movement.id(), movement.name()).stream()
                    .map(place.movements()::get)
                    .anyMatch(own -> own != null && own.timeGap() != null);
            if (!known) {
                draft.report(
                        NetworkFault.NO_GAP_FOR_SATURATION,
                        Fault.child(Draft.placePointer(id) + "/saturation", text),
                        text);
            }
        }
    }

    private static void checkNames(Draft draft, String id, List<Integer> here, Map<String, ?> written, String key) {
        for (String text : written.keySet()) {
            if (find(draft, here, text) == null) {
                unknown(draft, here, id, text, Fault.child(Draft.placePointer(id) + "/" + key, text));
            }
        }
    }

    private static Movement find(Draft draft, List<Integer> here, String text) {
        List<Movement> found = here.stream()
                .map(draft.movements::get)
                .filter(m -> m.id().equals(text) || m.name().equals(text))
                .toList();
        return found.size() == 1 ? found.get(0) : null;
    }

    private static void unknown(Draft draft, List<Integer> here, String id, String text, String pointer) {
        List<Movement> all = here.stream().map(draft.movements::get).toList();
        List<String> candidates = all.stream()
                .filter(m -> m.name().equals(text))
                .map(Movement::id)
                .toList();
        if (candidates.size() > 1) {
            draft.report(NetworkFault.SEVERAL_MOVEMENTS, pointer, text, id, String.join(", ", candidates));
            return;
        }
        List<String> known = all.stream()
                .map(text.contains(">") ? Movement::id : Movement::name)
                .toList();
        draft.report(
                NetworkFault.NO_SUCH_MOVEMENT,
                pointer,
                id,
                text,
                known.size() <= 16 ? " It has: " + String.join(", ", known) + "." : Names.suggestion(text, known));
    }
}
