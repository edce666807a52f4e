package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.lms.Lms;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** What is undone of what a build did, given what stood before it and what stands now; without an LMS. */
class UndoingTest {
    private static final Lms.ShellPut BUILT = put("s:a", "code-2", "New title", true, "cl-a", "cl-b");

    private static Lms.ShellPut put(String key, String code, String title, boolean open, String... sections) {
        return new Lms.ShellPut(
                key,
                "27SP",
                code,
                title,
                List.of("Sea"),
                "2027-01-04T00:00:00-04:00",
                "2027-04-23T00:00:00-03:00",
                open,
                "cl-a",
                List.of(sections),
                List.of(),
                Map.of("layout", "weeks"),
                null,
                null,
                null);
    }

    private static Lms.StandingShell standing(Lms.ShellPut put, long mark) {
        return new Lms.StandingShell(
                1,
                put.key(),
                put.term(),
                put.code(),
                put.title(),
                put.category(),
                put.opens(),
                put.closes(),
                put.open(),
                false,
                false,
                false,
                put.lead(),
                put.sections(),
                put.windows(),
                put.settings(),
                List.of(),
                Map.of(),
                null,
                mark);
    }

    private static Lms.StandingShell with(Lms.StandingShell shell, boolean byHand, boolean closed, boolean work) {
        return new Lms.StandingShell(
                shell.id(),
                shell.key(),
                shell.term(),
                shell.code(),
                shell.title(),
                shell.category(),
                shell.opens(),
                shell.closes(),
                shell.open(),
                byHand,
                closed,
                work,
                shell.lead(),
                shell.sections(),
                shell.windows(),
                shell.settings(),
                shell.instructors(),
                shell.rosters(),
                shell.facts(),
                shell.mark());
    }

    private static Did did(UnaryOperator<Did> how) {
        Did did = new Did("s:a");
        did.code = "code-2";
        did.put = true;
        did.mark = 7;
        return how.apply(did);
    }

    private static Did made() {
        return did(did -> {
            did.made = true;
            return did;
        });
    }

    private static List<PlannedStep> undo(
            Did did, Optional<Lms.StandingShell> now, Optional<Lms.StandingShell> before) {
        Undoing undoing = new Undoing(
                now.map(shell -> Map.of(shell.key(), shell)).orElse(Map.of()),
                before.map(shell -> Map.of(shell.key(), shell)).orElse(Map.of()),
                key -> BUILT,
                64);
        undoing.undo(List.of(did));
        List<PlannedStep> steps = new ArrayList<>();
        undoing.write(List.of(), 25, lot -> steps.addAll(lot.steps()));
        return steps;
    }

    private static List<String> words(List<PlannedStep> steps) {
        return steps.stream()
                .map(step ->
                        step.state() == StepState.KEPT ? "kept: " + step.reason() : step.verb() + ": " + step.message())
                .toList();
    }

    @Test
    void aNewShellThatNobodyTouchedIsRemovedIfItIsStillSo() {
        List<PlannedStep> steps = undo(made(), Optional.of(standing(BUILT, 7)), Optional.empty());
        assertThat(words(steps)).containsExactly("REMOVE: remove code-2");
        assertThat(steps.get(0).payload()).isEqualTo(new Lms.Removal("s:a", 7L));
        assertThat(undo(made(), Optional.empty(), Optional.empty()))
                .as("it is gone already")
                .isEmpty();
    }

    @Test
    void aNewShellThatSomebodyTouchedStays() {
        Lms.StandingShell now = standing(BUILT, 7);
        assertThat(words(undo(made(), Optional.of(standing(BUILT, 8)), Optional.empty())))
                .containsExactly("kept: It was changed since.");
        assertThat(words(undo(made(), Optional.of(with(now, false, false, true)), Optional.empty())))
                .containsExactly("kept: Students have worked in it.");
        assertThat(words(undo(made(), Optional.of(with(now, true, false, false)), Optional.empty())))
                .containsExactly("kept: Somebody opened or closed it by hand.");
        Did unmarked = made();
        unmarked.mark = 0;
        assertThat(words(undo(unmarked, Optional.of(now), Optional.empty())))
                .as("an LMS without marks")
                .containsExactly("kept: The LMS does not say whether somebody changed it since.");
    }

    @Test
    void fieldsGoBackUnlessSomebodyChangedThemSince() {
        Lms.ShellPut old = put("s:a", "code-1", "Old title", true, "cl-a");
        Lms.ShellPut retitled = put("s:a", "code-2", "Somebody's title", true, "cl-a", "cl-b");
        List<PlannedStep> steps = undo(did(d -> d), Optional.of(standing(retitled, 9)), Optional.of(standing(old, 1)));
        assertThat(words(steps)).containsExactly("SHELL: sections, code as before", "kept: Changed since: title.");
        Lms.ShellPut back = (Lms.ShellPut) steps.get(0).payload();
        assertThat(back.code()).isEqualTo("code-1");
        assertThat(back.title()).isEqualTo("Somebody's title");
        assertThat(back.sections()).containsExactly("cl-a");
        assertThat(back.ifMark()).as("unless it changes meanwhile").isEqualTo(9L);
    }

    @Test
    void aShellThatIsAsItWasNeedsNothing() {
        Lms.ShellPut old = put("s:a", "code-1", "Old title", true, "cl-a");
        assertThat(undo(did(d -> d), Optional.of(standing(old, 9)), Optional.of(standing(old, 1))))
                .isEmpty();
    }

    @Test
    void aClosedShellIsAsItWasWithItsCode() {
        Lms.ShellPut old = put("s:a", "code-1", "Old title", true, "cl-a");
        Did closed = did(one -> {
            one.put = false;
            one.closed = true;
            one.rename = Optional.of(new Lms.Rename("s:a", "s:a", "code-1~closed"));
            return one;
        });
        Lms.StandingShell now =
                with(standing(put("s:a", "code-1~closed", "Old title", true, "cl-a"), 9), false, true, false);
        List<PlannedStep> steps = undo(closed, Optional.of(now), Optional.of(standing(old, 1)));
        assertThat(words(steps))
                .containsExactly("REOPEN: as it was before it was closed", "RENAME: code code-1~closed becomes code-1");
    }

    @Test
    void whatIsGoneOrClosedSinceIsLeftAlone() {
        Lms.StandingShell old = standing(put("s:a", "code-1", "Old title", true, "cl-a"), 1);
        assertThat(words(undo(did(d -> d), Optional.empty(), Optional.of(old))))
                .containsExactly("kept: It is gone from the LMS.");
        Lms.StandingShell shut = with(standing(BUILT, 9), false, true, false);
        assertThat(words(undo(did(d -> d), Optional.of(shut), Optional.of(old))))
                .containsExactly("kept: It was closed since.");
    }

    /** Who came goes, who went comes back; the later change is undone too. */
    @Test
    void peopleGoBack() {
        Lms.ShellPut old = put("s:a", "code-1", "Old title", true, "cl-a");
        Lms.Member came = new Lms.Member("u-1", "student", "cl-b");
        Lms.Member went = new Lms.Member("u-2", "student", "cl-c");
        Did did = did(one -> {
            one.undo.add(new Lms.PeopleChange("s:a", List.of(), List.of(came)));
            one.undo.add(new Lms.PeopleChange("s:a", List.of(went), List.of()));
            return one;
        });
        List<PlannedStep> steps = undo(did, Optional.of(standing(old, 9)), Optional.of(standing(old, 1)));
        assertThat(words(steps)).containsExactly("PEOPLE: 1 come back, 1 leave");
        assertThat(steps.get(0).payload()).isEqualTo(new Lms.PeopleChange("s:a", List.of(went), List.of(came)));
    }
}
