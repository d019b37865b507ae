package org.ulicarro.cli;

import java.util.concurrent.Callable;
import org.ulicarro.files.StudySchema;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

@Command(
        name = "schema",
        mixinStandardHelpOptions = true,
        description = {
            "Prints the JSON Schema of a study, with which an editor completes and checks study files while you type.",
            "In a YAML file, most editors take it from a first line such as",
            "  # yaml-language-server: $schema=study.schema.json"
        },
        footer = {"", "Example:  ulicarro schema > study.schema.json"})
final class SchemaCommand implements Callable<Integer> {

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() {
        spec.commandLine().getOut().print(StudySchema.text());
        return Exit.DONE;
    }
}
