package chalkline.core.arrivals;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/**
 * A part of what a list changes that is left out: there, everything is as in the list before. Departments are those of the list
 * before, as the registrar has them, without moves.
 *
 * @param term its code
 * @param department its code
 */
public record LeftOut(Kind kind, String term, String department) {

    /** What is left out. */
    public enum Kind {
        /** Sections that are gone stay, with everybody in them. */
        CANCELLATIONS,
        /** Sections of both lists keep who taught them. */
        INSTRUCTORS
    }

    /**
     * A list with parts of its changes left out.
     *
     * @param kept for each part how many sections are as they were though the later list has them otherwise
     */
    public record Applied(RegistrarList list, Map<LeftOut, Integer> kept) {}

    /**
     * Leaves parts out of what a list changes.
     *
     * @param before the list that is in use
     * @param after the list that came, which is not changed
     */
    public static Applied apply(RegistrarList before, RegistrarList after, Collection<LeftOut> parts) {
        Map<String, Map<String, Section>> befores = new HashMap<>();
        Map<String, Map<String, Section>> afters = new HashMap<>();
        Map<LeftOut, Integer> kept = new LinkedHashMap<>();
        Set<String> stay = new HashSet<>();
        Set<String> taughtAsBefore = new HashSet<>();
        for (LeftOut part : parts) {
            int count = 0;
            Map<String, Section> later = afters.computeIfAbsent(part.term(), term -> byId(after, term));
            for (Section section : befores.computeIfAbsent(part.term(), term -> byId(before, term))
                    .values()) {
                if (!section.department().code().equals(part.department())) {
                    continue;
                }
                ListedClass now = after.classes().get(section.id());
                boolean gone = part.kind() == Kind.CANCELLATIONS && now == null;
                if (gone) {
                    stay.add(section.id());
                    count++;
                } else if (part.kind() == Kind.INSTRUCTORS && later.containsKey(section.id())) {
                    taughtAsBefore.add(section.id());
                    count += isTaughtBySame(section, later.get(section.id())) ? 0 : 1;
                }
            }
            kept.put(part, count);
        }
        boolean asItCame = kept.values().stream().allMatch(count -> count == 0);
        return new Applied(asItCame ? after : joined(before, after, stay, taughtAsBefore), kept);
    }

    private static Map<String, Section> byId(RegistrarList list, String term) {
        Map<String, Section> sections = new LinkedHashMap<>();
        list.term(term)
                .ifPresent(session ->
                        Sections.ofTerm(list, session).forEach(section -> sections.put(section.id(), section)));
        return sections;
    }

    /** One that went to another term is taught as the later list says. */
    private static boolean isTaughtBySame(Section was, Section is) {
        return is == null
                || (Set.copyOf(was.instructors()).equals(Set.copyOf(is.instructors()))
                        && was.primaryInstructor().equals(is.primaryInstructor()));
    }

    private static boolean isTeacher(Enrollment one) {
        return one.role().equals("teacher");
    }

    private static RegistrarList joined(
            RegistrarList before, RegistrarList after, Set<String> stay, Set<String> taughtAsBefore) {
        Map<String, AcademicSession> sessions = new LinkedHashMap<>(after.sessions());
        Map<String, Org> orgs = new LinkedHashMap<>(after.orgs());
        Map<String, Course> courses = new LinkedHashMap<>(after.courses());
        Map<String, ListedClass> classes = new LinkedHashMap<>(after.classes());
        Map<String, Person> people = new LinkedHashMap<>(after.people());
        for (String id : stay) {
            ListedClass listed = Objects.requireNonNull(before.classes().get(id));
            classes.put(id, listed);
            Course course = courses.computeIfAbsent(
                    listed.courseId(), one -> before.courses().get(one));
            withParents(course.orgId(), before.orgs(), orgs, Org::parentId);
            listed.sessionIds()
                    .forEach(session -> withParents(session, before.sessions(), sessions, AcademicSession::parentId));
        }
        List<Enrollment> enrollments = new ArrayList<>(after.enrollments().size());
        Set<String> ids = new HashSet<>();
        for (Enrollment one : after.enrollments()) {
            if (!(isTeacher(one) && taughtAsBefore.contains(one.classId()))) {
                enrollments.add(one);
                ids.add(one.id());
            }
        }
        for (Enrollment one : before.enrollments()) {
            boolean comesBack =
                    stay.contains(one.classId()) || (isTeacher(one) && taughtAsBefore.contains(one.classId()));
            if (comesBack) {
                Person person = people.computeIfAbsent(one.userId(), id -> one.person());
                enrollments.add(new Enrollment(
                        free(one.id(), ids),
                        one.classId(),
                        person,
                        one.role(),
                        one.primary(),
                        one.begins(),
                        one.ends()));
            }
        }
        return new RegistrarList(
                sessions, orgs, courses, classes, people, Enrollments.of(enrollments, people.values()));
    }

    /** An id that the later list gave to another enrollment meanwhile gets an end of its own. */
    private static String free(String id, Set<String> taken) {
        String free = id;
        for (int n = 2; !taken.add(free); n++) {
            free = id + "~" + n;
        }
        return free;
    }

    private static <T> void withParents(
            String id, Map<String, T> from, Map<String, T> into, java.util.function.Function<T, String> parent) {
        String next = id;
        while (!next.isEmpty() && !into.containsKey(next)) {
            T row = Objects.requireNonNull(from.get(next));
            into.put(next, row);
            next = parent.apply(row);
        }
    }
}
