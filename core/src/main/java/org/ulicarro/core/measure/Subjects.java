package org.ulicarro.core.measure;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.ulicarro.core.network.Junction;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.network.Network;

/** What a place is told about: its movements, its approaches, and itself. */
final class Subjects {

    /**
     * One of them.
     *
     * @param approach its name, or "all"
     * @param movement id, or "all"
     * @param name short name
     * @param of the movements that it stands for
     */
    record Subject(String place, String approach, String movement, String name, List<Movement> of) {}

    private Subjects() {}

    /** The movements of a place, after those of an approach the approach, at the end the place. */
    static void of(Network network, Junction junction, Consumer<Subject> told) {
        String place = junction.id();
        List<Movement> all =
                junction.movements().stream().map(network.movements()::get).toList();
        Set<String> approaches =
                new LinkedHashSet<>(all.stream().map(Movement::approach).toList());
        for (String approach : approaches) {
            List<Movement> here =
                    all.stream().filter(m -> m.approach().equals(approach)).toList();
            for (Movement m : here) {
                told.accept(new Subject(place, approach, m.id(), m.name(), List.of(m)));
            }
            told.accept(new Subject(place, approach, MovementRow.ALL, approach, here));
        }
        told.accept(new Subject(place, MovementRow.ALL, MovementRow.ALL, place, all));
    }
}
