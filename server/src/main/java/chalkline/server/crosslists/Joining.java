package chalkline.server.crosslists;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossListing;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Stack;
import chalkline.core.crosslists.Leads;
import chalkline.core.naming.Labels;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.server.proof.ProofViews;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What some sections become in one shell, for the joining table. */
final class Joining {
    private final Conventions rules;
    private final ProofRow row;
    private final List<Section> sections;
    private final Standing standing;
    private final Map<String, List<Section>> byStudent = new LinkedHashMap<>();
    private final Map<String, Person> students = new LinkedHashMap<>();

    /**
     * @param rules the conventions with the cross-list in them
     * @param row what the proof under them makes of it
     * @param standing the shells that they have
     */
    Joining(Conventions rules, ProofRow row, Standing standing) {
        this.rules = rules;
        this.row = row;
        this.sections = row.shell().orElseThrow().sections();
        this.standing = standing;
        for (Section section : sections) {
            for (Person student : section.students()) {
                students.put(student.id(), student);
                byStudent
                        .computeIfAbsent(student.id(), id -> new ArrayList<>(1))
                        .add(section);
            }
        }
    }

    CrossListViews.Joining view() {
        Section lead = row.shell().orElseThrow().lead();
        return new CrossListViews.Joining(
                row.key(),
                lead.id(),
                why(lead),
                row.shell().orElseThrow().labels().label(),
                row.code(),
                row.title(),
                row.value(Setting.CATEGORY),
                otherCategories(),
                row.instructors().stream().map(Person::fullName).toList(),
                row.students(),
                twice(),
                sections.stream().map(this::member).toList(),
                groups(),
                row.value(Setting.OPENS),
                row.value(Setting.CLOSES),
                shutWhileTaught(),
                question(),
                row.snags().stream()
                        .map(snag -> new ProofViews.SnagView(snag.key(), snag.isStop(), snag.message(), snag.toDo()))
                        .toList());
    }

    private String why(Section lead) {
        if (!Leads.of(sections, rules.crossListing()).equals(lead)) {
            return "as chosen";
        }
        return rules.crossListing().lead() == CrossListing.Lead.LOWEST ? "first by number" : "most students";
    }

    static String name(Section section) {
        return Labels.of(List.of(section), 1).label();
    }

    /** Where the shell would lie if another section led. */
    private List<String> otherCategories() {
        Stack stack = new Stack(rules);
        Set<String> others = new LinkedHashSet<>();
        for (Section section : sections) {
            others.add(String.join(
                    " / ",
                    stack.settingsOf(section)
                            .get(Setting.CATEGORY)
                            .pattern()
                            .renderLevels(row.shell().orElseThrow().ledBy(section)::valueOf)));
        }
        others.remove(row.value(Setting.CATEGORY));
        return List.copyOf(others);
    }

    private List<CrossListViews.Twice> twice() {
        return byStudent.entrySet().stream()
                .filter(entry -> entry.getValue().size() > 1)
                .map(entry -> new CrossListViews.Twice(
                        students.get(entry.getKey()).fullName(),
                        entry.getValue().stream().map(Joining::name).toList()))
                .toList();
    }

    private List<String> groups() {
        return row.value(Setting.GROUPS).equals("0")
                ? List.of()
                : sections.stream().map(Joining::name).toList();
    }

    private CrossListViews.Member member(Section section) {
        int only = (int) section.students().stream()
                .filter(student -> byStudent.get(student.id()).size() == 1)
                .count();
        return new CrossListViews.Member(
                section.id(),
                name(section),
                section.course().title(),
                section.department().name(),
                Evidence.names(section),
                section.students().size(),
                only,
                section.capacity(),
                section.meets(),
                section.room(),
                section.sessions().stream().map(AcademicSession::title).collect(Collectors.joining(", ")),
                own(section));
    }

    private CrossListViews.@Nullable Own own(Section section) {
        return standing.of(section, row).map(Joining::view).orElse(null);
    }

    private static CrossListViews.Own view(HeldShell own) {
        return new CrossListViews.Own(own.key(), own.code(), own.isOpen(), own.closed(), own.activity());
    }

    private List<String> shutWhileTaught() {
        Optional<OffsetDateTime> opens = row.moment(Setting.OPENS);
        Optional<OffsetDateTime> closes = row.moment(Setting.CLOSES);
        if (opens.isEmpty() || closes.isEmpty()) {
            return List.of();
        }
        LocalDate first = opens.get().toLocalDate();
        LocalDate last = closes.get().toLocalDate();
        return sections.stream()
                .filter(section -> section.days().first().isBefore(first)
                        || section.days().last().filter(last::isBefore).isPresent())
                .map(Joining::name)
                .toList();
    }

    /** Said before different courses come together, which cannot be seen from a count of sections. */
    private String question() {
        long courses = sections.stream()
                .map(section -> section.course().id())
                .distinct()
                .count();
        if (courses < 2) {
            return "";
        }
        long listed = sections.stream()
                .map(section -> section.crossList().isEmpty() ? section.id() : section.crossList())
                .distinct()
                .count();
        boolean onlyTheTeacher = listed > 1 && row.instructors().size() == 1;
        return "One shell for " + courses + " courses, " + row.students()
                + (row.students() == 1 ? " student." : " students.")
                + (onlyTheTeacher
                        ? " All that they share is " + row.instructors().get(0).familyName() + "."
                        : "");
    }
}
