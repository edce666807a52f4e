package chalkline.server.outlines;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Course;
import chalkline.core.arrivals.Enrollments;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Layer;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.conventions.ValueException;
import chalkline.core.conventions.When;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.templates.EarlierShells;
import chalkline.core.templates.Outlines;
import chalkline.core.templates.Template;
import chalkline.server.masters.Master;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What a shell starts from, by what its conventions say. */
class StartsTest {
    private static final AcademicSession TERM = new AcademicSession(
            "t",
            "Spring 2027",
            "term",
            LocalDate.parse("2027-01-04"),
            Optional.of(LocalDate.parse("2027-04-23")),
            "",
            "27SP");

    private static final Template LAB = new Template("lab", "Laboratory", "", List.of(), "Week {week}", List.of());

    private static HeldShell held(String key, String term) {
        return new HeldShell(
                key,
                term,
                key,
                Map.of(Setting.OPENS, "2026-01-05T08:00:00-04:00", Setting.TITLE, "OCEA 210 Tides"),
                Optional.empty(),
                Optional.empty(),
                false,
                false,
                false);
    }

    private static Starts.StandingMaster master(String id, String... courses) {
        Master master = new Master(id, "Tides", id, List.of("Masters"), List.of(courses), "", false);
        return new Starts.StandingMaster(master, held(master.key(), ""));
    }

    private static Conventions conventions(String template) throws ValueException {
        return Conventions.in(ZoneId.of("America/Halifax"))
                .withLayers(List.of(new Layer(
                        "All",
                        When.ALWAYS,
                        Map.of(Setting.TEMPLATE, Value.of(Setting.TEMPLATE, template)),
                        Set.of(),
                        false)));
    }

    private static ProofRow row(String template) throws ValueException {
        RegistrarList list = new RegistrarList(
                Map.of("t", TERM),
                Map.of("d", new Org("d", "OCEA", "Oceanography", "department", "")),
                Map.of("c", new Course("c", "Tides", "OCEA 210", "d", "3")),
                Map.of("a", new ListedClass("a", "Tides", "c", "OCEA 210-001", List.of("t"), Map.of())),
                Map.of(),
                Enrollments.of(List.of(), List.of()));
        return Proof.of(list, TERM, conventions(template), List.of()).rows().get(0);
    }

    private static Starts.Start start(String template, Starts.StandingMaster... masters) throws ValueException {
        EarlierShells earlier = new EarlierShells(List.of(held("s:old", "26SP"), held("m:tides", "")), Map.of());
        Starts starts = new Starts(
                Map.of("lab", LAB), earlier, new Outlines(conventions(template)), Map.of(), List.of(masters));
        return starts.of(row(template));
    }

    @Test
    void theMasterOfTheCourseIsFoundHoweverItsNameIsWritten() throws ValueException {
        for (String name : List.of("OCEA 210", "ocea 210", " OCEA-210 ")) {
            assertThat(start("master", master("other", "OCEA 211"), master("tides", name)))
                    .isInstanceOfSatisfying(
                            Starts.Start.FromMaster.class,
                            from -> assertThat(from.shell().key()).isEqualTo("m:tides"));
        }
    }

    @Test
    void aCourseWithoutAMasterStartsEmptyAndOneThatIsNamedAndNotThereIsMissing() throws ValueException {
        assertThat(start("master", master("other", "OCEA 211"))).isInstanceOf(Starts.Start.NoMaster.class);
        assertThat(start("master:tides", master("other"))).isEqualTo(new Starts.Start.Missing("master:tides"));
        assertThat(start("master:other", master("other"))).isInstanceOf(Starts.Start.FromMaster.class);
        assertThat(Starts.namedBy(row("lab"))).contains("lab");
        assertThat(Starts.namedBy(row("master:tides"))).contains("master:tides");
        for (String found : List.of("master", "previous", "none")) {
            assertThat(Starts.namedBy(row(found))).isEmpty();
        }
    }

    @Test
    void aMasterIsNoEarlierShellThoughItsTitleNamesTheCourse() throws ValueException {
        assertThat(start("previous", master("tides", "OCEA 210")))
                .isInstanceOfSatisfying(
                        Starts.Start.FromEarlier.class,
                        from -> assertThat(from.shell().key()).isEqualTo("s:old"));
    }

    @Test
    void aTemplateIsFoundByItsName() throws ValueException {
        assertThat(start("lab")).isEqualTo(new Starts.Start.FromTemplate(LAB));
        assertThat(start("none")).isInstanceOf(Starts.Start.Nothing.class);
    }
}
