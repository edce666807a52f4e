package chalkline.e2e;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** What lists change night after night, in a real browser and by the keyboard. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class NightlyTest {
    private static RunningSystem system;
    private static Browser browser;
    private static Page page;
    private static Client registrar;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(300, "--standins.earlier-terms=false");
        registrar = Client.anonymous(system.standIns());
        Client abara = system.signedIn("abara");
        abara.fetchList();
        for (int day = 1; day <= 3; day++) {
            registrar.put("/registrar/api/day", "{\"day\":" + day + "}");
            abara.fetchList();
        }
        browser = new Browser(system.address());
        page = browser.page;
        browser.signInAt("/27SP/arrivals");
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    @Test
    @Order(1)
    void whatChangedOpensSectionBySection() {
        browser.heading("What the registrar's list brought");
        page.getByText("The last 4 lists:").waitFor();
        page.getByText("At the registrar's: sections, people").waitFor();
        browser.isSound();
        browser.link("^Oceanography$").press("Enter");
        page.getByText("Its shell").waitFor();
        page.locator("tbody tr").first().waitFor();
        browser.isSound();
        browser.link("^All departments$").press("Enter");
        page.getByText("At the registrar's: sections, people").waitFor();
    }

    @Test
    @Order(2)
    void itIsChosenWhatComesAndGoesThroughByItself() {
        page.getByLabel("at", new Page.GetByLabelOptions().setExact(true)).fill("03:15");
        browser.button("Fetch it every day").press("Enter");
        page.getByText("Fetched every day at 03:15").waitFor();
        browser.button("Choose what goes through").press("Enter");
        page.getByLabel("students who add").press("Space");
        page.getByLabel("students who drop").press("Space");
        browser.isSound();
        browser.button("Let these through").press("Enter");
        page.getByText("students who add, students who drop").waitFor();
        browser.isSound();
    }

    @Test
    @Order(3)
    void aDepartmentsPartOfAHeldListIsLeftOutAndLifted() {
        registrar.put("/registrar/api/night", "{\"night\":\"HALVED\"}");
        browser.button("Fetch the list").press("Enter");
        browser.heading("The registrar's list is held");
        browser.link("^Oceanography$").press("Enter");
        page.getByLabel("Why").fill("it is taught");
        browser.isSound();
        browser.button("Keep its \\d+ cancelled section").press("Enter");
        page.getByText("cancelled sections stay. it is taught").waitFor();
        browser.heading("The registrar's list is held");
        page.getByText(Pattern.compile("Left out: \\d+ cancelled sections? kept of OCEA 27SP|OCEA 27SP"))
                .first()
                .waitFor();
        browser.isSound();
        browser.button("Lift it: OCEA 27SP").press("Enter");
        page.getByText("cancelled sections stay. it is taught")
                .waitFor(new Locator.WaitForOptions()
                        .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
    }
}
