package chalkline.core.sheets;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/**
 * The sections that no registrar lists, and what sheets say otherwise of those that one does. They carry copies of the
 * courses, departments, terms and people that they name, so that they stand whatever registrars leave out later.
 */
public final class OwnSections {
    public static final RegistrarList NONE =
            new RegistrarList(Map.of(), Map.of(), Map.of(), Map.of(), Map.of(), Enrollments.of(List.of(), List.of()));

    private final RegistrarList inUse;
    private final Map<String, AcademicSession> sessions;
    private final Map<String, Org> orgs;
    private final Map<String, Course> courses;
    private final Map<String, ListedClass> classes;
    private final Map<String, Person> people;
    private final Map<String, List<Enrollment>> teachers = new LinkedHashMap<>();

    private OwnSections(RegistrarList inUse, RegistrarList own) {
        this.inUse = inUse;
        sessions = new LinkedHashMap<>(own.sessions());
        orgs = new LinkedHashMap<>(own.orgs());
        courses = new LinkedHashMap<>(own.courses());
        classes = new LinkedHashMap<>(own.classes());
        people = new LinkedHashMap<>(own.people());
        own.enrollments()
                .forEach(one -> teachers.computeIfAbsent(one.classId(), id -> new ArrayList<>(1))
                        .add(one));
    }

    /**
     * A row that is to be kept.
     *
     * @param section the section that is there and gets what the row says; a free id of our own for a new one
     */
    public record Kept(String section, WantedSection wanted) {}

    /**
     * Own sections with rows of a sheet kept.
     *
     * @param inUse the list in use, own sections included
     * @param own the own sections until now
     */
    public static RegistrarList with(RegistrarList inUse, RegistrarList own, Collection<Kept> rows) {
        OwnSections changed = new OwnSections(inUse, own);
        rows.forEach(changed::keep);
        return changed.list();
    }

    /** Own sections without some of them, and without what was said otherwise of some that registrars list. */
    public static RegistrarList without(RegistrarList own, Collection<String> sections) {
        OwnSections changed = new OwnSections(own, own);
        sections.forEach(id -> {
            changed.classes.remove(id);
            changed.teachers.remove(id);
        });
        return changed.list();
    }

    private RegistrarList list() {
        List<Enrollment> enrollments = new ArrayList<>();
        teachers.values().forEach(enrollments::addAll);
        return new RegistrarList(
                sessions, orgs, courses, classes, people, Enrollments.of(enrollments, people.values()));
    }

    private void keep(Kept row) {
        WantedSection wanted = row.wanted();
        org(wanted.department());
        boolean own = CombinedList.isOwn(row.section());
        if (own || wanted.isCourseOnly()) {
            courses.put(wanted.course().id(), wanted.course());
        }
        if (wanted.isCourseOnly()) {
            return;
        }
        ListedClass before = classes.get(row.section());
        session(wanted.term());
        List<String> its = List.of();
        if (own && before != null && !wanted.days()) {
            its = before.sessionIds();
        } else if (own || wanted.days()) {
            session(wanted.session());
            its = List.of(wanted.session().id());
        }
        classes.put(row.section(), listed(row.section(), wanted, before, own, its));
        wanted.instructors().ifPresent(all -> teach(row.section(), all));
    }

    private ListedClass listed(
            String id, WantedSection wanted, ListedClass before, boolean own, List<String> sessionIds) {
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        if (before != null) {
            facts.putAll(before.facts());
        }
        wanted.facts()
                .forEach((fact, text) ->
                        facts.merge(fact, text, (old, now) -> fact == ClassFact.TAGS ? moreTags(old, now) : now));
        if (!own) {
            // what registrars list keeps its tags, to which those of the sheet come
            facts.computeIfPresent(
                    ClassFact.TAGS,
                    (tags, text) -> moreTags(
                            inUse.classes().containsKey(id)
                                    ? inUse.classes().get(id).fact(ClassFact.TAGS)
                                    : "",
                            text));
        }
        String unlessSaid =
                before != null ? before.title() : own ? wanted.course().title() : "";
        String title = wanted.title().isEmpty() ? unlessSaid : wanted.title();
        String label = wanted.label().equals(RowReader.ANY) && before != null
                ? before.classCode()
                : RowReader.nameOf(wanted.course()) + "-" + wanted.label();
        return new ListedClass(id, title, wanted.course().id(), label, sessionIds, facts);
    }

    private static String moreTags(String before, String now) {
        Set<String> tags = new LinkedHashSet<>(RowReader.tags(before));
        tags.addAll(RowReader.tags(now));
        return String.join(",", tags);
    }

    private void teach(String section, List<Person> all) {
        List<Enrollment> its = new ArrayList<>();
        for (Person one : all) {
            people.put(one.id(), one);
            its.add(new Enrollment(
                    CombinedList.OWN + ":" + section + ":" + one.id(), section, one, "teacher", its.isEmpty(), "", ""));
        }
        teachers.put(section, its);
    }

    private void org(Org org) {
        withParents(org, inUse.orgs(), orgs, Org::id, Org::parentId);
    }

    private void session(AcademicSession session) {
        withParents(session, inUse.sessions(), sessions, AcademicSession::id, AcademicSession::parentId);
    }

    private static <T> void withParents(
            T row, Map<String, T> from, Map<String, T> into, Function<T, String> id, Function<T, String> parent) {
        T next = row;
        while (next != null && into.put(id.apply(next), next) == null) {
            next = from.get(parent.apply(next));
        }
    }

    /** A class of a registrar's that an own section may be the same as. */
    public record Offer(String own, String listed, String label, String because) {}

    /**
     * Own sections that a registrar lists by now: by their reference number, else by course and number.
     *
     * @param inUse the list in use, own sections included
     * @param merged those that were merged already, by own section
     */
    public static List<Offer> offers(RegistrarList inUse, RegistrarList own, Map<String, String> merged) {
        Map<String, ListedClass> byReference = new LinkedHashMap<>();
        Map<String, ListedClass> byNumber = new LinkedHashMap<>();
        for (ListedClass one : inUse.classes().values()) {
            if (!CombinedList.isOwn(one.id())) {
                String reference = one.fact(ClassFact.REFERENCE);
                if (!reference.isEmpty()) {
                    byReference.putIfAbsent(term(inUse, one) + " " + Text.codeKey(reference), one);
                }
                byNumber.putIfAbsent(number(inUse, one), one);
            }
        }
        List<Offer> offers = new ArrayList<>();
        for (String id : own.classes().keySet()) {
            ListedClass one = inUse.classes().get(id);
            if (one == null || !CombinedList.isOwn(id) || merged.containsKey(id)) {
                continue;
            }
            String reference = one.fact(ClassFact.REFERENCE);
            ListedClass referred = byReference.get(term(inUse, one) + " " + Text.codeKey(reference));
            if (!reference.isEmpty() && referred != null) {
                offers.add(
                        new Offer(id, referred.id(), referred.classCode(), "the same reference number " + reference));
            } else if (byNumber.containsKey(number(inUse, one))) {
                ListedClass same = byNumber.get(number(inUse, one));
                offers.add(new Offer(id, same.id(), same.classCode(), "the same course and section"));
            }
        }
        return offers;
    }

    private static String term(RegistrarList list, ListedClass one) {
        return list.termOf(list.sessions().get(one.sessionIds().get(0))).id();
    }

    private static String number(RegistrarList list, ListedClass one) {
        String label = one.classCode().substring(one.classCode().lastIndexOf('-') + 1);
        return term(list, one) + " "
                + Text.codeKey(RowReader.nameOf(list.courses().get(one.courseId()))) + " "
                + Text.codeKey(Text.trim(label));
    }
}
