package chalkline.cli;

import java.nio.file.Path;
import picocli.CommandLine.Option;

/** What every command about one term is told. */
final class TermOptions {
    @Option(names = "--list", required = true, description = "the registrar's list: a OneRoster 1.1 zip or folder")
    Path list;

    @Option(names = "--conventions", required = true, description = "the conventions, a YAML file")
    Path conventions;

    @Option(names = "--term", required = true, description = "the code of the term")
    String term;
}
