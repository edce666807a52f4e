package chalkline.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Rules;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.Action;
import chalkline.core.proof.Campuses;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A course that restarts in the middle of a term, or goes on over several, keeps its shell. */
class LateDatesTest {
    private static final Conventions RULES = new Rules()
            .all("opens", "part.start - 7d 08:00", "closes", "part.end")
            .done();

    private static RegistrarList taughtIn(String sessions) {
        return new Lists()
                .session("27FA", "Fall 2027", "term", "2027-09-06", "2027-12-17", "", "27FA")
                .course("c", "OCEA 210", "Tides")
                .section("s1", "c", "001", sessions, "", "", "")
                .section("s2", "c", "002")
                .list();
    }

    private static List<ProofRow> proof(RegistrarList list, String term, List<HeldShell> held) {
        return Proof.of(list, list.term(term).orElseThrow(), RULES, held).rows();
    }

    private static List<HeldShell> standing(RegistrarList list) {
        return proof(list, "27SP", List.of()).stream()
                .map(row -> Campuses.heldAs(row, row.key(), false))
                .toList();
    }

    @Test
    void whatRestartsInTheMiddleKeepsItsShellAndGetsItsDates() {
        List<HeldShell> held = standing(taughtIn("27SP-A"));
        List<ProofRow> rows = proof(taughtIn("27SP-B"), "27SP", held);
        assertThat(rows).extracting(ProofRow::key).containsExactly("s:s1", "s:s2");
        assertThat(rows).extracting(ProofRow::action).containsExactly(Action.CHANGE, Action.KEEP);
        assertThat(rows.get(0).changed()).contains(Setting.OPENS, Setting.CLOSES);
        assertThat(rows.get(0).value(Setting.OPENS)).startsWith("2027-02-22T08:00");
    }

    @Test
    void whatGoesOnInALaterTermKeepsItsShellAndIsNotMadeTwice() {
        List<HeldShell> held = standing(taughtIn("27SP"));
        List<ProofRow> spring = proof(taughtIn("27SP,27FA"), "27SP", held);
        assertThat(spring).extracting(ProofRow::key).containsExactly("s:s1", "s:s2");
        assertThat(spring).noneMatch(row -> row.action() == Action.BUILD || row.action() == Action.CLOSE);
        assertThat(proof(taughtIn("27SP,27FA"), "27FA", held)).isEmpty();
    }
}
