package org.ulicarro.files.gmns;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.ulicarro.core.study.VehicleType;

/** Who may use a link or a lane, in the words of the tables and in those of a study. */
final class Uses {

    private static final int FEW = 3; // up to so many types a study says who may use it, else who may not

    private Uses() {}

    /** The types that may use something; null where all may. */
    static String text(List<VehicleType> only, List<VehicleType> closed) {
        if (only.isEmpty() && closed.isEmpty()) {
            return null;
        }
        return Arrays.stream(VehicleType.values())
                .filter(t -> only.isEmpty() || only.contains(t))
                .filter(t -> !closed.contains(t))
                .map(t -> t.name().toLowerCase(Locale.ROOT))
                .collect(Collectors.joining(","));
    }

    /**
     * The types that are meant.
     *
     * @param notes receives a word on what is not known
     * @return empty where all may use it, or where nothing is said of vehicles
     */
    static Set<VehicleType> read(String text, Collection<String> notes) {
        Set<VehicleType> types = new LinkedHashSet<>();
        for (String word :
                text == null ? new String[0] : text.toLowerCase(Locale.ROOT).split("[,;|\\s]+")) {
            switch (word.replaceAll("[^a-z]", "")) {
                case "auto", "autos", "all", "any", "vehicle", "vehicles", "motorvehicle" -> {
                    return Set.of(); // whoever says so does not tell types of vehicle apart
                }
                case "bus", "buses", "transit", "psv" -> types.add(VehicleType.BUS);
                case "car", "cars" -> types.add(VehicleType.CAR);
                case "van" -> types.add(VehicleType.VAN);
                case "truck", "trucks" -> types.add(VehicleType.TRUCK);
                case "articulated" -> types.add(VehicleType.ARTICULATED);
                case "tram", "streetcar", "lightrail" -> types.add(VehicleType.TRAM);
                case "bicycle", "bike", "bicycles" -> types.add(VehicleType.BICYCLE);
                case "motorcycle" -> types.add(VehicleType.MOTORCYCLE);
                case "", "walk", "ped", "pedestrian", "foot" -> {}
                default -> notes.add("uses that a study has no word for, as '" + word + "', left out");
            }
        }
        return types.size() == VehicleType.values().length ? Set.of() : types;
    }

    /** The types of a road that only few may use; empty where it is open to most. */
    static List<VehicleType> only(Set<VehicleType> allowed) {
        return allowed.size() <= FEW ? List.copyOf(allowed) : List.of();
    }

    /** The types that a road is closed to, where it is open to most. */
    static List<VehicleType> closed(Set<VehicleType> allowed) {
        List<VehicleType> closed = new ArrayList<>();
        for (VehicleType type : VehicleType.values()) {
            if (allowed.size() > FEW && !allowed.contains(type)) {
                closed.add(type);
            }
        }
        return closed;
    }
}
