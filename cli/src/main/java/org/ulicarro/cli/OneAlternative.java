package org.ulicarro.cli;

import picocli.CommandLine.Option;

/** The alternative that is put on a study before a command looks at it. */
final class OneAlternative {

    @Option(
            names = {"-a", "--alternative"},
            paramLabel = "ALT",
            description = "put this alternative on the study first; a+b puts two on each other")
    String name;
}
