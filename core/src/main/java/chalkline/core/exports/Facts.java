package chalkline.core.exports;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.NamePattern;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import chalkline.core.proof.Shell;
import java.util.Optional;
import java.util.function.Function;

/** What the tokens of an export are in one row of it; what a row does not have is empty. */
public final class Facts {
    private final Said said;
    private final ProofRow row;
    private final Optional<Shell> shell;
    private final Optional<Section> section;
    private final Optional<Person> person;
    private final String role;

    /** @param shell led by the row's section, so that tokens of names are of that one */
    Facts(
            Said said,
            ProofRow row,
            Optional<Shell> shell,
            Optional<Section> section,
            Optional<Person> person,
            String role) {
        this.said = said;
        this.row = row;
        this.shell = shell;
        this.section = section;
        this.person = person;
        this.role = role;
    }

    Facts with(Person who, String as) {
        return new Facts(said, row, shell, section, Optional.of(who), as);
    }

    String shellKey() {
        return row.key();
    }

    /** A pattern with what stands in this row. */
    public String render(NamePattern<ExportToken> pattern) {
        return pattern.render(this::of);
    }

    private String of(ExportToken token) {
        if (token instanceof ExportToken.OfShell of) {
            return said.inWords(row, of.setting());
        }
        if (token instanceof ExportToken.OfSection of) {
            return shell.map(one -> one.valueOf(of.token())).orElse("");
        }
        return own(((ExportToken.Own) token).fact());
    }

    private String own(ExportFact fact) {
        return switch (fact) {
            case SHELL_KEY -> row.key();
            case SHELL_LEAD -> row.lead();
            case SHELL_SECTIONS -> String.join(" ", row.sections());
            case SHELL_STUDENTS -> Integer.toString(row.students());
            case SHELL_CLOSED -> said.yesNo(row.held().map(HeldShell::closed).orElse(false));
            case STATUS -> "";
            case SECTION_ID -> section.map(Section::id).orElse("");
            case SECTION_LEADS -> said.yesNo(section.map(Section::id).equals(Optional.of(row.lead())));
            case SECTION_OPENS -> window(SectionWindow::opens, Setting.OPENS);
            case SECTION_CLOSES -> window(SectionWindow::closes, Setting.CLOSES);
            case PERSON_ID -> of(Person::id);
            case PERSON_IDENTIFIER -> of(Person::identifier);
            case PERSON_USERNAME -> of(Person::username);
            case PERSON_GIVEN -> of(Person::givenName);
            case PERSON_FAMILY -> of(Person::familyName);
            case PERSON_EMAIL -> of(Person::email);
            case ROLE -> said.role(role);
        };
    }

    private String of(Function<Person, String> what) {
        return person.map(what).orElse("");
    }

    /** The section's own dates, else those of its shell. */
    private String window(Function<SectionWindow, String> end, Setting unless) {
        Optional<SectionWindow> own =
                section.flatMap(one -> Optional.ofNullable(row.sectionWindows().get(one.id())));
        return said.moment(own.map(end).orElseGet(() -> said.value(row, unless)));
    }
}
