package chalkline.server.courses;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.naming.Plain;
import chalkline.core.naming.Text;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import chalkline.server.proof.ProofService;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts courses together from the sections of the list in use, with what people wrote of them. */
@Service
class CourseService {
    private final ArrivalService arrivals;
    private final ProofService proofs;
    private final CourseTexts texts;
    private final Policy policy;
    private final LedgerService ledger;
    private final LoadingCache<At, List<Known>> known =
            Caffeine.newBuilder().maximumSize(2).build(this::read);
    private final ConventionsService conventions;

    CourseService(
            ArrivalService arrivals,
            ProofService proofs,
            CourseTexts texts,
            Policy policy,
            LedgerService ledger,
            ConventionsService conventions) {
        this.conventions = conventions;
        this.arrivals = arrivals;
        this.proofs = proofs;
        this.texts = texts;
        this.policy = policy;
        this.ledger = ledger;
    }

    /** A course by its facts, of one of its sections. */
    private record Known(Section section, List<CourseViews.Offered> offered) {
        String path() {
            return Plain.slug(section.courseName());
        }

        CourseViews.Course view(CourseViews.Words words, boolean may) {
            return new CourseViews.Course(
                    section.course().id(),
                    section.courseName(),
                    section.course().title(),
                    section.department().name(),
                    section.department().code(),
                    path(),
                    words,
                    offered,
                    may);
        }
    }

    /** @param conventions their version, since a move puts courses under other departments */
    private record At(long list, int conventions) {}

    private List<Known> read(At at) {
        long list = at.list();
        Map<String, Map<AcademicSession, List<Section>>> courses = new TreeMap<>(Text.NATURAL);
        Map<String, Section> first = new LinkedHashMap<>();
        for (AcademicSession term : arrivals.list(list).terms()) {
            List<Section> sections = arrivals.sections(list, term.code()).isEmpty()
                    ? List.of()
                    : proofs.proof(proofs.now(term.code())).proof().sections();
            for (Section section : sections) {
                String key = section.courseName() + " " + section.course().id();
                first.putIfAbsent(key, section);
                courses.computeIfAbsent(
                                key,
                                name -> new TreeMap<>(Comparator.comparing(AcademicSession::start)
                                        .thenComparing(AcademicSession::code)))
                        .computeIfAbsent(term, one -> new ArrayList<>())
                        .add(section);
            }
        }
        List<Known> all = new ArrayList<>();
        courses.forEach((name, terms) -> all.add(new Known(
                first.get(name),
                terms.entrySet().stream()
                        .map(entry -> offered(entry.getKey(), entry.getValue()))
                        .toList())));
        return all;
    }

    /** Who teaches and how, of all sections together; nothing of who studies. */
    private static CourseViews.Offered offered(AcademicSession term, List<Section> sections) {
        return new CourseViews.Offered(
                term.code(),
                term.title(),
                each(
                        sections,
                        section -> section.instructors().stream()
                                .map(Person::fullName)
                                .toList()),
                each(sections, section -> List.of(section.delivery())),
                each(sections, section -> List.of(section.meets())));
    }

    private static List<String> each(Collection<Section> sections, Function<Section, List<String>> of) {
        return sections.stream()
                .flatMap(section -> of.apply(section).stream())
                .filter(text -> !text.isEmpty())
                .distinct()
                .sorted(Text.NATURAL)
                .toList();
    }

    private List<Known> all() {
        return arrivals.current()
                .map(list -> known.get(new At(list, conventions.current())))
                .orElse(List.of());
    }

    /** The courses of whoever may write of them. */
    @MayPartly(Right.WRITE_COURSES)
    public CourseViews.Sheet sheet() {
        Scope scope = policy.scope(Right.WRITE_COURSES);
        Map<String, CourseViews.Words> words = texts.all();
        return new CourseViews.Sheet(
                texts.published(),
                policy.scope(Right.CHANGE_CAMPUS).all(),
                all().stream()
                        .filter(one ->
                                scope.department(one.section().department().code()))
                        .map(one -> one.view(
                                words.getOrDefault(one.section().course().id(), CourseViews.Words.NONE), true))
                        .toList());
    }

    /** Writes of a course. */
    @MayPartly(Right.WRITE_COURSES)
    @Transactional
    public void write(String course, CourseViews.Words words) {
        Known one = all().stream()
                .filter(each -> each.section().course().id().equals(course))
                .findFirst()
                .orElseThrow(() -> new NotFound("The list has no section of a course " + course + "."));
        Policy.require(policy.scope(Right.WRITE_COURSES)
                .department(one.section().department().code()));
        CourseViews.Words before = texts.all().getOrDefault(course, CourseViews.Words.NONE);
        texts.write(course, words);
        ledger.write(
                "course described",
                one.section().courseName(),
                Map.of("department", one.section().department().code(), "before", before, "after", words));
    }

    /** Publishes the pages of all courses, or takes them away. */
    @May(Right.CHANGE_CAMPUS)
    @Transactional
    public void publish(boolean published) {
        boolean before = texts.published();
        texts.publish(published);
        ledger.write("course pages published", "courses", Map.of("before", before, "after", published));
    }

    /** Every published course by department; empty where the campus publishes none. */
    Optional<Map<String, List<CourseViews.Course>>> published() {
        if (!texts.published()) {
            return Optional.empty();
        }
        Map<String, CourseViews.Words> words = texts.all();
        return Optional.of(all().stream()
                .map(one -> one.view(words.getOrDefault(one.section().course().id(), CourseViews.Words.NONE), false))
                .collect(Collectors.groupingBy(
                        CourseViews.Course::department, () -> new TreeMap<>(Text.NATURAL), Collectors.toList())));
    }
}
