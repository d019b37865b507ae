package org.ulicarro.cli;

import java.util.Locale;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Movement;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.traffic.events.Motive;

/** Lanes, movements and wishes in words. */
final class Whereabouts {

    private Whereabouts() {}

    /** To the tenth of a second (s since midnight). */
    static String time(double seconds) {
        long tenths = Math.round(seconds * 10);
        return String.format(
                Locale.ROOT, "%02d:%02d:%02d.%d", tenths / 36_000, tenths / 600 % 60, tenths / 10 % 60, tenths % 10);
    }

    static String lane(Model model, int lane) {
        if (model.table().isPath(lane)) {
            return "inside " + movement(model, model.table().movementOf(lane));
        }
        Lane found = model.network().lanes().get(lane);
        String link = model.network().links().get(found.link()).id();
        return found.isLayby() ? link + ", in the lay-by" : link + ", lane " + found.number();
    }

    static String movement(Model model, int movement) {
        Movement found = model.network().movements().get(movement);
        return found.isInner()
                ? found.place()
                : found.place() + " " + found.name(); // on a ring there is no turn to name
    }

    static String motive(Motive motive) {
        return switch (motive) {
            case NONE -> "no reason";
            case WAY -> "its way";
            case LANE_END -> "its lane ends";
            case CLOSURE -> "its lane is closed ahead";
            case LANE_USE -> "its lane is kept for others";
            case STOP -> "its stop";
            case GAIN -> "to get on faster";
            case KEEP_OUTER -> "to keep to the outer lane";
        };
    }

    static String type(Model model, int replication, int vehicle) {
        return model.demand().departures(replication).kind()[vehicle].id();
    }
}
