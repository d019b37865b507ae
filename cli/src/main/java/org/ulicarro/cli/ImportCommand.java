package org.ulicarro.cli;

import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(
        name = "import",
        mixinStandardHelpOptions = true,
        subcommands = {
            ImportMapCommand.class,
            ImportTablesCommand.class,
            ImportTimingCommand.class,
            ImportScheduleCommand.class
        },
        description = "Reads open formats: road maps, network tables, timing sheets, public transport schedules.",
        footer = {"", "Example:  ulicarro import map town town.osm.pbf --demand '3000 veh/h'"})
final class ImportCommand implements Runnable {

    @Spec
    private CommandSpec spec;

    @Override
    public void run() {
        throw new ParameterException(
                spec.commandLine(),
                "import needs to know what: "
                        + String.join(", ", spec.subcommands().keySet()));
    }
}
