package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/**
 * The first term of an administrator in a real browser, by keyboard: the list arrives, a pattern is changed, the proof is
 * read and built, and 1,200 shells stand in the LMS. The tests are the stages of one walk.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FirstTermTest {
    private static RunningSystem system;
    private static Browser browser;
    private static Page page;
    /** The key of a shell whose dates were adjusted by hand. */
    private static String adjusted;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(1200);
        browser = new Browser(system.address());
        page = browser.page;
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    private static Locator heading(String text) {
        return page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(text))
                .first();
    }

    private static Locator button(String text) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(text))
                .first();
    }

    /** Sound but for an answer that was meant, which the console names. */
    private static void assertSoundBut(int status) {
        assertThat(browser.axe()).isEmpty();
        assertThat(browser.errors()).allMatch(error -> error.contains(Integer.toString(status)));
        browser.errors().clear();
    }

    /** Nothing wrong in axe's eyes, nothing on the console. */
    private static void assertSound() {
        assertThat(browser.axe()).isEmpty();
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    @Order(1)
    void signsInAndFetchesTheList() {
        page.navigate("/");
        page.getByLabel("Name").fill("abara");
        page.getByLabel("Password").fill("wrong");
        page.keyboard().press("Enter");
        page.getByText("Nobody has this name with this password.").waitFor();
        assertThat(browser.axe()).isEmpty();
        page.getByLabel("Password").fill("chalk");
        page.keyboard().press("Enter");
        heading("Desk").waitFor();
        page.getByText("Nothing has come in yet").waitFor();
        assertSound();

        button("Fetch the registrar's list").press("Enter");
        heading("What the registrar's list brought").waitFor();
        page.getByText("All of it").waitFor();
        assertThat(page.getByRole(AriaRole.ROW, new Page.GetByRoleOptions().setName("All of it"))
                        .innerText())
                .contains("1,200");
        page.getByText("Term").first().waitFor();
        assertSound();
    }

    @Test
    @Order(2)
    void changesAPatternAndSeesWhatItDoes() {
        page.keyboard().press("2");
        heading("1 Whole campus").waitFor();
        page.getByText("On the hardest sections of this layer").waitFor();
        button("4 Design and Making").press("Enter");
        heading("4 Design and Making").waitFor();
        Locator title = page.getByLabel("title", new Page.GetByLabelOptions().setExact(true));
        title.fill("{label} {titel}");
        page.getByText("Column 10: there is no token named").waitFor();
        assertThat(button("Keep").isDisabled()).isTrue();
        assertThat(browser.axe()).isEmpty();
        title.fill("{label} {title} · {term.name}");
        heading("Would change 50 shells").waitFor();
        assertThat(page.getByLabel("What it would change").innerText()).contains("· Spring 2027");
        assertSound();
        title.press("Escape");
        button("Keep").press("Enter");
        page.getByText("Version 2, N. Abara").waitFor();

        addsALayerAndTakesItBackByKeyboard();
    }

    private static void addsALayerAndTakesItBackByKeyboard() {
        button("Add a layer under 4").press("Enter");
        Locator name = page.getByLabel("Name of the layer");
        name.fill("By the sea");
        page.getByLabel("only for").selectOption("campus");
        page.getByText("Give at least one value").first().waitFor();
        assertThat(button("Keep").isDisabled()).isTrue();
        page.getByLabel("Another campus").fill("Quay");
        page.getByLabel("Another campus").press("Enter");
        page.getByLabel("Take out campus Quay").waitFor();
        page.getByText("32 more settings").press("Enter");
        page.getByLabel("layout", new Page.GetByLabelOptions().setExact(true)).selectOption("units");
        page.getByText("changed, not kept yet").waitFor();
        assertSound();
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Would change"))
                .waitFor();
        button("By the sea").focus();
        page.keyboard().press("Alt+ArrowUp");
        heading("4 By the sea").waitFor();
        while (button("Undo").isVisible()) {
            page.keyboard().press("u");
        }
        page.getByText("Version 2, N. Abara").waitFor();
        assertThat(page.getByText("By the sea").count()).isZero();
    }

    @Test
    @Order(3)
    void readsTheProofByKeyboard() {
        page.keyboard().press("5");
        Locator sheet = page.getByRole(AriaRole.GRID);
        page.getByText("1,200 rows").waitFor();
        assertSound();
        sheet.focus();
        page.keyboard().press("End");
        page.keyboard().press("Home");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("Space");
        page.getByText("1,200 rows, 1 marked").waitFor();
        page.getByText("Every value, and why").waitFor();
        page.keyboard().press("Enter");
        assertThat(page.evaluate("document.activeElement.id")).isEqualTo("margin");
        assertSound();
        page.keyboard().press("Escape");
        assertThat(page.evaluate("document.activeElement.id")).isEqualTo("sheet");
        page.keyboard().press("Space");
        page.keyboard().press("/");
        page.keyboard().type("wood 136");
        Locator counted = page.getByText(java.util.regex.Pattern.compile("^\\s*\\d rows?\\s*$"))
                .first();
        counted.waitFor();
        assertThat(page.url()).contains("q=wood+136");
        page.keyboard().press("Escape");
        page.getByText("1,200 rows").waitFor();
        page.getByLabel("with snag").selectOption("no-instructor");
        page.waitForFunction("() => !document.body.innerText.includes('1,200 rows')");
        assertThat(page.url()).contains("snag=no-instructor");
        page.getByLabel("with snag").selectOption("");
        page.getByLabel("Rows", new Page.GetByLabelOptions().setExact(true)).selectOption("action");
        page.getByRole(AriaRole.GRIDCELL, new Page.GetByRoleOptions().setName("build"))
                .first()
                .waitFor();
        page.getByLabel("Rows", new Page.GetByLabelOptions().setExact(true)).selectOption("department");
    }

    @Test
    @Order(4)
    void goesFromTheMarginToTheLayerThatATitleCameFrom() {
        page.keyboard().press("Escape");
        page.getByRole(AriaRole.GRID).focus();
        page.keyboard().press("Home");
        page.getByText("Every value, and why").waitFor();
        page.keyboard().press("e");
        heading("1 Whole campus").waitFor();
        assertThat(page.evaluate("document.activeElement.id")).isEqualTo("field-title");
        page.keyboard().press("Escape");
        page.goBack();
        page.getByText("1,200 rows").waitFor();
    }

    @Test
    @Order(5)
    void changesAValueWhereItIsSeen() {
        page.getByRole(AriaRole.GRID).focus();
        page.keyboard().press("Home");
        // the margin must be that of the row before anything is pressed in it
        page.waitForResponse(
                answer -> answer.url().contains("/proof/shell"),
                () -> page.keyboard().press("ArrowDown"));
        button("change title").press("Enter");
        Locator title = page.getByRole(AriaRole.FORM, new Page.GetByRoleOptions().setName("Change title"))
                .getByLabel("title");
        title.fill("{label}: {title}");
        page.getByLabel("for all of Accounting and Law").check();
        // a row, change, a pattern, for all of the department, Keep: five actions rename it
        page.getByText("Would change 5").waitFor();
        page.getByLabel("only here").check();
        page.getByText("Would change 1 shell.").waitFor();
        assertSound();
        title.press("Enter");
        page.getByText("an override for this shell").first().waitFor();
        page.keyboard().press("2");
        button("what changed since").press("Enter");
        page.getByText("override of").waitFor();
        assertSound();
        button("Go back to version 2").press("Enter");
        page.getByText("would take the place of all layers").waitFor();
        heading("Would change 1 shell").waitFor();
        button("Keep").press("Enter");
        page.getByText("Version 4, N. Abara").waitFor();
    }

    @Test
    @Order(6)
    void twoWhoEditAtOnceSeeBothAndMerge() {
        Locator title = page.getByLabel("title", new Page.GetByLabelOptions().setExact(true));
        button("1 Whole campus").press("Enter");
        title.fill("{label} {title} ({term.name})!");
        heading("Would change").waitFor();
        Client other = Client.signedIn(system.address(), "abara");
        assertThat(other.post(
                                "/api/conventions/versions",
                                "{\"change\":{\"basedOn\":4,\"value\":{\"setting\":\"newsItems\",\"value\":\"4\","
                                        + "\"section\":null,\"department\":null,\"layer\":0}},\"note\":\"more news\"}")
                        .status())
                .isEqualTo(200);
        title.press("Escape");
        button("Keep").press("Enter");
        heading("Version 5 was kept meanwhile").waitFor();
        page.getByText("touch different things").waitFor();
        assertSoundBut(409);
        button("Put yours on top of theirs").press("Enter");
        heading("Would change").waitFor();
        button("Keep").press("Enter");
        page.getByText("Version 6, N. Abara").waitFor();
        String file = other.get("/api/conventions/versions/6/file").text();
        assertThat(file).contains("newsItems: '4'", "({term.name})!");
    }

    @Test
    @Order(7)
    void writesATemplateByKeyboard() {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Templates"))
                .press("Enter");
        heading("Laboratory").waitFor();
        page.getByText("Report on session 15").waitFor();
        assertSound();
        page.getByLabel("title of the item").first().focus();
        button("add").press("Enter");
        Locator added = page.getByLabel("title of the item").nth(1);
        added.fill("Goggles");
        page.getByLabel("due", new Page.GetByLabelOptions().setExact(true))
                .nth(1)
                .fill("week 99 Fri");
        page.getByText("no such day").waitFor();
        page.getByLabel("due", new Page.GetByLabelOptions().setExact(true))
                .nth(1)
                .fill("Friday");
        page.getByText("Due is a moment, such as").waitFor();
        assertThat(button("Keep").isDisabled()).isTrue();
        page.getByLabel("due", new Page.GetByLabelOptions().setExact(true))
                .nth(1)
                .fill("week 1 Mon 10:00");
        page.getByText("Mon 4 Jan 2027 10:00").waitFor();
        added.focus();
        page.keyboard().press("Alt+ArrowUp");
        assertThat(page.getByLabel("title of the item").first().inputValue()).isEqualTo("Goggles");
        assertSound();
        button("Keep").press("Enter");
        page.getByText("Version 2, N. Abara").waitFor();
        assertThat(Client.signedIn(system.address(), "abara")
                        .get("/api/templates/tpl-lab")
                        .json()
                        .at("/draft/units/0/items/0/title")
                        .asString())
                .isEqualTo("Goggles");
    }

    @Test
    @Order(8)
    void carriesDatesForwardAndAdjustsOne() {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("What shells start from"))
                .press("Enter");
        page.getByText("dates, ").first().waitFor();
        assertSound();
        Locator due = page.getByLabel(java.util.regex.Pattern.compile("^Exercise 1 is due"))
                .first();
        due.fill("2027-01-13 10:00");
        due.press("Tab");
        page.getByText("1 date changed, not kept yet.").waitFor();
        button("Keep these dates").press("Enter");
        page.getByText("Kept as they are by N. Abara").waitFor();
        adjusted = page.url().replaceFirst(".*key=([^&]*).*", "$1").replace("%3A", ":");
        assertSound();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("An example"))
                .press("Enter");
        heading("What a section would get").waitFor();
        page.getByLabel("tags, by commas").fill("lab");
        page.getByLabel("course", new Page.GetByLabelOptions().setExact(true)).fill("OCEA 210");
        page.getByText("It starts from the template “Laboratory”.").waitFor();
        page.getByText("Goggles").first().waitFor();
        assertSound();
        page.keyboard().press("Escape");
        page.navigate("/27SP/proof");
        page.getByText("1,200 rows").waitFor();
    }

    @Test
    @Order(9)
    void buildsAllOfIt() {
        button("Build 1,200").press("Enter");
        heading("Building 1,200 shells").waitFor();
        assertThat(browser.axe()).isEmpty();
        heading("1,200 shells stand as planned").waitFor();
        assertSound();
        page.keyboard().press("5");
        button("Nothing to build").waitFor();
        assertThat(button("Nothing to build").isDisabled()).isTrue();
    }

    @Test
    @Order(10)
    void everyShellStandsInTheLmsAsTheListAndTheConventionsSay() throws Exception {
        Map<String, Standing> standing = standing();
        RegistrarList list = list();
        List<Section> sections = Sections.ofTerm(list, list.term("27SP").orElseThrow());
        assertThat(standing.keySet()).hasSize(1200);
        Set<String> codes = new HashSet<>();
        for (Section section : sections) {
            Standing shell = standing.get("s:" + section.id());
            String name = section.code().subject()
                    + (section.code().number().isEmpty()
                            ? ""
                            : " " + section.code().number()) + "-" + section.label();
            assertThat(shell).as(section.id()).isNotNull();
            assertThat(shell.json.get("title").asString()).as(section.id()).startsWith(name + " ");
            assertThat(shell.json.get("code").asString())
                    .startsWith("27sp-"
                            + section.code()
                                    .subject()
                                    .toLowerCase(java.util.Locale.ROOT)
                                    .split(" ")[0]);
            assertThat(codes.add(shell.json.get("code").asString()))
                    .as("unique %s", shell.json.get("code"))
                    .isTrue();
            assertThat(shell.json.get("category").get(0).asString())
                    .isEqualTo(section.college().name());
            assertThat(shell.json.get("category").get(1).asString())
                    .isEqualTo(section.department().name());
            assertThat(shell.json.get("term").asString()).isEqualTo("27SP");
            // common practice, no source: a built shell is closed to students until someone opens it
            assertThat(shell.json.get("open").asBoolean()).isFalse();
            assertThat(OffsetDateTime.parse(shell.json.get("opens").asString()).toLocalDate())
                    .isEqualTo(section.days().first().minusDays(7));
            assertThat(OffsetDateTime.parse(shell.json.get("closes").asString()).toLocalDate())
                    .isEqualTo(section.days().last().orElseThrow().plusDays(14));
            JsonNode settings = shell.json.get("settings");
            assertThat(settings.get("uploadLimitMB").asString()).isEqualTo("20");
            assertThat(settings.get("footer").asString()).isEqualTo("Skerrow University");
            boolean sea = section.college().code().equals("SEA");
            assertThat(settings.get("look").asString()).isEqualTo(sea ? "tide" : "");
            boolean seminar = section.code().level().orElse(0) >= 500;
            boolean making = section.department().code().equals("DSGN");
            boolean ownPace = section.tags().contains("own pace");
            String layout = seminar ? "discussion" : making || ownPace ? "units" : "weeks";
            assertThat(settings.get("layout").asString()).as(section.id()).isEqualTo(layout);
            String units = making
                    ? "10"
                    : ownPace
                            ? "8"
                            : section.part().isEmpty()
                                    ? "15"
                                    : section.days().first().getMonthValue() == 1 ? "7" : "8";
            assertThat(settings.get("units").asString()).as(section.id()).isEqualTo(units);
            assertThat(shell.json.get("sections")).hasSize(1);
            assertThat(shell.json.get("lead").asString()).isEqualTo(section.id());
            assertThat(shell.people).as(section.id()).isEqualTo(people(section));
        }
    }

    private static Set<String> people(Section section) {
        Set<String> people = new TreeSet<>();
        section.instructors().stream().map(Person::id).forEach(id -> people.add("instructor " + id));
        section.students().stream().map(Person::id).forEach(id -> people.add("student " + id));
        return people;
    }

    private record Standing(JsonNode json, Set<String> people) {}

    /** What the LMS says of itself, of the term that was built. */
    private static Map<String, Standing> standing() {
        Client lms = Client.anonymous(system.standIns());
        Map<String, Standing> standing = new HashMap<>();
        String after = "0";
        while (after != null) {
            JsonNode page = lms.get("/lms/api/shells?limit=200&after=" + after).json();
            for (JsonNode shell : page.get("items")) {
                if (shell.get("term").asString().equals("27SP")) {
                    String key = shell.get("key").asString();
                    Set<String> people = new TreeSet<>();
                    lms.get("/lms/api/shells/" + key + "/people")
                            .json()
                            .forEach(one -> people.add(one.get("role").asString() + " "
                                    + one.get("user").asString()));
                    standing.put(key, new Standing(shell, people));
                }
            }
            after = page.has("next") ? page.get("next").asString() : null;
        }
        return standing;
    }

    private static RegistrarList list() throws Exception {
        Path file = Files.createTempFile("list", ".zip");
        Files.write(
                file,
                system.standIns()
                        .resolve("/registrar/list")
                        .toURL()
                        .openStream()
                        .readAllBytes());
        RegistrarList list = OneRosterReader.read(file);
        Files.delete(file);
        return list;
    }

    @Test
    @Order(11)
    void theLmsShowsWhatStandsInIt() {
        page.navigate(system.standIns() + "/lms");
        assertThat(page.innerText("main")).contains("3600 shells");
        JsonNode outline = Client.anonymous(system.standIns())
                .get("/lms/api/shells/" + adjusted + "/outline")
                .json();
        assertThat(outline.toString()).contains("2027-01-13T10:00:00-04:00");
        page.getByText("Oceanography").first().click();
        page.navigate(system.standIns() + "/lms/shell?key=s:cl-27SP-1");
        assertThat(page.innerText("main")).contains("Settings", "Outline", "People", "shut to students");
    }
}
