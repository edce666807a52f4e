package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.core.arrivals.ClassFact;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The files of a OneRoster 1.1 CSV bundle that are read, and the columns of each that must be there (1EdTech OneRoster
 * 1.1 CSV tables, section 4) or may be there, named {@code metadata.*}.
 */
enum Layout {
    MANIFEST("manifest.csv", 10_000, "propertyName", "value", ""),
    SESSIONS(
            "academicSessions.csv",
            5_000,
            "sourcedId,startDate",
            "status,title,type,endDate,parentSourcedId,schoolYear",
            "metadata.code"),
    ORGS("orgs.csv", 20_000, "sourcedId", "status,name,type,identifier,parentSourcedId", ""),
    COURSES("courses.csv", 200_000, "sourcedId,orgSourcedId", "status,title,courseCode", "metadata.credits"),
    CLASSES(
            "classes.csv",
            200_000,
            "sourcedId,courseSourcedId,termSourcedIds",
            "status,title,classCode,classType,schoolSourcedId," + facts(false),
            facts(true)),
    USERS(
            "users.csv",
            1_000_000,
            "sourcedId",
            "status,enabledUser,role,username,givenName,familyName,identifier,email",
            ""),
    ENROLLMENTS(
            "enrollments.csv",
            5_000_000,
            "sourcedId,classSourcedId,userSourcedId,role",
            "status,schoolSourcedId,primary,beginDate,endDate",
            "");

    private final String file;
    private final int mostRows;
    private final Set<String> filled;
    private final Set<String> mayBeEmpty;
    private final Set<String> mayBeMissing;

    Layout(String file, int mostRows, String filled, String mayBeEmpty, String mayBeMissing) {
        this.file = file;
        this.mostRows = mostRows;
        this.filled = Set.of(filled.split(","));
        this.mayBeEmpty = Set.of(mayBeEmpty.split(","));
        this.mayBeMissing = Set.of(mayBeMissing.split(","));
    }

    /** The columns of what a class says of itself, those that the standard has or those that a campus adds. */
    private static String facts(boolean metadata) {
        return Arrays.stream(ClassFact.values())
                .filter(fact -> fact.isMetadata() == metadata)
                .map(ClassFact::column)
                .collect(Collectors.joining(","));
    }

    String file() {
        return file;
    }

    /** How many rows are read. */
    int mostRows() {
        return mostRows;
    }

    /** How many bytes it may unpack to. */
    long mostBytes() {
        return this == ENROLLMENTS ? Bounds.ENROLLMENT_BYTES : Bounds.TABLE_BYTES;
    }

    /** How many characters a field of the column may have; what is not read may have as many as it likes. */
    int longest(String column) {
        if (!reads(column)) {
            return Integer.MAX_VALUE;
        }
        boolean id = column.endsWith("ourcedId") || column.equals("identifier") || column.equals("metadata.code");
        return id ? Bounds.ID : column.equals("type") ? Bounds.WORD : Bounds.FIELD;
    }

    /** Columns that are never empty. */
    Set<String> filled() {
        return filled;
    }

    boolean requires(String column) {
        return filled.contains(column) || mayBeEmpty.contains(column);
    }

    /** Whether anything reads the column; what stands in others is passed over. */
    boolean reads(String column) {
        return requires(column) || mayBeMissing.contains(column);
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
