package chalkline.server.conventions;

import chalkline.core.Bounds;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.When;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.server.frame.Refusal;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A change to a version of the conventions: of the stack of layers, of one value, of cross-lists, of dates, of moves, or of all
 * at once by a file.
 *
 * @param basedOn the version that is changed
 * @param stack all layers as they are to be, or null
 * @param file the whole conventions as YAML, or null
 * @param value one setting of a layer or of a section, or null
 * @param crossLists sections put together or taken apart, or null
 * @param dates dates of single sections, or null
 * @param settings settings of single sections, or null
 * @param keeps what people made in the LMS and is to stay, or null
 * @param moves courses put under other departments, or null
 * @param guards how much of a list may be gone, or null
 */
public record Change(
        int basedOn,
        @Nullable @Valid StackEdit stack,
        @Nullable @Size(max = Bounds.DOCUMENT) String file,
        @Nullable @Valid ValueEdit value,
        @Nullable @Valid CrossListEdit crossLists,
        @Nullable @Valid DatesEdit dates,
        @Nullable @Valid SettingsEdit settings,
        @Nullable @Valid GuardsEdit guards,
        @Nullable @Valid KeepsEdit keeps,
        @Nullable @Valid MovesEdit moves) {

    /** Settings of many single sections. */
    public static Change of(int basedOn, SettingsEdit settings) {
        return new Change(basedOn, null, null, null, null, null, settings, null, null, null);
    }

    /** Dates of many single sections. */
    public static Change of(int basedOn, DatesEdit dates) {
        return new Change(basedOn, null, null, null, null, dates, null, null, null, null);
    }

    /** Sections put together or taken apart. */
    public static Change of(int basedOn, CrossListEdit crossLists) {
        return new Change(basedOn, null, null, null, crossLists, null, null, null, null, null);
    }

    /** One setting of one section; null takes it out. */
    public static Change of(int basedOn, String section, String setting, @Nullable String value) {
        return new Change(
                basedOn,
                null,
                null,
                new ValueEdit(setting, value, section, null, 0),
                null,
                null,
                null,
                null,
                null,
                null);
    }

    /** What people made in the LMS and is to stay. */
    public static Change of(int basedOn, KeepsEdit keeps) {
        return new Change(basedOn, null, null, null, null, null, null, null, keeps, null);
    }

    /** The conventions with the change made. */
    public Conventions applyTo(Conventions conventions) {
        if (stack != null) {
            return stack.applyTo(conventions);
        }
        if (value != null) {
            return value.applyTo(conventions);
        }
        if (crossLists != null) {
            return crossLists.applyTo(conventions);
        }
        if (dates != null) {
            return dates.applyTo(conventions);
        }
        if (settings != null) {
            return settings.applyTo(conventions);
        }
        if (guards != null) {
            return guards.applyTo(conventions);
        }
        if (keeps != null) {
            return keeps.applyTo(conventions);
        }
        if (moves != null) {
            return moves.applyTo(conventions);
        }
        if (file == null) {
            throw new Refusal("stack", 0, "Neither layers nor a value nor a file is given.");
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
        if (value != null) {
            return value.about(changed);
        }
        if (crossLists != null) {
            return crossLists.about();
        }
        if (dates != null) {
            return dates.about();
        }
        if (settings != null) {
            return settings.about();
        }
        if (keeps != null) {
            return keeps.about();
        }
        if (moves != null) {
            return moves.about();
        }
        int layer = stack == null ? -1 : stack.about();
        return layer < 0 || layer >= changed.layers().size()
                ? When.ALWAYS
                : changed.layers().get(layer).when();
    }
}
