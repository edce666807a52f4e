package chalkline.core.exports;

import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** What a row of an export can say beside the facts of its section and the settings of its shell. */
public enum ExportFact {
    SHELL_KEY("shell.key", "what Chalk Line knows the shell by, always the same", ExportProfile.Rows.SHELLS),
    SHELL_LEAD("shell.lead", "the registrar's id of the section that leads the shell", ExportProfile.Rows.SHELLS),
    SHELL_SECTIONS("shell.sections", "the registrar's ids of all its sections", ExportProfile.Rows.SHELLS),
    SHELL_STUDENTS("shell.students", "how many students it has", ExportProfile.Rows.SHELLS),
    SHELL_CLOSED("shell.closed", "whether it is closed to everybody, as yes or no", ExportProfile.Rows.SHELLS),
    STATUS("status", "the word for new, changed, same or gone; stands alone in its column", ExportProfile.Rows.SHELLS),
    SECTION_ID("section.id", "the registrar's id of the section", ExportProfile.Rows.SECTIONS),
    SECTION_LEADS("section.leads", "whether it leads its shell, as yes or no", ExportProfile.Rows.SECTIONS),
    SECTION_OPENS("section.opens", "from when its students can enter", ExportProfile.Rows.SECTIONS),
    SECTION_CLOSES("section.closes", "until when its students can enter", ExportProfile.Rows.SECTIONS),
    PERSON_ID("person.id", "the registrar's id of the person", ExportProfile.Rows.ENROLLMENTS),
    PERSON_IDENTIFIER("person.identifier", "the campus's number of the person", ExportProfile.Rows.ENROLLMENTS),
    PERSON_USERNAME("person.username", "the name that the person signs in with", ExportProfile.Rows.ENROLLMENTS),
    PERSON_GIVEN("person.given", "the given name", ExportProfile.Rows.ENROLLMENTS),
    PERSON_FAMILY("person.family", "the family name", ExportProfile.Rows.ENROLLMENTS),
    PERSON_EMAIL("person.email", "the mail address", ExportProfile.Rows.ENROLLMENTS),
    ROLE("role", "the word for instructor or student", ExportProfile.Rows.ENROLLMENTS);

    private static final Map<String, ExportFact> BY_NAME =
            Arrays.stream(values()).collect(Collectors.toMap(ExportFact::text, fact -> fact));

    private final String text;
    private final String help;
    private final ExportProfile.Rows from;

    ExportFact(String text, String help, ExportProfile.Rows from) {
        this.text = text;
        this.help = help;
        this.from = from;
    }

    /** The name as it stands between braces. */
    public String text() {
        return text;
    }

    /** What it gives, in a few words for a person. */
    public String help() {
        return help;
    }

    /** Whether rows of a kind have it: what a shell has, its sections and enrollments have too. */
    public boolean isIn(ExportProfile.Rows rows) {
        return rows.compareTo(from) >= 0;
    }

    static Optional<ExportFact> named(String name) {
        return Optional.ofNullable(BY_NAME.get(name));
    }
}
