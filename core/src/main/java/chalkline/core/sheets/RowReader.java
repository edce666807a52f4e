package chalkline.core.sheets;

import chalkline.core.Bounds;
import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.CourseCode;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.naming.Plain;
import chalkline.core.naming.Text;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Reads one row of a sheet: every cell is looked at, so that all that is wrong is said at once. */
final class RowReader {
    /** The label of a section of which the sheet does not say which it is. */
    static final String ANY = "?";

    private static final Set<String> NO_OFFERING = Set.of("none", "no offering", "not offered");
    private static final Map<SheetField, ClassFact> FACTS = Map.of(
            SheetField.REFERENCE, ClassFact.REFERENCE,
            SheetField.MEETS, ClassFact.MEETS,
            SheetField.ROOM, ClassFact.ROOM,
            SheetField.DELIVERY, ClassFact.DELIVERY,
            SheetField.CAMPUS, ClassFact.CAMPUS,
            SheetField.CAPACITY, ClassFact.CAPACITY);

    private final KnownCampus campus;
    private final SheetMatch match;
    private final AcademicSession usualTerm;

    /** @param wanted empty where too little can be read to say more */
    record Read(Optional<WantedSection> wanted, List<Remark> remarks) {}

    /** The number of a section that a row says, with what it must not stand twice in. */
    record Labelled(String key, String label) {}

    RowReader(KnownCampus campus, SheetMatch match, AcademicSession usualTerm) {
        this.campus = campus;
        this.match = match;
        this.usualTerm = usualTerm;
    }

    static String nameOf(Course course) {
        return CourseCode.of(course.courseCode()).name();
    }

    static String nameOf(ClassFact fact) {
        return FACTS.entrySet().stream()
                .filter(entry -> entry.getValue() == fact)
                .map(entry -> entry.getKey().plainName())
                .findFirst()
                .orElse("tags");
    }

    static List<String> tags(String text) {
        return Arrays.stream(text.split("[,;]"))
                .map(Text::trim)
                .filter(tag -> !tag.isEmpty())
                .toList();
    }

    /** Which column says a field; -1 where none does. */
    int place(SheetField field, List<String> cells) {
        for (int i = 0; i < Math.min(match.columns().size(), cells.size()); i++) {
            if (match.columns().get(i).field().equals(Optional.of(field))) {
                return i;
            }
        }
        return -1;
    }

    private String cell(SheetField field, List<String> cells) {
        int place = place(field, cells);
        return place < 0 ? "" : cells.get(place);
    }

    private String courseName(List<String> cells) {
        String course = cell(SheetField.COURSE, cells);
        if (!course.isEmpty()) {
            return CourseCode.of(course).name();
        }
        String subject = cell(SheetField.SUBJECT, cells);
        String number = cell(SheetField.NUMBER, cells);
        return subject.isEmpty() || number.isEmpty()
                ? ""
                : CourseCode.of(subject + " " + number).name();
    }

    /** What a sheet says of a section's number: behind the course too, as {@code OCEA 210-001}. */
    private String label(List<String> cells) {
        String label = cell(SheetField.SECTION, cells);
        return label.contains("-") ? Text.trim(label.substring(label.lastIndexOf('-') + 1)) : label;
    }

    Optional<Labelled> labelOf(List<String> cells) {
        String label = label(cells);
        Optional<AcademicSession> term = term(cells, new ArrayList<>());
        String course = courseName(cells);
        return label.isEmpty() || course.isEmpty() || term.isEmpty()
                ? Optional.empty()
                : Optional.of(new Labelled(term.get().id() + " " + course, label));
    }

    Read read(List<String> cells) {
        List<Remark> remarks = new ArrayList<>();
        boolean courseOnly = NO_OFFERING.contains(Text.caseless(cell(SheetField.SECTION, cells)))
                || NO_OFFERING.contains(Text.caseless(cell(SheetField.TERM, cells)));
        Optional<AcademicSession> term = courseOnly ? Optional.of(usualTerm) : term(cells, remarks);
        Optional<Placed> placed = course(cells, remarks);
        Map<ClassFact, String> facts = facts(cells, remarks);
        Optional<List<Person>> people = instructors(cells, remarks);
        Map<Setting, Value> settings = settings(cells, remarks);
        if (term.isEmpty() || placed.isEmpty()) {
            return new Read(Optional.empty(), remarks);
        }
        Course course = placed.get().course();
        String title = cell(SheetField.TITLE, cells);
        String label = label(cells);
        if (label.length() > 20) {
            remarks.add(Remark.wrong(place(SheetField.SECTION, cells), "a section number has at most 20 characters"));
        }
        AcademicSession session = session(term.get(), cells, remarks);
        return new Read(
                Optional.of(new WantedSection(
                        course,
                        placed.get().department(),
                        term.get(),
                        session,
                        !cell(SheetField.STARTS, cells).isEmpty()
                                || !cell(SheetField.ENDS, cells).isEmpty(),
                        courseOnly ? "" : label.isEmpty() ? ANY : label,
                        title,
                        facts,
                        people,
                        settings)),
                remarks);
    }

    private Optional<AcademicSession> term(List<String> cells, List<Remark> remarks) {
        String called = cell(SheetField.TERM, cells);
        if (called.isEmpty()) {
            return Optional.of(usualTerm);
        }
        Optional<AcademicSession> term = campus.term(called);
        if (term.isEmpty()) {
            remarks.add(new Remark(
                    place(SheetField.TERM, cells),
                    Remark.Weight.WRONG,
                    "the registrar's list has no term \"" + called + "\"",
                    campus.list.terms().stream()
                            .map(one -> new Remark.Choice(one.code(), one.title()))
                            .toList()));
        }
        return term;
    }

    private record Placed(Course course, Org department) {}

    private Optional<Placed> course(List<String> cells, List<Remark> remarks) {
        String name = courseName(cells);
        int place = place(cell(SheetField.COURSE, cells).isEmpty() ? SheetField.SUBJECT : SheetField.COURSE, cells);
        if (name.isEmpty()) {
            remarks.add(Remark.wrong(
                    Math.max(place, place(SheetField.COURSE, cells)),
                    "no course is said: give its subject and number, such as CEED 101"));
            return Optional.empty();
        }
        String called = cell(SheetField.DEPARTMENT, cells);
        int departmentPlace = place(SheetField.DEPARTMENT, cells);
        Optional<Course> known = campus.course(name);
        if (known.isPresent()) {
            Org owner = campus.list.orgs().get(known.get().orgId());
            boolean elsewhere = !called.isEmpty()
                    && campus.department(called).filter(owner::equals).isEmpty();
            if (elsewhere) {
                remarks.add(Remark.note(departmentPlace, "the course belongs to " + owner.name() + " and stays there"));
            }
            return Optional.of(new Placed(known.get(), owner));
        }
        if (!CourseCode.of(name).read()) {
            remarks.add(Remark.wrong(place, "\"" + name + "\" is no subject and number, such as CEED 101"));
            return Optional.empty();
        }
        String title = cell(SheetField.TITLE, cells);
        if (title.isEmpty()) {
            remarks.add(Remark.wrong(
                    place(SheetField.TITLE, cells), name + " is on no list, so its title must stand here"));
        }
        Optional<Org> owner = department(name, called, departmentPlace, place, remarks);
        remarks.add(Remark.note(place, name + " is on no list and is added as a course of our own"));
        return owner.map(org ->
                new Placed(new Course(CombinedList.OWN + ":" + Text.codeKey(name), title, name, org.id(), ""), org));
    }

    private Optional<Org> department(String course, String called, int at, int coursePlace, List<Remark> remarks) {
        if (!called.isEmpty()) {
            if (Text.length(called) > Bounds.CATEGORY_LEVEL) {
                remarks.add(
                        Remark.wrong(at, "a department's name has at most " + Bounds.CATEGORY_LEVEL + " characters"));
            }
            return Optional.of(campus.department(called).orElseGet(() -> {
                remarks.add(Remark.note(at, called + " is on no list and is added as a department of our own"));
                return new Org(
                        CombinedList.OWN + ":" + Text.codeKey(called), shortOf(called), called, "department", "");
            }));
        }
        String subject = CourseCode.of(course).subject();
        Optional<Org> owner = campus.ownerOf(subject);
        if (owner.isEmpty()) {
            remarks.add(Remark.wrong(
                    at < 0 ? coursePlace : at,
                    "no department owns the subject " + subject + "; say which in a column \"department\""));
        }
        return owner;
    }

    private static String shortOf(String name) {
        return Plain.slug(name).toUpperCase(java.util.Locale.ROOT);
    }

    private Map<ClassFact, String> facts(List<String> cells, List<Remark> remarks) {
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        FACTS.forEach((field, fact) -> {
            String text = cell(field, cells);
            if (!text.isEmpty()) {
                facts.put(fact, text);
            }
        });
        String capacity = facts.getOrDefault(ClassFact.CAPACITY, "");
        if (!capacity.isEmpty() && !capacity.matches("[0-9]{1,6}")) {
            remarks.add(Remark.wrong(
                    place(SheetField.CAPACITY, cells), "\"" + capacity + "\" is no whole number of seats"));
        }
        List<String> tags = new ArrayList<>(tags(cell(SheetField.TAGS, cells)));
        String credit = cell(SheetField.CREDIT, cells);
        if (!credit.isEmpty()) {
            tags.add("credit=" + credit.replace(",", " "));
        }
        for (int i = 0; i < match.columns().size(); i++) {
            SheetColumn column = match.columns().get(i);
            if (column.field().equals(Optional.of(SheetField.SEATS))
                    && !cells.get(i).isEmpty()) {
                if (!cells.get(i).matches("[0-9]{1,6}")) {
                    remarks.add(Remark.wrong(i, "\"" + cells.get(i) + "\" is no whole number of seats"));
                }
                tags.add("seats " + column.partner().replace(",", " ") + "=" + cells.get(i));
            }
        }
        if (!tags.isEmpty()) {
            facts.put(ClassFact.TAGS, String.join(",", tags));
        }
        return facts;
    }

    /** Of all columns of instructors together; empty where the sheet says nobody. */
    private Optional<List<Person>> instructors(List<String> cells, List<Remark> remarks) {
        List<Person> people = new ArrayList<>();
        boolean said = false;
        for (int i = 0; i < match.columns().size(); i++) {
            if (match.columns().get(i).field().equals(Optional.of(SheetField.INSTRUCTORS))
                    && !cells.get(i).isEmpty()) {
                said = true;
                people.addAll(campus.people.read(cells.get(i), i, remarks));
            }
        }
        return said ? Optional.of(people.stream().distinct().toList()) : Optional.empty();
    }

    private Map<Setting, Value> settings(List<String> cells, List<Remark> remarks) {
        Map<Setting, Value> settings = new EnumMap<>(Setting.class);
        for (int i = 0; i < match.columns().size(); i++) {
            Optional<Setting> setting = match.columns().get(i).setting();
            if (setting.isPresent() && !cells.get(i).isEmpty()) {
                try {
                    settings.put(setting.get(), Value.of(setting.get(), cells.get(i)));
                } catch (ValueException e) {
                    remarks.add(Remark.wrong(i, e.getMessage()));
                }
            }
        }
        return settings;
    }

    /** The term, one of its parts, or a part of our own with the days that the sheet says. */
    private AcademicSession session(AcademicSession term, List<String> cells, List<Remark> remarks) {
        Optional<LocalDate> starts = day(SheetField.STARTS, cells, remarks);
        Optional<LocalDate> ends = day(SheetField.ENDS, cells, remarks);
        LocalDate first = starts.orElse(term.start());
        Optional<LocalDate> last = ends.isPresent() ? ends : term.end();
        if (last.isPresent() && last.get().isBefore(first)) {
            remarks.add(Remark.wrong(
                    place(ends.isPresent() ? SheetField.ENDS : SheetField.STARTS, cells),
                    "it would end on " + last.get() + ", before it starts on " + first));
            return term;
        }
        if (last.isPresent() && java.time.temporal.ChronoUnit.WEEKS.between(first, last.get()) > Bounds.SESSION_WEEKS) {
            remarks.add(Remark.wrong(place(SheetField.ENDS, cells), "it would last more than twenty years"));
            return term;
        }
        boolean outside = first.isBefore(term.start())
                || (term.end().isPresent()
                        && last.filter(day -> day.isAfter(term.end().get())).isPresent());
        if (outside) {
            remarks.add(Remark.note(
                    place(SheetField.STARTS, cells),
                    "its days lie outside " + term.code() + ", " + term.start() + " to "
                            + term.end().map(Object::toString).orElse("no end")));
        }
        return campus.session(term, new Section.Days(first, last)).orElseGet(() -> {
            String days = first + "/" + last.map(Object::toString).orElse("");
            return new AcademicSession(
                    CombinedList.OWN + ":" + term.id() + ":" + days,
                    days,
                    "gradingPeriod",
                    first,
                    last,
                    term.id(),
                    days);
        });
    }

    private Optional<LocalDate> day(SheetField field, List<String> cells, List<Remark> remarks) {
        String text = cell(field, cells);
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Optional<LocalDate> day = match.days().read(text);
        if (day.isEmpty()) {
            remarks.add(Remark.wrong(place(field, cells), "\"" + text + "\" is no day; write for example 2027-02-01"));
        }
        return day;
    }
}
