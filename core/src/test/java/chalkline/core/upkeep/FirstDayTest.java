package chalkline.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Rules;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.Action;
import chalkline.core.proof.Campuses;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Every cause of embarrassment, one at a time, on a shell of which all else is as it should be. */
class FirstDayTest {
    private static final ZoneId ZONE = ZoneId.of("America/Halifax");
    private static final ZonedDateTime DAY = ZonedDateTime.of(2027, 2, 1, 8, 0, 0, 0, ZONE);
    private static final ShellFacts READY = new ShellFacts(
            Optional.of(List.of("i0")),
            Optional.of(Set.of("i0")),
            Set.of(),
            OptionalInt.of(12),
            Optional.of(ShellFacts.Content.OWN));

    private RegistrarList list;
    private AcademicSession term;
    private Conventions rules;
    private final Map<String, HeldShell> held = new HashMap<>();
    private final Map<String, ShellFacts> facts = new HashMap<>();
    private ProofRow one;

    @BeforeEach
    void stand() {
        list = new Campuses(5).lists().list();
        term = list.term("27SP").orElseThrow();
        rules = new Rules()
                .all("open", "yes", "opens", "term.start", "closes", "term.end", "code", "{label:slug}-{reference}-x")
                .done();
        List<ProofRow> rows = Proof.of(list, term, rules, List.of()).rows();
        for (ProofRow row : rows) {
            if (row.action() == Action.BUILD) {
                held.put(row.key(), Campuses.heldAs(row, row.key(), false));
                facts.put(row.key(), READY);
            }
        }
        one = rows.stream()
                .filter(row -> row.action() == Action.BUILD)
                .filter(row -> row.shell().orElseThrow().sections().stream()
                        .allMatch(section -> !section.days().first().isAfter(DAY.toLocalDate())
                                && section.days()
                                        .last()
                                        .filter(last -> last.isBefore(DAY.toLocalDate()))
                                        .isEmpty()))
                .findFirst()
                .orElseThrow();
    }

    private FirstDay.Result check(ZonedDateTime at) {
        return FirstDay.check(Proof.of(list, term, rules, held.values()).rows(), facts, at);
    }

    private List<String> causes() {
        return check(DAY).findings().stream()
                .filter(finding -> finding.key().equals(one.key()))
                .map(finding -> finding.cause() + (finding.detail().isEmpty() ? "" : " " + finding.detail()))
                .toList();
    }

    private void shell(UnaryOperator<Map<Setting, String>> change) {
        HeldShell shell = held.get(one.key());
        put(
                shell,
                change.apply(new EnumMap<>(shell.values())),
                shell.sectionWindows().orElseThrow(),
                false);
    }

    private void put(HeldShell shell, Map<Setting, String> values, Map<String, SectionWindow> windows, boolean closed) {
        held.put(
                shell.key(),
                new HeldShell(
                        shell.key(),
                        shell.term(),
                        shell.code(),
                        values,
                        shell.lead(),
                        shell.sections(),
                        Optional.of(windows),
                        shell.rosters(),
                        false,
                        false,
                        closed));
    }

    private void told(ShellFacts told) {
        facts.put(one.key(), told);
    }

    @Test
    void aShellThatIsReadyHasNothing() {
        assertThat(causes()).isEmpty();
        FirstDay.Result result = check(DAY);
        assertThat(result.shells() + result.later()).isEqualTo((int)
                Proof.of(list, term, rules, held.values()).rows().stream()
                        .filter(row -> row.shell().isPresent() && row.action() != Action.CLOSE)
                        .count());
    }

    @Test
    void itIsNotBuilt() {
        held.remove(one.key());
        assertThat(causes()).containsExactly("NOT_BUILT");
    }

    @Test
    void itIsNotOpenOrNotYetOrNoMore() {
        shell(values -> with(values, Setting.OPEN, "no"));
        assertThat(causes()).containsExactly("NOT_OPEN");
        shell(values -> with(with(values, Setting.OPEN, "yes"), Setting.OPENS, "2027-02-01T08:00:01-04:00"));
        assertThat(causes()).containsExactly("NOT_OPEN 2027-02-01T08:00:01-04:00");
        shell(values -> with(
                with(values, Setting.OPENS, "2027-02-01T08:00:00-04:00"), Setting.CLOSES, "2027-02-01T08:00:00-04:00"));
        assertThat(causes()).containsExactly("NOT_OPEN 2027-02-01T08:00:00-04:00");
    }

    private static Map<Setting, String> with(Map<Setting, String> values, Setting setting, String value) {
        values.put(setting, value);
        return values;
    }

    @Test
    void itIsClosed() {
        HeldShell shell = held.get(one.key());
        put(shell, shell.values(), Map.of(), true);
        assertThat(causes()).containsExactly("NOT_OPEN");
        rules = rules.withKept(List.of(
                new chalkline.core.conventions.Kept(one.lead(), Set.of("closed"), List.of(), List.of(), "so it is")));
        assertThat(causes()).as("a person wants it closed").isEmpty();
    }

    @Test
    void aSectionIsKeptOut() {
        HeldShell shell = held.get(one.key());
        put(
                shell,
                shell.values(),
                Map.of(one.lead(), new SectionWindow("2027-02-02T00:00:00-04:00", "2027-04-01T00:00:00-04:00")),
                false);
        assertThat(causes()).contains("HIDDEN " + one.lead());
    }

    @Test
    void nobodyTeachesIt() {
        told(new ShellFacts(Optional.of(List.of()), READY.beenIn(), Set.of(), READY.students(), READY.content()));
        assertThat(causes()).containsExactly("NO_INSTRUCTOR");
    }

    @Test
    void anInstructorWasNeverIn() {
        told(new ShellFacts(
                Optional.of(List.of("i0", "i1")), READY.beenIn(), Set.of(), READY.students(), READY.content()));
        assertThat(causes()).containsExactly("NEVER_IN i1");
    }

    @Test
    void nobodyWorkedOnIt() {
        told(new ShellFacts(
                READY.instructors(),
                READY.beenIn(),
                Set.of(),
                READY.students(),
                Optional.of(ShellFacts.Content.COPIED)));
        assertThat(causes()).containsExactly("NO_CONTENT none");
    }

    @Test
    void nobodyIsEnrolled() {
        told(new ShellFacts(READY.instructors(), READY.beenIn(), Set.of(), OptionalInt.of(0), READY.content()));
        assertThat(causes()).containsExactly("EMPTY_ROSTER");
    }

    @Test
    void somebodyRenamedIt() {
        shell(values -> with(values, Setting.TITLE, "Ours"));
        assertThat(causes()).containsExactly("NAME_OFF " + held.get(one.key()).code() + " Ours");
    }

    @Test
    void aSectionStandsTwice() {
        HeldShell shell = held.get(one.key());
        List<String> sections = new ArrayList<>(one.sections());
        HeldShell twin = new HeldShell(
                "by-hand", "27SP", "a-twin", shell.values(), shell.lead(), Optional.of(sections), false, false, false);
        held.put("by-hand", twin);
        assertThat(causes()).containsExactly("DOUBLED a-twin");
    }

    @Test
    void whatAnLmsDoesNotTellIsNotJudged() {
        facts.clear();
        assertThat(check(DAY).findings().stream().map(FirstDay.Finding::cause).collect(Collectors.toSet()))
                .doesNotContain(
                        FirstDayCause.NO_INSTRUCTOR,
                        FirstDayCause.NEVER_IN,
                        FirstDayCause.NO_CONTENT,
                        FirstDayCause.EMPTY_ROSTER);
    }

    @Test
    void aTermThatHasNotBegunHasNothingToShow() {
        FirstDay.Result before = check(DAY.withMonth(1).withDayOfMonth(1).minusYears(1));
        assertThat(before.shells()).isZero();
        assertThat(before.findings()).isEmpty();
    }
}
