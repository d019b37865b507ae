package org.ulicarro.core.network;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Names of the approaches of a place: as {@code legs} says, the others by the direction in which people drive. */
final class Approaches {

    private static final String[] EIGHT = {"EB", "NEB", "NB", "NWB", "WB", "SWB", "SB", "SEB"};

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
            boolean alone = cardinals.indexOf(cardinal) == cardinals.lastIndexOf(cardinal);
            String derived = alone ? cardinal : sector(pose, 8);
            names.put(road, written.getOrDefault(road, derived));
        });
        return names;
    }

    private static String sector(Pose pose, int sectors) {
        double turns = StrictMath.atan2(pose.dy(), pose.dx()) / (2 * StrictMath.PI);
        int sector = (int) StrictMath.floor(turns * sectors + 0.5);
        return EIGHT[Math.floorMod(sector, sectors) * 8 / sectors];
    }
}
