package chalkline.standins.campus;

import chalkline.core.arrivals.AcademicSession;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The academic sessions of Skerrow University. */
final class Terms {
    private Terms() {}

    private static final AcademicSession YEAR_2026 =
            session("sy-2026", "School year 2025–26", "schoolYear", "2025-09-01", "2026-08-31", "", "SY26");
    private static final AcademicSession YEAR_2027 =
            session("sy-2027", "School year 2026–27", "schoolYear", "2026-09-01", "2027-08-31", "", "SY27");
    static final AcademicSession SPRING_2026 =
            session("as-26SP", "Spring 2026", "term", "2026-01-05", "2026-04-24", "sy-2026", "26SP");
    static final AcademicSession FALL_2026 =
            session("as-26FA", "Fall 2026", "term", "2026-09-07", "2026-12-18", "sy-2027", "26FA");
    static final AcademicSession SPRING_2027 =
            session("as-27SP", "Spring 2027", "term", "2027-01-04", "2027-04-23", "sy-2027", "27SP");

    private static final List<AcademicSession> ALL = List.of(
            YEAR_2026,
            YEAR_2027,
            SPRING_2026,
            FALL_2026,
            SPRING_2027,
            session("as-26SP-A", "First half", "gradingPeriod", "2026-01-05", "2026-02-27", "as-26SP", "26SP-A"),
            session("as-26SP-B", "Second half", "gradingPeriod", "2026-03-02", "2026-04-24", "as-26SP", "26SP-B"),
            session("as-26FA-A", "First half", "gradingPeriod", "2026-09-07", "2026-10-23", "as-26FA", "26FA-A"),
            session("as-26FA-B", "Second half", "gradingPeriod", "2026-10-26", "2026-12-18", "as-26FA", "26FA-B"),
            session("as-27SP-A", "First half", "gradingPeriod", "2027-01-04", "2027-02-26", "as-27SP", "27SP-A"),
            session("as-27SP-B", "Second half", "gradingPeriod", "2027-03-01", "2027-04-23", "as-27SP", "27SP-B"));

    static Map<String, AcademicSession> all() {
        Map<String, AcademicSession> sessions = new LinkedHashMap<>();
        ALL.forEach(session -> sessions.put(session.id(), session));
        return sessions;
    }

    private static AcademicSession session(
            String id, String title, String type, String start, String end, String parent, String code) {
        return new AcademicSession(
                id, title, type, LocalDate.parse(start), Optional.of(LocalDate.parse(end)), parent, code);
    }
}
