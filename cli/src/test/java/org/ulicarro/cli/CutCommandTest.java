package org.ulicarro.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.DataInput;
import java.io.DataOutput;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.ulicarro.core.base.Clock;
import org.ulicarro.core.demand.Departures;
import org.ulicarro.core.network.Lane;
import org.ulicarro.core.network.Network;
import org.ulicarro.core.run.Model;
import org.ulicarro.core.run.Replication;
import org.ulicarro.core.signal.events.SignalEvent;
import org.ulicarro.core.study.Study;
import org.ulicarro.core.traffic.Observer;
import org.ulicarro.core.traffic.TrafficView;
import org.ulicarro.core.traffic.events.TrafficEvents;
import org.ulicarro.files.Samples;
import org.ulicarro.files.StudyFolder;
import org.ulicarro.files.StudyProblem;

/** Pieces of the demo, shortened to half an hour and two replications. The piece that most tests look at is cut once. */
class CutCommandTest extends InProcess {

    private static final Set<String> PLACES = Set.of("gate", "market", "nets");

    @TempDir
    private static Path shared;

    @TempDir
    private Path temp;

    private Path study;
    private Path piece;

    @BeforeAll
    static void cutOnce() throws IOException {
        Path whole = shared.resolve("quayside");
        Samples.write("quayside", whole);
        edit(whole.resolve("study.yaml"), "to: \"17:30\"", "to: \"17:00\"");
        edit(
                whole.resolve("study.yaml"),
                "warm-up: {length: 15 min, demand: first-slice}, drain: 15 min}\n  am",
                "warm-up: {length: 5 min}, drain: 5 min}\n  am");
        edit(whole.resolve("study.yaml"), "replications: 10", "replications: 2");
        new CutCommandTest().cut(whole, "gate,market,nets", shared.resolve("middle"));
    }

    @BeforeEach
    void write() throws IOException {
        study = temp.resolve("quayside");
        piece = temp.resolve("middle");
        copy(shared.resolve("quayside"), study);
    }

    /** The three places in the middle, as they were cut out of the same study. */
    private void takeMiddle() throws IOException {
        copy(shared.resolve("middle"), piece);
    }

    private static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> files = Files.walk(from)) {
            for (Path file : files.sorted().toList()) {
                Files.copy(file, to.resolve(from.relativize(file).toString()));
            }
        }
    }

    private static void edit(Path file, String from, String to) throws IOException {
        String text = Files.readString(file);
        assertThat(text).contains(from);
        Files.writeString(file, text.replace(from, to));
    }

    private void cut(Path from, String places, Path into) {
        assertThat(run("cut", from, "--places", places, "-o", into))
                .as(out + err)
                .isZero();
    }

    private static Model model(Path folder) throws StudyProblem {
        return StudyFolder.read(folder, List.of()).compile("pm").model();
    }

    /** Looks at every road of a piece in every step, and counts by type and quarter of an hour who was outside of it just before. */
    private static final class Comers implements StatelessLook {
        private final Network network;
        private final Set<String> roads;
        private final Map<Integer, Boolean> inside = new TreeMap<>();
        private final Map<String, Integer> came = new TreeMap<>();
        private int onLines;
        private int began;

        Comers(Network network, Set<String> roads) {
            this.network = network;
            this.roads = roads;
        }

        @Override
        public void afterStep(TrafficView view, TrafficEvents events) {
            for (Lane lane : network.lanes()) {
                if (lane.link() < 0) {
                    continue; // in a junction: it is not known yet on which side of the border
                }
                boolean here = roads.contains(network.links().get(lane.link()).road());
                for (int k = 0; k < view.vehiclesOn(lane.index()); k++) {
                    int vehicle = view.vehicle(lane.index(), k);
                    Boolean before = inside.put(vehicle, here);
                    if (here && before == null) {
                        began++;
                    } else if (here && !before) {
                        note(vehicle, view);
                    }
                }
            }
        }

        private void note(int vehicle, TrafficView view) {
            if (view.departures().line(vehicle) >= 0) {
                onLines++;
            } else {
                String quarter = Clock.timeOfDay(Math.floor((view.now() - 1e-6) / 900) * 900);
                came.merge(view.departures().kind(vehicle).id() + " " + quarter, 1, Integer::sum);
            }
        }
    }

    /** An observer that keeps nothing for later. */
    private interface StatelessLook extends Observer {
        @Override
        default void afterRun(TrafficView view, TrafficEvents events) {
            // all has been seen
        }

        @Override
        default void save(DataOutput out) {
            // nothing to keep
        }

        @Override
        default void restore(DataInput in) {
            throw new UnsupportedOperationException("it looks at whole replications");
        }
    }

    /** Everybody who came over the border is a trip of its type, in its quarter of an hour and replication, to the vehicle; found by looking at all roads. */
    @Test
    void whoDroveThereIsInTheDemandToTheVehicle() throws IOException, StudyProblem {
        takeMiddle();
        Model whole = model(study);
        Set<String> roads = model(piece).study().network().roads().keySet();
        for (int replication = 1; replication <= 2; replication++) {
            Replication again = new Replication(whole, replication);
            Comers comers = new Comers(whole.network(), roads);
            again.observe(comers);
            again.result();
            Map<String, Integer> driven = new TreeMap<>();
            int began = 0;
            for (String row : Files.readAllLines(piece.resolve("trips/pm.csv")).stream()
                    .skip(1)
                    .toList()) {
                String[] cells = row.split(",", -1);
                if (!cells[8].equals(String.valueOf(replication))) {
                    continue;
                }
                if (cells[7].isEmpty()) {
                    began += Integer.parseInt(cells[4]);
                } else {
                    int hour = Integer.parseInt(cells[2].substring(0, 2));
                    int minute = Integer.parseInt(cells[2].substring(3, 5));
                    String quarter = Clock.timeOfDay(hour * 3600 + minute / 15 * 900);
                    driven.merge(cells[5] + " " + quarter, Integer.parseInt(cells[4]), Integer::sum);
                }
            }
            assertThat(driven).isEqualTo(comers.came).hasSizeGreaterThan(5);
            int surge = 180; // the ferry's vehicles begin in the piece and are a surge there, too
            assertThat(began + surge).isGreaterThanOrEqualTo(comers.began); // some still wait at the end
            assertThat(comers.onLines).isPositive();
        }
        assertThat(Files.readString(piece.resolve("demand.yaml")))
                .contains("ferry-1641", "timetable", "arrivals: exact");
    }

    /** Each period has its own table, and its own joints; both are run and held against the whole. */
    @Test
    void severalPeriodsStandInOnePiece() throws IOException, StudyProblem {
        edit(
                study.resolve("study.yaml"),
                "to: \"08:30\", warm-up: {length: 15 min",
                "to: \"08:00\", warm-up: {length: 5 min");
        assertThat(run("cut", study, "-p", "am,pm", "--places", "gate,market,nets", "-n", 1, "-o", piece))
                .as(err)
                .isZero();
        assertThat(out)
                .containsPattern("trips in the mean of 1 replications, 07:25 to ")
                .containsPattern("trips in the mean of 1 replications, 16:25 to ");
        assertThat(Files.readString(piece.resolve("study.yaml"))).contains("pm:", "am:");
        for (String period : List.of("am", "pm")) {
            Departures drawn = StudyFolder.read(piece, List.of())
                    .compile(period)
                    .model()
                    .demand()
                    .departures(1);
            int hour = period.equals("am") ? 7 : 16;
            assertThat(drawn.size()).isGreaterThan(300);
            assertThat(drawn.time()[0]).isBetween(hour * 3600.0, (hour + 1) * 3600.0);
            assertThat(Files.readAllLines(piece.resolve("trips/" + period + ".csv")))
                    .hasSizeGreaterThan(300);
        }
        assertThat(run("cut", study, "--prove", piece, "--csv")).as(out + err).isLessThanOrEqualTo(1);
        assertThat(out).contains("am,link_vehh,quay-5 ahead,27000,", "pm,link_vehh,quay-5 ahead,59400,");
    }

    @Test
    void itHoldsAgainstTheWhole() {
        assertThat(run("cut", study, "--places", "gate,market,nets", "-o", piece, "--prove"))
                .as(out + err)
                .isZero();
        assertThat(out).contains("every volume within GEH 3, no clear difference", "what the cuts do", "control delay");
        assertThat(run("cut", study, "--prove", piece, "--csv")).isZero();
        List<String> rows = out.lines().toList();
        assertThat(rows.get(0)).isEqualTo("period,kind,of,from_s,to_s,whole,piece,geh,difference,lo,hi,clear");
        assertThat(rows.stream().filter(r -> r.startsWith("pm,turn_vehh,market ")))
                .hasSizeGreaterThanOrEqualTo(24);
        assertThat(rows.stream().filter(r -> r.startsWith("pm,link_vehh,quay-3 back")))
                .isEmpty();
    }

    @Test
    void idsSignalsAndGreensAreThoseOfTheWhole() throws IOException, StudyProblem {
        takeMiddle();
        Study whole = model(study).study();
        Study part = model(piece).study();
        PLACES.forEach(place -> assertThat(part.network().places().get(place))
                .isEqualTo(whole.network().places().get(place)));
        assertThat(part.network().roads().get("quay-4"))
                .isEqualTo(whole.network().roads().get("quay-4"));
        assertThat(part.signals().get("market")).isEqualTo(whole.signals().get("market"));
        assertThat(part.network().places()).containsKeys("cut-quay-3", "pier").doesNotContainKeys("access", "school");
        assertThat(greens(study)).isEqualTo(greens(piece)).isNotEmpty();
    }

    /** What the signals of the piece show, and when. */
    private static List<String> greens(Path folder) throws StudyProblem {
        List<String> shown = new ArrayList<>();
        Replication replication = new Replication(model(folder), 1);
        List<SignalEvent> events = new ArrayList<>();
        replication.recordSignals(events::add);
        replication.advanceTo(16.75 * 3600);
        replication.close();
        events.forEach(e -> {
            String text = e.toString();
            if (text.contains("GREEN") && PLACES.stream().anyMatch(p -> text.contains("place=" + p + ","))) {
                shown.add(text);
            }
        });
        return shown;
    }

    @Test
    void aPieceOfAPieceIsThePieceItself() throws IOException {
        takeMiddle();
        Path inner = temp.resolve("inner");
        Path direct = temp.resolve("direct");
        cut(piece, "market,nets", inner);
        cut(study, "market,nets", direct);
        for (String file : List.of("network.yaml", "signals.yaml")) {
            assertThat(Files.readString(inner.resolve(file))).isEqualTo(Files.readString(direct.resolve(file)));
        }
    }

    @Test
    void whatWasChangedGoesBackIntoTheWhole() throws IOException {
        takeMiddle();
        assertThat(run("cut", study, "--back", piece, "--write", "tried")).isEqualTo(Exit.INPUT);
        assertThat(err).contains("nothing was changed");
        assertThat(run(
                        "set",
                        piece,
                        "signals.market.plans.pm.offset=20 s",
                        "network.detectors.new-one={road: quay-3 ahead, lane: 2, at: 60 m}"))
                .as(err)
                .isZero();
        assertThat(run("set", piece, "demand.growth=10 %")).as(err).isZero();
        assertThat(run("cut", study, "--back", piece, "--write", "tried"))
                .as(err)
                .isZero();
        assertThat(out).contains("signals.market.plans.pm.offset", "stays in the piece: demand.growth");
        assertThat(Files.readString(study.resolve("alternatives/tried.yaml"))).contains("20 s", "new-one", "at: 60 m");
        assertThat(run("check", study, "-a", "tried")).as(out).isZero();
        assertThat(run("cut", study, "--prove", piece)).isIn(Exit.DONE, Exit.DOES_NOT_HOLD);
        assertThat(err).contains("was changed since it was cut");
    }

    @Test
    void alternativesCountsAndLinesThatConcernItStay() throws IOException {
        takeMiddle();
        assertThat(StudyFolder.alternatives(piece))
                .contains("actuated", "by-stages", "pier-green", "no-ferry", "counted")
                .doesNotContain("line-2min");
        assertThat(piece.resolve("scripts/no-priority.stages")).exists();
        for (String alternative : List.of("actuated", "by-stages", "no-ferry", "counted")) {
            assertThat(run("check", piece, "-a", alternative)).as(out + err).isZero();
        }
        assertThat(Files.readString(piece.resolve("counts/counted.csv")))
                .contains("market,")
                .doesNotContain("school,");
    }

    @Test
    void slicesHoldTheMeanOfAllReplications() throws IOException {
        assertThat(run("cut", study, "--around", "market", "--reach", "250m", "--slice", "5min", "-o", piece))
                .as(err)
                .isZero();
        List<String> rows = Files.readAllLines(piece.resolve("trips/pm.csv"));
        assertThat(rows.get(0)).isEqualTo("from,to,depart_from,depart_to,vehicles,type,lane");
        assertThat(rows).anyMatch(r -> r.contains(",0.5,"));
        assertThat(rows).anyMatch(r -> r.contains("16:25,16:30,")); // the warm-up has slices of its own
        assertThat(run("run", piece, "-n", 1)).as(err).isZero();
    }

    @Test
    void aRunIsDrivenAgainAndMustStillBeOfTheStudy() throws IOException {
        assertThat(run("run", study, "-n", 1)).isZero();
        assertThat(run("cut", study, "--places", "market", "--run", 1, "-o", piece))
                .as(err)
                .isZero();
        assertThat(Files.readString(piece.resolve("study.yaml"))).contains("replications: 1");
        assertThat(run("set", study, "signals.market.plans.pm.offset=20 s")).isZero();
        assertThat(run("cut", study, "--places", "market", "--run", 1, "-o", temp.resolve("other")))
                .isEqualTo(Exit.INPUT);
        assertThat(err).contains("the study has changed since this run (signals)");
        assertThat(temp.resolve("other")).doesNotExist();
    }

    @Test
    void whatCannotBeCutIsSaid() throws IOException {
        Map<Object[], String> wrong = new LinkedHashMap<>();
        wrong.put(new Object[] {"--places", "gate,school"}, "do not hang together");
        wrong.put(new Object[] {"--places", "marke"}, "Did you mean 'market'?");
        wrong.put(new Object[] {"--places", "pier"}, "only ends of roads");
        wrong.put(new Object[] {"--around", "market"}, "--reach");
        wrong.put(new Object[] {"--around", "market", "--reach", "far"}, "a length such as 400m");
        wrong.put(new Object[] {"--box", "5000,5000,6000,6000"}, "no junction");
        wrong.put(new Object[] {"--places", "market", "--run", "7"}, "there is no run");
        for (Map.Entry<Object[], String> one : wrong.entrySet()) {
            List<Object> words = new ArrayList<>(List.of("cut", study, "-o", piece));
            words.addAll(List.of(one.getKey()));
            assertThat(run(words.toArray())).as(err).isIn(Exit.INPUT, Exit.USAGE);
            assertThat(err).contains(one.getValue());
            assertThat(piece).doesNotExist();
        }
        Files.createDirectories(piece);
        Files.writeString(piece.resolve("mine.txt"), "mine");
        assertThat(run("cut", study, "--places", "market", "-o", piece)).isNotZero();
        assertThat(err).contains("exists already");
        assertThat(piece.resolve("mine.txt")).exists();
    }

    @Test
    void rampsAndHolesAreTakenAlong() throws IOException {
        assertThat(run("cut", study, "--places", "gate,nets,market,customs", "-n", 1, "-o", piece))
                .as(err)
                .isZero();
        assertThat(out).contains("'access' is taken along: it lies between places of the piece");
        Path merge = temp.resolve("merge");
        Samples.write("merge", merge);
        Path part = temp.resolve("part");
        assertThat(run("show", merge, "places", "--csv")).isZero();
        Set<String> junctions = new LinkedHashSet<>();
        StudyFolderPlaces.of(merge).forEach(junctions::add);
        String first = junctions.iterator().next();
        assertThat(run("cut", merge, "--places", first, "-n", 1, "-o", part))
                .as(out + err)
                .isZero();
        assertThat(run("check", part)).as(out).isZero();
    }

    @Test
    void aRoadIsCutOnItsWayAndWhatLiesBeyondIsGone() throws IOException {
        assertThat(run("cut", study, "--places", "market", "--approach", "150m", "-o", piece, "--prove"))
                .as(out + err)
                .isIn(Exit.DONE, Exit.DOES_NOT_HOLD);
        assertThat(out).contains("detectors 'bus-e1', beyond the cut of 'quay-4'");
        String network = Files.readString(piece.resolve("network.yaml"));
        assertThat(network).contains("eb-1").doesNotContain("bus-e1");
        // market lies at [0, 0], so that the end is as far from it as it was asked for
        assertThat(network).contains("cut-quay-4: {at: [-149.7, -10]}");
    }

    @Test
    void waysOfAnAssignmentAreDrivenAndRoadsToAvoidAreThoseOfThePiece() throws IOException {
        Path lane = temp.resolve("lane");
        Samples.write("ropelane", lane);
        edit(lane.resolve("study.yaml"), "to: \"17:30\"", "to: \"16:45\"");
        assertThat(run("assign", lane, "-n", 1, "--iterations", 1)).isIn(Exit.DONE, Exit.DOES_NOT_HOLD);
        assertThat(run("cut", lane, "--places", "market,mole", "--assignment", 1, "-n", 1, "-o", piece))
                .as(out + err)
                .isZero();
        assertThat(out).contains("'mole' is the end of a road");
        assertThat(Files.readString(piece.resolve("demand.yaml")))
                .contains("the ways of assignment 1")
                .doesNotContain("rope-lane");
        assertThat(run("set", piece, "signals.market.plans.pm.offset=20 s"))
                .as(err)
                .isZero();
        assertThat(run("cut", lane, "--back", piece, "--write", "tried"))
                .as(err)
                .isZero();
        assertThat(run("check", lane, "-a", "tried")).as(out).isZero();
    }

    /** Places of a study with more than one road. */
    private static final class StudyFolderPlaces {
        static List<String> of(Path folder) {
            try {
                Study read = StudyFolder.read(folder, List.of()).study();
                return read.network().places().keySet().stream()
                        .filter(place -> read.network().roads().values().stream()
                                        .filter(r -> r.between().contains(place))
                                        .count()
                                > 1)
                        .toList();
            } catch (StudyProblem problem) {
                throw new AssertionError(problem);
            }
        }
    }
}
