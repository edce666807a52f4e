package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/**
 * Sections taught together, and windows that open when they should, in a real browser: suggestions are kept and built, one
 * is undone, a shared shell is opened early. Actions (clicks, keys that act, fields filled) are counted.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class TogetherTest {
    private static final OffsetDateTime START = OffsetDateTime.parse("2027-01-04T08:00:00-04:00");
    private static RunningSystem system;
    private static Browser browser;
    private static Page page;
    private static Client abara;
    private static int actions;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeEach
    void countAnew() {
        actions = 0;
    }

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(1200);
        abara = system.signedIn("abara");
        abara.fetchList();
        browser = new Browser(system.address());
        page = browser.page;
        browser.signInAt("/27SP/cross-lists");
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    private static void press(Locator button) {
        button.press("Enter");
        actions++;
    }

    private static void key(String key) {
        page.keyboard().press(key);
        actions++;
    }

    private static Locator button(String text) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(text))
                .first();
    }

    private static void assertSound() {
        assertThat(browser.axe()).isEmpty();
        assertThat(browser.errors()).isEmpty();
    }

    private static List<JsonNode> kept() {
        List<JsonNode> kept = new ArrayList<>();
        abara.get("/api/terms/27SP/cross-lists").json().get("kept").forEach(kept::add);
        return kept;
    }

    /** What stands in the LMS and is not closed. */
    private static List<JsonNode> shells() {
        Client lms = Client.anonymous(system.standIns());
        List<JsonNode> shells = new ArrayList<>();
        String after = "";
        do {
            JsonNode answer = lms.get("/lms/api/shells?limit=200" + after).json();
            answer.get("items").forEach(shells::add);
            after = answer.hasNonNull("next") ? "&after=" + answer.get("next").asString() : "";
        } while (!after.isEmpty());
        return shells.stream().filter(shell -> !shell.get("closed").asBoolean()).toList();
    }

    private static JsonNode standing(String key) {
        return shells().stream()
                .filter(shell -> shell.get("key").asString().equals(key))
                .findFirst()
                .orElseThrow();
    }

    @Test
    @Order(1)
    void suggestionsAreKeptAndBuiltInFewActions() {
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Same course, same instructor"))
                .waitFor();
        // one that joins different courses is not marked before somebody looked at it
        Locator first = page.getByRole(AriaRole.CHECKBOX).first();
        assertThat(first.isChecked()).isFalse();
        assertSound();
        Locator keep = page.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^Keep [0-9,]+ marked")));
        // those that are marked further down are kept too
        int marked = Integer.parseInt(keep.textContent().replaceAll("\\D", ""));
        assertThat(marked).isGreaterThanOrEqualTo(60);

        press(keep);
        page.getByText(marked + " cross-lists kept").waitFor();
        assertThat(kept()).hasSize(marked);
        key("5");
        page.getByRole(AriaRole.GRID).waitFor();
        page.getByText(java.util.regex.Pattern.compile("[0-9,]+ rows")).first().waitFor();
        press(page.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^\\s*Build [0-9]"))));
        page.waitForURL("**/27SP/build**");
        assertThat(actions).as("from suggestions to the build").isLessThan(10);
        waitForTheBuild();
        Map<String, Set<String>> standing = shells().stream()
                .collect(Collectors.toMap(shell -> shell.get("key").asString(), TogetherTest::sections));
        assertThat(kept())
                .allSatisfy(row ->
                        assertThat(standing.get(row.get("key").asString())).isEqualTo(sections(row)));
    }

    private static Set<String> sections(JsonNode of) {
        return of.get("sections").valueStream().map(JsonNode::asString).collect(Collectors.toSet());
    }

    private static void waitForTheBuild() {
        abara.until(
                "/api/terms/27SP/line",
                line -> "DONE".equals(line.get("buildState").asString("")));
    }

    @Test
    @Order(2)
    void oneIsUndoneWithoutLoss() {
        page.navigate("/27SP/cross-lists?kept=yes");
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Kept"))
                .waitFor();
        int before = shells().size();
        JsonNode last = kept().get(0);
        press(page.locator(".row .what")
                .filter(new Locator.FilterOptions().setHasText(last.get("label").asString() + " "))
                .first());
        page.getByText("What it becomes").waitFor();
        assertSound();
        key("x");
        page.getByText(last.get("label").asString() + " split").waitFor();
        assertThat(actions).isEqualTo(2);
        abara.build("27SP");
        assertThat(shells()).hasSize(before + last.get("sections").size() - 1);
        key("u");
        page.getByText("split, undone").waitFor();
        abara.build("27SP");
        assertThat(shells()).hasSize(before);
        assertThat(sections(standing(last.get("key").asString()))).isEqualTo(sections(last));
    }

    @Test
    @Order(3)
    void aSharedShellIsOpenedTenDaysEarlyForAllItsSections() {
        JsonNode four = kept().stream()
                .filter(row -> row.get("sections").size() == 4)
                .findFirst()
                .orElseThrow();
        String key = four.get("key").asString();
        String late = four.get("sections")
                .valueStream()
                .map(JsonNode::asString)
                .filter(section -> !section.equals(four.get("lead").asString()))
                .findFirst()
                .orElseThrow();
        int version = abara.get("/api/conventions").json().at("/about/number").asInt();
        abara.post(
                "/api/conventions/versions",
                "{\"change\":{\"basedOn\":" + version + ",\"dates\":{\"sections\":[{\"section\":\"" + late
                        + "\",\"opens\":\"term.start 08:00\"}]}},\"note\":\"\"}");
        abara.build("27SP");
        assertThat(entry(late, key)).isEqualTo(START);

        page.navigate("/27SP/dates?only=out");
        page.getByText(java.util.regex.Pattern.compile("[0-9]+ kept out"))
                .first()
                .waitFor();
        assertSound();
        page.getByRole(AriaRole.GRID).focus();
        key("ArrowDown");
        page.getByText("keeps out").waitFor();
        Locator by = page.getByLabel("opens by days");
        by.fill("-10");
        by.press("Tab");
        actions++;
        page.getByText("opens 10 days earlier").waitFor();
        assertSound();
        press(button("Keep, and send to the LMS"));
        assertThat(actions).isEqualTo(3);
        page.waitForURL("**/27SP/build**");
        waitForTheBuild();
        four.get("sections")
                .forEach(section -> assertThat(entry(section.asString(), key)).isEqualTo(START.minusDays(17)));
        assertSound();
    }

    /** Shells of one course that nothing is joined with; the part of their codes that only they have. */
    private static String coursePickable() {
        Map<String, Integer> shells = new TreeMap<>();
        Set<String> shared = new HashSet<>();
        abara.get("/api/terms/27SP/proof/rows?limit=5000&versions=" + abara.versions("27SP"))
                .json()
                .get("rows")
                .forEach(row -> {
                    String code = row.get("code").asString();
                    String course = code.replaceFirst("^(27sp-[a-z]+-[0-9]+-).*", "$1");
                    shells.merge(course, 1, Integer::sum);
                    if (row.get("sections").size() != 1 || course.equals(code)) {
                        shared.add(course);
                    }
                });
        return shells.entrySet().stream()
                .filter(entry -> entry.getValue() > 1 && !shared.contains(entry.getKey()))
                .findFirst()
                .orElseThrow()
                .getKey();
    }

    @Test
    @Order(4)
    void sectionsArePickedFromTheSheetOfTheProof() {
        int before = kept().size();
        page.navigate("/27SP/proof?q=" + coursePickable());
        page.getByText(java.util.regex.Pattern.compile("^\\s*[0-9]+ rows"))
                .first()
                .waitFor();
        page.getByRole(AriaRole.GRID).focus();
        page.keyboard().press("Home");
        key("Space");
        page.keyboard().press("ArrowDown");
        key("Space");
        assertSound();
        press(button("Put 2 together"));
        page.getByText("One shell for two sections").waitFor();
        assertSound();
        press(button("Keep this cross-list"));
        button("Undo").waitFor();
        assertThat(kept()).hasSize(before + 1);
        assertThat(actions).isEqualTo(4);
        key("u");
        page.getByText("kept, undone").waitFor();
        assertThat(kept()).hasSize(before);
    }

    /** From when on a student of a section can enter a shell, as the LMS says. */
    private static OffsetDateTime entry(String section, String key) {
        Client lms = Client.anonymous(system.standIns());
        String student = lms.get("/lms/api/shells/" + key + "/people")
                .json()
                .valueStream()
                .filter(one -> one.get("section").asString().equals(section)
                        && one.get("role").asString().equals("student"))
                .map(one -> one.get("user").asString())
                .findFirst()
                .orElseThrow();
        return lms.get("/lms/api/people/" + student + "/shells")
                .json()
                .valueStream()
                .filter(one -> one.get("key").asString().equals(key)
                        && one.get("section").asString().equals(section))
                .map(one -> OffsetDateTime.parse(one.get("opens").asString()))
                .findFirst()
                .orElseThrow();
    }
}
