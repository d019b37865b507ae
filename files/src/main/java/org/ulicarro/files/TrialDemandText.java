package org.ulicarro.files;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.demand.TrialDemand;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.EntryInput;
import org.ulicarro.core.study.RouteInput;
import org.ulicarro.core.study.VehicleType;

/** Demand to try a network with, for a study that has none of its own. */
public final class TrialDemandText {

    /** Whatever uses streets of a town. */
    public static final Map<VehicleType, Double> LIGHT = mix(95, 5, 0, 0);

    /** Whatever uses main roads. */
    public static final Map<VehicleType, Double> ALL = mix(92, 4, 3, 1);

    private TrialDemandText() {}

    private static Map<VehicleType, Double> mix(double cars, double vans, double trucks, double buses) {
        Map<VehicleType, Double> mix = new LinkedHashMap<>();
        double[] percent = {cars, vans, trucks, buses};
        VehicleType[] types = {VehicleType.CAR, VehicleType.VAN, VehicleType.TRUCK, VehicleType.BUS};
        for (int i = 0; i < types.length; i++) {
            if (percent[i] > 0) {
                mix.put(types[i], percent[i] * 0.01);
            }
        }
        return mix;
    }

    /** As a value. */
    public static DemandInput of(List<TrialDemand> entries, Map<VehicleType, Double> mix) {
        Map<String, EntryInput> all = new LinkedHashMap<>();
        for (TrialDemand entry : entries) {
            Map<String, RouteInput> routes = new LinkedHashMap<>();
            boolean alike = entry.ends().values().stream().distinct().count() == 1;
            entry.ends()
                    .forEach((end, share) -> routes.put(
                            "to-" + end,
                            new RouteInput(List.of(end), alike ? null : StrictMath.rint(share * 10) / 10)));
            double hourly = StrictMath.rint(entry.vehicles() * 36_000) / 10;
            all.put(entry.place(), new EntryInput(hourly / 3600, null, null, null, routes));
        }
        return DemandInput.of(mix).withEntries(all);
    }

    /** What it is, for the top of its file. */
    public static String about(List<TrialDemand> entries, String asked) {
        return "A trial: " + asked
                + " from all ends to all ends, shared among them by lanes and, where the map tells it, class."
                + (entries.isEmpty() ? " No road ends where somebody could come in." : "");
    }

    /**
     * A file of a study.
     *
     * @param asked how much was asked for, {@code 1200 veh/h}
     */
    public static String text(List<TrialDemand> entries, String asked, Map<VehicleType, Double> mix) {
        return "# " + about(entries, asked) + "\n" + StudyText.of(Map.of("demand", StudyTree.of(of(entries, mix))));
    }
}
