package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Rosters;
import chalkline.core.proof.SectionWindow;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outlines;
import chalkline.server.lms.Lms;
import chalkline.server.outlines.Starts;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** The order of a build's steps, without an LMS. */
class PlanTest {
    private static final AcademicSession TERM = new AcademicSession(
            "t",
            "Spring 2027",
            "term",
            LocalDate.parse("2027-01-04"),
            Optional.of(LocalDate.parse("2027-04-23")),
            "",
            "27SP");

    private static RegistrarList list(String... sections) {
        Map<String, ListedClass> classes = new LinkedHashMap<>();
        for (String section : sections) {
            String[] parts = section.split(" ");
            classes.put(
                    parts[0], new ListedClass(parts[0], "Tides", "c", "OCEA 210-" + parts[1], List.of("t"), Map.of()));
        }
        return new RegistrarList(
                Map.of("t", TERM),
                Map.of("d", new Org("d", "OCEA", "Oceanography", "department", "")),
                Map.of("c", new Course("c", "Tides", "OCEA 210", "d", "3")),
                classes,
                Map.of(),
                Enrollments.of(List.of(), List.of()));
    }

    private static HeldShell held(String key, String code) {
        Map<Setting, String> values = Map.of(Setting.CODE, code, Setting.TITLE, "Old");
        return new HeldShell(
                key,
                "27SP",
                code,
                values,
                Optional.empty(),
                Optional.of(List.of(key.substring(2))),
                false,
                false,
                false);
    }

    /** The shell of both sections. */
    private static HeldShell shared(Map<String, SectionWindow> windows) {
        return new HeldShell(
                "s:a",
                "27SP",
                "27SP-ocea-210-001-002",
                Map.of(Setting.CODE, "27SP-ocea-210-001-002"),
                Optional.of("a"),
                Optional.of(List.of("a", "b")),
                Optional.of(windows),
                Optional.empty(),
                false,
                false,
                false);
    }

    private static List<PlannedStep> plan(RegistrarList list, HeldShell... held) {
        return plan(Conventions.in(ZoneId.of("America/Halifax")), list, held);
    }

    private static List<PlannedStep> plan(Conventions conventions, RegistrarList list, HeldShell... held) {
        return plan(64, conventions, list, held);
    }

    private static List<PlannedStep> plan(
            int codeLimit, Conventions conventions, RegistrarList list, HeldShell... held) {
        return lots(codeLimit, 25, 0, conventions, list, held).stream()
                .flatMap(lot -> lot.steps().stream())
                .toList();
    }

    private static List<PlannedLot> lots(
            int codeLimit, int batch, int trial, Conventions conventions, RegistrarList list, HeldShell... held) {
        List<PlannedLot> lots = new ArrayList<>();
        Plan.write(
                new Plan.Of(
                        Proof.of(list, TERM, conventions, List.of(held)).rows().stream()
                                .filter(row -> row.action().isCarriedOut())
                                .toList(),
                        nothing(conventions),
                        Leftovers.none(new JsonMapper()),
                        codeLimit,
                        batch,
                        trial,
                        false),
                lots::add);
        return lots;
    }

    /** An LMS may want what lies above first: no call has two levels, and none is sent before the one above it ended. */
    @Test
    void eachLevelOfTheCategoriesIsThereBeforeTheOneBelow() {
        Conventions conventions = Conventions.in(ZoneId.of("America/Halifax"));
        List<PlannedLot> lots = lots(64, 2, 0, conventions, list("a 001", "b 002")).stream()
                .filter(lot -> lot.phase() == Phase.CATEGORIES)
                .toList();
        assertThat(lots)
                .singleElement()
                .satisfies(lot -> assertThat(lot.steps())
                        .extracting(PlannedStep::level)
                        .isSorted()
                        .hasSizeGreaterThan(1)
                        .doesNotHaveDuplicates());
    }

    private static Starts nothing(Conventions conventions) {
        return new Starts(
                Map.of(), new EarlierShells(List.of(), Map.of()), new Outlines(conventions), Map.of(), List.of());
    }

    /** What the steps send. */
    private static Work work(RegistrarList list, HeldShell... held) {
        Conventions conventions = Conventions.in(ZoneId.of("America/Halifax"));
        Map<String, ProofRow> rows = new HashMap<>();
        Proof.of(list, TERM, conventions, List.of(held)).rows().forEach(row -> rows.put(row.key(), row));
        return new Work("27SP", false, rows, Map.of(), nothing(conventions));
    }

    private static List<String> verbs(List<PlannedStep> steps) {
        return steps.stream()
                .map(step -> (step.verb() + " " + step.shellKey()).trim())
                .toList();
    }

    @Test
    void categoriesComeFirstAndEachOnce() {
        assertThat(verbs(plan(list("a 001", "b 002"))))
                .containsExactly("CATEGORY", "CATEGORY", "SHELL s:a", "SHELL s:b", "PEOPLE s:a", "PEOPLE s:b");
    }

    @Test
    void aShellThatIsClosedGivesItsCodeFreeBeforeAnotherTakesIt() {
        List<PlannedStep> steps = plan(list("a 001"), held("s:gone", "27SP-ocea-210-001"));
        assertThat(verbs(steps))
                .containsExactly("CATEGORY", "CATEGORY", "RENAME s:gone", "SHELL s:a", "PEOPLE s:a", "CLOSE s:gone");
        assertThat(steps.get(2).payload()).isEqualTo(new Lms.Rename("s:gone", "s:gone", "27SP-ocea-210-001~closed"));
    }

    /** Whoever has a shell keeps it until the other one is ready. */
    @Test
    void peopleComeBeforeTheyLeaveAndBeforeTheirShellIsClosed() {
        Conventions joined = Conventions.in(ZoneId.of("America/Halifax"))
                .withCrossLists(List.of(new CrossList("x1", Optional.of("a"), List.of("b"), false)));
        List<String> join = verbs(plan(
                joined, list("a 001", "b 002"), held("s:a", "27SP-ocea-210-001"), held("s:b", "27SP-ocea-210-002")));
        assertThat(join).containsExactly("CATEGORY", "CATEGORY", "SHELL s:a", "PEOPLE s:a", "CLOSE s:b");

        HeldShell shared = shared(Map.of());
        List<PlannedStep> split = plan(list("a 001", "b 002"), shared);
        assertThat(verbs(split))
                .containsExactly(
                        "CATEGORY",
                        "CATEGORY",
                        "SHELL s:a",
                        "SHELL s:b",
                        "PEOPLE s:a",
                        "PEOPLE s:b",
                        "PEOPLE s:a",
                        "SHELL s:a");
        Work work = work(list("a 001", "b 002"), shared);
        assertThat(work.people("s:a", false).leave()).isFalse();
        assertThat(work.people("s:b", false).leave()).isTrue();
        assertThat(work.people("s:a", true).leave()).isTrue();
        assertThat(work.shell("s:a", false, true).sections())
                .as("the shared shell has the section until its people have left")
                .containsExactly("a", "b");
        assertThat(work.shell("s:a", true, true).sections()).containsExactly("a");
        assertThat(work.heirs("s:a")).as("who takes over what leaves it").containsExactly("s:b");
    }

    /** A window that a section has of its own stays as it is until nobody can go through it any more. */
    @Test
    void aSectionThatLeavesKeepsItsDoorsUntilItsPeopleHaveLeft() {
        SectionWindow later = new SectionWindow("2027-02-01T00:00:00-04:00", "2027-04-23T23:59:00-03:00");
        HeldShell shared = shared(Map.of("b", later));
        Work work = work(list("a 001", "b 002"), shared);
        assertThat(work.shell("s:a", false, true).windows())
                .containsExactly(new Lms.SectionWindow("b", later.opens(), later.closes()));
        assertThat(work.shell("s:a", true, true).windows()).isEmpty();
    }

    /** Adds and drops do not send a shell again that stands as it should. */
    @Test
    void whereOnlyPeopleDifferOnlyPeopleAreSent() {
        HeldShell stale = new HeldShell(
                "s:a",
                "27SP",
                "27SP-ocea-210-001",
                Map.of(),
                Optional.of("a"),
                Optional.of(List.of("a")),
                Optional.of(Map.of()),
                Optional.of(Map.of("a", Rosters.digest(List.of(new Rosters.In("student", "dropped"))))),
                false,
                false,
                false);
        List<PlannedStep> steps = plan(list("a 001"), stale);
        assertThat(verbs(steps)).containsExactly("PEOPLE s:a");
        assertThat(work(list("a 001"), stale).people("s:a", false))
                .isEqualTo(new Work.Desired("s:a", false, true, List.of(), Optional.empty()));
    }

    @Test
    void shellsThatSwapTheirCodesFirstStepAside() {
        List<PlannedStep> steps =
                plan(list("a 001", "b 002"), held("s:a", "27SP-ocea-210-002"), held("s:b", "27SP-ocea-210-001"));
        assertThat(steps.stream().filter(step -> step.verb() == Verb.RENAME).map(PlannedStep::payload))
                .containsExactly(
                        new Lms.Rename("s:a", "s:a", "27SP-ocea-210-002~moving"),
                        new Lms.Rename("s:b", "s:b", "27SP-ocea-210-001~moving"));
        assertThat(verbs(steps).indexOf("RENAME s:b")).isLessThan(verbs(steps).indexOf("SHELL s:a"));
    }

    @Test
    void anAdoptedShellGetsItsNewKey() {
        HeldShell other = new HeldShell(
                "s:old",
                "27SP",
                "old",
                Map.of(Setting.CODE, "old"),
                Optional.empty(),
                Optional.of(List.of("a")),
                true,
                false,
                false);
        List<PlannedStep> steps = plan(list("a 001"), other);
        assertThat(verbs(steps)).containsExactly("CATEGORY", "CATEGORY", "RENAME s:a", "SHELL s:a", "PEOPLE s:a");
        assertThat(steps.get(2).payload()).isEqualTo(new Lms.Rename("s:old", "s:a", "old"));
    }

    @Test
    void whatIsKeptOrStoppedGivesNoStep() {
        HeldShell same = new HeldShell(
                "s:a", "27SP", "27SP-ocea-210-001", Map.of(), Optional.empty(), Optional.empty(), false, false, false);
        assertThat(plan(list("a 001"), same)).isEmpty();
        HeldShell taken = new HeldShell(
                "x", "26FA", "27SP-ocea-210-001", Map.of(), Optional.empty(), Optional.empty(), false, false, false);
        assertThat(plan(list("a 001"), taken)).isEmpty();
    }

    @Test
    void aNewShellIsClosedAndCarriesEverySettingThatTheLmsKeeps() {
        Lms.ShellPut put = work(list("a 001")).shell("s:a", false, true);
        assertThat(put.open()).isFalse();
        assertThat(put.category()).containsExactly("Oceanography", "Oceanography");
        assertThat(put.settings())
                .containsEntry("units", "16")
                .containsEntry("layout", "weeks")
                .doesNotContainKeys("code", "template", "shellPer");
    }

    /** A shell that is open by its conventions is shut until it is filled, and opened last. */
    @Test
    void aNewShellIsOpenedWhenItIsFilled() throws ValueException {
        Conventions open = Conventions.in(ZoneId.of("America/Halifax"))
                .withLayers(List.of(
                        new Layer("all", When.ALWAYS, Map.of(Setting.OPEN, Value.of(Setting.OPEN, "yes")), Set.of())));
        List<PlannedStep> steps = plan(open, list("a 001"));
        assertThat(verbs(steps)).containsExactly("CATEGORY", "CATEGORY", "SHELL s:a", "PEOPLE s:a", "OPEN s:a");
        assertThat(steps.get(2).payload()).isEqualTo(new Work.Shut(true));
    }

    @Test
    void shellsOfOneLotGoTogetherAndATrialGoesBeforeTheOthers() {
        List<PlannedLot> lots =
                lots(64, 2, 1, Conventions.in(ZoneId.of("America/Halifax")), list("a 001", "b 002", "c 003", "d 004"));
        assertThat(lots)
                .extracting(PlannedLot::phase)
                .containsExactly(Phase.CATEGORIES, Phase.TRIAL, Phase.SHELLS, Phase.SHELLS);
        assertThat(verbs(lots.get(1).steps())).containsExactly("SHELL s:a", "PEOPLE s:a");
        assertThat(verbs(lots.get(2).steps())).containsExactly("SHELL s:b", "SHELL s:c", "PEOPLE s:b", "PEOPLE s:c");
    }

    /** Two codes that swap, in an LMS that takes no longer ones: both are cut for the while, and stay apart. */
    @Test
    void codesThatMakeWayKeepToTheLimit() {
        List<PlannedStep> steps = plan(
                17,
                Conventions.in(ZoneId.of("America/Halifax")),
                list("a 001", "b 002"),
                held("s:a", "27SP-ocea-210-002"),
                held("s:b", "27SP-ocea-210-001"));
        assertThat(steps.stream()
                        .filter(step -> step.verb() == Verb.RENAME)
                        .map(step -> ((Lms.Rename) step.payload()).code()))
                .containsExactly("27SP-ocea-~moving", "27SP-ocea~moving2");
    }

    /** Filling again sends content and nothing else, and asks the LMS to look whether somebody works there. */
    @Test
    void fillingAgainTouchesContentAloneAndOnlyWhereNobodyWorked() {
        List<ProofRow> rows = Proof.of(
                        list("a 001", "b 002", "c 003"), TERM, Conventions.in(ZoneId.of("America/Halifax")), List.of())
                .rows();
        List<PlannedLot> lots = new ArrayList<>();
        Plan.fillAgain(rows, "m:tides", 2, lots::add);
        assertThat(lots).hasSize(2);
        List<PlannedStep> steps =
                lots.stream().flatMap(lot -> lot.steps().stream()).toList();
        assertThat(verbs(steps))
                .containsExactly("COPY s:a", "COPY s:b", "OUTLINE s:a", "OUTLINE s:b", "COPY s:c", "OUTLINE s:c");
        assertThat(steps.get(0).payload()).isEqualTo(new Lms.Copy("s:a", null, "m:tides", "outline", true));
        assertThat(steps.get(2).payload()).isEqualTo(new Work.Content(null, "m:tides"));
    }
}
