package chalkline.core.crosslists;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import java.util.Optional;

/** The shell that a section has by its own conventions, when it is in no cross-list. */
public final class OwnShell {
    private static final String OF_SECTION = "s:";

    private OwnShell() {}

    /** Its key: that of the section alone, of its course, or of its course and primary instructor. */
    public static String keyOf(Section section, Settings settings) {
        return switch (settings.get(Setting.SHELL_PER).text()) {
            case "course" -> "c:" + courseOf(section);
            case "instructor" ->
                section.primaryInstructor()
                        .map(person -> "i:" + courseOf(section) + ":" + person.id())
                        .orElse(ofSection(section.id()));
            default -> ofSection(section.id());
        };
    }

    private static String courseOf(Section section) {
        return section.course().id() + ":" + section.term().code();
    }

    /** The key of a shell that a section leads. */
    public static String ofSection(String sectionId) {
        return OF_SECTION + sectionId;
    }

    /** The section that leads a shell, as far as its key tells. */
    public static Optional<String> leadOf(String key) {
        return key.startsWith(OF_SECTION) ? Optional.of(key.substring(OF_SECTION.length())) : Optional.empty();
    }
}
