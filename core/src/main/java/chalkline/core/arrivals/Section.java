package chalkline.core.arrivals;

import chalkline.core.naming.Text;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The facts of one section of the term being prepared, worked out from the registrar's list. Text that the list does not
 * give is empty; nothing here depends on conventions but the department, which a move may have replaced.
 *
 * @param label the section's own number, {@code 001}
 * @param topic the class's title where it differs from the course's, else empty
 * @param department the organization that owns the course
 * @param college the organization above the department, or the department itself
 * @param listed the class as the registrar lists it
 * @param sessions its academic sessions in the order named
 * @param days from its earliest first day to its latest last day
 * @param part the part of term it lies in, if it lies in one
 * @param breakTerms codes of the terms whose breaks count for it
 * @param instructors in order, the primary instructor first
 * @param flagged how many of the instructors, counted from the first, the registrar flags as primary
 * @param students each once, in the order of the list
 */
public record Section(
        String id,
        Course course,
        CourseCode code,
        String label,
        String topic,
        Org department,
        Org college,
        ListedClass listed,
        List<String> tags,
        List<AcademicSession> sessions,
        Days days,
        AcademicSession term,
        Optional<AcademicSession> part,
        List<String> breakTerms,
        List<Person> instructors,
        int flagged,
        List<Person> students) {

    /** The days of a session, first and last inclusive; without a last day it has no end. */
    public record Days(LocalDate first, Optional<LocalDate> last) {}

    public String delivery() {
        return listed.fact(ClassFact.DELIVERY);
    }

    public String campus() {
        return listed.fact(ClassFact.CAMPUS);
    }

    public String reference() {
        return listed.fact(ClassFact.REFERENCE);
    }

    public String crossList() {
        return listed.fact(ClassFact.CROSS_LIST);
    }

    public String room() {
        return listed.fact(ClassFact.ROOM);
    }

    public String meets() {
        return listed.fact(ClassFact.MEETS);
    }

    /** As the registrar writes it. */
    public String capacity() {
        return listed.fact(ClassFact.CAPACITY);
    }

    /** The first of the instructors, flagged by the registrar or not. */
    public Optional<Person> primaryInstructor() {
        return instructors.isEmpty() ? Optional.empty() : Optional.of(instructors.get(0));
    }

    /** Codes of its sessions in the order of their first days, then by code, joined by {@code +}. */
    public String sessionCodes() {
        return sessions.stream()
                .sorted(Comparator.comparing(AcademicSession::start)
                        .thenComparing(AcademicSession::code, Text.BY_CODE_POINT))
                .map(AcademicSession::code)
                .collect(Collectors.joining("+"));
    }

    /** Its course in words, {@code OCEA 210}; the subject alone where the code has no number. */
    public String courseName() {
        return code.name();
    }

    /** The same section under another department, as a move puts it. */
    public Section in(Org newDepartment, Org newCollege) {
        return new Section(
                id,
                course,
                code,
                label,
                topic,
                newDepartment,
                newCollege,
                listed,
                tags,
                sessions,
                days,
                term,
                part,
                breakTerms,
                instructors,
                flagged,
                students);
    }

    /** The same section without some people, by their sourcedIds. */
    public Section without(Set<String> people) {
        if (people.isEmpty()) {
            return this;
        }
        int kept = (int) instructors.subList(0, flagged).stream()
                .filter(person -> !people.contains(person.id()))
                .count();
        return new Section(
                id,
                course,
                code,
                label,
                topic,
                department,
                college,
                listed,
                tags,
                sessions,
                days,
                term,
                part,
                breakTerms,
                stay(instructors, people),
                kept,
                stay(students, people));
    }

    private static List<Person> stay(List<Person> all, Set<String> leave) {
        return all.stream().filter(person -> !leave.contains(person.id())).toList();
    }
}
