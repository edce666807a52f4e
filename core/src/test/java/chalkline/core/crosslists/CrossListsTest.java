package chalkline.core.crosslists;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Condition;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.CrossListing;
import chalkline.core.conventions.Move;
import chalkline.core.conventions.Moves;
import chalkline.core.conventions.Rules;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.conventions.Unmatched;
import chalkline.core.conventions.When;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import chalkline.core.proof.Snag;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CrossListsTest {

    private static Lists two() {
        return new Lists()
                .course("u", "OCEA 410", "Ice")
                .course("g", "OCEA 510", "Ice")
                .course("e", "ECON 330", "Fish", "econ")
                .section("a", "u", "001")
                .section("b", "g", "001")
                .section("c", "e", "001")
                .teaches("a", "t", "Lund", true)
                .studies("a", "s1", "s2")
                .studies("b", "s2", "s3", "s4");
    }

    private static Conventions with(Conventions plain, CrossListing policy, CrossList... crossLists) {
        return new Conventions(
                plain.zone(),
                plain.weekStart(),
                plain.limits(),
                plain.breaks(),
                policy,
                plain.guards(),
                plain.moves(),
                plain.layers(),
                plain.overrides(),
                List.of(crossLists));
    }

    private static Conventions with(CrossList... crossLists) {
        return with(new Rules().done(), CrossListing.USUAL, crossLists);
    }

    private static CrossList set(String id, String lead, String... joined) {
        return new CrossList(id, Optional.ofNullable(lead), List.of(joined), false);
    }

    private static CrossList approved(String id, String lead, String... joined) {
        return new CrossList(id, Optional.of(lead), List.of(joined), true);
    }

    private static List<ProofRow> proof(Lists lists, Conventions rules, HeldShell... held) {
        return Proof.of(lists.list(), lists.list().term("27SP").orElseThrow(), rules, List.of(held))
                .rows();
    }

    private static ProofRow row(List<ProofRow> rows, String key) {
        return rows.stream().filter(row -> row.key().equals(key)).findFirst().orElseThrow();
    }

    @Test
    void joinedSectionsShareTheShellOfTheLead() {
        List<ProofRow> rows = proof(two(), with(set("x", "a", "b")));
        assertThat(rows).extracting(ProofRow::key).containsExactly("s:a", "s:c");
        ProofRow shared = rows.get(0);
        assertThat(shared.sections()).containsExactly("a", "b");
        assertThat(shared.lead()).isEqualTo("a");
        assertThat(shared.title()).isEqualTo("OCEA 410/510-001 Ice");
        assertThat(shared.students()).isEqualTo(4);
        assertThat(shared.value(Setting.GROUPS)).isEqualTo("2");
        assertThat(shared.snags()).containsExactly(Snag.SAME_STUDENT);
        assertThat(shared.action()).isEqualTo(Action.BUILD);
    }

    @Test
    void theLargestLeadsOrTheLowestNumber() {
        // common practice, no source: the lead is the largest section or the lowest number
        assertThat(proof(two(), with(set("x", null, "a", "b"))).get(0).lead()).isEqualTo("b");
        CrossListing lowest = new CrossListing(CrossListing.Allow.SAME_DEPARTMENT, CrossListing.Lead.LOWEST, 4);
        assertThat(proof(two(), with(new Rules().done(), lowest, set("x", null, "b", "a")))
                        .get(0)
                        .lead())
                .isEqualTo("a");
    }

    @Test
    void coursesOfAnotherDepartmentNeedApproval() {
        assertThat(row(proof(two(), with(set("x", "a", "c"))), "s:a").snags()).contains(Snag.XL_COURSES_DIFFER);
        assertThat(row(proof(two(), with(approved("x", "a", "c"))), "s:a").action())
                .isEqualTo(Action.BUILD);
        CrossListing strict = new CrossListing(CrossListing.Allow.SAME_COURSE, CrossListing.Lead.LARGEST, 4);
        assertThat(row(proof(two(), with(new Rules().done(), strict, set("x", "a", "b"))), "s:a")
                        .snags())
                .contains(Snag.XL_COURSES_DIFFER);
        CrossListing any = new CrossListing(CrossListing.Allow.ANY, CrossListing.Lead.LARGEST, 4);
        assertThat(row(proof(two(), with(new Rules().done(), any, set("x", "a", "c"))), "s:a")
                        .action())
                .isEqualTo(Action.BUILD);
    }

    @Test
    void aSectionInTwoSetsStopsBoth() {
        List<ProofRow> rows = proof(two(), with(set("x", "a", "b"), set("y", "c", "b")));
        assertThat(row(rows, "s:a").snags()).contains(Snag.XL_TWO_SETS);
        assertThat(row(rows, "s:c").snags()).contains(Snag.XL_TWO_SETS);
        assertThat(rows.stream().flatMap(r -> r.sections().stream())).containsExactlyInAnyOrder("a", "b", "c");
        assertThat(row(proof(two(), with(set("x", "a", "b", "b"))), "s:a").snags())
                .contains(Snag.XL_TWO_SETS);
    }

    @Test
    void unknownSectionsAreLeftOutAnUnknownLeadStops() {
        ProofRow left = row(proof(two(), with(set("x", "a", "gone"))), "s:a");
        assertThat(left.snags()).contains(Snag.XL_UNKNOWN, Snag.XL_ONE_LEFT);
        assertThat(left.action()).isEqualTo(Action.BUILD);
        ProofRow stopped = row(proof(two(), with(set("x", "gone", "a", "b"))), "s:gone");
        assertThat(stopped.action()).isEqualTo(Action.STOP);
        assertThat(stopped.lead()).isEqualTo("gone");
        assertThat(stopped.sections()).containsExactly("a", "b");
        assertThat(stopped.snags()).extracting(Snag::key).containsExactly("xl-unknown");
        assertThat(stopped.code()).isEmpty();
        assertThat(proof(two(), with(set("x", "gone", "lost"))))
                .extracting(ProofRow::key)
                .containsExactly("s:a", "s:b", "s:c");
    }

    @Test
    void aSectionOfAnotherTermIsShownInTheRowAndHasItsShellInItsOwnTerm() {
        Lists lists = two().session("27SU", "Summer", "term", "2027-05-03", "2027-07-30", "y", "27SU")
                .section("d", "u", "002", "27SU", "", "", "")
                .studies("d", "s9");
        Conventions rules = with(set("x", "a", "d"));
        ProofRow stopped = row(proof(lists, rules), "s:a");
        assertThat(stopped.snags()).contains(Snag.XL_TERMS_DIFFER);
        assertThat(stopped.sections()).containsExactly("a", "d");
        assertThat(stopped.students()).isEqualTo(3);
        assertThat(stopped.title()).startsWith("OCEA 410-001/002 ");
        assertThat(proof(lists, rules, held("s:d", "no", false)))
                .as("its own shell waits, without a row")
                .noneMatch(row -> row.key().equals("s:d"));
        List<ProofRow> summer = Proof.of(lists.list(), lists.list().term("27SU").orElseThrow(), rules, List.of())
                .rows();
        assertThat(summer).extracting(ProofRow::key).containsExactly("s:d");
        assertThat(summer.get(0).action()).isEqualTo(Action.BUILD);
    }

    @Test
    void theRowOfAnUnknownLeadHasTheOtherSnagsToo() {
        Conventions rules = with(set("x", "gone", "a", "c"));
        ProofRow row = row(proof(two(), rules, held("s:a", "no", false), held("s:c", "yes", true)), "s:gone");
        assertThat(row.snags())
                .containsExactlyInAnyOrder(
                        Snag.XL_UNKNOWN_LEAD, Snag.XL_COURSES_DIFFER, Snag.XL_ACTIVITY, Snag.XL_OPEN);
        ProofRow alone = row(proof(two(), with(set("x", "gone", "a"), set("y", "b", "a"))), "s:gone");
        assertThat(alone.snags()).containsExactlyInAnyOrder(Snag.XL_UNKNOWN_LEAD, Snag.XL_ONE_LEFT, Snag.XL_TWO_SETS);
    }

    /** A person who comes first by name in a joined section does not lend the shell a name. */
    @Test
    void theInstructorOfASharedShellIsTheLeads() {
        Lists lists = two().teaches("b", "t0", "Aalto", true);
        Conventions rules = with(
                new Rules().all("title", "{label} {instructor} {instructors}").done(),
                CrossListing.USUAL,
                set("x", "a", "b"));
        assertThat(row(proof(lists, rules), "s:a").title()).endsWith(" Lund Aalto/Lund");
    }

    @Test
    void studentWorkInAJoinedShellStopsUntilApproved() {
        HeldShell worked = held("s:b", "yes", true);
        ProofRow row = row(proof(two(), with(set("x", "a", "b")), worked, held("s:a", "no", false)), "s:a");
        assertThat(row.snags()).contains(Snag.XL_ACTIVITY, Snag.XL_OPEN);
        assertThat(row.action()).isEqualTo(Action.STOP);
        ProofRow approved = row(proof(two(), with(approved("x", "a", "b")), worked, held("s:a", "no", false)), "s:a");
        assertThat(approved.snags()).doesNotContain(Snag.XL_ACTIVITY).contains(Snag.XL_OPEN);
    }

    private static HeldShell held(String key, String open, boolean activity) {
        Map<Setting, String> values = Map.of(Setting.CODE, "held-" + key, Setting.OPEN, open);
        Optional<List<String>> sections = Optional.of(List.of(key.substring(2)));
        return new HeldShell(key, "27SP", "held-" + key, values, Optional.empty(), sections, activity, false, false);
    }

    @Test
    void sectionsThatMeetApartAreNoted() {
        Lists lists = two();
        ListedClass b = lists.list().classes().get("b");
        lists.listed(new ListedClass(
                b.id(), b.title(), b.courseId(), b.classCode(), b.sessionIds(), Map.of(ClassFact.MEETS, "Fri 9")));
        ListedClass a = lists.list().classes().get("a");
        lists.listed(new ListedClass(
                a.id(), a.title(), a.courseId(), a.classCode(), a.sessionIds(), Map.of(ClassFact.MEETS, "Mon 9")));
        assertThat(row(proof(lists, with(set("x", "a", "b"))), "s:a").snags()).contains(Snag.XL_MEET_APART);
    }

    @Test
    void aSectionWindowIsComparedWithTheOneThatTheLmsHolds() {
        Rules rules = new Rules().all("opens", "term.start - 7d").override("b", "opens", "term.start 08:00");
        Conventions conventions = with(rules.done(), CrossListing.USUAL, set("x", "a", "b"));
        ProofRow row = row(proof(two(), conventions), "s:a");
        SectionWindow window = new SectionWindow("2027-01-04T08:00:00-04:00", row.value(Setting.CLOSES));
        assertThat(row.sectionWindows()).isEqualTo(Map.of("b", window));
        assertThat(standing(row, conventions, Optional.of(row.sectionWindows())).action())
                .isEqualTo(Action.KEEP);
        SectionWindow sameInstant = new SectionWindow("2027-01-04T12:00:00+00:00", row.value(Setting.CLOSES));
        assertThat(standing(row, conventions, Optional.of(Map.of("b", sameInstant)))
                        .action())
                .isEqualTo(Action.KEEP);
        assertThat(standing(row, conventions, Optional.empty()).action())
                .as("what the LMS does not tell is not compared")
                .isEqualTo(Action.KEEP);
        assertThat(standing(row, conventions, Optional.of(Map.of())).changed())
                .extracting(ShellField::key)
                .containsExactly("sectionWindows");
    }

    private static ProofRow standing(ProofRow row, Conventions rules, Optional<Map<String, SectionWindow>> windows) {
        HeldShell held = new HeldShell(
                row.key(),
                "27SP",
                row.code(),
                row.values(),
                Optional.of(row.lead()),
                Optional.of(row.sections()),
                windows,
                Optional.empty(),
                false,
                false,
                false);
        return row(proof(two(), rules, held), row.key());
    }

    @Test
    void aSectionsOwnDatesThatHideTheOpenShellAreNoted() {
        Rules rules =
                new Rules().all("opens", "term.start - 7d").override("b", "opens", "term.start", "title", "Ignored");
        Conventions conventions = with(rules.done(), CrossListing.USUAL, set("x", "a", "b"));
        ProofRow row = row(proof(two(), conventions), "s:a");
        assertThat(row.snags()).contains(Snag.SECTION_WINDOW_HIDES);
        assertThat(row.title()).doesNotContain("Ignored");
        Rules wider = new Rules().all("opens", "term.start - 7d").override("b", "opens", "term.start - 9d");
        assertThat(row(proof(two(), with(wider.done(), CrossListing.USUAL, set("x", "a", "b"))), "s:a")
                        .snags())
                .doesNotContain(Snag.SECTION_WINDOW_HIDES);
        Rules fixed = new Rules()
                .layer(java.util.EnumSet.of(Setting.OPENS), "", "", "opens", "term.start - 7d")
                .override("b", "opens", "term.start");
        assertThat(row(proof(two(), with(fixed.done(), CrossListing.USUAL, set("x", "a", "b"))), "s:a")
                        .snags())
                .contains(Snag.FIXED_SETTING)
                .doesNotContain(Snag.SECTION_WINDOW_HIDES);
    }

    @Test
    void movesPutSectionsUnderAnotherDepartmentBeforeAnythingElse() throws Exception {
        When subject = When.of(Map.of(Condition.SUBJECT, List.of("ocea")));
        Conventions plain =
                new Rules().layer("department", "ECON", "newsItems", "7").done();
        Conventions rules = new Conventions(
                plain.zone(),
                plain.weekStart(),
                plain.limits(),
                plain.breaks(),
                plain.crossListing(),
                plain.guards(),
                List.of(new Move(subject, "ECON", Optional.of("27SP"))),
                plain.layers(),
                List.of(),
                List.of(set("x", "a", "c")));
        ProofRow row = row(proof(two(), rules), "s:a");
        assertThat(row.category()).containsExactly("College of the Sea", "Economics");
        assertThat(row.value(Setting.NEWS_ITEMS)).isEqualTo("7");
        assertThat(row.snags()).doesNotContain(Snag.XL_COURSES_DIFFER);

        Conventions later = new Conventions(
                plain.zone(),
                plain.weekStart(),
                plain.limits(),
                plain.breaks(),
                plain.crossListing(),
                plain.guards(),
                List.of(
                        new Move(subject, "ECON", Optional.of("2027-01-05")),
                        new Move(subject, "NONE", Optional.of("99XX"))),
                plain.layers(),
                List.of(),
                List.of());
        assertThat(row(proof(two(), later), "s:a").category()).contains("Oceanography");
        assertThat(Moves.unknown(two().list(), later))
                .extracting(Unmatched::path)
                .containsExactly("moves/1/to", "moves/1/since");
    }

    @Test
    void suggestionsComeTierByTierWithTheirEvidence() {
        Lists lists = new Lists().course("u", "OCEA 410", "Ice").course("g", "OCEA 510", "Ice");
        String[] ids = {"a", "b", "c", "d", "e", "f"};
        String[] lists6 = {"X1", "X1", "", "", "", ""};
        String[] rooms = {"", "", "Pier 2", "Pier 2", "", ""};
        for (int i = 0; i < 6; i++) {
            String course = i % 2 == 0 || i > 3 ? "u" : "g";
            lists.listed(new ListedClass(
                    ids[i],
                    "Ice",
                    course,
                    "X-00" + i,
                    List.of("27SP"),
                    Map.of(
                            ClassFact.ROOM,
                            rooms[i],
                            ClassFact.MEETS,
                            rooms[i].isEmpty() ? "" : "MWF 9",
                            ClassFact.CROSS_LIST,
                            lists6[i])));
            lists.teaches(ids[i], "u-7", "Lund", true);
        }
        lists.studies("d", "s1");
        List<Suggestion> found =
                Suggestions.of(lists.list(), lists.list().term("27SP").orElseThrow(), with());
        assertThat(found)
                .extracting(s -> s.tier().key() + " " + s.lead().id() + " " + s.evidence())
                .containsExactly(
                        "listed a crossList=X1",
                        "same-meeting d instructor=u-7; session=27SP; room=Pier 2; meets=MWF 9",
                        "same-course e course=OCEA 410; session=27SP; instructor=u-7");
        assertThat(found.get(0).joinsCourses()).isTrue();
        assertThat(found.get(2).joinsCourses()).isFalse();
        assertThat(Suggestions.of(lists.list(), lists.list().term("27SP").orElseThrow(), with(set("x", "a", "e"))))
                .extracting(s -> s.tier().key())
                .containsExactly("same-meeting");
    }

    @Test
    void sectionsOfDifferentPartsOfTheTermAreNoSuggestion() {
        Lists lists = new Lists().course("u", "OCEA 410", "Ice");
        String[][] sections = {
            {"z", "27SP-A"}, {"y", "27SP-A"}, {"x", "27SP-B"}, {"b", "27SP-A,27SP-B"}, {"a", "27SP-B,27SP-A"}
        };
        for (String[] section : sections) {
            lists.section(section[0], "u", section[0], section[1], "", "", "").teaches(section[0], "t", "Lund", true);
        }
        List<Suggestion> found =
                Suggestions.of(lists.list(), lists.list().term("27SP").orElseThrow(), with());
        assertThat(found)
                .extracting(suggestion ->
                        suggestion.sections().stream().map(Section::id).toList())
                .as("in the order of their leads; both parts are the same in whatever order")
                .containsExactly(List.of("a", "b"), List.of("y", "z"));
    }

    @Test
    void theLeadOfASetIsInItsOwnAlsoWhereAnotherNamesIt() {
        List<ProofRow> rows = proof(two(), with(set("x", "a", "b"), set("y", "b", "c")));
        assertThat(row(rows, "s:a").sections()).containsExactly("a");
        assertThat(row(rows, "s:b").sections()).containsExactlyInAnyOrder("b", "c");
        assertThat(row(rows, "s:a").snags()).contains(Snag.XL_TWO_SETS);
    }

    @ParameterizedTest
    @ValueSource(longs = {31, 32, 33, 34, 35, 36, 37, 38})
    void everySectionIsInExactlyOneShellWhateverTheCrossLists(long seed) {
        Random random = new Random(seed);
        Lists lists = new Lists()
                .course("u", "OCEA 410", "Ice")
                .course("g", "OCEA 510", "Ice")
                .course("e", "ECON 330", "Fish", "econ");
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < 14; i++) {
            ids.add("k" + i);
            lists.section("k" + i, List.of("u", "g", "e").get(random.nextInt(3)), "00" + random.nextInt(4));
            lists.teaches("k" + i, "t" + random.nextInt(2), "N", true).studies("k" + i, "s" + random.nextInt(5));
        }
        List<CrossList> sets = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            List<String> joined = new ArrayList<>();
            int size = 1 + random.nextInt(3);
            for (int j = 0; j < size; j++) {
                joined.add("k" + random.nextInt(16));
            }
            Optional<String> lead = random.nextInt(3) == 0 ? Optional.empty() : Optional.of("k" + random.nextInt(15));
            sets.add(new CrossList("x" + i, lead, joined, random.nextBoolean()));
        }
        Conventions rules = with(
                new Rules().layer("course", "OCEA 410", "shellPer", "course").done(),
                CrossListing.USUAL,
                sets.toArray(CrossList[]::new));
        List<ProofRow> rows = proof(lists, rules);
        assertThat(rows.stream().flatMap(row -> row.sections().stream()))
                .as("seed %d, %s", seed, sets)
                .containsExactlyInAnyOrderElementsOf(ids);
        Set<String> codes = new HashSet<>();
        rows.stream()
                .filter(row -> !row.code().isEmpty())
                .forEach(row -> assertThat(codes.add(chalkline.core.naming.Text.codeKey(row.code())))
                        .as("seed %d: %s is unique", seed, row.code())
                        .isTrue());
    }
}
