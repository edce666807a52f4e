package chalkline.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.crosslists.Suggestion;
import chalkline.core.crosslists.Suggestions;
import chalkline.core.naming.Text;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for every list, all conventions and whatever the LMS holds. */
class AlwaysTest {
    static LongStream seeds() {
        return LongStream.range(0, Integer.getInteger("chalkline.always", 150));
    }

    private static Proof proof(Lists lists, Conventions rules, List<HeldShell> held) {
        return Proof.of(lists.list(), lists.sections(), "27SP", rules, held);
    }

    private static List<String> told(Proof proof) {
        return proof.rows().stream().map(Campuses::told).toList();
    }

    private static List<ProofRow> shells(Proof proof) {
        return proof.rows().stream().filter(row -> row.action() != Action.CLOSE).toList();
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void everySectionIsInExactlyOneShell(long seed) {
        Campuses campuses = new Campuses(seed);
        Lists lists = campuses.lists();
        Proof proof = proof(lists, campuses.conventions(), List.of());
        List<String> placed = proof.rows().stream()
                .flatMap(row -> row.sections().stream())
                .sorted()
                .toList();
        assertThat(placed).isEqualTo(Campuses.ids(lists.sections()));
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void codesAreUniqueAmongShellsWithoutAStop(long seed) {
        Campuses campuses = new Campuses(seed);
        Lists lists = campuses.lists();
        Conventions rules = campuses.conventions();
        List<HeldShell> held = campuses.held(proof(lists, rules, List.of()).rows());
        Set<String> codes = new HashSet<>();
        for (ProofRow row : proof(lists, rules, held).rows()) {
            if (row.action() != Action.STOP) {
                assertThat(codes.add(chalkline.core.naming.Text.codeKey(row.code())))
                        .as("%s has %s alone", row.key(), row.code())
                        .isTrue();
            }
        }
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void theOrderOfRowsInTheListMakesNoDifference(long seed) {
        Campuses campuses = new Campuses(seed);
        RegistrarList list = campuses.lists().list();
        Conventions rules = campuses.conventions();
        Random random = new Random(seed);
        RegistrarList other = new RegistrarList(
                shuffled(list.sessions(), random),
                shuffled(list.orgs(), random),
                shuffled(list.courses(), random),
                shuffled(list.classes(), random),
                list.people(),
                list.enrollments());
        var enrollments = new ArrayList<>(list.enrollments());
        Collections.shuffle(enrollments, random);
        RegistrarList third = new RegistrarList(
                list.sessions(),
                list.orgs(),
                list.courses(),
                list.classes(),
                shuffled(list.people(), random),
                Enrollments.of(enrollments, list.people().values()));
        List<String> expected = told(of(list, rules));
        assertThat(told(of(other, rules))).isEqualTo(expected);
        assertThat(told(of(third, rules))).isEqualTo(expected);
    }

    private static Proof of(RegistrarList list, Conventions rules) {
        return Proof.of(list, list.term("27SP").orElseThrow(), rules, List.of());
    }

    private static <V> Map<String, V> shuffled(Map<String, V> map, Random random) {
        List<String> keys = new ArrayList<>(map.keySet());
        Collections.shuffle(keys, random);
        Map<String, V> other = new LinkedHashMap<>();
        keys.forEach(key -> other.put(key, map.get(key)));
        return other;
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void aWindowNeverRunsBackwardsWithoutAStop(long seed) {
        Campuses campuses = new Campuses(seed);
        for (ProofRow row :
                proof(campuses.lists(), campuses.conventions(), List.of()).rows()) {
            String opens = row.value(Setting.OPENS);
            String closes = row.value(Setting.CLOSES);
            boolean forwards = !opens.isEmpty()
                    && !closes.isEmpty()
                    && OffsetDateTime.parse(opens).isBefore(OffsetDateTime.parse(closes));
            assertThat(forwards || row.action() == Action.STOP)
                    .as("%s from %s to %s: %s", row.key(), opens, closes, row.snags())
                    .isTrue();
        }
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void aProofThatWasBuiltHasNothingMoreToDo(long seed) {
        Campuses campuses = new Campuses(seed);
        Lists lists = campuses.lists();
        Conventions rules = campuses.conventions();
        List<HeldShell> built = shells(proof(lists, rules, List.of())).stream()
                .filter(row -> row.action() == Action.BUILD)
                .map(row -> Campuses.heldAs(row, row.key(), false))
                .toList();
        assertThat(proof(lists, rules, built).rows())
                .extracting(ProofRow::action)
                .isSubsetOf(Action.KEEP, Action.STOP);
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void theRosterOfASharedShellIsTheUnion(long seed) {
        Campuses campuses = new Campuses(seed);
        for (ProofRow row : shells(proof(campuses.lists(), campuses.conventions(), List.of()))) {
            row.shell().ifPresent(shell -> {
                Set<String> union = new HashSet<>();
                shell.sections().forEach(section -> section.students().forEach(student -> union.add(student.id())));
                assertThat(row.students()).isEqualTo(union.size());
                assertThat(row.sectionWindows().keySet())
                        .isSubsetOf(row.sections())
                        .doesNotContain(row.lead());
            });
        }
    }

    /**
     * Sections built apart, put together, built, taken apart again and built: all stands as it stood. Only where shells
     * share a code may they be told apart otherwise, for one that stands keeps the code that it has.
     */
    @ParameterizedTest
    @MethodSource("seeds")
    void joinThenSplitIsTheIdentity(long seed) {
        Campuses campuses = new Campuses(seed);
        Lists lists = campuses.lists();
        Conventions joined = campuses.conventions();
        Conventions apart = joined.withCrossLists(List.of());
        Proof first = proof(lists, apart, List.of());
        assertThat(told(proof(lists, joined, List.of()).under(apart))).isEqualTo(told(first));
        List<HeldShell> before = built(first, List.of());
        List<HeldShell> together = built(proof(lists, joined, before), before);
        List<HeldShell> after = built(proof(lists, apart, together), together);
        boolean codesMayDiffer = first.rows().stream()
                .anyMatch(row -> row.action() == Action.STOP
                        || row.snags().contains(Snag.CODE_DISTINGUISHED)
                        || row.snags().contains(Snag.CODE_NUMBERED));
        Map<String, String> stood = open(before, codesMayDiffer);
        Map<String, String> stands = open(after, codesMayDiffer);
        // what cannot be built apart stays as it was built together
        Set<String> stopped = new HashSet<>();
        first.rows().stream().filter(row -> row.action() == Action.STOP).forEach(row -> stopped.addAll(row.sections()));
        after.stream()
                .filter(shell -> !shell.closed() && !stood.containsKey(shell.key()))
                .forEach(shell -> {
                    assertThat(shell.sections().orElseThrow()).containsAnyElementsOf(stopped);
                    stands.remove(shell.key());
                });
        assertThat(stands).isEqualTo(stood);
    }

    /** What the LMS holds once a proof was built. */
    private static List<HeldShell> built(Proof proof, List<HeldShell> before) {
        Map<String, HeldShell> held = new LinkedHashMap<>();
        before.forEach(shell -> held.put(shell.key(), shell));
        for (ProofRow row : proof.rows()) {
            if (row.action() == Action.STOP) {
                continue;
            }
            row.held().ifPresent(adopted -> held.remove(adopted.key()));
            held.put(row.key(), Campuses.heldAs(row, row.key(), row.action() == Action.CLOSE));
        }
        return List.copyOf(held.values());
    }

    private static Map<String, String> open(List<HeldShell> held, boolean withoutCodes) {
        Map<String, String> open = new java.util.TreeMap<>();
        for (HeldShell shell : held) {
            if (!shell.closed()) {
                Map<Setting, String> values = new java.util.EnumMap<>(shell.values());
                if (withoutCodes) {
                    values.remove(Setting.CODE);
                }
                open.put(shell.key(), values + " " + shell.lead() + shell.sections());
            }
        }
        return open;
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void suggestionsAreOfSectionsThatAreAloneWhateverWayTheyAreFound(long seed) {
        Campuses campuses = new Campuses(seed);
        Lists lists = campuses.lists();
        Conventions rules = campuses.conventions();
        Proof proof = proof(lists, rules, List.of());
        List<Suggestion> suggestions = proof.suggestions();
        assertThat(suggestions)
                .isEqualTo(
                        Suggestions.of(lists.list(), lists.list().term("27SP").orElseThrow(), rules));
        List<String> suggested = suggestions.stream()
                .flatMap(one -> one.sections().stream())
                .map(Section::id)
                .toList();
        assertThat(suggested).doesNotHaveDuplicates();
        for (ProofRow row : proof.rows()) {
            if (row.sections().size() > 1) {
                assertThat(suggested).doesNotContainAnyElementsOf(row.sections());
            }
        }
    }

    /** What is worked out from an earlier proof is what is worked out anew, edit upon edit. */
    @ParameterizedTest
    @MethodSource("seeds")
    void aProofUnderEditedConventionsIsTheProofOfThem(long seed) {
        Campuses campuses = new Campuses(seed);
        Lists lists = campuses.lists();
        Conventions rules = campuses.conventions();
        List<HeldShell> held = campuses.held(proof(lists, rules, List.of()).rows());
        Proof before = proof(lists, rules, held);
        List<String> earlier = told(before);
        Conventions edited = rules;
        Proof after = before;
        for (int i = 0; i < 4; i++) {
            edited = campuses.edited(edited);
            after = after.under(edited);
            assertThat(told(after)).isEqualTo(told(proof(lists, edited, held)));
            assertThat(told(before.under(edited))).isEqualTo(told(after));
        }
        assertThat(told(before)).as("the proof before is left as it was").isEqualTo(earlier);
    }

    /** Whatever a list says, and whatever an LMS makes of a master: of this term, with these sections, under this code. */
    @ParameterizedTest
    @MethodSource("seeds")
    void nothingOfAListEverComesIntoAMaster(long seed) {
        Campuses campuses = new Campuses(seed);
        Lists lists = campuses.lists();
        Conventions rules = campuses.conventions();
        List<ProofRow> rows = proof(lists, rules, List.of()).rows();
        List<HeldShell> held = new ArrayList<>(campuses.held(rows));
        List<ProofRow> shells = shells(proof(lists, rules, List.of()));
        for (ProofRow row : shells) {
            held.add(
                    Campuses.heldAs(row, HeldShell.MASTER + row.key(), row.key().hashCode() % 2 == 0));
        }
        Proof proof = proof(lists, rules, held);
        for (ProofRow row : proof.rows()) {
            assertThat(row.key()).doesNotStartWith(HeldShell.MASTER);
            assertThat(row.held().filter(HeldShell::isMaster)).isEmpty();
        }
        // and its code is its own
        for (ProofRow row : shells(proof)) {
            boolean taken =
                    shells.stream().anyMatch(one -> Text.codeKey(one.code()).equals(Text.codeKey(row.code())));
            if (taken) {
                assertThat(row.action()).isNotEqualTo(Action.BUILD);
            }
        }
    }
}
