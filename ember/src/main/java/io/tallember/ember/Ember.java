package io.tallember.ember;

import picocli.CommandLine;
import picocli.CommandLine.Command;

/** Entry of the command line program. */
@Command(
        name = "ember",
        description = "Builds Tall Ember part files and looks into STEP files.",
        subcommands = {BuildCommand.class, ReadCommand.class},
        mixinStandardHelpOptions = true)
public final class Ember {
    private Ember() {}

    public static void main(String[] args) {
        System.exit(new CommandLine(new Ember()).execute(args));
    }
}
