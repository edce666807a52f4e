package chalkline.core.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.core.Lists;
import chalkline.core.arrivals.Person;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Rules;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ProofTest {
    private static final Conventions PLAIN = new Rules().done();

    private static Lists tides() {
        return new Lists().course("c", "OCEA 210", "Tides").section("a", "c", "001");
    }

    private static List<ProofRow> proof(Lists lists, Conventions rules, HeldShell... held) {
        return Proof.of(lists.list(), lists.sections(), "27SP", rules, List.of(held))
                .rows();
    }

    private static ProofRow only(Lists lists, Conventions rules, HeldShell... held) {
        List<ProofRow> rows = proof(lists, rules, held);
        assertThat(rows).hasSize(1);
        return rows.get(0);
    }

    private static HeldShell held(String key, String code, String... values) {
        return held(key, code, List.of(), values);
    }

    private static HeldShell held(String key, String code, List<String> sections, String... values) {
        Map<Setting, String> map = new EnumMap<>(Setting.class);
        map.put(Setting.CODE, code);
        for (int i = 0; i < values.length; i += 2) {
            map.put(Setting.named(values[i]).orElseThrow(), values[i + 1]);
        }
        Optional<List<String>> known = sections.isEmpty() ? Optional.empty() : Optional.of(sections);
        return new HeldShell(key, "27SP", code, map, Optional.empty(), known, false, false, false);
    }

    private static HeldShell closed(String key, String code) {
        return new HeldShell(
                key, "27SP", code, Map.of(Setting.CODE, code), Optional.empty(), Optional.empty(), false, false, true);
    }

    @Test
    void aShellThatStandsNowhereIsBuiltClosedToStudents() {
        // common practice, no source: a built shell is closed to students until someone opens it
        ProofRow row = only(tides(), PLAIN);
        assertThat(row.action()).isEqualTo(Action.BUILD);
        assertThat(row.key()).isEqualTo("s:a");
        assertThat(row.code()).isEqualTo("27SP-ocea-210-001");
        assertThat(row.title()).isEqualTo("OCEA 210-001 Tides");
        assertThat(row.category()).containsExactly("College of the Sea", "Oceanography");
        assertThat(row.value(Setting.OPEN)).isEqualTo("no");
        assertThat(row.value(Setting.OPENS)).isEqualTo("2027-01-04T00:00:00-04:00");
        assertThat(row.value(Setting.CLOSES)).isEqualTo("2027-04-23T23:59:00-03:00");
        assertThat(row.value(Setting.UNIT_COUNT)).isEqualTo("16");
        assertThat(row.value(Setting.FOLDER)).isEqualTo("College of the Sea / Oceanography");
        assertThat(row.snags()).containsExactly(Snag.NO_INSTRUCTOR);
    }

    @Test
    void categoriesLoseEmptyLevels() {
        Conventions rules = new Rules()
                .all("category", "{campus} / {college} /  / {term.name} / ")
                .done();
        assertThat(only(tides(), rules).category()).containsExactly("College of the Sea", "Spring 2027");
    }

    @Test
    void peopleGiveNotes() {
        Lists lists =
                tides().person(new Person("u1", false, "", "G", "Off", "", "")).teaches("a", "u1", "Off", true);
        assertThat(only(lists, PLAIN).snags()).containsExactly(Snag.INSTRUCTOR_DISABLED);
        Lists unread = new Lists()
                .course("c", "IND-STUDY", "Own")
                .section("a", "c", "001")
                .teaches("a", "u", "X", true);
        assertThat(only(unread, PLAIN).snags()).containsExactly(Snag.COURSE_CODE_UNREAD);
    }

    @Test
    void longTitlesAreCutInTheCourseTitleFirst() {
        Lists lists = new Lists()
                .course(
                        "c",
                        "OCEA 210",
                        "Waves, Tides and the Long Slow Movements of the Deep Ocean "
                                .repeat(3)
                                .trim())
                .section("a", "c", "001")
                .teaches("a", "u", "X", true);
        ProofRow row = only(
                lists, new Rules().all("title", "{label} {title} ({term.name})").done());
        assertThat(row.snags()).containsExactly(Snag.TITLE_SHORTENED);
        assertThat(row.title())
                .startsWith("OCEA 210-001 Waves")
                .endsWith("… (Spring 2027)")
                .hasSizeLessThanOrEqualTo(120);
        ProofRow whole = only(
                lists, new Rules().all("title", "{topic}" + "x".repeat(130)).done());
        assertThat(whole.title()).isEqualTo("x".repeat(119) + "…");
    }

    @Test
    void emptyNamesStop() {
        ProofRow row = only(
                tides(),
                new Rules().all("code", "{topic}", "title", "[{topic}]").done());
        assertThat(row.action()).isEqualTo(Action.STOP);
        assertThat(row.snags()).contains(Snag.CODE_EMPTY, Snag.TITLE_EMPTY);
    }

    /** What somebody made by hand is nobody's to close; what a list had before is, by any of its sections. */
    @Test
    void onlyWhatAListOnceHadIsClosedForItsAbsence() {
        Lists lists = tides();
        Proof proof = Proof.of(
                lists.list(),
                lists.sections(),
                "27SP",
                PLAIN,
                List.of(
                        held("s:gone", "gone"),
                        held("c:x:27SP", "course", List.of("other", "before")),
                        held("s:hand", "27SP-ocea-210-001", List.of("hand")),
                        held("by-hand", "by hand"),
                        closed("s:long-closed", "long closed")),
                Optional.of(Set.of("a", "gone", "before")));
        assertThat(proof.rows().stream().filter(row -> row.action() == Action.CLOSE))
                .extracting(ProofRow::key)
                .containsExactly("c:x:27SP", "s:gone");
        assertThat(proof.leftAlone()).extracting(HeldShell::key).containsExactly("by-hand", "s:hand");
        assertThat(proof.rows().stream().filter(row -> row.key().equals("s:a")))
                .singleElement()
                .satisfies(row -> assertThat(row.snags())
                        .as("it stays where it is, so its code is taken")
                        .contains(Snag.CODE_TAKEN));
    }

    @Test
    void longCodesStop() {
        ProofRow row = only(tides(), new Rules().all("code", "x".repeat(65)).done());
        assertThat(row.snags()).contains(Snag.CODE_TOO_LONG);
        assertThat(row.action()).isEqualTo(Action.STOP);
    }

    @Test
    void windowsThatMakeNoSenseAreNoted() {
        assertThat(only(
                                tides(),
                                new Rules()
                                        .all("opens", "term.end", "closes", "term.start")
                                        .done())
                        .snags())
                .contains(Snag.WINDOW_BACKWARDS, Snag.OPENS_LATE, Snag.CLOSES_EARLY);
        assertThat(only(tides(), new Rules().all("opens", "week 40").done()).snags())
                .contains(Snag.NO_SUCH_WEEK);
        assertThat(only(tides(), new Rules().all("opens", "term.start 23:59").done())
                        .snags())
                .doesNotContain(Snag.OPENS_LATE);
    }

    @Test
    void weeklyUnitsGiveAnEndWhereTheSessionHasNone() {
        // common practice, no source: 52 weekly units from 2022-10-10 end on 2023-10-09
        Lists lists = new Lists()
                .session("open", "Open", "term", "2022-10-10", "", "", "OPEN")
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001", "open", "", "", "")
                .teaches("a", "u", "X", true);
        List<ProofRow> rows = Proof.of(
                        lists.list(),
                        lists.sections("OPEN"),
                        "OPEN",
                        new Rules().all("units", "52").done(),
                        List.of())
                .rows();
        assertThat(rows.get(0).value(Setting.CLOSES)).isEqualTo("2023-10-09T00:00:00-03:00");
        assertThat(rows.get(0).snags()).isEmpty();
        List<ProofRow> without = Proof.of(lists.list(), lists.sections("OPEN"), "OPEN", PLAIN, List.of())
                .rows();
        assertThat(without.get(0).snags()).containsExactly(Snag.NO_END);
        assertThat(without.get(0).action()).isEqualTo(Action.STOP);
    }

    @Test
    void equalCodesAreToldApartByTheFirstFactThatDiffers() {
        Lists lists = new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001", "27SP", "Main", "", "")
                .section("b", "c", "001", "27SP", "Harbour", "", "");
        assertThat(proof(lists, PLAIN))
                .extracting(ProofRow::code)
                .containsExactly("27SP-ocea-210-001-main", "27SP-ocea-210-001-harbour");
        assertThat(proof(lists, PLAIN)).allMatch(row -> row.snags().contains(Snag.CODE_DISTINGUISHED));
    }

    @Test
    void equalCodesAreNumberedWhereNothingDiffers() {
        Conventions rules = new Rules().all("distinguish", "campus").done();
        Lists lists = new Lists().course("c", "OCEA 210", "Tides");
        for (String id : List.of("a", "b", "d")) {
            lists.section(id, "c", "001").teaches(id, "u", "X", true);
        }
        List<ProofRow> rows = proof(lists, rules);
        assertThat(rows)
                .extracting(ProofRow::code)
                .containsExactly("27SP-ocea-210-001", "27SP-ocea-210-001~2", "27SP-ocea-210-001~3");
        assertThat(rows.get(0).snags()).isEmpty();
        assertThat(rows.get(1).snags()).containsExactly(Snag.CODE_NUMBERED);
    }

    @Test
    void aStandingShellKeepsItsCodeAndTheOtherMakesWay() {
        Conventions rules = new Rules().all("distinguish", "campus").done();
        Lists lists = new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001")
                .section("b", "c", "001");
        List<ProofRow> rows = proof(lists, rules, held("s:b", "27SP-ocea-210-001"));
        assertThat(rows).extracting(ProofRow::code).containsExactly("27SP-ocea-210-001~2", "27SP-ocea-210-001");
        List<ProofRow> numbered = proof(lists, rules, held("s:b", "27SP-ocea-210-001~2"));
        assertThat(numbered).extracting(ProofRow::code).containsExactly("27SP-ocea-210-001", "27SP-ocea-210-001~2");
    }

    @Test
    void aCodeThatAnotherShellHoldsStopsUntilItIsGivenFree() {
        HeldShell other = new HeldShell(
                "s:z", "26FA", "27SP-OCEA-210-001", Map.of(), Optional.empty(), Optional.empty(), false, false, false);
        ProofRow stopped = only(tides(), PLAIN, other);
        assertThat(stopped.action()).isEqualTo(Action.STOP);
        assertThat(stopped.snags()).contains(Snag.CODE_TAKEN);

        List<ProofRow> freed = proof(tides(), PLAIN, held("s:z", "27SP-ocea-210-001"));
        assertThat(freed).extracting(ProofRow::action).containsExactly(Action.BUILD, Action.CLOSE);
        assertThat(freed.get(1).code()).isEqualTo("27SP-ocea-210-001~closed");
        assertThat(freed.get(1).snags()).containsExactly(Snag.CODE_FREED);
        assertThat(freed.get(1).changed()).extracting(ShellField::key).containsExactly("code");

        List<ProofRow> before = proof(tides(), PLAIN, closed("s:z", "27SP-ocea-210-001"));
        assertThat(before).extracting(ProofRow::action).containsExactly(Action.BUILD, Action.CLOSE);
    }

    @Test
    void whatIsHeldAndEqualIsKept() {
        HeldShell same = held(
                "s:a",
                "27SP-ocea-210-001",
                List.of("a"),
                "opens",
                "2027-01-04T04:00:00Z",
                "units",
                "16.0",
                "entry",
                "roster");
        assertThat(only(tides(), PLAIN, same).action()).isEqualTo(Action.KEEP);
        assertThat(only(tides(), PLAIN, same).changed()).isEmpty();
    }

    @Test
    void whatDiffersIsAChangeAndNamed() {
        HeldShell other =
                held("s:a", "27SP-ocea-210-001", List.of("a", "b"), "title", "Old", "closes", "never", "look", "x");
        ProofRow row = only(tides(), PLAIN, other);
        assertThat(row.action()).isEqualTo(Action.CHANGE);
        assertThat(row.changed()).extracting(ShellField::key).containsExactly("closes", "look", "sections", "title");
    }

    @Test
    void openIsLeftToWhoeverSetItByHand() {
        Map<Setting, String> values = Map.of(Setting.CODE, "27SP-ocea-210-001", Setting.OPEN, "yes");
        HeldShell byHand = new HeldShell(
                "s:a", "27SP", "27SP-ocea-210-001", values, Optional.empty(), Optional.empty(), true, true, false);
        assertThat(only(tides(), PLAIN, byHand).action()).isEqualTo(Action.KEEP);
        HeldShell byUs = new HeldShell(
                "s:a", "27SP", "27SP-ocea-210-001", values, Optional.empty(), Optional.empty(), true, false, false);
        assertThat(only(tides(), PLAIN, byUs).changed())
                .extracting(ShellField::key)
                .containsExactly("open");
    }

    @Test
    void shellsOfSectionsThatAreGoneAreClosedAndKept() {
        HeldShell gone = new HeldShell(
                "s:z",
                "27SP",
                "z",
                Map.of(Setting.CODE, "z"),
                Optional.of("z"),
                Optional.of(List.of("z")),
                true,
                false,
                false);
        List<ProofRow> rows = proof(tides(), PLAIN, gone);
        assertThat(rows.get(1).action()).isEqualTo(Action.CLOSE);
        assertThat(rows.get(1).snags()).containsExactly(Snag.ACTIVITY_KEPT);
        assertThat(rows.get(1).changed()).isEmpty();
        HeldShell otherTerm =
                new HeldShell("s:y", "26FA", "y", Map.of(), Optional.empty(), Optional.empty(), true, false, false);
        assertThat(proof(tides(), PLAIN, otherTerm)).hasSize(1);
    }

    @Test
    void aShellPerCourseAdoptsTheFullShellThatStands() {
        Lists lists = tides().section("b", "c", "002").studies("a", "s1").studies("b", "s1", "s2");
        HeldShell standing = held("s:a", "27SP-ocea-210-001", List.of("a"));
        List<ProofRow> rows = proof(lists, new Rules().all("shellPer", "course").done(), standing);
        assertThat(rows).hasSize(1);
        ProofRow row = rows.get(0);
        assertThat(row.key()).isEqualTo("c:c:27SP");
        assertThat(row.code()).isEqualTo("27SP-ocea-210-001-002");
        assertThat(row.action()).isEqualTo(Action.CHANGE);
        assertThat(row.changed()).extracting(ShellField::key).containsExactly("code", "key", "sections");
        assertThat(row.students()).isEqualTo(2);
        assertThat(row.value(Setting.GROUPS)).isEqualTo("2");
        assertThat(row.snags()).contains(Snag.SAME_STUDENT);
    }

    @Test
    void aClosedShellThatIsNeededAgainIsAChange() {
        ProofRow row = only(tides(), PLAIN, closed("s:a", "27SP-ocea-210-001"));
        assertThat(row.action()).isEqualTo(Action.CHANGE);
        assertThat(row.changed()).extracting(ShellField::key).containsExactly("closed");
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13, 14, 15, 16})
    void whatAlwaysHolds(long seed) {
        Random random = new Random(seed);
        Lists lists = new Lists();
        for (int c = 0; c < 6; c++) {
            lists.course("c" + c, "OCEA " + (100 + random.nextInt(3)), "T" + random.nextInt(3));
        }
        List<String> order = new ArrayList<>();
        for (int i = 0; i < 25; i++) {
            order.add("s" + i + " c" + random.nextInt(6) + " 00" + random.nextInt(3) + " " + random.nextInt(2));
        }
        Conventions rules = new Rules()
                .all("distinguish", random.nextBoolean() ? "campus" : "campus reference")
                .layer("course", "OCEA 101", "shellPer", random.nextBoolean() ? "course" : "instructor")
                .done();
        List<ProofRow> first = filled(lists, order, rules);
        Collections.shuffle(order, random);
        Lists again = new Lists();
        for (int c = 0; c < 6; c++) {
            String course = "c" + c;
            again.course(
                    course,
                    lists.list().courses().get(course).courseCode(),
                    lists.list().courses().get(course).title());
        }
        List<ProofRow> second = filled(again, order, rules);

        assertThat(second.stream().map(ProofTest::asText))
                .as("seed %d", seed)
                .isEqualTo(first.stream().map(ProofTest::asText).toList());
        assertThat(first.stream().flatMap(row -> row.sections().stream()))
                .as("each section in exactly one shell, seed %d", seed)
                .hasSize(25)
                .doesNotHaveDuplicates();
        assertThat(first.stream().map(ProofRow::code).map(chalkline.core.naming.Text::codeKey))
                .as("codes unique, seed %d", seed)
                .doesNotHaveDuplicates();
    }

    private static List<ProofRow> filled(Lists lists, List<String> order, Conventions rules) {
        for (String section : order) {
            String[] parts = section.split(" ");
            lists.section(parts[0], parts[1], parts[2], "27SP", "campus" + parts[3], "", "");
            lists.teaches(parts[0], "u" + parts[3], "Name" + parts[3], true);
        }
        return proof(lists, rules);
    }

    private static String asText(ProofRow row) {
        return row.key() + row.action() + row.values() + row.sections() + row.snags();
    }

    @Test
    void aProofThatNobodyWaitsForIsGivenUp() {
        Lists lists = tides().section("b", "c", "002");
        Proof proof = Proof.of(lists.list(), lists.sections(), "27SP", PLAIN, List.of());
        Conventions other = new Rules().all("title", "{label}").done();
        Thread.currentThread().interrupt();
        try {
            assertThatThrownBy(() -> proof.under(other)).isInstanceOf(CancellationException.class);
        } finally {
            assertThat(Thread.interrupted()).isTrue();
        }
        assertThat(proof.under(other).rows())
                .extracting(ProofRow::title)
                .containsExactly("OCEA 210-001", "OCEA 210-002");
    }

    @Test
    void aShellThatAnEditStopsKeepsFromBeingClosedWhatStandsForItsSection() {
        Lists lists = tides().section("b", "c", "001");
        ProofRow row = proof(lists, PLAIN).get(0);
        List<HeldShell> twice =
                List.of(Campuses.heldAs(row, "x:first", false), Campuses.heldAs(row, "x:second", false));
        Proof before = Proof.of(lists.list(), lists.sections(), "27SP", PLAIN, twice);
        assertThat(before.rows()).extracting(ProofRow::action).contains(Action.CLOSE);

        Conventions noTitles = new Rules().all("title", "{topic}").done();
        assertThat(before.under(noTitles).rows()).extracting(ProofRow::action).containsOnly(Action.STOP);
        assertThat(before.under(noTitles).rows().stream().map(ProofTest::asText))
                .isEqualTo(Proof.of(lists.list(), lists.sections(), "27SP", noTitles, twice).rows().stream()
                        .map(ProofTest::asText)
                        .toList());
    }
}
