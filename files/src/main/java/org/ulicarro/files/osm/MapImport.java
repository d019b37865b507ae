package org.ulicarro.files.osm;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.ulicarro.core.base.Fault;
import org.ulicarro.core.demand.TrialDemand;
import org.ulicarro.core.network.FreeTrips;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.network.NetworkCompiler;
import org.ulicarro.core.signal.TrialPlan;
import org.ulicarro.core.study.DemandInput;
import org.ulicarro.core.study.SignalController;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.study.StudyRules;
import org.ulicarro.files.GeoReference;
import org.ulicarro.files.NewStudy;
import org.ulicarro.files.OutputFolder;
import org.ulicarro.files.StudyProblem;
import org.ulicarro.files.TrialDemandText;

/** Makes a study of a road map. */
public final class MapImport {

    /** Beyond this the study is written without being checked and mended: nobody reads a report on so many junctions. */
    private static final int MOST_CHECKED = 12_000;

    private static final int MOST_ROUNDS = 60;

    private static final String CREDIT =
            "A study of a road map. Map data (c) OpenStreetMap contributors, Open Database License 1.0.";
    private static final String NETWORK =
            "Written by 'ulicarro import map'. What the map does not say is marked as guessed; look at it.";

    /**
     * What is wanted of a map.
     *
     * @param area the part that is taken
     * @param from the least important class that is taken, as the map names it: {@code residential}
     * @param driveRight on which side people drive
     * @param title of the study
     * @param demand vehicles per second from all ends to all ends for a trial; 0 for none
     * @param demandText how it was asked for
     */
    public record Wish(Area area, String from, boolean driveRight, String title, double demand, String demandText) {}

    /**
     * What came of it.
     *
     * @param places of the network
     * @param signals of those
     * @param roads of the network
     * @param kilometres of them
     * @param losses what the map does not say, and what of it was left out
     * @param checked whether the result was checked
     * @param files what was written
     */
    public record Result(
            int places,
            int signals,
            int roads,
            double kilometres,
            Losses losses,
            boolean checked,
            List<String> files) {}

    private final Wish wish;
    private final Consumer<String> progress;
    private final Losses losses = new Losses();
    private GeoReference plan;
    private double lat;
    private double lon;

    /** @param progress told what goes on */
    public MapImport(Wish wish, Consumer<String> progress) {
        this.wish = wish;
        this.progress = progress;
    }

    /** Classes of roads from the least important, as the map names them. */
    public static List<String> classes() {
        return Stream.of(WayRoad.Kind.values()).map(k -> k.word).toList();
    }

    /**
     * Reads a map and writes a study, all of it or nothing.
     *
     * @param folder that does not exist yet, or is empty
     */
    public Result run(Path file, Path folder) throws IOException, StudyProblem {
        long[] told = {-1};
        OsmMap map = OsmMap.read(file, losses, permille -> {
            if (permille / 100 > told[0]) {
                told[0] = permille / 100;
                progress.accept("reading " + file.getFileName() + ": " + 10 * told[0] + " %");
            }
        });
        Marks marks = new Marks();
        RoadGraph graph = graph(file, map, marks);
        progress.accept(
                String.format(Locale.ROOT, "%d nodes, %d ways; making junctions", map.nodeCount(), map.wayCount()));
        LossPlaces places = new LossPlaces(plan);
        places.keep(map);
        map = null; // no longer needed, and large
        Detours detours = new Detours(graph);
        MapStages.run(graph, marks, wish.driveRight(), losses);
        RoadGraph sound = graph;
        return OutputFolder.fill(folder, work -> write(sound, marks, detours, places, work));
    }

    private RoadGraph graph(Path file, OsmMap map, Marks marks) throws StudyProblem {
        WayRoad.Kind least = WayRoad.Kind.of(wish.from());
        Clip clip = new Clip(map, wish.area());
        List<OsmMap.Way> ways = new ArrayList<>();
        List<WayRoad> roads = new ArrayList<>();
        List<int[]> lines = new ArrayList<>();
        for (OsmMap.Way way : map.ways) {
            WayRoad.Kind kind = WayRoad.Kind.of(way.tags().get("highway"));
            if (kind != null && kind.compareTo(least) >= 0) {
                Losses own = new Losses();
                int[] line = WayLine.of(map, way, own);
                WayRoad road = line.length < 2 ? null : WayTags.read(way, wish.driveRight(), own);
                if (line.length < 2) {
                    own.add(Loss.SHORT_WAY, "way " + way.id());
                }
                if (Arrays.stream(line).anyMatch(clip::has) || !clip.runs(line).isEmpty()) {
                    losses.addAll(own); // what lies elsewhere is nobody's loss
                }
                if (road != null) {
                    ways.add(way);
                    roads.add(road);
                    lines.add(line);
                }
            }
        }
        MapParts parts =
                new MapParts(map, lines, roads.stream().map(WayRoad::kind).toList());
        List<Integer> kept = new ArrayList<>();
        double[] box = {90, 180, -90, -180};
        for (int w = 0; w < ways.size(); w++) {
            List<int[]> runs = clip.runs(lines.get(w));
            if (runs.isEmpty()) {
                continue;
            }
            if (!parts.stays(lines.get(w))) {
                losses.add(Loss.PART_REMOVED, "way " + ways.get(w).id(), parts.metres(lines.get(w)));
                continue;
            }
            kept.add(w);
            for (int[] run : runs) {
                for (int at : run) {
                    box[0] = Math.min(box[0], clip.lat(at));
                    box[1] = Math.min(box[1], clip.lon(at));
                    box[2] = Math.max(box[2], clip.lat(at));
                    box[3] = Math.max(box[3], clip.lon(at));
                }
            }
        }
        if (kept.isEmpty()) {
            throw OsmFile.problem(
                    file,
                    1,
                    1,
                    "there is no road for vehicles in it, or none in the area; it has " + map.nodeCount()
                            + " nodes and " + map.wayCount() + " ways");
        }
        lat = Math.rint((box[0] + box[2]) / 2 * 1e5) / 1e5;
        lon = Math.rint((box[1] + box[3]) / 2 * 1e5) / 1e5;
        plan = GeoReference.at(lat, lon);
        return new WaySplitter(map, plan, clip, marks, losses)
                .split(
                        kept.stream().map(ways::get).toList(),
                        kept.stream().map(roads::get).toList(),
                        kept.stream().map(lines::get).toList());
    }

    private Result write(RoadGraph graph, Marks marks, Detours detours, LossPlaces places, Path work)
            throws IOException, StudyProblem {
        DraftNetwork.Names names = new DraftNetwork.Names();
        Mender mender = new Mender(graph, losses);
        boolean checked = graph.edges.size() <= MOST_CHECKED;
        for (int round = 1; ; round++) {
            Losses own = new Losses();
            DraftNetwork draft = new DraftNetwork(graph, names);
            new Controls(draft, marks, wish.driveRight(), own).apply();
            draft.stops.removeIf(s -> mender.badStops.contains(s.id()));
            if (mender.noMidCrossings && !draft.crossings.isEmpty()) {
                losses.addOnce(Loss.CROSSING_REMOVED, "all of them away from junctions");
                draft.crossings.clear();
            }
            mender.apply(draft);
            Ramps ramps = new Ramps(draft, own);
            NetworkRecords records = new NetworkRecords(draft, mender.dropped, ramps, wish.driveRight(), own);
            NewStudy study = new NewStudy(CREDIT, wish.title(), wish.driveRight(), "trial");
            study.network(NETWORK, records.network(lat, lon), records.comments());
            study.demand("", DemandInput.of(TrialDemandText.LIGHT));
            study.signals("", standIns(draft));
            List<Fault> errors = new ArrayList<>();
            Network network = checked ? compile(study.study(), errors) : null;
            if (errors.isEmpty()) {
                if (checked) {
                    progress.accept("writing signals" + (wish.demand() > 0 ? " and demand" : ""));
                    signalsAndDemand(network, study, draft);
                    detours.tell(network, draft, losses);
                }
                study.write(work);
                losses.addAll(own);
                places.keep(draft);
                LossFiles.write(losses, places, work);
                List<String> files = new ArrayList<>(study.files().keySet());
                files.addAll(List.of(LossFiles.ROWS, LossFiles.MAP));
                return result(draft, checked, files);
            }
            progress.accept("mending: " + errors.size() + " places and roads do not fit yet");
            if (round == MOST_ROUNDS || !mender.mend(draft, errors)) {
                throw new IOException("the map gives a network that cannot be mended: "
                        + errors.get(0).message());
            }
            new PruneStage(graph, losses).deadParts();
            new PairStage(graph, wish.driveRight()).run();
            new JoinStage(graph).run();
            graph.edges.forEach(RoadGraph::reach);
        }
    }

    private Result result(DraftNetwork draft, boolean checked, List<String> files) {
        double metres = draft.roads.keySet().stream()
                .mapToDouble(RoadGraph.Edge::length)
                .sum();
        int signals = (int) draft.places.values().stream()
                .filter(p -> p.control == DraftNetwork.Control.SIGNAL)
                .count();
        return new Result(draft.places.size(), signals, draft.roads.size(), metres / 1000, losses, checked, files);
    }

    /** What the rules want to be there before signals can be made. */
    private static Map<String, SignalController> standIns(DraftNetwork draft) {
        Map<String, SignalController> all = new LinkedHashMap<>();
        for (DraftNetwork.Place place : draft.places.values()) {
            if (place.control == DraftNetwork.Control.SIGNAL) {
                all.put(place.id, NewStudy.standIn());
            }
        }
        return all;
    }

    /** Errors of the network alone; signals come when it has none. */
    private static Network compile(Study study, List<Fault> errors) {
        List<Fault> faults = new ArrayList<>();
        StudyRules.check(study, faults);
        faults.removeIf(f -> f.pointer().startsWith("/signals"));
        Network network = faults.stream().anyMatch(f -> f.severity() == Fault.Severity.ERROR)
                ? null
                : NetworkCompiler.compile(study.network(), study.driveOn(), faults);
        faults.stream().filter(f -> f.severity() == Fault.Severity.ERROR).forEach(errors::add);
        return network;
    }

    private void signalsAndDemand(Network network, NewStudy study, DraftNetwork draft) {
        Map<String, SignalController> signals = new LinkedHashMap<>();
        TrialPlan.of(network).forEach(plan -> signals.put(plan.place(), NewStudy.control(plan)));
        study.signals(
                "Guessed: a map has no signal plans. These are safe, and no more than a start: 'ulicarro time' finds better"
                        + " ones.",
                signals);
        study.fills(
                FreeTrips.longest(network),
                signals.values().stream()
                        .flatMap(c -> c.plans().values().stream())
                        .mapToDouble(p -> p.cycle() == null ? 0 : p.cycle())
                        .max()
                        .orElse(0));
        if (wish.demand() > 0) {
            Map<String, WayRoad.Kind> kinds = new HashMap<>();
            draft.roads.forEach((edge, id) -> kinds.put(id, edge.main().kind()));
            List<TrialDemand> entries = TrialDemand.of(network, wish.demand(), link -> kinds.get(link.road()).carries);
            study.demand(
                    TrialDemandText.about(entries, wish.demandText()),
                    TrialDemandText.of(entries, TrialDemandText.LIGHT));
        }
    }
}
