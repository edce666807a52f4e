package chalkline.server.proof;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ListChange;
import chalkline.core.arrivals.ListChange.What;
import chalkline.core.arrivals.ListChanges;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Asks;
import chalkline.server.lms.HeldService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.stereotype.Service;

/** What a list changed against the one before it, in the registrar's terms and in its effect on shells. */
@Service
class ListChangesService {
    private static final Set<What> PEOPLE = EnumSet.of(What.INSTRUCTOR_IN, What.INSTRUCTOR_OUT, What.ADD, What.DROP);

    private static final int COMPARED_IN_MEMORY = 4;
    private static final String CHANGED = "changed";

    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final HeldService held;
    private final Asks asks;
    private final Cache<List<Object>, Compared> known =
            Caffeine.newBuilder().maximumSize(COMPARED_IN_MEMORY).softValues().build();
    private final Policy policy;

    ListChangesService(
            ProofService proofs,
            ArrivalService arrivals,
            ConventionsService conventions,
            HeldService held,
            Asks asks,
            Policy policy) {
        this.policy = policy;
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.held = held;
        this.asks = asks;
    }

    /** One list's part of the comparison: its sections, and the shells that they come to under today's conventions. */
    private record Side(
            RegistrarList list,
            Map<String, Section> sections,
            Map<String, ProofRow> shells,
            Map<String, ProofRow> rows) {
        Optional<ProofRow> shell(String section) {
            return Optional.ofNullable(shells.get(section));
        }
    }

    /** What a section's shell was and is; a shell that only stands to be closed {@code is} no more. */
    private record Shells(Optional<ProofRow> was, Optional<ProofRow> is, Optional<ProofRow> closes) {
        static Shells of(Compared compared, String section) {
            Optional<ProofRow> was = compared.before().shell(section);
            Optional<ProofRow> is = compared.after().shell(section);
            Optional<ProofRow> closes = is.isPresent()
                    ? Optional.empty()
                    : was.map(row -> compared.after().rows().get(row.key()))
                            .filter(row -> row.action() == Action.CLOSE);
            return new Shells(was, is, closes);
        }

        List<ChangeViews.ShellValue> values() {
            return was.isPresent() && is.isPresent() ? ListChangesService.values(was.get(), is.get()) : List.of();
        }
    }

    private record Compared(
            AcademicSession term, long beforeId, Side before, Side after, Map<String, List<ListChange>> bySection) {
        /** As the later list has it; as the one before where it is gone. */
        Section section(String id) {
            Section now = after.sections().get(id);
            return now == null ? before.sections().get(id) : now;
        }
    }

    /** What changed by term and department; nothing for the first list that was kept, which brought all of it. */
    @MayPartly(Right.READ_LISTS)
    public List<ChangeViews.Changes> of(long arrival) {
        Optional<Long> before = arrivals.before(arrival);
        if (before.isEmpty()) {
            return List.of();
        }
        Scope scope = policy.scope(Right.READ_LISTS);
        List<ChangeViews.Changes> all = new ArrayList<>();
        for (AcademicSession term : terms(arrivals.list(before.get()), arrivals.list(arrival))) {
            Compared compared = compared(before.get(), arrival, term);
            List<ChangeViews.Department> own = departments(compared).stream()
                    .filter(one -> scope.department(one.code()))
                    .toList();
            if (!own.isEmpty()) {
                all.add(new ChangeViews.Changes(before.get(), term.code(), term.title(), own));
            }
        }
        return all;
    }

    /** Every section of a department of which anything changed, in natural order. */
    @MayPartly(Right.READ_LISTS)
    public List<ChangeViews.SectionChange> of(long arrival, String term, String department) {
        Policy.require(policy.scope(Right.READ_LISTS).department(department));
        Optional<Long> before = arrivals.before(arrival);
        if (before.isEmpty()) {
            return List.of();
        }
        RegistrarList list = arrivals.list(arrival);
        AcademicSession session =
                list.term(term).orElseGet(() -> ArrivalService.term(arrivals.list(before.get()), term));
        Compared compared = compared(before.get(), arrival, session);
        return compared.bySection().entrySet().stream()
                .filter(entry ->
                        compared.section(entry.getKey()).department().code().equals(department))
                .sorted(Comparator.comparing(
                        entry -> Labels.of(compared.section(entry.getKey())).label(), Text.NATURAL))
                .map(entry -> change(compared, entry.getKey(), entry.getValue()))
                .toList();
    }

    private static List<AcademicSession> terms(RegistrarList before, RegistrarList after) {
        Map<String, AcademicSession> terms = new TreeMap<>();
        before.terms().forEach(term -> terms.put(term.code(), term));
        after.terms().forEach(term -> terms.put(term.code(), term));
        return terms.values().stream()
                .sorted(Comparator.comparing(AcademicSession::start).reversed())
                .toList();
    }

    /** Kept for a while: who looks at one department looks at the next. */
    private Compared compared(long beforeId, long afterId, AcademicSession term) {
        List<Object> key = List.of(beforeId, afterId, term.code(), conventions.current(), held.current());
        return known.get(key, one -> asks.whileWanted(() -> compare(beforeId, afterId, term)));
    }

    private Compared compare(long beforeId, long afterId, AcademicSession term) {
        Side before = side(beforeId, term.code());
        Side after = side(afterId, term.code());
        Map<String, List<ListChange>> bySection = new HashMap<>();
        ListChanges.between(before.sections().values(), after.sections().values())
                .all()
                .forEach(change -> bySection
                        .computeIfAbsent(change.section(), id -> new ArrayList<>())
                        .add(change));
        // a shell may differ though its section does not: its college moved, or another took its code
        for (String id : after.sections().keySet()) {
            Optional<ProofRow> was = before.shell(id);
            Optional<ProofRow> is = after.shell(id);
            if (was.isPresent()
                    && is.isPresent()
                    && !values(was.get(), is.get()).isEmpty()) {
                bySection.computeIfAbsent(id, none -> new ArrayList<>());
            }
        }
        return new Compared(term, beforeId, before, after, bySection);
    }

    private Side side(long arrival, String term) {
        RegistrarList list = arrivals.list(arrival);
        Map<String, Section> sections = new HashMap<>();
        Map<String, ProofRow> shells = new HashMap<>();
        Map<String, ProofRow> rows = Map.of();
        if (list.term(term).isPresent()) {
            arrivals.sections(arrival, term).forEach(section -> sections.put(section.id(), section));
        }
        if (!sections.isEmpty()) {
            rows = proofs.proof(new ProofKey(term, arrival, conventions.current(), held.current()))
                    .byKey();
            rows.values()
                    .forEach(row -> row.sections().stream()
                            .filter(sections::containsKey)
                            .forEach(id -> shells.put(id, row)));
        }
        return new Side(list, sections, shells, rows);
    }

    private static List<ChangeViews.Department> departments(Compared compared) {
        Map<String, Tally> tallies = new TreeMap<>(Text.NATURAL);
        compared.bySection().forEach((id, changes) -> {
            Section section = compared.section(id);
            tallies.computeIfAbsent(section.department().code(), code -> new Tally(section))
                    .add(compared, id, changes);
        });
        return tallies.values().stream()
                .map(Tally::view)
                .sorted(Comparator.comparing(ChangeViews.Department::name))
                .toList();
    }

    /** What changed in a department. */
    private static final class Tally {
        private final Org department;
        private final Org college;
        private final Map<What, Integer> counts = new EnumMap<>(What.class);
        private final Set<String> builds = new HashSet<>();
        private final Set<String> alters = new HashSet<>();
        private final Set<String> leaves = new HashSet<>();
        private int changed;

        Tally(Section of) {
            department = of.department();
            college = of.college();
        }

        void add(Compared compared, String id, List<ListChange> changes) {
            changes.forEach(change -> counts.merge(change.what(), 1, Integer::sum));
            changed += kind(changes).equals(CHANGED) && !changes.isEmpty() ? 1 : 0;
            Shells shells = Shells.of(compared, id);
            if (shells.was().isEmpty()) {
                shells.is().ifPresent(row -> builds.add(row.key()));
            } else if (shells.is().isEmpty()) {
                leaves.add(shells.was().get().key());
            } else if (!shells.values().isEmpty()) {
                alters.add(shells.is().get().key());
            }
        }

        private int count(What what) {
            return counts.getOrDefault(what, 0);
        }

        ChangeViews.Department view() {
            return new ChangeViews.Department(
                    department.code(),
                    department.name(),
                    college.name(),
                    count(What.SECTION_IN),
                    count(What.SECTION_OUT),
                    changed,
                    count(What.INSTRUCTOR_IN),
                    count(What.INSTRUCTOR_OUT),
                    count(What.ADD),
                    count(What.DROP),
                    builds.size(),
                    alters.size(),
                    leaves.size());
        }
    }

    private static String kind(List<ListChange> changes) {
        What first = changes.isEmpty() ? null : changes.get(0).what();
        return first == What.SECTION_IN ? "in" : first == What.SECTION_OUT ? "out" : CHANGED;
    }

    private static List<ChangeViews.ShellValue> values(ProofRow was, ProofRow is) {
        return is.values().differing(was.values()).stream()
                .map(setting -> new ChangeViews.ShellValue(
                        setting.key(), setting.plainName(), was.value(setting), is.value(setting)))
                .toList();
    }

    private static ChangeViews.SectionChange change(Compared compared, String id, List<ListChange> changes) {
        Section section = compared.section(id);
        Shells shells = Shells.of(compared, id);
        Optional<ProofRow> row = shells.is().or(shells::was);
        return new ChangeViews.SectionChange(
                id,
                Labels.of(section).label(),
                section.topic().isEmpty() ? section.course().title() : section.topic(),
                kind(changes),
                changes.stream()
                        .filter(change -> !PEOPLE.contains(change.what())
                                && change.what() != What.SECTION_IN
                                && change.what() != What.SECTION_OUT)
                        .map(change -> fact(compared, change))
                        .toList(),
                changes.stream()
                        .filter(change -> PEOPLE.contains(change.what()))
                        .map(change -> new ChangeViews.Mover(
                                change.what().key(), change.person(), name(compared, change.person())))
                        .toList(),
                row.map(ProofRow::code).orElse(null),
                row.map(ProofRow::key).orElse(null),
                shells.is().or(shells::closes).map(one -> one.action().key()).orElse(null),
                row.flatMap(ProofRow::held).filter(HeldShell::isOpen).isPresent(),
                shells.values(),
                students(compared.before(), id),
                students(compared.after(), id));
    }

    /** People are told by their names. */
    private static ChangeViews.Fact fact(Compared compared, ListChange change) {
        boolean person = change.what() == What.PRIMARY;
        return new ChangeViews.Fact(
                change.what().key(),
                person ? name(compared, change.before()) : change.before(),
                person ? name(compared, change.after()) : change.after());
    }

    private static int students(Side side, String section) {
        Section of = side.sections().get(section);
        return of == null ? 0 : of.students().size();
    }

    private static String name(Compared compared, String id) {
        Person now = compared.after().list().people().get(id);
        Person person = now == null ? compared.before().list().people().get(id) : now;
        return person == null ? id : person.fullName();
    }
}
