package chalkline.core.sheets;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.CourseCode;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.naming.Text;
import chalkline.core.templates.EarlierShells;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;

/** The campus as the list in use has it, by what sheets call things. */
public final class KnownCampus {
    final RegistrarList list;
    final KnownPeople people;
    private final Function<AcademicSession, List<Section>> sectionsOf;
    private final EarlierShells shells;
    private final Map<String, Course> courses = new HashMap<>();
    private final Map<String, List<Course>> coursesByTitle = new HashMap<>();
    private final Map<String, Org> departments = new HashMap<>();
    private final Map<String, Map<String, Integer>> ownersOfSubjects = new HashMap<>();
    private final Map<String, List<ListedClass>> classesOfCourses = new HashMap<>();
    /** Looked into by many at once. */
    private final Map<String, InTerm> terms = new ConcurrentHashMap<>();

    /** The sections of one term, by what they are known again by. */
    static final class InTerm {
        private final Map<String, Section> byReference = new HashMap<>();
        private final Map<String, List<Section>> byCourse = new HashMap<>();

        private InTerm(Collection<Section> sections) {
            for (Section one : sections) {
                if (!one.reference().isEmpty()) {
                    byReference.putIfAbsent(Text.codeKey(one.reference()), one);
                }
                byCourse.computeIfAbsent(Text.codeKey(one.courseName()), key -> new ArrayList<>())
                        .add(one);
            }
        }

        Optional<Section> referred(String reference) {
            return Optional.ofNullable(byReference.get(Text.codeKey(reference)));
        }

        /** In the order of the list. */
        List<Section> of(String courseName) {
            return byCourse.getOrDefault(Text.codeKey(courseName), List.of());
        }
    }

    /**
     * @param list in use, our own sections included
     * @param sectionsOf the sections of one of its terms, with their people
     * @param shells what stands in the LMS, of all terms
     */
    public KnownCampus(RegistrarList list, Function<AcademicSession, List<Section>> sectionsOf, EarlierShells shells) {
        this.list = list;
        this.shells = shells;
        this.sectionsOf = sectionsOf;
        this.people = new KnownPeople(list.people().values());
        for (Course one : list.courses().values()) {
            CourseCode code = CourseCode.of(one.courseCode());
            courses.putIfAbsent(Text.codeKey(code.name()), one);
            coursesByTitle
                    .computeIfAbsent(Text.codeKey(one.title()), key -> new ArrayList<>(1))
                    .add(one);
            ownersOfSubjects
                    .computeIfAbsent(Text.codeKey(code.subject()), key -> new HashMap<>())
                    .merge(one.orgId(), 1, Integer::sum);
        }
        for (ListedClass one : list.classes().values()) {
            classesOfCourses
                    .computeIfAbsent(one.courseId(), key -> new ArrayList<>())
                    .add(one);
        }
        // names give way to codes, and what is above a department to departments
        for (boolean department : new boolean[] {true, false}) {
            for (Org one : list.orgs().values()) {
                if (one.isDepartment() == department) {
                    departments.putIfAbsent(Text.codeKey(one.code()), one);
                    departments.putIfAbsent(Text.codeKey(one.name()), one);
                }
            }
        }
    }

    InTerm in(AcademicSession term) {
        return terms.computeIfAbsent(term.id(), id -> new InTerm(sectionsOf.apply(term)));
    }

    Optional<Course> course(String name) {
        return Optional.ofNullable(courses.get(Text.codeKey(name)));
    }

    Optional<Org> department(String called) {
        return Optional.ofNullable(departments.get(Text.codeKey(called)));
    }

    /** Who owns most courses of a subject. */
    Optional<Org> ownerOf(String subject) {
        return ownersOfSubjects.getOrDefault(Text.codeKey(subject), Map.of()).entrySet().stream()
                .max(Map.Entry.<String, Integer>comparingByValue()
                        .thenComparing(Map.Entry.comparingByKey(Comparator.reverseOrder())))
                .map(owner -> list.orgs().get(owner.getKey()));
    }

    /** By code, title or sourcedId. */
    Optional<AcademicSession> term(String called) {
        String key = Text.codeKey(called);
        return list.terms().stream()
                .filter(one -> Text.codeKey(one.code()).equals(key)
                        || Text.codeKey(one.title()).equals(key)
                        || one.id().equals(called))
                .findFirst();
    }

    /** The part of a term with these days; the term itself where they are its own. */
    Optional<AcademicSession> session(AcademicSession term, Section.Days days) {
        return list.sessions().values().stream()
                .filter(one -> one.equals(term) || one.parentId().equals(term.id()))
                .filter(one -> one.start().equals(days.first()) && one.end().equals(days.last()))
                .findFirst();
    }

    /** Where a course, or one of its title, stood in terms that began earlier, the latest first, each term once. */
    List<SheetRow.Earlier> earlier(Course course, String title, AcademicSession term) {
        List<Course> like = new ArrayList<>(List.of(course));
        like.addAll(coursesByTitle.getOrDefault(Text.codeKey(title), List.of()));
        Map<String, SheetRow.Earlier> byTerm = new HashMap<>();
        Map<String, AcademicSession> starts = new HashMap<>();
        like.forEach(one -> earlier(one, term, byTerm, starts));
        return byTerm.isEmpty()
                ? earlierShells(course, term)
                : byTerm.values().stream()
                        .sorted(Comparator.comparing((SheetRow.Earlier one) ->
                                        starts.get(one.term()).start())
                                .reversed())
                        .toList();
    }

    /** Of terms that no list has any more, what still stands in the LMS; each term once. */
    private List<SheetRow.Earlier> earlierShells(Course course, AcademicSession term) {
        Map<String, SheetRow.Earlier> byTerm = new LinkedHashMap<>();
        Instant start = term.start().atStartOfDay(ZoneOffset.UTC).toInstant();
        for (EarlierShells.Named one : shells.naming(CourseCode.of(course.courseCode()))) {
            if (one.opened().isBefore(start) && !one.term().equals(term.code())) {
                byTerm.putIfAbsent(one.term(), new SheetRow.Earlier(one.term(), "", one.code(), one.title()));
            }
        }
        return List.copyOf(byTerm.values());
    }

    private void earlier(
            Course course,
            AcademicSession term,
            Map<String, SheetRow.Earlier> byTerm,
            Map<String, AcademicSession> starts) {
        for (ListedClass one : classesOfCourses.getOrDefault(course.id(), List.of())) {
            AcademicSession its =
                    list.termOf(list.sessions().get(one.sessionIds().get(0)));
            if (its.start().isBefore(term.start())) {
                starts.put(its.code(), its);
                byTerm.putIfAbsent(
                        its.code(),
                        new SheetRow.Earlier(
                                its.code(),
                                one.id(),
                                one.classCode(),
                                one.title().isEmpty() ? course.title() : one.title()));
            }
        }
    }
}
