package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.Teachers;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Those who teach ask, those who plan decide, in a real browser: wide and at the width of a phone. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class TeachingTest {
    private static RunningSystem system;
    private static Client lms;
    private static Client abara;
    private static List<Teachers.Pair> pairs;
    private static Browser browser;
    private static Page page;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(300, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        lms = Client.anonymous(system.standIns());
        abara = system.signedIn("abara");
        abara.fetchList();
        pairs = new Teachers(system, 25).pairs();
        browser = new Browser(system.address());
        page = browser.page;
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    private static String label(Teachers.Pair who) {
        return who.first().get("label").asString();
    }

    /** One shell for two sections: two actions, and it stands within a minute. */
    private static void oneShell(Teachers.Pair who) {
        Locator line = page.locator("li")
                .filter(new Locator.FilterOptions()
                        .setHas(page.locator("b", new Page.LocatorOptions().setHasText(label(who)))));
        String number = who.second().get("label").asString().replaceAll("^.*-", "");
        // 1: what is asked for
        line.getByText("One shell with " + number, new Locator.GetByTextOptions().setExact(true))
                .press("Enter");
        line.getByText("No longer made:").waitFor();
        browser.isSound();
        // 2: it is
        browser.button("^Have it so$").press("Enter");
        page.getByText("One shell with " + who.second().get("label").asString() + ".")
                .waitFor();
        line.getByText(Pattern.compile("Its shell stands")).waitFor();
        String key = who.client().get("/api/teaching").json().findValues("shell").stream()
                .filter(shell -> !shell.isNull() && !shell.get("with").isEmpty())
                .map(shell -> shell.get("key").asString())
                .findFirst()
                .orElseThrow();
        assertThat(lms.get("/lms/api/shells/" + key + "/people").text())
                .contains(
                        who.first().get("id").asString(), who.second().get("id").asString());
    }

    @Test
    @Order(1)
    void anInstructorHasOneShellForTwoSections() {
        browser.signInAt("/", pairs.get(0).login());
        browser.heading("My teaching");
        browser.isSound();
        oneShell(pairs.get(0));
        browser.isSound();
    }

    @Test
    @Order(2)
    void theSameOnAPhone() {
        page.context().clearCookies();
        page.setViewportSize(390, 844);
        browser.signInAt("/", pairs.get(1).login());
        browser.heading("My teaching");
        assertThat((Boolean) page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"))
                .isTrue();
        oneShell(pairs.get(1));
        browser.isSound();
    }

    @Test
    @Order(3)
    void whatIsNoMatterOfRuleIsAskedForAndDecided() {
        page.setViewportSize(1280, 800);
        page.reload();
        browser.heading("My teaching");
        browser.button("^Another title$").first().press("Enter");
        page.getByLabel("Title").fill("The Sea, all of it");
        page.getByText("The campus has this decided by people").waitFor();
        page.getByLabel("Why, for who decides").fill("it is what we do");
        browser.button("^Ask ").press("Enter");
        page.getByText("asked. You get mail when it is decided.").waitFor();

        page.context().clearCookies();
        browser.signInAt("/?view=requests");
        browser.heading("1 request open of 3");
        page.getByText("waiting for you").waitFor();
        page.locator("[role=grid]").focus();
        page.keyboard().press("ArrowDown");
        page.getByText("“it is what we do”").waitFor();
        browser.isSound();
        browser.button("^Approve$").press("Enter");
        browser.heading("0 requests open of 3");
        page.getByRole(com.microsoft.playwright.options.AriaRole.GRID)
                .getByText("The Sea, all of it")
                .waitFor();
    }

    @Test
    @Order(4)
    void peopleGetRolesAndASchedulerSeesTheirDepartmentsAlone() {
        page.navigate("/?view=people&find=sorley");
        browser.heading("people who sign in");
        page.locator("[role=grid]").focus();
        page.keyboard().press("ArrowDown");
        page.getByLabel("Anthropology").check();
        browser.isSound();
        browser.button("^Keep it so$").press("Enter");
        page.getByText("it holds from the next click").waitFor();

        page.context().clearCookies();
        browser.signInAt("/27SP/proof", "sorley");
        page.locator("[role=grid]")
                .getByText(Pattern.compile("ANTH|OCEA"))
                .first()
                .waitFor();
        String rows = page.locator("[role=grid]").innerText();
        assertThat(rows).doesNotContain("MATH", "NURS", "HIST");
        browser.isSound();
    }
}
