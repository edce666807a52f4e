package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;
import tools.jackson.databind.JsonNode;

/** Courses from a spreadsheet, in a real browser and by the keyboard. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SheetsTest {
    private static RunningSystem system;
    private static Browser browser;
    private static Page page;
    private static List<JsonNode> standing;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(200, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        Client abara = system.signedIn("abara");
        abara.fetchList();
        abara.build("27SP");
        standing = abara.get("/api/terms/27SP/cross-lists/sections?find=001")
                .json()
                .valueStream()
                .limit(3)
                .toList();
        browser = new Browser(system.address());
        page = browser.page;
        browser.signInAt("/27SP/arrivals");
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    /** As a spreadsheet puts rows on the clipboard: tabs between cells. */
    private static void copied(String text) {
        page.evaluate("""
                text => {
                    const from = Object.assign(document.createElement('textarea'), {value: text, id: 'copied'})
                    document.body.append(from)
                    from.select()
                }""", text);
        page.keyboard().press("Control+C");
        page.evaluate("() => document.getElementById('copied').remove()");
    }

    private static String ninety() {
        List<String> lines = new ArrayList<>();
        lines.add("Course\tCourse title\tSec\tDepartment\tE-mail\tFirst day\tLast day");
        for (int i = 1; i <= 87; i++) {
            lines.add("CEED " + (100 + i) + "\tKnots " + i
                    + "\t001\tContinuing Education\tuna.berg@skerrow.example\t2027-02-01\t2027-03-12");
        }
        for (JsonNode one : standing) {
            String[] name = one.get("name").asString().split("-");
            lines.add(name[0] + "\tAnother title\t" + name[1] + "\t\t\t\t");
        }
        return String.join("\n", lines);
    }

    /** In at most 6 actions; it takes 3: paste, keep, build. */
    @Test
    @Order(1)
    void ninetyRowsArePastedOfWhichEightySevenAreBuiltAndThreeReported() {
        browser.heading("What the registrar's list brought");
        copied(ninety());
        page.keyboard().press("Control+V");
        browser.button("\\+ 87 new").waitFor();
        browser.button("≠ 3 there, but otherwise").waitFor();
        page.getByText("title: ").first().waitFor();
        browser.isSound();
        browser.button("Keep 87 new sections").press("Enter");
        browser.heading("pasted rows");
        browser.button("87 to build").waitFor();
        browser.isSound();
        browser.button("Build 87 shells").press("Enter");
        page.getByText("87 of 87").first().waitFor();
        page.goBack();
        browser.button("✓ 90 stands").waitFor();
        Locator rows = page.getByRole(AriaRole.GRID);
        rows.press("End");
        browser.heading("Row 91");
        rows.getByText("title: ").nth(2).waitFor();
        assertThat(rows.getByText("title: ").count()).isEqualTo(3);
        browser.isSound();
    }

    @Test
    @Order(2)
    void aWrongCellIsCorrectedWhereItStands() {
        browser.link("Another sheet").press("Enter");
        page.getByLabel("Rows from a spreadsheet").waitFor();
        browser.isSound();
        String[] name = standing.get(0).get("name").asString().split("-");
        copied(
                "course\ttitle\tsec\tdepartment\tstarts\n" + name[0] + "\tOther\t" + name[1]
                        + "\t\t\nCEED 101\tKnots 1\t001\t\t\nCEED 301\tSails\t\tTraining\tsoon\nCEED 302\tRopes\tnone\tTraining\t");
        page.getByLabel("Rows from a spreadsheet").focus();
        page.keyboard().press("Control+V");
        browser.button("■ 1 wrong").waitFor();
        browser.button("≠ 1 there, but otherwise").waitFor();
        browser.button("= 1 there already").waitFor();
        browser.button("· 1 no offering").waitFor();
        page.getByText("\"soon\" is no day").first().waitFor();
        browser.isSound();
        Locator grid = page.getByRole(AriaRole.GRID);
        grid.focus();
        for (int i = 0; i < 4; i++) {
            page.keyboard().press("ArrowRight");
        }
        page.keyboard().press("Enter");
        page.keyboard().type("2027-02-01");
        page.keyboard().press("Enter");
        browser.button("\\+ 1 new").waitFor();
        browser.heading("^Row 5");
        browser.isSound();
        browser.button("Keep 1 new section and 1 course").press("Enter");
        browser.button("1 to build").waitFor();
    }

    @Test
    @Order(3)
    void sectionsOfOurOwnAreMarkedAndTakenOut() {
        browser.link("^Sections of our own$").press("Enter");
        browser.heading("Sections of our own in 27SP");
        browser.heading("Courses without an offering");
        page.getByLabel("Find", new Page.GetByLabelOptions().setExact(true)).fill("ceed 301");
        page.getByLabel("Mark CEED 301-001").press("Space");
        page.getByLabel("Why").fill("not this term");
        browser.isSound();
        browser.button("Take out 1 section").press("Enter");
        page.getByRole(AriaRole.DIALOG)
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Take out 1 section"))
                .press("Enter");
        page.getByLabel("Mark CEED 301-001")
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
        browser.isSound();
    }

    @Test
    @Order(4)
    void guardsAreSetWhereTheConventionsAre() {
        page.navigate("/27SP/conventions");
        browser.heading("Guards");
        page.getByLabel("department", new Page.GetByLabelOptions().setExact(true))
                .fill("FISH");
        browser.button("Limits of its own").press("Enter");
        page.getByLabel("FISH: sections").fill("40");
        browser.button("Keep these guards").press("Enter");
        page.getByText("guards").first().waitFor();
        browser.button("FISH as the campus").waitFor();
        assertThat(page.getByLabel("FISH: sections").inputValue()).isEqualTo("40");
        browser.isSound();
    }
}
