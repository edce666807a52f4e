package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A sheet for an LMS that takes uploads, defined on real rows in a browser, written, fetched and brought back. */
@OwnSystem("its LMS takes files only")
class FilesTest {
    private static RunningSystem system;
    private static Browser browser;
    private static Page page;

    @RegisterExtension
    static final Walk WALK = new Walk();

    @BeforeAll
    static void start() {
        system = RunningSystem.with(60, "LMS_KIND", "files");
        Client abara = system.signedIn("abara");
        abara.fetchList();
        abara.build("27SP");
        browser = new Browser(system.address());
        page = browser.page;
        browser.signInAt("/27SP/build?view=files");
    }

    @AfterAll
    static void stop() {
        browser.close();
        system.close();
    }

    private static Locator field(String name) {
        return page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName(name));
    }

    @Test
    void aSheetIsDefinedWrittenAndWhatComesBackIsSaid() throws Exception {
        page.getByLabel("heading of column 1").fill("COURSE_KEY");
        field("what stands in COURSE_KEY").fill("{shell.co");
        page.getByText("shell.code").first().waitFor();
        page.keyboard().press("Enter");
        assertThat(field("what stands in COURSE_KEY").inputValue()).isEqualTo("{shell.code}");
        browser.button("^Add a column$").click();
        page.getByLabel("heading of column 3").fill("START");
        field("what stands in START").fill("{shell.opens");
        page.getByText("this { is not closed").waitFor();
        browser.isSound();
        field("what stands in START").fill("{shell.opens}");
        page.getByLabel("form of dates").fill("dd/MM/uuuu");
        page.locator("td").getByText("28/12/2026").first().waitFor();
        page.getByLabel("delimiter").selectOption(";");
        page.getByLabel("name of the profile").fill("Course upload");
        page.getByLabel("the LMS gives a sheet back").check();
        page.getByLabel("What came of it stands under").fill("Result");
        page.getByLabel("Why not stands under").fill("Why");
        browser.button("^Keep the profile$").click();
        browser.button("^Write all of it$").click();
        browser.link("^Fetch it$").waitFor();
        Download download =
                page.waitForDownload(() -> browser.link("^Fetch it$").click());
        assertThat(download.suggestedFilename()).isEqualTo("Course upload.csv");
        List<String> lines = Files.readAllLines(download.path());
        assertThat(lines.get(0)).isEqualTo("COURSE_KEY;TITLE;START");
        String first = lines.get(1).split(";")[0];

        StringBuilder sheet = new StringBuilder("COURSE_KEY,Result,Why\n" + first + ",no,Category is missing\n");
        lines.subList(2, lines.size())
                .forEach(line -> sheet.append(line.split(";")[0]).append(",ok,\n"));
        page.getByLabel("the sheet that came back")
                .setInputFiles(new FilePayload(
                        "result.csv", "text/csv", sheet.toString().getBytes(StandardCharsets.UTF_8)));
        page.getByText("1 shell is taken not to stand as told").waitFor();
        browser.button("Why 1 row failed").click();
        page.getByText("Category is missing").waitFor();
        browser.isSound();
        page.getByText("1 to build").waitFor();
    }
}
