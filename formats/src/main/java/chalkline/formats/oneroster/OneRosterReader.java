package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.naming.Text;
import chalkline.core.naming.YesNo;
import chalkline.formats.Fault;
import chalkline.formats.Faults;
import chalkline.formats.FaultyFileException;
import chalkline.formats.oneroster.Table.Column;
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
 * Reads a registrar's list from a OneRoster 1.1 CSV bundle (1EdTech), a zip file or a folder. The list comes whole or not
 * at all: all of its faults are found in one pass.
 */
public final class OneRosterReader {
    private static final Consumer<Row> LEFT_OUT = row -> {};

    /** Roles of enrollments (OneRoster 1.1, section 4.13.5, RoleType; the number of the section from memory). */
    private static final List<String> ROLES = List.of("administrator", "proctor", "student", "teacher");

    private final Bundle bundle;
    private final ReadAhead ahead;
    private final Faults faults;
    private final FieldChecks fields = new FieldChecks();
    private final Map<String, AcademicSession> sessions = new LinkedHashMap<>();
    private final Map<String, Org> orgs = new LinkedHashMap<>();
    private final Map<String, Course> courses = new LinkedHashMap<>();
    private final Map<String, ListedClass> classes = new LinkedHashMap<>();
    private final Map<String, Person> people = new LinkedHashMap<>();
    /** Numbers people in the order of {@link #people}. */
    private final Table.Ids personIds = new Table.Ids();

    private final Table.Ids enrollmentIds = new Table.Ids();
    private final Enrollments.Builder enrollments = new Enrollments.Builder(enrollmentIds.pool());
    private final Set<String> deletedClasses = new HashSet<>();
    private final Set<String> deletedPeople = new HashSet<>();

    private OneRosterReader(Bundle bundle, ReadAhead ahead, int mostFaults) {
        this.faults = new Faults(mostFaults);
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
        try (Bundle bundle = Bundle.open(path, name);
                ReadAhead ahead = new ReadAhead(bundle)) {
            return new OneRosterReader(bundle, ahead, mostFaults).read();
        }
    }

    private RegistrarList read() throws IOException, FaultyFileException {
        table(Layout.MANIFEST, this::manifest, LEFT_OUT);
        sessions();
        orgs();
        courses();
        classes();
        people();
        enrollments();
        List<String> order = Layout.files();
        faults.throwIfAny(Comparator.comparingInt((Fault fault) -> order.indexOf(fault.file()))
                .thenComparingLong(Fault::line));
        return new RegistrarList(sessions, orgs, courses, classes, people, enrollments.build(people.values()));
    }

    private void table(Layout layout, Consumer<Row> rows, Consumer<Row> deleted) throws IOException {
        read(new Table(bundle, ahead, layout, faults), layout, rows, deleted);
    }

    private void read(Table table, Layout layout, Consumer<Row> rows, Consumer<Row> deleted) throws IOException {
        fields.fileWasRead(layout, table.read(rows, deleted), table.idsOfBrokenRows());
    }

    private void manifest(Row row) {
        String name = row.get("propertyName");
        String value = row.get("value");
        if (name.equals("oneroster.version") && !value.equals("1.1")) {
            row.fault("value", "OneRoster version \"" + value + "\" is not read here; export version 1.1");
        }
        boolean ours = name.startsWith("file.") && Layout.files().contains(name.substring("file.".length()) + ".csv");
        if (ours && value.equals("delta")) {
            row.fault("value", "this file holds changes only, which would read as cancellations; export in bulk");
        }
    }

    private void sessions() throws IOException {
        Table.Ids ids = new Table.Ids();
        List<Row> parents = new ArrayList<>();
        table(
                Layout.SESSIONS,
                row -> {
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
                        parents.add(row);
                    }
                },
                LEFT_OUT);
        parents.forEach(row -> fields.names(row, "parentSourcedId", sessions.keySet(), Layout.SESSIONS));
        inCircles(parents);
        codesOfTerms(parents);
    }

    /** Parents must lead up and end; the row that closes a circle is told. */
    private static void inCircles(List<Row> rows) {
        Map<String, String> parents = new HashMap<>();
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
        for (Row row : rows) {
            AcademicSession session = sessions.get(row.id());
            AcademicSession parent = sessions.get(session.parentId());
            boolean isTerm = parent == null || parent.isSchoolYear();
            if (isTerm && !codes.add(session.code())) {
                row.fault(
                        row.get("metadata.code").isEmpty() ? "sourcedId" : "metadata.code",
                        "an earlier term has the code \"" + session.code() + "\" too");
            }
        }
    }

    private void orgs() throws IOException {
        Table.Ids ids = new Table.Ids();
        List<Row> parents = new ArrayList<>();
        table(
                Layout.ORGS,
                row -> {
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
                        parents.add(row);
                    }
                },
                LEFT_OUT);
        parents.forEach(row -> fields.names(row, "parentSourcedId", orgs.keySet(), Layout.ORGS));
        inCircles(parents);
    }

    private void courses() throws IOException {
        Table.Ids ids = new Table.Ids();
        table(
                Layout.COURSES,
                row -> {
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
                },
                LEFT_OUT);
    }

    private void classes() throws IOException {
        Table.Ids ids = new Table.Ids();
        table(
                Layout.CLASSES,
                row -> {
                    boolean fresh = ids.add(row);
                    fields.names(row, "courseSourcedId", courses.keySet(), Layout.COURSES);
                    fields.names(row, "schoolSourcedId", orgs.keySet(), Layout.ORGS);
                    List<String> terms = Arrays.stream(row.get("termSourcedIds").split(",", -1))
                            .map(Text::trim)
                            .filter(term -> !term.isEmpty())
                            .distinct()
                            .toList();
                    if (terms.isEmpty() && !row.get("termSourcedIds").isEmpty()) {
                        row.fault("termSourcedIds", "the field names no session");
                    }
                    terms.forEach(
                            term -> fields.names(row, "termSourcedIds", term, sessions.keySet(), Layout.SESSIONS));
                    if (fresh) {
                        classes.put(row.id(), listed(row, terms));
                    }
                },
                row -> deletedClasses.add(row.id()));
    }

    private static ListedClass listed(Row row, List<String> terms) {
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        for (ClassFact fact : ClassFact.values()) {
            facts.put(fact, row.get(fact.column()));
        }
        return new ListedClass(
                row.id(), row.get("title"), row.get("courseSourcedId"), row.get("classCode"), terms, facts);
    }

    private void people() throws IOException {
        table(
                Layout.USERS,
                row -> {
                    if (personIds.add(row)) {
                        String id = row.id();
                        people.put(
                                id,
                                new Person(
                                        id,
                                        !YesNo.isFalse(row.get("enabledUser")),
                                        row.get("username"),
                                        row.get("givenName"),
                                        row.get("familyName"),
                                        row.get("identifier"),
                                        row.get("email")));
                    }
                },
                row -> deletedPeople.add(row.id()));
    }

    private void enrollments() throws IOException {
        Map<String, String> roles = new HashMap<>();
        Table table = new Table(bundle, ahead, Layout.ENROLLMENTS, faults);
        Column inClass = table.column("classSourcedId");
        Column user = table.column("userSourcedId");
        Column school = table.column("schoolSourcedId");
        Column role = table.column("role");
        Column primary = table.column("primary");
        Column begins = table.column("beginDate");
        Column ends = table.column("endDate");
        read(
                table,
                Layout.ENROLLMENTS,
                row -> {
                    String classId = row.get(inClass);
                    String userId = row.get(user);
                    ListedClass listed = classes.get(classId);
                    int person = personIds.pool().find(userId);
                    boolean goesWithThem = (listed == null && deletedClasses.contains(classId))
                            || (person < 0 && deletedPeople.contains(userId));
                    if (goesWithThem) {
                        return;
                    }
                    int number = enrollmentIds.number(row);
                    String itsRole = row.get(role);
                    if (!itsRole.isEmpty() && !ROLES.contains(itsRole)) {
                        row.fault(
                                "role",
                                "\"" + itsRole + "\" is no role; it must be one of " + String.join(", ", ROLES));
                    }
                    if (listed == null) {
                        fields.names(row, "classSourcedId", classes.keySet(), Layout.CLASSES);
                    }
                    if (person < 0) {
                        fields.names(row, "userSourcedId", people.keySet(), Layout.USERS);
                    }
                    fields.names(row, "schoolSourcedId", row.get(school), orgs.keySet(), Layout.ORGS);
                    fields.date(row, "beginDate", row.get(begins));
                    fields.date(row, "endDate", row.get(ends));
                    if (listed != null && person >= 0 && number >= 0) {
                        enrollments.add(
                                number,
                                listed.id(),
                                person,
                                roles.computeIfAbsent(itsRole, text -> text),
                                YesNo.isTrue(row.get(primary)),
                                row.get(begins),
                                row.get(ends));
                    }
                },
                LEFT_OUT);
    }
}
