package chalkline.cli;

import chalkline.core.crosslists.Suggestion;
import chalkline.formats.FaultyFileException;
import chalkline.formats.sheets.Sheets;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

@Command(
        name = "suggest",
        mixinStandardHelpOptions = true,
        description = "sections of a term that look as if they were taught together, as CSV")
final class SuggestCommand implements Callable<Integer> {
    @Mixin
    TermOptions of = new TermOptions();

    @Option(names = "--out", required = true, description = "the file to write")
    Path out;

    @Option(names = "--labels", description = TermOptions.LABELS)
    boolean labels;

    @Override
    public Integer call() throws FaultyFileException {
        TermOptions.Input input = of.read(Optional.empty());
        List<Suggestion> suggestions = input.suggestions();
        InputFiles.write(out, writer -> Sheets.suggestions(suggestions, input.labels(labels), writer));
        return 0;
    }
}
