package chalkline.server.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.When;
import chalkline.core.naming.Text;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Asks;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;

/** What a change to the conventions would do to the shells of a term, before it is kept. */
@Service
class EffectService {
    private static final Set<Snag> ABOUT_NAMES = EnumSet.of(
            Snag.CODE_TAKEN,
            Snag.CODE_EMPTY,
            Snag.TITLE_EMPTY,
            Snag.CODE_TOO_LONG,
            Snag.CODE_NUMBERED,
            Snag.CODE_DISTINGUISHED,
            Snag.TITLE_SHORTENED);
    private static final int SAMPLES = 60;
    private static final int HUNDRED = 100;
    /** Of ids of sections and instructors there are thousands, which nobody picks from a list. */
    private static final int MOST_FACTS = 600;

    private final ProofService proofs;
    private final ConventionsService conventions;
    private final Asks asks;
    private final Reached reached;

    EffectService(ProofService proofs, ConventionsService conventions, Asks asks, Reached reached) {
        this.reached = reached;
        this.proofs = proofs;
        this.asks = asks;
        this.conventions = conventions;
    }

    /** How many sections of the term each layer matches, in the order of the stack. */
    @MayPartly(Right.READ_PROOF)
    public List<Integer> matches(String term) {
        ProofKey key = proofs.now(term);
        return matches(key, proofs.proof(key).proof(), conventions.version(key.conventions()));
    }

    private List<Integer> matches(ProofKey key, Proof proof, Conventions rules) {
        if (reached.all(Right.READ_PROOF)) {
            return Arrays.stream(proof.matches()).boxed().toList();
        }
        List<Section> own = reached.sections(key, Right.READ_PROOF);
        return rules.layers().stream()
                .map(layer -> (int) own.stream().filter(layer.when()::matches).count())
                .toList();
    }

    /** The values that the sections of the term have for each condition, with how many have it. */
    @MayPartly(Right.READ_PROOF)
    public List<ProofViews.Facts> facts(String term) {
        List<Section> sections = reached.sections(proofs.now(term), Right.READ_PROOF);
        return Arrays.stream(Condition.values())
                .map(condition -> facts(condition, sections))
                .toList();
    }

    private static ProofViews.Facts facts(Condition condition, List<Section> sections) {
        Map<String, Integer> counts = new TreeMap<>(Text.NATURAL);
        for (Section section : sections) {
            if (condition == Condition.LEVEL) {
                section.code()
                        .level()
                        .ifPresent(level -> counts.merge(
                                level / HUNDRED * HUNDRED + "-" + (level / HUNDRED * HUNDRED + HUNDRED - 1),
                                1,
                                Integer::sum));
            } else {
                condition.facts(section).stream()
                        .filter(fact -> !fact.isEmpty())
                        .distinct()
                        .forEach(fact -> counts.merge(fact, 1, Integer::sum));
            }
        }
        return new ProofViews.Facts(
                condition.key(),
                counts.entrySet().stream()
                        .limit(MOST_FACTS)
                        .map(entry -> new ProofViews.FactCount(entry.getKey(), entry.getValue()))
                        .toList());
    }

    /** What a change of a version would do. */
    @MayPartly(Right.READ_PROOF)
    public ProofViews.Effect of(String term, Change change) {
        ProofKey key = proofs.now(term).withConventions(change.basedOn());
        Conventions edited = change.applyTo(conventions.version(change.basedOn()));
        ProofService.Computed before = proofs.proof(key);
        Proof proof = asks.whileWanted(() -> before.proof().under(edited));
        Predicate<ProofRow> seen = reached.seen(key, Right.READ_PROOF);
        When when = change.about(edited);
        List<ProofRow> after = proof.rows();
        List<Judged> judged = IntStream.range(0, after.size())
                .parallel()
                .mapToObj(i -> Judged.of(after.get(i), was(before, after.get(i).key(), i), when))
                .filter(one -> seen.test(one.row()) || one.was().filter(seen).isPresent())
                .toList();
        List<ProofRow> about =
                judged.stream().filter(Judged::about).map(Judged::row).toList();
        Map<Setting, Integer> fields = new EnumMap<>(Setting.class);
        Map<String, Integer> departments = new HashMap<>();
        List<ProofViews.Sample> samples = new ArrayList<>();
        int shells = 0;
        int standing = 0;
        for (Judged one : judged) {
            if (!one.changed().isEmpty() || one.was().isEmpty()) {
                shells++;
                standing += one.row().held().isPresent() ? 1 : 0;
                departments.merge(departmentOf(one.row()), 1, Integer::sum);
                for (Setting setting : one.changed()) {
                    fields.merge(setting, 1, Integer::sum);
                    if (samples.size() < SAMPLES) {
                        samples.add(sample(one.was().orElseThrow(), one.row(), setting));
                    }
                }
            }
        }
        return new ProofViews.Effect(
                shells,
                standing,
                fields.entrySet().stream()
                        .map(entry -> new ProofViews.FieldCount(
                                entry.getKey().key(), entry.getKey().plainName(), entry.getValue()))
                        .toList(),
                departments.entrySet().stream()
                        .map(entry -> new ProofViews.DepartmentCount(entry.getKey(), entry.getValue()))
                        .sorted(Comparator.comparing(ProofViews.DepartmentCount::department))
                        .toList(),
                snags(
                        reached.rows(key, Right.READ_PROOF),
                        judged.stream().map(Judged::row).toList()),
                samples,
                edgeCases(about),
                named(about),
                proofs.unknownMoves(key, edited),
                change.stack() == null ? List.of() : matches(key, proof, edited));
    }

    /**
     * A row before the edit, if there was one.
     *
     * @param likely where it was, where nothing came in or went before it
     */
    private static Optional<ProofRow> was(ProofService.Computed before, String key, int likely) {
        List<ProofRow> rows = before.proof().rows();
        boolean there = likely < rows.size() && rows.get(likely).key().equals(key);
        return there
                ? Optional.of(rows.get(likely))
                : Optional.ofNullable(before.byKey().get(key));
    }

    /**
     * A row after the edit.
     *
     * @param changed settings that come out otherwise
     * @param about whether it is one of those that the edit is about
     */
    private record Judged(ProofRow row, Optional<ProofRow> was, List<Setting> changed, boolean about) {
        static Judged of(ProofRow row, Optional<ProofRow> was, When when) {
            return new Judged(
                    row,
                    was,
                    was.map(before -> row.values().differing(before.values())).orElse(List.of()),
                    lead(row).filter(when::matches).isPresent());
        }
    }

    private static String departmentOf(ProofRow row) {
        return row.shell().map(shell -> shell.lead().department().name()).orElse("");
    }

    private static ProofViews.Sample sample(ProofRow was, ProofRow row, Setting setting) {
        return new ProofViews.Sample(
                row.key(), setting.key(), was.value(setting), row.value(setting), gained(was, row));
    }

    private static List<String> gained(ProofRow was, ProofRow row) {
        return Snag.keys(
                row.snags().stream().filter(snag -> !was.snags().contains(snag)).toList());
    }

    private static List<ProofViews.SnagChange> snags(List<ProofRow> before, List<ProofRow> after) {
        Map<Snag, Integer> was = count(before);
        Map<Snag, Integer> is = count(after);
        List<ProofViews.SnagChange> changes = new ArrayList<>();
        for (Snag snag : Snag.values()) {
            int x = was.getOrDefault(snag, 0);
            int y = is.getOrDefault(snag, 0);
            if (x != y) {
                changes.add(new ProofViews.SnagChange(snag.key(), snag.isStop(), x, y));
            }
        }
        return changes;
    }

    private static Map<Snag, Integer> count(List<ProofRow> rows) {
        Map<Snag, Integer> counts = new EnumMap<>(Snag.class);
        for (ProofRow row : rows) {
            for (Snag snag : row.snags()) {
                counts.merge(snag, 1, Integer::sum);
            }
        }
        return counts;
    }

    /** Shells on which names are hard to get right, each with what makes it so. */
    private static List<ProofViews.EdgeCase> edgeCases(List<ProofRow> rows) {
        Map<String, Predicate<ProofRow>> kinds = new LinkedHashMap<>();
        kinds.put("shortened", row -> row.snags().contains(Snag.TITLE_SHORTENED));
        kinds.put(
                "code shared",
                row -> row.snags().contains(Snag.CODE_DISTINGUISHED)
                        || row.snags().contains(Snag.CODE_NUMBERED)
                        || row.snags().contains(Snag.CODE_TAKEN));
        kinds.put(
                "topic",
                row -> lead(row).filter(section -> !section.topic().isEmpty()).isPresent());
        kinds.put("cross-listed", row -> row.sections().size() > 1);
        kinds.put("accents", row -> hasAccents(row.title()));
        kinds.put("part of term", row -> lead(row).flatMap(Section::part).isPresent());
        kinds.put("nobody teaches", row -> row.instructors().isEmpty());
        kinds.put("usual", row -> true);

        List<ProofViews.EdgeCase> cases = new ArrayList<>();
        Set<String> shown = new HashSet<>();
        kinds.forEach((why, test) -> rows.stream()
                .filter(row -> test.test(row) && !shown.contains(row.key()))
                .findFirst()
                .ifPresent(row -> {
                    shown.add(row.key());
                    cases.add(new ProofViews.EdgeCase(
                            why, row.key(), row.code(), row.title(), row.value(Setting.CATEGORY), row.snagKeys()));
                }));
        return cases;
    }

    private static boolean hasAccents(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c > 0xBF && c < 0x250) {
                return true;
            }
        }
        return false;
    }

    private static List<ProofViews.Named> named(List<ProofRow> rows) {
        List<ProofViews.Named> named = new ArrayList<>();
        for (ProofRow row : rows) {
            if (named.size() < SAMPLES) {
                for (Snag snag : row.snags()) {
                    if (ABOUT_NAMES.contains(snag)) {
                        named.add(new ProofViews.Named(row.key(), snag.key(), snag.isStop(), row.code(), row.title()));
                    }
                }
            }
        }
        return named;
    }

    private static Optional<Section> lead(ProofRow row) {
        return row.shell().map(shell -> shell.lead());
    }
}
