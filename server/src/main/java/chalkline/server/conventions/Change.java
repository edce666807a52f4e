package chalkline.server.conventions;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.When;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A change to a version of the conventions: of one layer, or all of them at once by a file.
 *
 * @param basedOn the version that is changed
 * @param edit the change of a layer; null where a file is given
 * @param file the whole conventions as YAML; null where a layer is changed
 */
public record Change(
        int basedOn,
        @Nullable @Valid LayerEdit edit,
        @Nullable String file) {

    /** The conventions with the change made. */
    public Conventions applyTo(Conventions conventions) {
        if (edit != null) {
            return edit.applyTo(conventions);
        }
        if (file == null) {
            throw new Refusal("edit", 0, "Neither a layer nor a file is given.");
        }
        try {
            return ConventionsReader.read("conventions.yaml", file);
        } catch (FaultyFileException e) {
            throw new Refusal(
                    "file", 0, e.faults().stream().map(Fault::toString).collect(Collectors.joining("\n")));
        }
    }

    /** The sections that the change is about. */
    public When about(Conventions changed) {
        return edit == null ? When.ALWAYS : changed.layers().get(edit.layer()).when();
    }
}
