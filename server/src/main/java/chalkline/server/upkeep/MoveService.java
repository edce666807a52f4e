package chalkline.server.upkeep;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Move;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Unmatched;
import chalkline.core.conventions.When;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Asks;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Courses and departments that are put elsewhere, and what that does to shells and categories before it is kept. */
@Service
class MoveService {
    private static final int SAMPLES = 60;

    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final Asks asks;
    private final Reached reached;
    private final Policy policy;

    MoveService(
            ProofService proofs,
            ArrivalService arrivals,
            ConventionsService conventions,
            Asks asks,
            Reached reached,
            Policy policy) {
        this.policy = policy;
        this.reached = reached;
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.asks = asks;
    }

    @MayPartly(Right.READ_PROOF)
    public MoveViews.Sheet sheet(String term) {
        ProofKey key = proofs.now(term);
        RegistrarList list = arrivals.list(key.arrival());
        Conventions rules = conventions.version(key.conventions());
        List<Section> sections = reached.sections(key, Right.READ_PROOF);
        Scope scope = policy.scope(Right.READ_PROOF);
        List<Section> listed = arrivals.sections(key.arrival(), term);
        List<MoveViews.Move> moves = new ArrayList<>();
        for (int i = 0; i < rules.moves().size(); i++) {
            if (scope.department(rules.moves().get(i).to())) {
                moves.add(move(i, rules.moves().get(i), list, listed));
            }
        }
        return new MoveViews.Sheet(
                key.versions(),
                key.conventions(),
                moves,
                departments(list, sections).stream()
                        .filter(one -> scope.department(one.code()))
                        .toList(),
                courses(sections),
                list.terms().stream().map(AcademicSession::code).toList());
    }

    private static MoveViews.Move move(int index, Move move, RegistrarList list, List<Section> listed) {
        return new MoveViews.Move(
                index,
                words(move.when()),
                move.to(),
                move.name().orElseGet(() -> orgs(list).getOrDefault(move.to(), move.to())),
                move.college().orElse(null),
                move.since().orElse(null),
                (int) listed.stream().filter(move.when()::matches).count());
    }

    private static Map<String, String> orgs(RegistrarList list) {
        Map<String, String> names = new HashMap<>();
        list.orgs().values().forEach(org -> names.put(org.code(), org.name()));
        return names;
    }

    private static String words(When when) {
        return when.conditions().isEmpty()
                ? "everything"
                : when.conditions().entrySet().stream()
                        .map(one -> one.getKey().key() + " " + String.join(", ", one.getValue()))
                        .collect(Collectors.joining("; "));
    }

    /** Those of the list, and those that moves made. */
    private static List<MoveViews.Department> departments(RegistrarList list, List<Section> sections) {
        Map<String, MoveViews.Department> all = new TreeMap<>(Text.NATURAL);
        Map<String, Integer> counts = new HashMap<>();
        sections.forEach(section -> counts.merge(section.department().code(), 1, Integer::sum));
        for (Org org : list.orgs().values()) {
            Org college = Sections.collegeOf(list, org);
            all.put(
                    org.code(),
                    new MoveViews.Department(
                            org.code(),
                            org.name(),
                            college.code(),
                            college.name(),
                            !org.isDepartment(),
                            counts.getOrDefault(org.code(), 0)));
        }
        sections.forEach(section -> all.put(
                section.department().code(),
                new MoveViews.Department(
                        section.department().code(),
                        section.department().name(),
                        section.college().code(),
                        section.college().name(),
                        !section.department().isDepartment(),
                        counts.get(section.department().code()))));
        return List.copyOf(all.values());
    }

    private static List<MoveViews.Course> courses(List<Section> sections) {
        Map<String, List<Section>> byCourse = new TreeMap<>(Text.NATURAL);
        sections.forEach(section -> byCourse.computeIfAbsent(section.courseName(), name -> new ArrayList<>())
                .add(section));
        return byCourse.entrySet().stream()
                .map(course -> {
                    Section first = course.getValue().get(0);
                    return new MoveViews.Course(
                            course.getKey(),
                            first.course().title(),
                            first.department().code(),
                            first.department().name(),
                            course.getValue().size());
                })
                .toList();
    }

    /** What a change of the conventions would do to categories and to all else of shells. */
    @MayPartly(Right.READ_PROOF)
    public MoveViews.Effect effect(String term, Change change) {
        ProofKey key = proofs.now(term).withConventions(change.basedOn());
        Conventions before = conventions.version(change.basedOn());
        Conventions after = change.applyTo(before);
        ProofService.Computed was = proofs.proof(key);
        Proof is = asks.whileWanted(() -> was.proof().under(after));
        Predicate<ProofRow> seen = reached.seen(key, Right.READ_PROOF);
        Predicate<ProofRow> sees = row -> seen.test(row)
                || Optional.ofNullable(was.byKey().get(row.key())).filter(seen).isPresent();
        List<ProofRow> now = is.rows().stream().filter(sees).toList();
        Map<String, int[]> categories = new TreeMap<>(Text.NATURAL);
        count(reached.rows(key, Right.READ_PROOF), categories, 0);
        count(now, categories, 1);
        Map<Setting, Integer> fields = new EnumMap<>(Setting.class);
        List<MoveViews.Sample> samples = new ArrayList<>();
        List<String> keys = new ArrayList<>();
        int standing = 0;
        for (ProofRow row : now) {
            ProofRow then = was.byKey().get(row.key());
            List<Setting> changed =
                    then == null ? List.of(Setting.values()) : row.values().differing(then.values());
            if (changed.isEmpty()) {
                continue;
            }
            keys.add(row.key());
            standing += row.held().isPresent() ? 1 : 0;
            changed.forEach(setting -> fields.merge(setting, 1, Integer::sum));
            if (samples.size() < SAMPLES) {
                samples.add(new MoveViews.Sample(
                        row.key(),
                        row.code(),
                        row.title(),
                        then == null ? "" : then.value(Setting.CATEGORY),
                        row.value(Setting.CATEGORY),
                        changed.stream().map(Setting::plainName).toList()));
            }
        }
        return new MoveViews.Effect(
                keys.size(),
                standing,
                total(categories.values(), 0),
                total(categories.values(), 1),
                categories.entrySet().stream()
                        .filter(one -> one.getValue()[0] != one.getValue()[1])
                        .map(one -> new MoveViews.CategoryCount(one.getKey(), one.getValue()[0], one.getValue()[1]))
                        .toList(),
                fields.entrySet().stream()
                        .sorted(Comparator.comparing(one -> -one.getValue()))
                        .map(one -> new MoveViews.FieldCount(
                                one.getKey().key(), one.getKey().plainName(), one.getValue()))
                        .toList(),
                samples,
                unmatched(key, before, after),
                keys);
    }

    private static int total(Collection<int[]> counts, int side) {
        return counts.stream().mapToInt(count -> count[side]).sum();
    }

    private static void count(List<ProofRow> rows, Map<String, int[]> categories, int side) {
        rows.stream()
                .filter(row -> row.action() != Action.CLOSE)
                .forEach(row -> categories.computeIfAbsent(row.value(Setting.CATEGORY), path -> new int[2])[side]++);
    }

    /** What new moves name and the list does not have. */
    private List<String> unmatched(ProofKey key, Conventions before, Conventions after) {
        RegistrarList list = arrivals.list(key.arrival());
        Map<String, String> unknown = new LinkedHashMap<>();
        Unmatched.of(list, after).stream()
                .filter(one -> one.path().startsWith("moves/") && isNew(one.path(), before, after))
                .forEach(one -> unknown.put(one.path(), one.reason()));
        proofs.unknownMoves(key, after).forEach(words -> unknown.put(words, words));
        return List.copyOf(unknown.values());
    }

    private static boolean isNew(String path, Conventions before, Conventions after) {
        int index = Integer.parseInt(path.split("/")[1]);
        return !before.moves().contains(after.moves().get(index));
    }
}
