package chalkline.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.Rules;
import chalkline.core.conventions.ShellField;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Adds and drops, seen by digests of who is in each section. */
class RostersTest {
    private static Lists lists(String... studies) {
        Lists lists = new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001")
                .section("b", "c", "002")
                .section("d", "c", "003")
                .teaches("a", "u-1", "Abara", true);
        for (String one : studies) {
            String[] parts = one.split(" ");
            lists.studies(parts[0], parts[1]);
        }
        return lists;
    }

    private static final Conventions JOINED = new Rules()
            .crossLists(List.of(new CrossList("x1", Optional.of("a"), List.of("b"), false)))
            .done();

    private static Map<String, String> changes(Lists before, Lists after) {
        List<HeldShell> built = proof(before, List.of()).stream()
                .map(row -> Campuses.heldAs(row, row.key(), false))
                .toList();
        return proof(after, built).stream()
                .filter(row -> !row.changed().isEmpty())
                .collect(java.util.stream.Collectors.toMap(
                        ProofRow::key,
                        row -> row.action().key() + " "
                                + row.changed().stream().map(ShellField::key).toList()));
    }

    private static List<ProofRow> proof(Lists lists, List<HeldShell> held) {
        return Proof.of(lists.list(), lists.sections(), "27SP", JOINED, held).rows();
    }

    /** Expected values: GNU coreutils, {@code printf 'instructor u-1\nstudent u-10\nstudent u-2\n' | sha256sum}. */
    @Test
    void aDigestIsTheSha256OfSortedLines() {
        assertThat(Rosters.digest(List.of(
                        new Rosters.In("student", "u-2"),
                        new Rosters.In("instructor", "u-1"),
                        new Rosters.In("student", "u-10"),
                        new Rosters.In("student", "u-2"))))
                .isEqualTo("b1e1827818101e6c60e372ab4f02891d0612006f7dfe0fd417bc69f0e8ddd54b");
        assertThat(Rosters.digest(List.of()))
                .isEqualTo("e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855");
        assertThat(Rosters.digest(
                        List.of(new Rosters.In("student", "\uD834\uDD1E"), new Rosters.In("student", "\u00DF"))))
                .isEqualTo("0a523aba13150dbd4c2981a4c9fc416ef4f8488b0c7b95edb6e4d7e36c2f727c");
    }

    @Test
    void anAddOrADropChangesTheShellOfItsSectionAndNoOther() {
        Lists before = lists("a s1", "b s2", "d s3");
        assertThat(changes(before, lists("d s3", "b s2", "a s1"))).isEmpty();
        assertThat(changes(before, lists("a s1", "b s2", "b s4", "d s3"))).isEqualTo(Map.of("s:a", "change [people]"));
        assertThat(changes(before, lists("a s1", "b s2"))).isEqualTo(Map.of("s:d", "change [people]"));
    }

    /** The roster of the shared shell is the same union as before, but one student is in the wrong group. */
    @Test
    void aStudentWhoGoesToAnotherSectionOfTheSameShellChangesIt() {
        assertThat(changes(lists("a s1", "b s2"), lists("a s1", "a s2"))).isEqualTo(Map.of("s:a", "change [people]"));
    }

    @Test
    void peopleWhoAreStillThereFromASectionThatLeftAreADifference() {
        Lists lists = lists("a s1", "b s2");
        ProofRow row = proof(lists, List.of()).get(0);
        HeldShell stands = Campuses.heldAs(row, row.key(), false);
        Map<String, String> more = new java.util.HashMap<>(stands.rosters().orElseThrow());
        more.put("gone", Rosters.digest(List.of(new Rosters.In("student", "s9"))));
        assertThat(changed(lists, stands, more)).containsExactly("people");
        more.put("gone", Rosters.digest(List.of()));
        assertThat(changed(lists, stands, more)).isEmpty();
    }

    private static java.util.List<String> changed(Lists lists, HeldShell held, Map<String, String> rosters) {
        HeldShell other = new HeldShell(
                held.key(),
                held.term(),
                held.code(),
                held.values(),
                held.lead(),
                held.sections(),
                held.sectionWindows(),
                Optional.of(rosters),
                held.activity(),
                held.openByHand(),
                held.closed());
        return proof(lists, List.of(other)).get(0).changed().stream()
                .map(ShellField::key)
                .toList();
    }

    /** What the LMS does not tell is not compared. */
    @Test
    void anLmsThatDoesNotTellItsPeopleIsNotComparedByThem() {
        Lists lists = lists("a s1");
        ProofRow row = proof(lists, List.of()).get(0);
        HeldShell silent = new HeldShell(
                row.key(), "27SP", row.code(), Map.of(), Optional.empty(), Optional.empty(), false, false, false);
        assertThat(proof(lists("a s1", "a s2"), List.of(silent)).get(0).action())
                .isEqualTo(Action.KEEP);
    }
}
