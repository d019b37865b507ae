package org.ulicarro.core.run;

import java.util.stream.Collectors;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.network.Link;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.traffic.lanes.LaneTable;
import org.ulicarro.core.traffic.state.Restraint;
import org.ulicarro.core.traffic.watching.Standstill;

/** Says in words who blocks whom. */
final class StandstillText {

    private static final int MOST_NAMED = 8;

    private StandstillText() {}

    static String of(Model model, Standstill standstill) {
        int size = standstill.vehicles().size();
        String since = Clock.timeOfDay(Clock.seconds(standstill.since()));
        if (standstill.place() != null) {
            return "nobody gets through '" + standstill.place() + "' since " + since + ": " + size
                    + " vehicles stand in it and wait for each other: "
                    + standstill.vehicles().stream()
                            .limit(MOST_NAMED)
                            .map(String::valueOf)
                            .collect(Collectors.joining(", "))
                    + (size > MOST_NAMED ? ", …" : "");
        }
        StringBuilder text =
                new StringBuilder("nothing moves since ").append(since).append(": ");
        for (int i = 0; i < Math.min(size, MOST_NAMED); i++) {
            text.append(i == 0 ? "vehicle " : ", which ")
                    .append(
                            i == 0
                                    ? standstill.vehicles().get(i) + " ("
                                            + where(model, standstill.lanes().get(i)) + ") "
                                    : "")
                    .append(reason(standstill.reasons().get(i)))
                    .append(' ')
                    .append(standstill.vehicles().get((i + 1) % size))
                    .append(" (")
                    .append(where(model, standstill.lanes().get((i + 1) % size)))
                    .append(')');
        }
        return text.append(size > MOST_NAMED ? ", and so on round " + size + " vehicles" : "")
                .toString();
    }

    private static String reason(int restraint) {
        return switch (Restraint.values()[restraint]) {
            case GAP -> "waits for a gap before";
            case CROSSING -> "waits for the way to be cleared by";
            case LANE -> "finds no room beside";
            case ROOM -> "leaves room for";
            default -> "stands behind";
        };
    }

    private static String where(Model model, int lane) {
        LaneTable table = model.table();
        Network network = model.network();
        if (table.isPath(lane)) {
            var movement = network.movements().get(table.movementOf(lane));
            return movement.isInner() ? "inside '" + movement.place() + "'" : movement.place() + " " + movement.name();
        }
        Link link = network.links().get(table.linkOf(lane));
        return link.id();
    }
}
