package org.ulicarro.cli;

import java.util.List;
import java.util.function.Supplier;
import picocli.CommandLine;

/** All commands. Only the one that is called is loaded, which keeps the start quick. */
enum Commands {
    DEMO("demo", "Write the demo study, check it, run it and show what comes out", DemoCommand::new),
    NEW("new", "Write a study to start from", NewCommand::new),
    CHECK("check", "List every error and warning of a study, each with its place in the file", CheckCommand::new),
    SHOW("show", "Print what was derived: lanes, movements, conflicts, intergreens …", ShowCommand::new),
    EDIT("edit", "Change a network by what is meant: merge, split, move, drop …", EditCommand::new),
    SET("set", "Change single values of a study, keeping comments and layout", SetCommand::new),
    CUT(
            "cut",
            "Write a part of a network as a study of its own, hold it against the whole, take changes back",
            CutCommand::new),
    LOCATE("locate", "Put a plan on the map, from places whose coordinates are known", LocateCommand::new),
    COPY_COUNTS("copy-counts", "Make counts of one period from those of another", CopyCountsCommand::new),
    IMPORT(
            "import",
            "Read road maps, network tables, timing sheets and public transport schedules",
            ImportCommand::new),
    MATCH("match", "Find place and movement of counts given on the map", MatchCommand::new),
    REHEARSE("rehearse", "Run the controller of one place alone and see what it shows, and why", RehearseCommand::new),
    SCRIPT("script", "Say which rules of a stage script held at a moment, and what they saw", ScriptCommand::new),
    TIME("time", "Time signals by formula: critical movements, cycles and what binds them, greens", TimeCommand::new),
    BAND("band", "Greens along a corridor in time and distance: bands, offsets, a page to drag them", BandCommand::new),
    SCHEMA("schema", "Print the JSON Schema of a study, for editors", SchemaCommand::new),
    DRAW("draw", "Draw the plan to scale as SVG or PNG", DrawCommand::new),
    RUN("run", "Run replications in parallel and keep the results in a run folder", RunCommand::new),
    CALIBRATE(
            "calibrate", "Find time gaps with which queues discharge as measured in the field", CalibrateCommand::new),
    ASSIGN("assign", "Let drivers choose their ways until nobody gains by another one", AssignCommand::new),
    OPTIMIZE("optimize", "Search signal timing with the simulation as the judge", OptimizeCommand::new),
    LAMPS("lamps", "Show on a board of lamps what a run publishes over MQTT", LampsCommand::new),
    RESULTS("results", "Print the tables of a run", ResultsCommand::new),
    COMPARE("compare", "Say what differs between runs, and whether it is real", CompareCommand::new),
    REPORT("report", "Make the report for a client, as one HTML page or a PDF", ReportCommand::new),
    EXPORT("export", "Write tables, map data, network tables and timing sheets for other programs", ExportCommand::new),
    TRACE("trace", "Follow one vehicle of a run, and ask why it drove as it did", TraceCommand::new),
    REPLAY("replay", "Make a page that plays a recorded run, or pictures of a moment", ReplayCommand::new);

    final String word;
    final String description;
    private final Supplier<Object> command;

    Commands(String word, String description, Supplier<Object> command) {
        this.word = word;
        this.description = description;
        this.command = command;
    }

    CommandLine commandLine() {
        return new CommandLine(command.get());
    }

    /** Commands that a word means: the one of that name, or all that begin with it. */
    static List<Commands> meant(String word) {
        for (Commands command : values()) {
            if (command.word.equals(word)) {
                return List.of(command);
            }
        }
        return List.of(values()).stream()
                .filter(c -> !word.isEmpty() && c.word.startsWith(word))
                .toList();
    }
}
