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
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Writes a registrar's list as a OneRoster 1.1 CSV bundle (1EdTech), zipped. The same list gives the same bytes: the zip
 * carries no time of its own.
 */
public final class OneRosterWriter {
    private static final FileTime NO_TIME = FileTime.from(Instant.parse("2000-01-01T00:00:00Z"));
    private static final String ACTIVE = "active";

    private static final List<ClassFact> METADATA =
            Arrays.stream(ClassFact.values()).filter(ClassFact::isMetadata).toList();

    private final RegistrarList list;
    private final ZipOutputStream zip;

    private OneRosterWriter(RegistrarList list, ZipOutputStream zip) {
        this.list = list;
        this.zip = zip;
    }

    /** Writes the whole bundle and leaves the stream open. */
    public static void write(RegistrarList list, OutputStream out) throws IOException {
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        new OneRosterWriter(list, zip).write();
        zip.finish();
    }

    private void write() throws IOException {
        manifest();
        sessions();
        orgs();
        courses();
        classes();
        users();
        enrollments();
    }

    private void file(Layout layout, String header, Consumer<CsvWriter> rows) throws IOException {
        ZipEntry entry = new ZipEntry(layout.file());
        entry.setLastModifiedTime(NO_TIME);
        zip.putNextEntry(entry);
        CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(new Unclosed(zip), StandardCharsets.UTF_8);
        csv.writeRecord(header.split(","));
        rows.accept(csv);
        csv.close();
        zip.closeEntry();
    }

    private void manifest() throws IOException {
        file(Layout.MANIFEST, "propertyName,value", csv -> {
            csv.writeRecord("manifest.version", "1.0");
            csv.writeRecord("oneroster.version", "1.1");
            for (String file : Layout.files()) {
                if (!file.equals(Layout.MANIFEST.file())) {
                    csv.writeRecord("file." + file.substring(0, file.length() - ".csv".length()), "bulk");
                }
            }
        });
    }

    private void sessions() throws IOException {
        file(
                Layout.SESSIONS,
                "sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear,metadata.code",
                csv -> {
                    for (AcademicSession session : list.sessions().values()) {
                        csv.writeRecord(
                                session.id(),
                                ACTIVE,
                                "",
                                session.title(),
                                session.type(),
                                session.start().toString(),
                                session.end().map(LocalDate::toString).orElse(""),
                                session.parentId(),
                                Integer.toString(
                                        session.end().orElse(session.start()).getYear()),
                                session.code());
                    }
                });
    }

    private void orgs() throws IOException {
        file(Layout.ORGS, "sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId", csv -> {
            for (Org org : list.orgs().values()) {
                csv.writeRecord(org.id(), ACTIVE, "", org.name(), org.type(), org.code(), org.parentId());
            }
        });
    }

    private void courses() throws IOException {
        file(
                Layout.COURSES,
                "sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes,metadata.credits",
                csv -> {
                    for (Course course : list.courses().values()) {
                        csv.writeRecord(
                                course.id(),
                                ACTIVE,
                                "",
                                "",
                                course.title(),
                                course.courseCode(),
                                "",
                                course.orgId(),
                                "",
                                "",
                                course.credits());
                    }
                });
    }

    private void classes() throws IOException {
        file(
                Layout.CLASSES,
                "sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods,"
                        + METADATA.stream().map(ClassFact::column).collect(Collectors.joining(",")),
                csv -> {
                    for (ListedClass listed : list.classes().values()) {
                        List<String> cells = new ArrayList<>(List.of(
                                listed.id(),
                                ACTIVE,
                                "",
                                listed.title(),
                                "",
                                listed.courseId(),
                                listed.classCode(),
                                "scheduled",
                                listed.fact(ClassFact.ROOM),
                                list.courses().get(listed.courseId()).orgId(),
                                String.join(",", listed.sessionIds()),
                                "",
                                "",
                                listed.fact(ClassFact.MEETS)));
                        METADATA.forEach(fact -> cells.add(listed.fact(fact)));
                        csv.writeRecord(cells);
                    }
                });
    }

    private void users() throws IOException {
        Set<String> teachers = new HashSet<>();
        for (Enrollment enrollment : list.enrollments()) {
            if (enrollment.role().equals("teacher")) {
                teachers.add(enrollment.userId());
            }
        }
        String campus =
                list.orgs().isEmpty() ? "" : list.orgs().keySet().iterator().next();
        file(
                Layout.USERS,
                "sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password",
                csv -> {
                    for (Person person : list.people().values()) {
                        csv.writeRecord(
                                person.id(),
                                ACTIVE,
                                "",
                                Boolean.toString(person.enabled()),
                                campus,
                                teachers.contains(person.id()) ? "teacher" : "student",
                                person.username(),
                                "",
                                person.givenName(),
                                person.familyName(),
                                "",
                                person.identifier(),
                                person.email(),
                                "",
                                "",
                                "",
                                "",
                                "");
                    }
                });
    }

    private void enrollments() throws IOException {
        file(
                Layout.ENROLLMENTS,
                "sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate",
                csv -> {
                    for (Enrollment enrollment : list.enrollments()) {
                        ListedClass listed = list.classes().get(enrollment.classId());
                        csv.writeRecord(
                                enrollment.id(),
                                ACTIVE,
                                "",
                                enrollment.classId(),
                                list.courses().get(listed.courseId()).orgId(),
                                enrollment.userId(),
                                enrollment.role(),
                                enrollment.role().equals("teacher") ? Boolean.toString(enrollment.primary()) : "",
                                enrollment.begins(),
                                enrollment.ends());
                    }
                });
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
