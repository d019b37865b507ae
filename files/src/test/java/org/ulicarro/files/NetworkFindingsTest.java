package org.ulicarro.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What 'check' finds in networks, each broken once in a sample: the words, and the place in the file. */
class NetworkFindingsTest {

    @TempDir
    private Path temp;

    private List<String> problems(String sample, String from, String to) throws IOException {
        Path study = temp.resolve(sample);
        Samples.write(sample, study);
        if (from != null) {
            String text = Files.readString(study.resolve("network.yaml"));
            assertThat(text).contains(from);
            Files.writeString(study.resolve("network.yaml"), text.replace(from, to));
        }
        try {
            return StudyFolder.read(study, List.of()).compile(null).warnings().stream()
                    .map(Message::toString)
                    .toList();
        } catch (StudyProblem problem) {
            return problem.messages().stream().map(Message::toString).toList();
        }
    }

    @Test
    void everySampleChecksClean() throws IOException {
        for (String sample : Samples.starters()) {
            assertThat(problems(sample, null, null)).as(sample).isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
            corridor | control: stop, minor: [school-lane], | | linden-2>linden-3 and linden-3>school-lane cross at 'school', but it has no control, so nothing says who goes first
            corridor | minor: [school-lane] | minor: [school-lne] | network.yaml:7:54: 'school-lne' is no road at place 'school'. Did you mean 'school-lane'?
            corridor | lane: 2, before-end | lane: 3, before-end | 'linden-1 ahead' has no lane 3; its lanes are 1 to 2 from the left, bays included
            corridor | linden-3 ahead, at: 90 m | linden-3 ahead, at: 900 m | 'post-office' lies from 900 m to 920 m, but lane
            corridor | {road: linden-3 ahead, at: 90 m | {road: linden-9 ahead, at: 90 m | 'linden-9' is no road. Did you mean 'linden-1'?
            corridor | linden-3 ahead, at: 90 m, length: 20 m, kind: layby | linden-3 ahead, at: 130 m, length: 20 m, kind: kerb | the crossing 'park-gate' lies in 'post-office'
            corridor | linden: {via: [west, station, school | linden: {via: [west, school | no road joins 'west' and 'school', which corridor 'linden' follows
            corridor | park-gate: {road: linden-3, at: 150 m | park-gate: {road: linden-3, at: 2 m | crossing 'park-gate' lies outside 'linden-3 ahead'
            corridor | crossings: {linden-2: {}, rail-street | setback: {linden-2: 12 m}, crossings: {linden-2: {}, rail-street | a stop line 12.0 m from 'station' stands on the crossing of 'linden-2'
            corridor | school:   {at: [300, 12] | school:   {at: [20, 1] | the places are too close: no queue would find room
            corridor | yard:     {at: [290, -180]} | yard:     {at: [300, 12]} | places 'school' and 'yard' are at the same point
            corridor | back: {lanes: 1, bays: {left: [{full-width: 40 m}]}, turns: [L, TR]} | back: {lanes: 1, bays: {left: [{full-width: 400 m}]}, turns: [L, TR]} | this lane needs 420 m with its taper
            corridor | ahead: {lanes: 1, bays: {left: [{full-width: 50 m}]}, turns: [L, TR]} | ahead: {lanes: 1, bays: {left: [{full-width: 50 m}]}, turns: [T, L]} | crosses that from lane
            crossroads | ahead: {lanes: 2, bays: {left: [{full-width: 50 m}]}}, back: {lanes: 2}} | ahead: {lanes: 3, lane-use: {3: {only: [bus], from: "16:00", to: "18:00"}}, turns: [L, TR, T]}, back: {lanes: 2}} | others move into the kept lane before they turn: lane-use: {3: {only: [bus], turn-in: 30 m}}
            corridor | south:    {at: [652, -240]} | south:    {at: [652, -240], lanes: 2} | 'lanes' is for roundabouts only; write control: roundabout at 'south'
            corridor | , kind: layby} | , kind: lay-by} | 'lay-by' cannot stand for 'kind'. Did you mean 'layby'?
            corridor | speed: 30 km/h | speed: 30 km/h, closed-to: [truk] | 'truk' cannot stand for
            merge | joins: {side: right, parallel: 260 m, taper: 80 m} | ends: {right: [{full-width: 30 m}]} | lane 2 of entry-ramp ahead ends after 40 m; at its limit drivers need about 89 m to change out of it
            merge | between: [exit, entry], speed: 110 km/h | between: [exit, entry], speed: 60 km/h | the limit falls from 110 km/h to 60 km/h at 'exit'
            merge | east: {at: [1500, 0]} | "east: {at: [1500, 0]}\\n    isle: {at: [0, 900]}" | no road leads to place 'isle'
            merge | via: [[-420, -7], [-310, -30]] | via: [[0, -2.5]] | the legs of 'exit' overlap
            roundabout | outer-diameter: 54 m, lanes: 2 | outer-diameter: 16 m, lanes: 2 | an outer diameter of 16 m has no room for 2 circulating lanes around an island; it must be
            roundabout | ring-east>dyke-north: 2 | ring-east>ring-west: 2 | 'ring-east>ring-west' is no arc of this roundabout; in the direction of driving it has
            roundabout | turns: [ULT, R] | turns: [ULT, TR] | the slip lane dyke-south>ring-east needs a lane of its own
            roundabout | bypass: {dyke-south>ring-east: yield} | bypass: {dyke-south>ring-west: yield} | is no turn to the kerb side
            fiveways | legs: {harbour: EB | movements: {EBR: {speed: 20 km/h}}, legs: {harbour: EB | 'EBR' is not one movement at 'fiveways' but several: harbour>abbey, harbour>ropewalk; write one of these
            fiveways | legs: {harbour: EB | movements: {harbour>stn: {speed: 20 km/h}}, legs: {harbour: EB | place 'fiveways' has no movement 'harbour>stn'
            fiveways | legs: {harbour: EB | corner-radius: 1 m, legs: {harbour: EB | it would run over the kerb or into the next lane
            corridor | ahead: {lanes: 1, bays: {left: [{full-width: 50 m}]}, turns: [L, TR]} | ahead: {lanes: 2, turns: [LT, TR]} | comes from 2 lanes into 1: lanes that become one inside the junction
            crossroads | back: {lanes: 2}} | back: {lanes: 2}, grade: 40 %} | a grade must be between -25 % and 25 %
            crossroads | back: {lanes: 2}} | back: {lanes: 2}, closed-to: [truck]} | in replication 1
            crossroads | ahead: {lanes: 2, bays | ahead: {lanes: 2, lane-use: {9: {only: [bus]}}, bays | there is no lane 9; this road has 3, bays included
            crossroads | ahead: {lanes: 2, bays | ahead: {lanes: 2, lane-use: {x: {only: [bus]}}, bays | 'x' is no lane; lanes are numbered from the left, 1 first
            crossroads | ahead: {lanes: 2, bays | ahead: {lanes: 2, no-changing: [{length: 900 m}], bays | this stretch lies from
            crossroads | network: | "network:\\n  origin: {lat: 44}" | an origin needs lat and lon of the plan's [0, 0], or the coordinates of two places
            crossroads | network: | "network:\\n  backdrop: {image: a.png, world-file: a.pgw}" | a.png: there is no such file in the study's folder; plans are drawn without it
            """)
    void eachSaysWhatIsWrongAndWhere(String sample, String from, String to, String message) throws IOException {
        String edited = to == null ? "" : to.replace("\\n", "\n");
        assertThat(problems(sample, from, edited)).anyMatch(m -> m.contains(message));
    }

    /** A part of the network that nothing joins, a lane nobody can leave, an end nobody reaches. */
    @Test
    void partsAndEndsThatNobodyReaches() throws IOException {
        List<String> parts = problems(
                "merge",
                "  roads:\n",
                "    isle: {at: [0, 900]}\n    cove: {at: [300, 900]}\n  roads:\n"
                        + "    far: {between: [isle, cove], speed: 50 km/h, ahead: {lanes: 1}}\n");
        assertThat(parts).anyMatch(m -> m.contains("the network falls into 2 parts that no road joins (isle cove |"));
    }

    @Test
    void aNetworkFromTablesIsLikeOneFromText() throws IOException, StudyProblem {
        Path study = temp.resolve("tables");
        Files.createDirectories(study);
        Files.writeString(study.resolve("study.yaml"), """
                format: ulicarro/1
                title: from tables
                periods: {am: {from: "07:00", to: "08:00"}}
                network:
                  tables: {places: places.csv, roads: roads.csv}
                  places: {hill: {at: [0, 300]}}
                demand: {mix: {car: 100 %}, volumes: {}}
                """);
        Files.writeString(
                study.resolve("places.csv"), "id,x_m,y_m,control\nmid,0,0,yield\nwest,-300,0,\neast,300,0,none\n");
        Files.writeString(
                study.resolve("roads.csv"),
                "id,from,to,lanes_ahead,lanes_back,speed_kmh,turns_ahead,name\n"
                        + "a,west,mid,2,1,50,T TR,\nb,mid,east,1,1,50,,East Street\nc,hill,mid,1,1,30,,\n");
        var network = StudyFolder.read(study, List.of()).study().network();
        assertThat(network.places().keySet()).containsExactly("hill", "mid", "west", "east");
        assertThat(network.roads().get("a").ahead().turns()).hasToString("[T, TR]");
        assertThat(network.roads().get("b").name()).isEqualTo("East Street");
        assertThat(network.roads().get("c").speed()).isEqualTo(30 / 3.6);

        Files.writeString(study.resolve("places.csv"), "id,x_m,y_m,kontrol\nmid,0,0,yield\n");
        Files.writeString(
                study.resolve("roads.csv"),
                "id,from,to,lanes_ahead,lanes_back,speed_kmh\na,west,mid,9,1,50\na,west,mid,1,1\nb c,x,y,1,1,fast\n");
        try {
            StudyFolder.read(study, List.of());
            assertThat(false).isTrue();
        } catch (StudyProblem problem) {
            assertThat(problem.messages().stream().map(Message::toString))
                    .contains(
                            "places.csv:1:12: column 'kontrol' is not known. Did you mean 'control'?",
                            "roads.csv:2:12: '9' is no number of lanes; write 0 to 8",
                            "roads.csv:3:1: this row has 5 values, the heading 6",
                            "roads.csv:4:1: the id 'b c' may hold letters, digits, '-' and '_' only",
                            "roads.csv:4:13: 'fast' is no number; the heading 'speed_kmh' says the unit");
        }
    }
}
