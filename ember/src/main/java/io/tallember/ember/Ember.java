package io.tallember.ember;

import picocli.CommandLine;
import picocli.CommandLine.Command;

/** Entry of the command line program. */
@Command(
        name = "ember",
        description = "Builds and checks Tall Ember part files and looks into STEP files.",
        subcommands = {
            BuildCommand.class,
            TellCommand.class,
            CheckCommand.class,
            ReadCommand.class,
            ConvertCommand.class
        },
        mixinStandardHelpOptions = true)
public final class Ember {
    private Ember() {}

    public static void main(String[] args) {
        System.exit(line().execute(args));
    }

    /** The commands, with faults told in a sentence and exit code 2. */
    static CommandLine line() {
        return new CommandLine(new Ember()).setExecutionExceptionHandler((e, line, parsed) -> {
            line.getErr().println("Something went wrong inside Tall Ember: " + e + ". Please report it with the file.");
            return 2;
        });
    }
}
