package chalkline.server.arrivals;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Sections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What a list brought against the one before it, counted by department. */
final class DepartmentTally {
    private DepartmentTally() {}

    /**
     * A department's share.
     *
     * @param id its sourcedId; two departments may have one name
     * @param cameIn sections that the list before did not have
     * @param wentOut sections that only the list before has
     * @param otherwise sections whose row differs
     * @param adds student enrollments that the list before did not have, drops the other way round
     */
    public record Row(
            String id,
            String department,
            String college,
            int sections,
            int students,
            int cameIn,
            int wentOut,
            int otherwise,
            int adds,
            int drops) {}

    private static final class Count {
        private final Org department;
        private final Org college;
        private int sections;
        private int students;
        private int cameIn;
        private int wentOut;
        private int otherwise;
        private int adds;
        private int drops;

        Count(Org department, Org college) {
            this.department = department;
            this.college = college;
        }

        Row row() {
            return new Row(
                    department.id(),
                    department.name(),
                    college.name(),
                    sections,
                    students,
                    cameIn,
                    wentOut,
                    otherwise,
                    adds,
                    drops);
        }
    }

    /** What came and went in all departments together. */
    record Sum(int cameIn, int wentOut, int adds, int drops) {}

    static Sum sum(java.util.List<Row> rows) {
        return new Sum(
                rows.stream().mapToInt(Row::cameIn).sum(),
                rows.stream().mapToInt(Row::wentOut).sum(),
                rows.stream().mapToInt(Row::adds).sum(),
                rows.stream().mapToInt(Row::drops).sum());
    }

    /** Of sections by their ids alone. */
    static Sum sum(java.util.Collection<String> before, java.util.Collection<String> now) {
        return new Sum(
                (int) now.stream().filter(id -> !before.contains(id)).count(),
                (int) before.stream().filter(id -> !now.contains(id)).count(),
                0,
                0);
    }

    static java.util.List<Row> between(Optional<RegistrarList> before, RegistrarList now) {
        Map<String, Count> counts = new HashMap<>();
        Map<String, ListedClass> old = before.map(RegistrarList::classes).orElse(Map.of());
        for (ListedClass listed : now.classes().values()) {
            Count count = count(counts, now, listed);
            count.sections++;
            ListedClass was = old.get(listed.id());
            if (was == null) {
                count.cameIn++;
            } else if (!was.equals(listed)) {
                count.otherwise++;
            }
        }
        before.ifPresent(list -> old.values().stream()
                .filter(listed -> !now.classes().containsKey(listed.id()))
                .forEach(listed -> count(counts, list, listed).wentOut++));
        students(counts, before, now);
        return counts.values().stream()
                .map(Count::row)
                .sorted(Comparator.comparing(Row::department))
                .toList();
    }

    private static void students(Map<String, Count> counts, Optional<RegistrarList> before, RegistrarList now) {
        Set<String> old = new HashSet<>();
        before.ifPresent(list -> list.enrollments().stream()
                .filter(DepartmentTally::isStudent)
                .forEach(enrollment -> old.add(pair(enrollment))));
        Set<String> current = new HashSet<>();
        for (Enrollment enrollment : now.enrollments()) {
            if (isStudent(enrollment) && current.add(pair(enrollment))) {
                Count count = count(counts, now, now.classes().get(enrollment.classId()));
                count.students++;
                count.adds += old.contains(pair(enrollment)) ? 0 : 1;
            }
        }
        before.ifPresent(list -> list.enrollments().stream()
                .filter(enrollment -> isStudent(enrollment) && !current.contains(pair(enrollment)))
                .forEach(enrollment -> count(counts, list, list.classes().get(enrollment.classId())).drops++));
    }

    private static boolean isStudent(Enrollment enrollment) {
        return enrollment.role().equals("student");
    }

    private static String pair(Enrollment enrollment) {
        return enrollment.classId() + "\n" + enrollment.userId();
    }

    private static Count count(Map<String, Count> counts, RegistrarList list, ListedClass listed) {
        Org department = list.orgs().get(list.courses().get(listed.courseId()).orgId());
        return counts.computeIfAbsent(
                department.id(), id -> new Count(department, Sections.collegeOf(list, department)));
    }
}
