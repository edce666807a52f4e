package chalkline.core.sheets;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Judges the rows of a sheet of courses against the list in use: which are new, which are there already and what they say
 * otherwise, which cannot be read. Nothing is changed by it.
 */
public final class SheetRows {
    private static final int MOST_LABELS = 9_999;

    private final KnownCampus campus;
    private final Map<String, Map<Setting, Value>> overrides;
    private final RowReader reader;
    private final Set<Integer> another;

    /** Numbers of sections that rows of the sheet take, by term and course. */
    private final Map<String, Set<String>> labels = new HashMap<>();

    /** Which row a section, or a reference, stands in first. */
    private final Map<String, Integer> firstRows = new HashMap<>();

    private SheetRows(
            KnownCampus campus,
            SheetMatch match,
            AcademicSession term,
            Map<String, Map<Setting, Value>> overrides,
            Set<Integer> another) {
        this.campus = campus;
        this.overrides = overrides;
        this.reader = new RowReader(campus, match, term);
        this.another = another;
    }

    /**
     * Judges all rows under the headings but those that are empty.
     *
     * @param term that rows are for which do not say one
     * @param overrides what single sections have been given already
     * @param another numbers of rows that a person says are other sections than those they look like
     */
    public static List<SheetRow> judge(
            KnownCampus campus,
            SheetMatch match,
            List<List<String>> rows,
            AcademicSession term,
            Map<String, Map<Setting, Value>> overrides,
            Set<Integer> another) {
        SheetRows judge = new SheetRows(campus, match, term, overrides, another);
        for (int i = match.header() + 1; i < rows.size(); i++) {
            judge.reader
                    .labelOf(rows.get(i))
                    .ifPresent(taken -> judge.taken(taken.key()).add(Text.codeKey(taken.label())));
        }
        List<SheetRow> judged = new ArrayList<>();
        for (int i = match.header() + 1; i < rows.size(); i++) {
            if (rows.get(i).stream().anyMatch(cell -> !cell.isEmpty())) {
                judged.add(judge.judge(i, rows.get(i)));
            }
        }
        return judged;
    }

    private Set<String> taken(String key) {
        return labels.computeIfAbsent(key, free -> new HashSet<>());
    }

    private SheetRow judge(int number, List<String> cells) {
        RowReader.Read read = reader.read(cells);
        List<Remark> remarks = new ArrayList<>(read.remarks());
        if (read.wanted().isEmpty()) {
            return wrong(number, remarks);
        }
        WantedSection wanted = read.wanted().get();
        if (wanted.isCourseOnly()) {
            return courseOnly(number, wanted, remarks);
        }
        Optional<Section> standing = another.contains(number) ? Optional.empty() : standing(wanted, remarks, cells);
        if (standing.isEmpty() && wanted.label().equals(RowReader.ANY)) {
            wanted = labelled(wanted, remarks, cells);
        } else if (standing.isEmpty() && another.contains(number)) {
            wanted = labelled(with(wanted, RowReader.ANY), remarks, cells);
        }
        String twice = standing.map(Section::id).orElse(key(wanted) + " " + Text.codeKey(wanted.label()));
        Integer first = firstRows.putIfAbsent(twice, number);
        if (first != null) {
            remarks.add(Remark.wrong(-1, "the same section stands in row " + (first + 1) + " already"));
        }
        if (remarks.stream().anyMatch(Remark::isWrong)) {
            return new SheetRow(
                    number,
                    SheetRow.Outcome.WRONG,
                    remarks,
                    standing.map(SheetRows::shown),
                    List.of(),
                    List.of(),
                    Optional.empty());
        }
        return standing.isPresent()
                ? there(number, wanted, standing.get(), remarks)
                : new SheetRow(
                        number,
                        SheetRow.Outcome.NEW,
                        remarks,
                        Optional.empty(),
                        List.of(),
                        campus.earlier(wanted.course(), title(wanted), wanted.term()),
                        Optional.of(wanted));
    }

    private static SheetRow wrong(int number, List<Remark> remarks) {
        return new SheetRow(
                number, SheetRow.Outcome.WRONG, remarks, Optional.empty(), List.of(), List.of(), Optional.empty());
    }

    private SheetRow courseOnly(int number, WantedSection wanted, List<Remark> remarks) {
        if (remarks.stream().anyMatch(Remark::isWrong)) {
            return wrong(number, remarks);
        }
        boolean listed = campus.list.courses().containsKey(wanted.course().id());
        if (listed) {
            remarks.add(Remark.note(-1, "the course is listed already; without an offering there is nothing to add"));
        }
        return new SheetRow(
                number,
                listed ? SheetRow.Outcome.THERE : SheetRow.Outcome.COURSE_ONLY,
                remarks,
                Optional.empty(),
                List.of(),
                campus.earlier(wanted.course(), wanted.course().title(), wanted.term()),
                listed ? Optional.empty() : Optional.of(wanted));
    }

    private static String title(WantedSection wanted) {
        return wanted.title().isEmpty() ? wanted.course().title() : wanted.title();
    }

    private static String key(WantedSection wanted) {
        return wanted.term().id() + " " + RowReader.nameOf(wanted.course());
    }

    /** By the reference number, else by course and number; without a number, the one that the course has. */
    private Optional<Section> standing(WantedSection wanted, List<Remark> remarks, List<String> cells) {
        KnownCampus.InTerm term = campus.in(wanted.term());
        String reference = wanted.facts().getOrDefault(ClassFact.REFERENCE, "");
        Optional<Section> referred = reference.isEmpty() ? Optional.empty() : term.referred(reference);
        if (referred.isPresent()) {
            return referred;
        }
        List<Section> ofCourse = term.of(RowReader.nameOf(wanted.course()));
        if (!wanted.label().equals(RowReader.ANY)) {
            String label = Text.codeKey(wanted.label());
            return ofCourse.stream()
                    .filter(one -> Text.codeKey(one.label()).equals(label))
                    .findFirst();
        }
        if (ofCourse.isEmpty() || !reference.isEmpty()) {
            return Optional.empty();
        }
        Section first = ofCourse.get(0);
        remarks.add(Remark.note(
                reader.place(SheetField.SECTION, cells),
                "no section is said, and the course has " + ofCourse.size() + ": taken for " + first.courseName() + "-"
                        + first.label()));
        return Optional.of(first);
    }

    /** With the first number of the course that is free in its term and in the sheet. */
    private WantedSection labelled(WantedSection wanted, List<Remark> remarks, List<String> cells) {
        Set<String> free = taken(key(wanted));
        campus.in(wanted.term())
                .of(RowReader.nameOf(wanted.course()))
                .forEach(one -> free.add(Text.codeKey(one.label())));
        for (int n = 1; n <= MOST_LABELS; n++) {
            String label = String.format("%03d", n);
            if (free.add(Text.codeKey(label))) {
                remarks.add(Remark.note(
                        reader.place(SheetField.SECTION, cells),
                        "it becomes section " + label + ", the first free one"));
                return with(wanted, label);
            }
        }
        remarks.add(Remark.wrong(-1, "the course has no free section number left"));
        return wanted;
    }

    private static WantedSection with(WantedSection wanted, String label) {
        return new WantedSection(
                wanted.course(),
                wanted.department(),
                wanted.term(),
                wanted.session(),
                wanted.days(),
                label,
                wanted.title(),
                wanted.facts(),
                wanted.instructors(),
                wanted.settings());
    }

    private static SheetRow.Standing shown(Section section) {
        return new SheetRow.Standing(
                section.id(),
                section.courseName() + "-" + section.label(),
                titleOf(section),
                CombinedList.isOwn(section.id()));
    }

    private static String titleOf(Section section) {
        return section.topic().isEmpty() ? section.course().title() : section.topic();
    }

    private SheetRow there(int number, WantedSection wanted, Section standing, List<Remark> remarks) {
        Map<String, SheetRow.Difference> differs = new LinkedHashMap<>();
        differ(differs, "course", standing.courseName(), RowReader.nameOf(wanted.course()));
        differ(differs, "title", titleOf(standing), wanted.title());
        if (!wanted.label().equals(RowReader.ANY)) {
            differ(differs, "section", standing.label(), wanted.label());
        }
        boolean otherwise = !differs.isEmpty();
        wanted.facts().forEach((fact, text) -> {
            if (fact == ClassFact.TAGS) {
                tags(differs, standing, text);
            } else {
                differ(differs, RowReader.nameOf(fact), standing.listed().fact(fact), text);
            }
        });
        String reference = standing.reference();
        otherwise |= !reference.isEmpty() && differs.containsKey(RowReader.nameOf(ClassFact.REFERENCE));
        if (wanted.days()) {
            differ(
                    differs,
                    "days",
                    days(standing.days()),
                    days(new Section.Days(
                            wanted.session().start(), wanted.session().end())));
        }
        wanted.instructors().ifPresent(people -> {
            if (!Set.copyOf(people).equals(Set.copyOf(standing.instructors()))) {
                put(differs, "instructors", names(standing.instructors()), names(people));
            }
        });
        Map<Setting, Value> set = overrides.getOrDefault(standing.id(), Map.of());
        wanted.settings().forEach((setting, value) -> {
            if (!value.equals(set.get(setting))) {
                put(
                        differs,
                        setting.plainName(),
                        Optional.ofNullable(set.get(setting)).map(Value::text).orElse("by the layers"),
                        value.text());
            }
        });
        return new SheetRow(
                number,
                otherwise ? SheetRow.Outcome.OTHERWISE : SheetRow.Outcome.THERE,
                remarks,
                Optional.of(shown(standing)),
                List.copyOf(differs.values()),
                List.of(),
                Optional.of(wanted));
    }

    private static void tags(Map<String, SheetRow.Difference> differs, Section standing, String text) {
        Set<String> has = standing.tags().stream().map(Text::codeKey).collect(Collectors.toSet());
        boolean more = RowReader.tags(text).stream().anyMatch(tag -> !has.contains(Text.codeKey(tag)));
        if (more) {
            put(differs, "tags", String.join(", ", standing.tags()), text);
        }
    }

    private static String days(Section.Days days) {
        return days.first() + " to " + days.last().map(Object::toString).orElse("no end");
    }

    private static String names(List<Person> people) {
        return people.stream().map(Person::fullName).collect(Collectors.joining(", "));
    }

    private static void differ(Map<String, SheetRow.Difference> differs, String what, String before, String after) {
        if (!after.isEmpty() && !Text.codeKey(before).equals(Text.codeKey(after))) {
            put(differs, what, before, after);
        }
    }

    private static void put(Map<String, SheetRow.Difference> differs, String what, String before, String after) {
        differs.put(what, new SheetRow.Difference(what, before, after));
    }
}
