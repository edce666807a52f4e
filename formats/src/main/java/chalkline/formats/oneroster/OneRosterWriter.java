package chalkline.formats.oneroster;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Writes a registrar's list as a OneRoster CSV bundle (1EdTech), zipped: version 1.1, or 1.2 with the columns and the file of
 * roles that it has besides (from memory); in bulk, or what changed against a list before. The same lists give the same
 * bytes: the zip carries no time of its own.
 */
public final class OneRosterWriter {
    private static final Instant NO_TIME = Instant.parse("2000-01-01T00:00:00Z");
    private static final String ACTIVE = "active";
    private static final String DELETED = "tobedeleted";
    private static final String FIRST = "sourcedId,status,dateLastModified,";

    private static final List<ClassFact> METADATA =
            Arrays.stream(ClassFact.values()).filter(ClassFact::isMetadata).toList();

    private final Side now;
    private final Optional<Side> before;
    private final boolean second;
    private final ZipOutputStream zip;

    /** A list with what is looked up in it again and again. */
    private record Side(RegistrarList list, Set<String> teachers, String campus) {
        static Side of(RegistrarList list) {
            Set<String> teachers = new HashSet<>();
            for (Enrollment enrollment : list.enrollments()) {
                if (enrollment.role().equals("teacher")) {
                    teachers.add(enrollment.userId());
                }
            }
            String campus =
                    list.orgs().isEmpty() ? "" : list.orgs().keySet().iterator().next();
            return new Side(list, teachers, campus);
        }

        String role(Person person) {
            return teachers.contains(person.id()) ? "teacher" : "student";
        }

        String school(ListedClass listed) {
            return list.courses().get(listed.courseId()).orgId();
        }
    }

    /** A row without its status and the time of its change. */
    private record Line(String id, List<String> rest) {
        static Line of(String id, String... rest) {
            return new Line(id, List.of(rest));
        }
    }

    private OneRosterWriter(RegistrarList now, Optional<RegistrarList> before, String version, ZipOutputStream zip) {
        this.now = Side.of(now);
        this.before = before.map(Side::of);
        this.second = version.equals("1.2");
        this.zip = zip;
    }

    /** Writes the whole bundle as version 1.1 and leaves the stream open. */
    public static void write(RegistrarList list, OutputStream out) throws IOException {
        write(list, "1.1", Optional.empty(), out);
    }

    /**
     * Writes a bundle and leaves the stream open.
     *
     * @param version 1.1 or 1.2
     * @param before the list that only the changes against are written; empty where all is
     */
    public static void write(RegistrarList list, String version, Optional<RegistrarList> before, OutputStream out)
            throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        new OneRosterWriter(list, before, version, zip).write();
        zip.finish();
    }

    private void write() throws IOException {
        manifest();
        sessions();
        orgs();
        courses();
        classes();
        users();
        if (second) {
            roles();
        }
        enrollments();
    }

    private void file(String name, String header, Consumer<CsvWriter> rows) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setLastModifiedTime(FileTime.from(NO_TIME));
        zip.putNextEntry(entry);
        CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(new Unclosed(zip), StandardCharsets.UTF_8);
        csv.writeRecord(header.split(","));
        rows.accept(csv);
        csv.close();
        zip.closeEntry();
    }

    private <T> void file(
            String name, String columns, Function<Side, Collection<T>> rows, Function<Side, Function<T, Line>> line)
            throws IOException {
        file(name, FIRST + columns, csv -> {
            Map<String, List<String>> old = new HashMap<>();
            before.ifPresent(side -> rows.apply(side).forEach(row -> {
                Line one = line.apply(side).apply(row);
                old.put(one.id(), one.rest());
            }));
            for (T row : rows.apply(now)) {
                Line one = line.apply(now).apply(row);
                if (!one.rest().equals(old.remove(one.id()))) {
                    csv.writeRecord(cells(one.id(), ACTIVE, one.rest()));
                }
            }
            old.forEach((id, rest) -> csv.writeRecord(cells(id, DELETED, rest)));
        });
    }

    private List<String> cells(String id, String status, List<String> rest) {
        List<String> cells = new ArrayList<>(rest.size() + 3);
        cells.add(id);
        cells.add(status);
        cells.add(before.isPresent() ? NO_TIME.toString() : "");
        cells.addAll(rest);
        return cells;
    }

    private void manifest() throws IOException {
        file(Layout.MANIFEST.file(), "propertyName,value", csv -> {
            csv.writeRecord("manifest.version", "1.0");
            csv.writeRecord("oneroster.version", second ? "1.2" : "1.1");
            List<String> files = new ArrayList<>(Layout.files());
            if (second) {
                files.add("roles.csv");
            }
            for (String file : files) {
                if (!file.equals(Layout.MANIFEST.file())) {
                    csv.writeRecord(
                            "file." + file.substring(0, file.length() - ".csv".length()),
                            before.isPresent() ? "delta" : "bulk");
                }
            }
        });
    }

    private void sessions() throws IOException {
        this.<AcademicSession>file(
                Layout.SESSIONS.file(),
                "title,type,startDate,endDate,parentSourcedId,schoolYear,metadata.code",
                side -> side.list().sessions().values(),
                side -> session -> Line.of(
                        session.id(),
                        session.title(),
                        session.type(),
                        session.start().toString(),
                        session.end().map(LocalDate::toString).orElse(""),
                        session.parentId(),
                        Integer.toString(session.end().orElse(session.start()).getYear()),
                        session.code()));
    }

    private void orgs() throws IOException {
        this.<Org>file(
                Layout.ORGS.file(),
                "name,type,identifier,parentSourcedId",
                side -> side.list().orgs().values(),
                side -> org -> Line.of(org.id(), org.name(), org.type(), org.code(), org.parentId()));
    }

    private void courses() throws IOException {
        this.<Course>file(
                Layout.COURSES.file(),
                "schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes,metadata.credits",
                side -> side.list().courses().values(),
                side -> course -> Line.of(
                        course.id(),
                        "",
                        course.title(),
                        course.courseCode(),
                        "",
                        course.orgId(),
                        "",
                        "",
                        course.credits()));
    }

    private void classes() throws IOException {
        this.<ListedClass>file(
                Layout.CLASSES.file(),
                "title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods,"
                        + METADATA.stream().map(ClassFact::column).collect(Collectors.joining(",")),
                side -> side.list().classes().values(),
                side -> listed -> {
                    List<String> cells = new ArrayList<>(List.of(
                            listed.title(),
                            "",
                            listed.courseId(),
                            listed.classCode(),
                            "scheduled",
                            listed.fact(ClassFact.ROOM),
                            side.school(listed),
                            String.join(",", listed.sessionIds()),
                            "",
                            "",
                            listed.fact(ClassFact.MEETS)));
                    METADATA.forEach(fact -> cells.add(listed.fact(fact)));
                    return new Line(listed.id(), cells);
                });
    }

    private void users() throws IOException {
        String columns = second
                ? "enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,resourceSourcedIds,preferredGivenName,preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns"
                : "enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password";
        int width = columns.split(",").length;
        this.<Person>file(
                Layout.USERS.file(), columns, side -> side.list().people().values(), side -> person -> {
                    List<String> cells = new ArrayList<>(List.of(Boolean.toString(person.enabled())));
                    if (!second) {
                        cells.addAll(List.of(side.campus(), side.role(person)));
                    }
                    cells.addAll(List.of(
                            person.username(),
                            "",
                            person.givenName(),
                            person.familyName(),
                            "",
                            person.identifier(),
                            person.email()));
                    while (cells.size() < width) {
                        cells.add("");
                    }
                    return new Line(person.id(), cells);
                });
    }

    private void roles() throws IOException {
        this.<Person>file(
                "roles.csv",
                "userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,userProfileSourcedId",
                side -> side.list().people().values(),
                side -> person -> Line.of(
                        "ro-" + person.id(), person.id(), "primary", side.role(person), "", "", side.campus(), ""));
    }

    private void enrollments() throws IOException {
        this.<Enrollment>file(
                Layout.ENROLLMENTS.file(),
                "classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate",
                side -> side.list().enrollments(),
                side -> enrollment -> Line.of(
                        enrollment.id(),
                        enrollment.classId(),
                        side.school(side.list().classes().get(enrollment.classId())),
                        enrollment.userId(),
                        enrollment.role(),
                        enrollment.role().equals("teacher") ? Boolean.toString(enrollment.primary()) : "",
                        enrollment.begins(),
                        enrollment.ends()));
    }

    /** A zip entry ends without its archive being closed. */
    private static final class Unclosed extends java.io.FilterOutputStream {
        Unclosed(OutputStream out) {
            super(out);
        }

        @Override
        public void write(byte[] bytes, int offset, int length) throws IOException {
            out.write(bytes, offset, length);
        }

        @Override
        public void close() throws IOException {
            flush();
        }
    }
}
