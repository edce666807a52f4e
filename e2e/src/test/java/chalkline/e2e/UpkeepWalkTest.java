package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.SelectOption;
import com.microsoft.playwright.options.WaitForSelectorState;
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

/** A built term is kept true, in a real browser and by the keyboard. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class UpkeepWalkTest {
    private static final int SECTIONS = 300;
    private static RunningSystem system;
    private static Browser browser;
    private static Page page;
    private static Client abara;
    private static Client standIns;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(SECTIONS, "--standins.earlier-terms=true", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        standIns = Client.anonymous(system.standIns());
        abara.fetchList();
        abara.build("27SP");
        browser = new Browser(system.address());
        page = browser.page;
        browser.signInAt("/27SP/upkeep");
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    private static void drift(int count, int seed) {
        Client.Answer done = standIns.put("/lms/api/trouble/drift?term=27SP&count=" + count + "&seed=" + seed, "");
        assertThat(done.json()).hasSize(count);
    }

    private static void view(String view) {
        page.navigate(system.address() + "/27SP/upkeep?view=" + view);
    }

    @Test
    @Order(1)
    void whatDriftedIsPutBackOrKept() {
        browser.heading("All 300 shells stand as built");
        browser.isSound();
        drift(22, 1);
        browser.button("Look at what changed in the LMS").press("Enter");
        browser.heading("22 shells of 300 changed by hand");
        browser.isSound();
        // by the keyboard: down to a row, its reasons, then all of them
        page.locator("#sheet").focus();
        page.keyboard().press("ArrowDown");
        page.getByText("As build 1 left it").waitFor();
        page.keyboard().press("a");
        browser.heading("22 changes of 22 shells marked");
        browser.button("Put 22 shells back").press("Enter");
        page.getByText("would be made anew, with their people").waitFor();
        browser.isSound();
        page.locator("dialog")
                .getByText("Put 22 shells back", new Locator.GetByTextOptions().setExact(true))
                .press("Enter");
        browser.heading("22 shells stand as planned");

        drift(11, 2);
        view("");
        browser.button("Look at what changed in the LMS").press("Enter");
        browser.heading("11 shells of 300 changed by hand");
        page.locator("#sheet").focus();
        page.keyboard().press("a");
        page.getByLabel("Why").fill("the departments asked");
        browser.button("What would that do").press("Enter");
        page.getByText("✓ 11 changes").waitFor();
        browser.isSound();
        browser.button("Keep 11 changes as theirs").press("Enter");
        browser.heading("shells stand as built");
    }

    @Test
    @Order(2)
    void theFirstDayIsSeenByCauseAndMended() {
        view("day");
        browser.heading("ready for students on Mon 4 Jan 2027");
        browser.isSound();
        browser.button("not open to students").press("Enter");
        page.getByText("What mends it").waitFor();
        page.getByLabel("Department").selectOption("Oceanography");
        browser.isSound();
        browser.button("Open \\d+ shells?").press("Enter");
        browser.heading("stand as planned|stands as planned");
    }

    /** In at most 6 actions, with the effect seen before; it takes 4: paste, department, move, build. */
    @Test
    @Order(3)
    void fortyCoursesAreMovedWithTheEffectSeen() {
        List<String> courses = new ArrayList<>();
        for (JsonNode course : abara.get("/api/terms/27SP/upkeep/moves").json().get("courses")) {
            if (courses.size() < 40 && !course.get("department").asString().equals("OCEA")) {
                courses.add(course.get("code").asString());
            }
        }
        assertThat(courses).hasSize(40);
        view("moves");
        browser.heading("courses, 0 moves in force");
        browser.isSound();
        page.getByLabel("Paste codes").fill(String.join("\n", courses) + "\nNONE 1");
        page.getByLabel("Paste codes").blur();
        browser.heading("40 courses chosen");
        page.getByText("1 code not of this term: NONE 1").waitFor();
        page.getByLabel("Department", new Page.GetByLabelOptions().setExact(true))
                .fill("OCEA");
        page.getByText("shells would change").waitFor();
        page.getByText("all of the term").waitFor();
        browser.isSound();
        browser.button("Move 40 courses").press("Enter");
        browser.button("Build \\d+ shells").press("Enter");
        browser.heading("stand as planned");
        view("moves");
        browser.heading("courses, 1 move in force");
        browser.isSound();
    }

    @Test
    @Order(4)
    void aStudentIsLetInLonger() {
        view("open");
        browser.heading("open to students");
        browser.isSound();
        page.locator("#sheet").focus();
        page.keyboard().press("ArrowDown");
        page.locator("#margin form select").selectOption(new SelectOption().setIndex(1));
        page.getByLabel("Until the end of").fill("2027-08-31");
        page.getByLabel("Why").fill("an incomplete");
        browser.isSound();
        browser.button("Let in longer").press("Enter");
        page.getByText("until Tue 31 Aug 2027 23:59").waitFor();
        browser.button("End that").press("Enter");
        page.getByText("until Tue 31 Aug 2027 23:59")
                .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.DETACHED));
    }

    @Test
    @Order(5)
    void aSampleIsTickedOffAndTheReportIsReadAndTakenOut() {
        view("sample");
        browser.heading("No sample was drawn yet");
        browser.button("Draw \\d+ shells").last().press("Enter");
        browser.heading("to look at");
        page.locator("#sheet").focus();
        page.keyboard().press("ArrowDown");
        page.keyboard().press("s");
        page.getByText("✓ sound").waitFor();
        page.keyboard().press("f");
        page.keyboard().type("another category");
        browser.button("^Faulty").press("Enter");
        browser.heading("1 of 2 faulty");
        browser.isSound();
        view("report");
        browser.heading("Spring 2027: ");
        page.getByText("Shells by department").first().waitFor();
        browser.isSound();
        assertThat(page.waitForDownload(() -> browser.button("XLSX").first().press("Enter"))
                        .suggestedFilename())
                .endsWith(".xlsx");
    }

    @Test
    @Order(6)
    void aTermThatIsOverIsArchivedAfterItWasAsked() {
        view("archive");
        browser.heading("over, 300 of its shells still stand");
        browser.isSound();
        browser.button("Archive 300").press("Enter");
        page.getByText("Only administrators enter them from then on").waitFor();
        browser.isSound();
        page.locator("dialog button.go").press("Enter");
        browser.heading("300 shells archived");
        browser.isSound();
    }

    @Test
    @Order(7)
    void aMasterIsMadeFromAShellSharedEditedAndPutAway() {
        String code = standIns.get("/lms/api/shells?since=0&after=0&limit=1")
                .json()
                .get("items")
                .get(0)
                .get("code")
                .asString();
        view("masters");
        browser.heading("No master yet");
        browser.isSound();
        browser.button("New master").press("Enter");
        page.keyboard().type("Tides, developed together");
        page.getByLabel("Code in the LMS").fill("TIDES-MASTER");
        page.getByLabel("Courses").fill("OCEA 210, OCEA 211");
        page.getByLabel("Fill it from a shell").fill(code);
        browser.isSound();
        browser.button("Make it").press("Enter");
        browser.heading("1 master, 0 shells of 27SP");
        page.getByLabel("Share with").fill("an");
        page.locator("#margin p:has(.soft) button.plain").last().press("Enter");
        page.getByText("Shared.").waitFor();
        browser.isSound();

        browser.button("Look at what was edited").press("Enter");
        page.getByText("Looked at what was edited.").waitFor();
        assertThat(standIns.put("/lms/api/trouble/content/m:tides-master", "").status())
                .isEqualTo(200);
        browser.button("Look at what was edited").press("Enter");
        page.getByText("added: Added by hand").first().waitFor();
        browser.isSound();

        page.locator("#sheet").focus();
        page.keyboard().press("a");
        browser.heading("1 master marked");
        browser.button("Ask whoever shares them").press("Enter");
        page.getByText("1 message on the way").waitFor();
        page.locator("#sheet").focus();
        page.keyboard().press("a");
        browser.button("Put away").press("Enter");
        page.locator("dialog button.go").press("Enter");
        page.getByText("put away", new Page.GetByTextOptions().setExact(true))
                .first()
                .waitFor();
        browser.heading("0 masters");
        page.locator("#sheet").focus();
        page.keyboard().press("a");
        browser.button("Take out 1 master").press("Enter");
        browser.heading("1 master, 0 shells of 27SP");
        browser.isSound();
    }

    @Test
    @Order(8)
    void whatWasDoneIsFoundAndItsWholeIsChecked() {
        page.navigate(system.address() + "/");
        page.getByText("The whole ledger").press("Enter");
        browser.heading("The ledger");
        browser.isSound();
        page.getByLabel("Names").fill("m:tides-master tides");
        page.getByLabel("Names").blur();
        browser.heading("0 entries");
        page.getByLabel("Names").fill("tides-master");
        page.getByLabel("Names").blur();
        browser.heading("The ledger, [1-9]\\d* entries");
        page.locator("#sheet").focus();
        page.keyboard().press("ArrowDown");
        page.getByText("from 127.0.0.1").waitFor();
        browser.isSound();
        browser.button("Check the whole ledger").press("Enter");
        page.getByText("each as it was sealed").waitFor();
        browser.isSound();

        String key = abara.get("/api/terms/27SP/upkeep/shells")
                .json()
                .get("rows")
                .get(0)
                .get("key")
                .asString();
        page.navigate(system.address() + "/27SP/upkeep?view=life&shell=" + key);
        page.locator("ol li").first().waitFor();
        page.getByText("build 1", new Page.GetByTextOptions().setExact(true))
                .first()
                .waitFor();
        browser.isSound();
    }
}
