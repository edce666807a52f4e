package chalkline.core.arrivals;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/**
 * The lists of several sources as one. Those of the first registrar keep their ids, those of others stand behind the name of
 * their source, so that no two are taken for each other. The calendar is the first registrar's: a session of another that
 * has the code of one of its sessions is that session.
 *
 * <p>Own sections come last. Where they name a class of a registrar's they change what it says; where one was merged with a
 * class of a registrar's, that class stands under the own section's id, so that its shell and all that was said of it stay.
 */
public final class CombinedList {
    /** The first registrar, whose ids stay as they are. */
    public static final String REGISTRAR = "registrar";

    /** The source of sections that no registrar lists, and the beginning of their ids. */
    public static final String OWN = "own";

    private final Map<String, AcademicSession> sessions = new LinkedHashMap<>();
    private final Map<String, Org> orgs = new LinkedHashMap<>();
    private final Map<String, Course> courses = new LinkedHashMap<>();
    private final Map<String, ListedClass> classes = new LinkedHashMap<>();
    private final Map<String, Person> people = new LinkedHashMap<>();
    private final List<Enrollments> enrollments = new ArrayList<>();
    private final List<UnaryOperator<String>> classIds = new ArrayList<>();
    private final List<String> prefixes = new ArrayList<>();

    /** Classes of registrars by the ids of the own sections that they are the same as. */
    private final Map<String, String> ownIds = new LinkedHashMap<>();

    /** Classes of registrars whose instructors own sections replace. */
    private final Set<String> taughtOtherwise = new HashSet<>();

    /**
     * What one source says.
     *
     * @param source {@link #REGISTRAR} for the first, {@link #OWN} for own sections
     * @param merged of own sections: the class of a registrar's that one is the same as, by the own section's id
     */
    public record Part(String source, RegistrarList list, Map<String, String> merged) {
        private String prefix() {
            return source.equals(REGISTRAR) || isOwn() ? "" : source + ":";
        }

        private boolean isOwn() {
            return source.equals(OWN);
        }
    }

    private CombinedList() {}

    /** @param parts the first registrar's first, own sections last; the list itself where that is the first registrar's alone */
    public static RegistrarList of(List<Part> parts) {
        // the ids of another registrar are the same whether the first one's list has come yet or not
        boolean asItIs = parts.size() == 1 && parts.get(0).prefix().isEmpty();
        return asItIs ? parts.get(0).list() : new CombinedList().combined(parts);
    }

    private RegistrarList combined(List<Part> parts) {
        for (Part part : parts) {
            part.merged().forEach((own, listed) -> ownIds.put(listed, own));
            if (part.isOwn()) {
                part.list().enrollments().stream()
                        .filter(one -> !isOwn(one.classId()))
                        .forEach(one -> taughtOtherwise.add(one.classId()));
            }
        }
        for (Part part : parts) {
            if (part.isOwn()) {
                addOwn(part);
            } else {
                add(part.list(), part.prefix());
            }
        }
        return new RegistrarList(
                sessions,
                orgs,
                courses,
                classes,
                people,
                Enrollments.combined(enrollments, classIds, prefixes, people));
    }

    /** Whether a class is an own section's by its id. */
    public static boolean isOwn(String classId) {
        return classId.startsWith(OWN + ":");
    }

    private void add(RegistrarList list, String prefix) {
        Map<String, String> sessionIds = addSessions(list, prefix);
        list.orgs()
                .values()
                .forEach(org -> orgs.put(
                        prefix + org.id(),
                        new Org(
                                prefix + org.id(),
                                org.code(),
                                org.name(),
                                org.type(),
                                org.parentId().isEmpty() ? "" : prefix + org.parentId())));
        list.courses()
                .values()
                .forEach(course -> courses.put(
                        prefix + course.id(),
                        new Course(
                                prefix + course.id(),
                                course.title(),
                                course.courseCode(),
                                prefix + course.orgId(),
                                course.credits())));
        for (ListedClass one : list.classes().values()) {
            String id = named(prefix + one.id());
            classes.put(
                    id,
                    new ListedClass(
                            id,
                            one.title(),
                            prefix + one.courseId(),
                            one.classCode(),
                            one.sessionIds().stream().map(sessionIds::get).toList(),
                            one.facts()));
        }
        for (Person one : list.people().values()) {
            people.put(prefix + one.id(), prefix.isEmpty() ? one : withId(one, prefix + one.id()));
        }
        take(list.enrollments(), prefix, id -> named(prefix + id));
        if (!taughtOtherwise.isEmpty()) {
            enrollments.set(enrollments.size() - 1, withoutTeachers(list, prefix));
        }
    }

    private void take(Enrollments of, String prefix, UnaryOperator<String> classId) {
        enrollments.add(of);
        prefixes.add(prefix);
        classIds.add(classId);
    }

    private Enrollments withoutTeachers(RegistrarList list, String prefix) {
        return Enrollments.of(
                list.enrollments().stream()
                        .filter(one -> !one.role().equals("teacher")
                                || !taughtOtherwise.contains(named(prefix + one.classId())))
                        .toList(),
                list.people().values());
    }

    private String named(String classId) {
        return ownIds.getOrDefault(classId, classId);
    }

    private static Person withId(Person one, String id) {
        return new Person(
                id, one.enabled(), one.username(), one.givenName(), one.familyName(), one.identifier(), one.email());
    }

    /** @return what the sessions of a list are called in the combined one */
    private Map<String, String> addSessions(RegistrarList list, String prefix) {
        Map<String, String> ids = new LinkedHashMap<>();
        Map<String, String> byCode = new LinkedHashMap<>();
        sessions.values().forEach(session -> byCode.putIfAbsent(session.code(), session.id()));
        for (AcademicSession one : list.sessions().values()) {
            String known = prefix.isEmpty() ? null : byCode.get(one.code());
            ids.put(one.id(), known == null ? prefix + one.id() : known);
        }
        for (AcademicSession one : list.sessions().values()) {
            String id = ids.get(one.id());
            sessions.computeIfAbsent(
                    id,
                    free -> new AcademicSession(
                            free,
                            one.title(),
                            one.type(),
                            one.start(),
                            one.end(),
                            ids.getOrDefault(one.parentId(), ""),
                            one.code()));
        }
        return ids;
    }

    /** Copies of what the registrars list give way to what they list now. */
    private void addOwn(Part own) {
        own.list().sessions().forEach(sessions::putIfAbsent);
        own.list().orgs().forEach(orgs::putIfAbsent);
        own.list().courses().forEach(courses::putIfAbsent);
        own.list().people().forEach(people::putIfAbsent);
        for (ListedClass one : own.list().classes().values()) {
            if (isOwn(one.id())) {
                if (!own.merged().containsKey(one.id())) {
                    classes.put(one.id(), one);
                }
            } else {
                classes.computeIfPresent(one.id(), (id, listed) -> changed(listed, one));
            }
        }
        take(
                own.list().enrollments(),
                "",
                id -> classes.containsKey(id) && !own.merged().containsKey(id) ? id : "");
    }

    private static ListedClass changed(ListedClass listed, ListedClass by) {
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        facts.putAll(listed.facts());
        facts.putAll(by.facts());
        return new ListedClass(
                listed.id(),
                Optional.of(by.title()).filter(title -> !title.isEmpty()).orElse(listed.title()),
                listed.courseId(),
                listed.classCode(),
                by.sessionIds().isEmpty() ? listed.sessionIds() : by.sessionIds(),
                facts);
    }
}
