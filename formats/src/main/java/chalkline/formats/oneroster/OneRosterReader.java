package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.IdPool;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.naming.Text;
import chalkline.core.naming.YesNo;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import chalkline.formats.FaultyFileException;
import chalkline.formats.oneroster.FieldChecks.Day;
import chalkline.formats.oneroster.Table.Row;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/**
 * Reads a registrar's list from a OneRoster CSV bundle (1EdTech), a zip file or a folder: version 1.1 in bulk; where it is
 * asked for also 1.2, and changes that are applied to an earlier list. The list comes whole or not at all: all of its
 * faults are found in one pass.
 */
public final class OneRosterReader {
    private static final Consumer<Row> LEFT_OUT = row -> {};

    private final Bundle bundle;
    private final ReadAhead ahead;
    private final Form form;
    private final Faults faults;
    private final FieldChecks fields = new FieldChecks();
    private final Map<String, AcademicSession> sessions = new LinkedHashMap<>();
    private final Map<String, Org> orgs = new LinkedHashMap<>();
    private final Map<String, Course> courses = new LinkedHashMap<>();
    private final Map<String, ListedClass> classes = new LinkedHashMap<>();
    private final Map<String, Person> people = new LinkedHashMap<>();
    private final Table.Ids personIds = new Table.Ids();
    /** Numbers people in the order of {@link #people}. */
    private IdPool personNumbers = personIds.pool();

    private final Table.Ids enrollmentIds = new Table.Ids();
    private final Enrollments.Builder enrollments = new Enrollments.Builder(enrollmentIds.pool());

    private record Role(String text, boolean isKnown) {
        /** Roles of enrollments (OneRoster 1.1, section 4.13.5, RoleType; the number of the section from memory). */
        static final List<String> ALL = List.of("administrator", "proctor", "student", "teacher");

        /** An empty one is told as every field that must be filled. */
        static Role of(String text) {
            int known = ALL.indexOf(text);
            return known < 0 ? new Role(text, text.isEmpty()) : new Role(ALL.get(known), true);
        }
    }

    private OneRosterReader(Bundle bundle, ReadAhead ahead, Form form, int mostFaults) {
        this.faults = new Faults(mostFaults);
        this.form = form;
        this.bundle = bundle;
        this.ahead = ahead;
    }

    /**
     * Reads the list at a path.
     *
     * @throws FaultyFileException with every fault, by file in the order of the standard, then by line
     */
    public static RegistrarList read(Path path) throws IOException, FaultyFileException {
        return read(path, String.valueOf(path.getFileName()), Bounds.FAULTS);
    }

    /**
     * Reads the list at a path that is not known by its own name.
     *
     * @param name what faults of the bundle as a whole call it
     * @param mostFaults how many faults are kept with their places
     */
    public static RegistrarList read(Path path, String name, int mostFaults) throws IOException, FaultyFileException {
        return read(path, name, Form.first(), mostFaults);
    }

    /**
     * Reads the list at a path that is not known by its own name: version 1.1 or 1.2, in bulk or as changes.
     *
     * @param name what faults of the bundle as a whole call it
     * @param base the list that changes are applied to; empty where there is none yet
     */
    public static RegistrarList read(Path path, String name, Optional<RegistrarList> base)
            throws IOException, FaultyFileException {
        return read(path, name, Form.any(base), Bounds.FAULTS);
    }

    private static RegistrarList read(Path path, String name, Form form, int mostFaults)
            throws IOException, FaultyFileException {
        try (Bundle bundle = Bundle.open(path, name);
                ReadAhead ahead = new ReadAhead(bundle)) {
            return new OneRosterReader(bundle, ahead, form, mostFaults).read();
        }
    }

    private RegistrarList read() throws IOException, FaultyFileException {
        table(Layout.MANIFEST, form::take);
        sessions();
        orgs();
        courses();
        classes();
        people();
        enrollments();
        RegistrarList list =
                new RegistrarList(sessions, orgs, courses, classes, people, enrollments.build(people.values()));
        if (form.hasChanges() && faults.isEmpty()) {
            form.dangling(list, faults);
        }
        List<String> order = Layout.files();
        faults.throwIfAny(Comparator.comparingInt((Fault fault) -> order.indexOf(fault.file()))
                .thenComparingLong(Fault::line));
        return list;
    }

    private Table table(Layout layout) {
        return new Table(bundle, ahead, layout, form.without(layout), faults);
    }

    private void table(Layout layout, Consumer<Row> rows) throws IOException {
        read(table(layout), layout, rows, LEFT_OUT);
    }

    /** @param of the rows by id, from which a file of changes takes deleted ones; in bulk they are as if they were not there */
    private void table(Layout layout, Map<String, ?> of, Consumer<Row> rows) throws IOException {
        table(table(layout), layout, of, rows);
    }

    private void table(Table table, Layout layout, Map<String, ?> of, Consumer<Row> rows) throws IOException {
        read(table, layout, rows, row -> {
            form.deleted(layout, row);
            if (form.isChanges(layout)) {
                of.remove(row.id());
            }
        });
    }

    private void read(Table table, Layout layout, Consumer<Row> rows, Consumer<Row> deleted) throws IOException {
        if (!form.isLeftOut(layout)) {
            Consumer<Row> each = form.isChanges(layout) ? row -> change(row, rows) : rows;
            fields.fileWasRead(layout, table.read(each, deleted), table.idsOfBrokenRows());
        }
    }

    private static void change(Row row, Consumer<Row> rows) {
        if (row.get("status").isEmpty()) {
            row.fault("status", "the field is empty; in a file of changes every row is active or tobedeleted");
        }
        rows.accept(row);
    }

    private void sessions() throws IOException {
        Table.Ids ids = new Table.Ids();
        List<Row> parents = new ArrayList<>();
        form.carry(Layout.SESSIONS, sessions, RegistrarList::sessions);
        table(Layout.SESSIONS, sessions, row -> {
            boolean fresh = ids.add(row);
            Optional<LocalDate> start = fields.date(row, "startDate");
            Optional<LocalDate> end = fields.date(row, "endDate");
            if (start.isPresent() && end.isPresent() && end.get().isBefore(start.get())) {
                row.fault("endDate", "the session ends before it starts");
            } else if (start.isPresent()
                    && end.isPresent()
                    && ChronoUnit.WEEKS.between(start.get(), end.get()) >= Bounds.SESSION_WEEKS) {
                row.fault("endDate", "the session has more than " + Bounds.SESSION_WEEKS + " weeks");
            }
            if (fresh) {
                String id = row.id();
                String code = row.get("metadata.code");
                sessions.put(
                        id,
                        new AcademicSession(
                                id,
                                row.get("title"),
                                row.get("type"),
                                start.orElse(LocalDate.EPOCH),
                                end,
                                row.get("parentSourcedId"),
                                code.isEmpty() ? id : code));
                parents.add(row.kept());
            }
        });
        parents.forEach(row -> fields.names(row, "parentSourcedId", sessions.keySet(), Layout.SESSIONS));
        Map<String, String> above = new HashMap<>();
        sessions.values().forEach(session -> above.put(session.id(), session.parentId()));
        inCircles(parents, above);
        codesOfTerms(parents);
    }

    /** Parents must lead up and end; the row that closes a circle is told. */
    private static void inCircles(List<Row> rows, Map<String, String> parents) {
        rows.forEach(row -> parents.remove(row.id()));
        for (Row row : rows) {
            parents.put(row.id(), row.get("parentSourcedId"));
            String above = parents.get(row.id());
            while (above != null && !above.equals(row.id())) {
                above = parents.get(above);
            }
            if (above != null) {
                row.fault("parentSourcedId", "with this row the parents go round in a circle: it lies in itself");
                parents.remove(row.id());
            }
        }
    }

    private void codesOfTerms(List<Row> rows) {
        Set<String> codes = new HashSet<>();
        Set<String> read = new HashSet<>();
        rows.forEach(row -> read.add(row.id()));
        sessions.values().stream()
                .filter(session -> !read.contains(session.id()) && isTerm(session))
                .forEach(session -> codes.add(session.code()));
        for (Row row : rows) {
            AcademicSession session = sessions.get(row.id());
            if (isTerm(session) && !codes.add(session.code())) {
                row.fault(
                        row.get("metadata.code").isEmpty() ? "sourcedId" : "metadata.code",
                        "an earlier term has the code \"" + session.code() + "\" too");
            }
        }
    }

    private boolean isTerm(AcademicSession session) {
        AcademicSession parent = sessions.get(session.parentId());
        return parent == null || parent.isSchoolYear();
    }

    private void orgs() throws IOException {
        Table.Ids ids = new Table.Ids();
        List<Row> parents = new ArrayList<>();
        form.carry(Layout.ORGS, orgs, RegistrarList::orgs);
        table(Layout.ORGS, orgs, row -> {
            if (ids.add(row)) {
                String id = row.id();
                orgs.put(
                        id,
                        Org.of(
                                id,
                                row.get("identifier"),
                                row.get("name"),
                                row.get("type"),
                                row.get("parentSourcedId")));
                parents.add(row.kept());
            }
        });
        parents.forEach(row -> fields.names(row, "parentSourcedId", orgs.keySet(), Layout.ORGS));
        Map<String, String> above = new HashMap<>();
        orgs.values().forEach(org -> above.put(org.id(), org.parentId()));
        inCircles(parents, above);
    }

    private void courses() throws IOException {
        Table.Ids ids = new Table.Ids();
        form.carry(Layout.COURSES, courses, RegistrarList::courses);
        table(Layout.COURSES, courses, row -> {
            boolean fresh = ids.add(row);
            fields.names(row, "orgSourcedId", orgs.keySet(), Layout.ORGS);
            if (fresh) {
                String id = row.id();
                courses.put(
                        id,
                        new Course(
                                id,
                                row.get("title"),
                                row.get("courseCode"),
                                row.get("orgSourcedId"),
                                row.get("metadata.credits")));
            }
        });
    }

    private void classes() throws IOException {
        Table.Ids ids = new Table.Ids();
        Table table = table(Layout.CLASSES);
        Looked<Boolean> ofCourse = table.looked("courseSourcedId", courses::containsKey);
        Looked<Boolean> atSchool = table.looked("schoolSourcedId", orgs::containsKey);
        Looked<List<String>> inTerms = table.looked("termSourcedIds", OneRosterReader::terms);
        Map<ClassFact, Column> facts = new EnumMap<>(ClassFact.class);
        for (ClassFact fact : ClassFact.values()) {
            facts.put(fact, table.column(fact.column()));
        }
        form.carry(Layout.CLASSES, classes, RegistrarList::classes);
        table(table, Layout.CLASSES, classes, row -> {
            boolean fresh = ids.add(row);
            if (!row.find(ofCourse)) {
                fields.names(row, "courseSourcedId", courses.keySet(), Layout.COURSES);
            }
            if (!row.find(atSchool)) {
                fields.names(row, "schoolSourcedId", orgs.keySet(), Layout.ORGS);
            }
            List<String> terms = row.find(inTerms);
            if (terms.isEmpty() && !row.get("termSourcedIds").isEmpty()) {
                row.fault("termSourcedIds", "the field names no session");
            }
            for (String term : terms) {
                fields.names(row, "termSourcedIds", term, sessions.keySet(), Layout.SESSIONS);
            }
            if (fresh) {
                classes.put(row.id(), listed(row, terms, facts));
            }
        });
    }

    private static List<String> terms(String field) {
        return Arrays.stream(field.split(",", -1))
                .map(Text::trim)
                .filter(term -> !term.isEmpty())
                .distinct()
                .toList();
    }

    private static ListedClass listed(Row row, List<String> terms, Map<ClassFact, Column> columns) {
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        for (ClassFact fact : ClassFact.values()) {
            facts.put(fact, row.get(columns.get(fact)));
        }
        return new ListedClass(
                row.id(), row.get("title"), row.get("courseSourcedId"), row.get("classCode"), terms, facts);
    }

    private void people() throws IOException {
        Table table = table(Layout.USERS);
        Looked<Boolean> disabled = table.looked("enabledUser", YesNo::isFalse);
        Column username = table.column("username");
        Repeated givenName = table.repeated("givenName");
        Repeated familyName = table.repeated("familyName");
        Column identifier = table.column("identifier");
        Column email = table.column("email");
        StringBuilder reached = new StringBuilder();
        form.carry(Layout.USERS, people, RegistrarList::people);
        table(table, Layout.USERS, people, row -> {
            if (personIds.add(row)) {
                String id = row.id();
                reached.setLength(0);
                int usernameEnds = row.append(username, reached);
                int identifierEnds = row.append(identifier, reached);
                row.append(email, reached);
                people.put(
                        id,
                        new Person(
                                id,
                                !row.find(disabled),
                                row.get(givenName),
                                row.get(familyName),
                                reached.toString(),
                                usernameEnds,
                                identifierEnds));
            }
        });
        if (form.hasChanges()) {
            personNumbers = new IdPool();
            people.keySet().forEach(personNumbers::add);
        }
    }

    private void enrollments() throws IOException {
        Table table = table(Layout.ENROLLMENTS);
        Looked<ListedClass> inClass = table.looked("classSourcedId", classes::get);
        Numbered user = table.numbered("userSourcedId", () -> personNumbers);
        Looked<Boolean> atSchool = table.looked("schoolSourcedId", id -> id.isEmpty() || orgs.containsKey(id));
        Looked<Role> role = table.looked("role", Role::of);
        Looked<Boolean> primary = table.looked("primary", YesNo::isTrue);
        Looked<Day> begins = table.looked("beginDate", fields::day);
        Looked<Day> ends = table.looked("endDate", fields::day);
        read(
                table,
                Layout.ENROLLMENTS,
                row -> {
                    ListedClass listed = row.find(inClass);
                    int person = row.find(user);
                    boolean goesWithThem = (listed == null && form.wasDeleted(Layout.CLASSES, row.get(inClass)))
                            || (person < 0 && form.wasDeleted(Layout.USERS, row.get(user)));
                    if (goesWithThem) {
                        return;
                    }
                    int number = enrollmentIds.number(row);
                    Role itsRole = row.find(role);
                    if (!itsRole.isKnown()) {
                        row.fault(
                                "role",
                                "\"" + itsRole.text() + "\" is no role; it must be one of "
                                        + String.join(", ", Role.ALL));
                    }
                    if (listed == null) {
                        fields.names(row, "classSourcedId", classes.keySet(), Layout.CLASSES);
                    }
                    if (person < 0) {
                        fields.names(row, "userSourcedId", people.keySet(), Layout.USERS);
                    }
                    if (!row.find(atSchool)) {
                        fields.names(row, "schoolSourcedId", orgs.keySet(), Layout.ORGS);
                    }
                    Day begin = row.find(begins);
                    fields.tell(row, "beginDate", begin);
                    Day end = row.find(ends);
                    fields.tell(row, "endDate", end);
                    if (listed != null && person >= 0 && number >= 0) {
                        enrollments.add(
                                number,
                                listed.id(),
                                person,
                                itsRole.text(),
                                row.find(primary),
                                begin.text(),
                                end.text());
                    }
                },
                form.isChanges(Layout.ENROLLMENTS) ? row -> form.deleted(Layout.ENROLLMENTS, row) : LEFT_OUT);
        if (form.isChanges(Layout.ENROLLMENTS) || form.isLeftOut(Layout.ENROLLMENTS)) {
            carryEnrollments();
        }
    }

    /** Those of the list before that no row took the place of, whose class and person are still there. */
    private void carryEnrollments() {
        for (Enrollment was : form.base().enrollments()) {
            int person = personNumbers.find(was.userId());
            boolean stays =
                    classes.containsKey(was.classId()) && person >= 0 && !form.wasDeleted(Layout.ENROLLMENTS, was.id());
            int number = stays ? enrollmentIds.pool().add(was.id()) : -1;
            if (number >= 0) {
                enrollments.add(number, was.classId(), person, was.role(), was.primary(), was.begins(), was.ends());
            }
        }
    }
}
