package chalkline.core.crosslists;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;

/** The shell that a section has by its own conventions, when it is in no cross-list. */
public final class OwnShell {
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
        return "s:" + sectionId;
    }
}
