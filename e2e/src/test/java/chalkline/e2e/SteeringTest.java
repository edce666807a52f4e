package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A build in somebody's hand, in a real browser and by the keyboard: tried first, paused, taken back, failed, tried again. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SteeringTest {
    private static RunningSystem system;
    private static Browser browser;
    private static Page page;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(300, "--standins.earlier-terms=false", "--standins.copy-millis=100");
        system.signedIn("abara").fetchList();
        browser = new Browser(system.address());
        page = browser.page;
        browser.signInAt("/27SP/proof");
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    private static Locator button(String says) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(says)));
    }

    private static void heading(String says) {
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1).setName(Pattern.compile(says)))
                .waitFor();
    }

    private static void trouble(String how) {
        assertThat(Client.anonymous(system.standIns())
                        .put("/lms/api/trouble", how)
                        .status())
                .isEqualTo(200);
    }

    private static void isSound() {
        assertThat(browser.axe()).isEmpty();
        assertThat(browser.errors()).isEmpty();
    }

    @Test
    @Order(1)
    void whatItCostsIsSaidAndAFewAreTriedFirst() {
        page.getByText(Pattern.compile("\\d+ calls, about")).waitFor();
        button("Otherwise").press("Enter");
        page.getByText("Students will notice nothing of it.").waitFor();
        isSound();
        page.getByLabel("5 shells first, then it pauses").press("Space");
        button("Try 5 of 300").press("Enter");
        heading("5 shells tried first; look at them, 295 to come");
        isSound();
        page.getByRole(AriaRole.COMPLEMENTARY)
                .getByRole(AriaRole.BUTTON)
                .first()
                .press("Enter");
        page.getByText("step by step").waitFor();
    }

    @Test
    @Order(2)
    void itPausesAndGoesOnByKey() {
        trouble("{\"latencyMillis\":300}");
        // back from the margin: letters act on the sheet only
        page.keyboard().press("Escape");
        page.keyboard().press("p");
        heading("Building 300 shells");
        page.getByText(Pattern.compile("calls at once, 8 at most")).waitFor();
        page.keyboard().press("p");
        heading("Paused by N. Abara, \\d+ to come");
        isSound();
        trouble("{\"latencyMillis\":0}");
        page.keyboard().press("p");
        heading("300 shells stand as planned");
    }

    @Test
    @Order(3)
    void itIsTakenBackAfterSomebodyHasLooked() {
        Client.anonymous(system.standIns()).put("/lms/api/trouble/work/s:cl-27SP-7", "");
        button("Take it back").press("Enter");
        heading("299 shells can be taken back; what stays is on the right");
        page.getByText("Students have worked in it.").waitFor();
        isSound();
        button("Take 299 shells back").press("Enter");
        heading("299 shells taken back");
        isSound();
        page.keyboard().press("5");
        button("Build 299").waitFor();
    }

    @Test
    @Order(4)
    void whatFailsIsShownByCauseAndTriedAgain() {
        trouble("{\"copyFails\":0.5}");
        button("Build 299").press("Enter");
        heading("\\d+ shells of 299 stand as planned");
        page.getByText("copy failed").waitFor();
        page.getByText("The copy broke off.").first().waitFor();
        isSound();
        trouble("{\"copyFails\":0}");
        page.keyboard().press("r");
        heading("\\d+ shells stand as planned");
        page.keyboard().press("5");
        button("Nothing to build").waitFor();
        isSound();
    }
}
