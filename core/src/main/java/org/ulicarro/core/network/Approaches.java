package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * Names of the approaches of a place: as {@code legs} says, the others by the direction in which people drive, of four, of eight or of sixteen, as
 * many as it takes to tell them apart; beside each other in one direction, with the road's id.
 */
final class Approaches {

    private static final List<String> ALL = List.of(
            "EB", "ENEB", "NEB", "NNEB", "NB", "NNWB", "NWB", "WNWB", "WB", "WSWB", "SWB", "SSWB", "SB", "SSEB", "SEB",
            "ESEB");

    private Approaches() {}

    /**
     * @param arriving road id to the pose in which its traffic arrives
     * @param written names from the study
     * @return road id to name
     */
    static Map<String, String> names(Map<String, Pose> arriving, Map<String, String> written) {
        Map<String, String> names = new LinkedHashMap<>();
        List<String> cardinals = new ArrayList<>();
        arriving.forEach((road, pose) -> cardinals.add(sector(pose, 4)));
        arriving.forEach((road, pose) -> {
            String cardinal = sector(pose, 4);
            boolean alone = isOnce(cardinal, cardinals);
            String derived = alone ? cardinal : sector(pose, 8);
            names.put(road, written.getOrDefault(road, derived));
        });
        rename(names, written, road -> sector(arriving.get(road), 16));
        rename(names, written, road -> names.get(road) + "-" + road);
        return names;
    }

    /** Gives those that share a name, and were not named by somebody, another one. */
    private static void rename(
            Map<String, String> names, Map<String, String> written, UnaryOperator<String> otherwise) {
        List<String> before = List.copyOf(names.values());
        for (Map.Entry<String, String> name : names.entrySet()) {
            if (!isOnce(name.getValue(), before) && !written.containsKey(name.getKey())) {
                name.setValue(otherwise.apply(name.getKey()));
            }
        }
    }

    private static boolean isOnce(String name, List<String> among) {
        return among.indexOf(name) == among.lastIndexOf(name);
    }

    private static String sector(Pose pose, int sectors) {
        double turns = StrictMath.atan2(pose.dy(), pose.dx()) / (2 * StrictMath.PI);
        int sector = (int) StrictMath.floor(turns * sectors + 0.5);
        return ALL.get(Math.floorMod(sector, sectors) * 16 / sectors);
    }
}
