package chalkline.formats.oneroster;

import java.util.Arrays;
import java.util.List;
import java.util.Set;

/**
 * The files of a OneRoster 1.1 CSV bundle that are read, and the columns of each that must be there (1EdTech OneRoster
 * 1.1 CSV tables, section 4). Columns named {@code metadata.*} may be there.
 */
enum Layout {
    MANIFEST("manifest.csv", "propertyName", "value"),
    SESSIONS("academicSessions.csv", "sourcedId,startDate", "status,title,type,endDate,parentSourcedId,schoolYear"),
    ORGS("orgs.csv", "sourcedId", "status,name,type,identifier,parentSourcedId"),
    COURSES("courses.csv", "sourcedId,orgSourcedId", "status,title,courseCode"),
    CLASSES(
            "classes.csv",
            "sourcedId,courseSourcedId,termSourcedIds",
            "status,title,classCode,classType,location,schoolSourcedId,periods"),
    USERS("users.csv", "sourcedId", "status,enabledUser,role,username,givenName,familyName,identifier,email"),
    ENROLLMENTS(
            "enrollments.csv",
            "sourcedId,classSourcedId,userSourcedId,role",
            "status,schoolSourcedId,primary,beginDate,endDate");

    private final String file;
    private final Set<String> filled;
    private final Set<String> mayBeEmpty;

    Layout(String file, String filled, String mayBeEmpty) {
        this.file = file;
        this.filled = Set.of(filled.split(","));
        this.mayBeEmpty = Set.of(mayBeEmpty.split(","));
    }

    String file() {
        return file;
    }

    /** Columns that are never empty. */
    Set<String> filled() {
        return filled;
    }

    boolean requires(String column) {
        return filled.contains(column) || mayBeEmpty.contains(column);
    }

    /** All columns that must be there, by name. */
    List<String> required() {
        return java.util.stream.Stream.concat(filled.stream(), mayBeEmpty.stream())
                .sorted()
                .toList();
    }

    static List<String> files() {
        return Arrays.stream(values()).map(Layout::file).toList();
    }
}
