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
import chalkline.core.arrivals.Section;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
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
     * Own sections that a registrar lists by now: by their reference number, else by course and number. One that was merged
     * stands in the list once, under its own id, and is not offered.
     *
     * @param sections of one term, own ones among them
     */
    public static List<Offer> offers(Collection<Section> sections) {
        List<Section> own =
                sections.stream().filter(one -> CombinedList.isOwn(one.id())).toList();
        if (own.isEmpty()) {
            return List.of();
        }
        Map<String, Section> byReference = new HashMap<>();
        Map<String, Section> byNumber = new HashMap<>();
        for (Section one : sections) {
            if (!CombinedList.isOwn(one.id())) {
                if (!one.reference().isEmpty()) {
                    byReference.putIfAbsent(Text.codeKey(one.reference()), one);
                }
                byNumber.putIfAbsent(number(one), one);
            }
        }
        List<Offer> offers = new ArrayList<>();
        for (Section one : own) {
            Section referred = one.reference().isEmpty() ? null : byReference.get(Text.codeKey(one.reference()));
            Section same = byNumber.get(number(one));
            if (referred != null) {
                offers.add(offer(one, referred, "the same reference number " + one.reference()));
            } else if (same != null) {
                offers.add(offer(one, same, "the same course and section"));
            }
        }
        return offers;
    }

    private static Offer offer(Section own, Section listed, String because) {
        return new Offer(own.id(), listed.id(), listed.courseName() + "-" + listed.label(), because);
    }

    private static String number(Section one) {
        return Text.codeKey(one.courseName()) + " " + Text.codeKey(one.label());
    }
}
