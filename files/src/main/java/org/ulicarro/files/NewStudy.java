package org.ulicarro.files;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ulicarro.core.signal.TrialPlan;
import org.ulicarro.core.study.CycleRange;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.FixedControl;
import org.ulicarro.core.study.NetworkInput;
import org.ulicarro.core.study.Period;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;

/** A study that is made of something else: its records, and the files that say them. */
public final class NewStudy {

    /** Places or roads of one file; what is more goes on in another one, so that each can be read and edited. */
    private static final int MOST_OF_A_FILE = 20_000;

    private static final double HOUR = 3600; // s
    private static final double LEAST_WARM_UP = 900; // s

    private final String about;
    private final String title;
    private final boolean driveRight;
    private final String period;
    private String networkAbout = "";
    private NetworkInput network = NetworkInput.of(Map.of(), Map.of());
    private Map<String, String> comments = Map.of();
    private String demandAbout = "";
    private DemandInput demand;
    private double warmUp = LEAST_WARM_UP;
    private String signalsAbout = "";
    private Map<String, SignalController> signals = new LinkedHashMap<>();

    /**
     * A study without anything.
     *
     * @param about a comment on top of it
     * @param period its id, which plans of the same name are for
     */
    public NewStudy(String about, String title, boolean driveRight, String period) {
        this.about = about;
        this.title = title.replaceAll("\\p{Cntrl}", " ");
        this.driveRight = driveRight;
        this.period = period;
    }

    /** Its network, with comments by JSON pointer. */
    public void network(String heading, NetworkInput input, Map<String, String> byPointer) {
        networkAbout = heading;
        network = input;
        comments = byPointer;
    }

    public void demand(String heading, DemandInput input) {
        demandAbout = heading;
        demand = input;
    }

    /** Traffic before the period, for as long as a network with such trips and cycles needs to fill. */
    public void fills(double longestTrip, double longestCycle) {
        double needed = Math.max(2 * longestTrip, 3 * longestCycle);
        warmUp = Math.max(LEAST_WARM_UP, StrictMath.ceil(needed / 300) * 300);
    }

    public void signals(String heading, Map<String, SignalController> input) {
        signalsAbout = heading;
        signals = new LinkedHashMap<>(input);
    }

    /** As a value. */
    public Study study() {
        return new Study(
                Study.Format.ULICARRO_1,
                title,
                Study.Units.METRIC,
                driveRight ? Study.DriveOn.RIGHT : Study.DriveOn.LEFT,
                Map.of(
                        period,
                        new Period(
                                8 * HOUR,
                                9 * HOUR,
                                new Period.WarmUp(warmUp, Period.WarmUp.Source.FIRST_SLICE),
                                HOUR / 4,
                                null)),
                0.2,
                5,
                1,
                null,
                null,
                null,
                network,
                demand,
                signals,
                null,
                null,
                null);
    }

    /** The texts of its files by name, the main one first. */
    public Map<String, String> files() {
        Map<String, Object> tree = StudyText.tree(study());
        Map<String, String> parts = new LinkedHashMap<>();
        List<Map<?, ?>> networks = pieces((Map<?, ?>) tree.remove("network"));
        for (int i = 0; i < networks.size(); i++) {
            parts.put(
                    networks.size() == 1 ? "network.yaml" : "network-" + (i + 1) + ".yaml",
                    heading(i == 0 ? networkAbout : "Goes on from the file before.")
                            + YamlLayout.of(Map.of("network", networks.get(i)), comments, StudyText.OPEN));
        }
        Object written = tree.remove("signals");
        if (written != null) {
            parts.put("signals.yaml", heading(signalsAbout) + StudyText.of(Map.of("signals", written)));
        }
        Object wanted = tree.remove("demand");
        if (wanted != null) {
            parts.put("demand.yaml", heading(demandAbout) + StudyText.of(Map.of("demand", wanted)));
        }
        tree.put("files", new ArrayList<>(parts.keySet()));
        Map<String, String> all = new LinkedHashMap<>();
        all.put("study.yaml", heading(about) + StudyText.of(tree));
        all.putAll(parts);
        return all;
    }

    private static String heading(String text) {
        return text.isEmpty() ? "" : "# " + text.replaceAll("\\p{Cntrl}", " ") + "\n";
    }

    private static List<Map<?, ?>> pieces(Map<?, ?> network) {
        List<Map<?, ?>> pieces = new ArrayList<>();
        Map<Object, Object> piece = new LinkedHashMap<>();
        int held = 0;
        for (Map.Entry<?, ?> section : network.entrySet()) {
            if (!(section.getValue() instanceof Map<?, ?> all)) {
                piece.put(section.getKey(), section.getValue());
                continue;
            }
            Map<Object, Object> own = new LinkedHashMap<>();
            for (Map.Entry<?, ?> one : all.entrySet()) {
                if (held == MOST_OF_A_FILE) {
                    piece.put(section.getKey(), own);
                    pieces.add(piece);
                    piece = new LinkedHashMap<>();
                    own = new LinkedHashMap<>();
                    held = 0;
                }
                own.put(one.getKey(), one.getValue());
                held++;
            }
            piece.put(section.getKey(), own);
        }
        pieces.add(piece);
        return pieces;
    }

    /** Writes its files into a folder. */
    public void write(Path folder) throws IOException {
        for (Map.Entry<String, String> file : files().entrySet()) {
            OutputFile.text(folder.resolve(file.getKey()), file.getValue());
        }
    }

    /** Control that only keeps the place of one to come. */
    public static SignalController standIn() {
        return FixedControl.of(Map.of(), Map.of());
    }

    /** Control by a plan to begin with. */
    public static SignalController control(TrialPlan plan) {
        return control(plan, "trial");
    }

    static SignalController control(TrialPlan plan, String name) {
        Map<String, SignalController.Group> groups = new LinkedHashMap<>();
        plan.groups()
                .forEach((id, group) -> groups.put(
                        id, SignalController.Group.of(group.serves(), group.yields(), group.yellow(), group.red(), 5)));
        plan.people()
                .forEach((id, road) ->
                        groups.put(id, new SignalController.Group(null, null, null, List.of(road), 7, null, 3, 2, 5)));
        Map<String, List<CycleRange>> greens = new LinkedHashMap<>();
        plan.greens().forEach((id, green) -> greens.put(id, List.of(new CycleRange(green[0], green[1]))));
        return FixedControl.of(groups, Map.of(name, FixedControl.Plan.of((double) plan.cycle(), 0.0, greens)));
    }
}
