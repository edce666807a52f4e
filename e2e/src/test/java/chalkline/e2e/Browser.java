package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.Browser.NewContextOptions;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;

/** Debian's Chromium, headless, with one page at 1280 by 800. Errors on its console are kept. */
final class Browser implements AutoCloseable {
    private final Playwright playwright;
    private final com.microsoft.playwright.Browser chromium;
    private final BrowserContext context;
    private final List<String> errors = new ArrayList<>();
    final Page page;

    Browser(URI address) {
        playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        chromium = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setHeadless(true)
                        .setArgs(List.of(
                                "--no-sandbox",
                                "--disable-gpu",
                                "--disable-quic",
                                "--no-first-run",
                                "--disable-background-networking",
                                "--disable-component-update",
                                "--disable-sync")));
        context = chromium.newContext(new NewContextOptions()
                .setViewportSize(1280, 800)
                .setBaseURL(address.toString())
                // that of a cluster was made on the spot
                .setIgnoreHTTPSErrors(true));
        // a patience, not a measure: what is waited for comes when the machine comes to it
        context.setDefaultTimeout(180_000);
        page = context.newPage();
        page.onPageError(errors::add);
        page.onConsoleMessage(message -> {
            // the first question, who is signed in, is answered 401 until someone is; typing asks with wrong patterns
            // too
            boolean expected = message.text().contains("401") || message.text().contains("422");
            if (message.type().equals("error") && !expected) {
                errors.add(message.text() + " at " + message.location());
            }
        });
    }

    List<String> errors() {
        return errors;
    }

    /** Goes to a view as the administrator of the demo, who is asked to sign in there. */
    void signInAt(String view) {
        signInAt(view, "abara");
    }

    /** Goes to a view as somebody of the demo. */
    void signInAt(String view, String login) {
        page.navigate(view);
        page.getByLabel("Name").fill(login);
        page.getByLabel("Password").fill("chalk");
        page.keyboard().press("Enter");
    }

    /** The button whose name has a pattern in it. */
    Locator button(String says) {
        return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(says)));
    }

    /** The link whose name has a pattern in it. */
    Locator link(String says) {
        return page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile(says)));
    }

    /** Waits for a heading of any level with a pattern in it. */
    void heading(String says) {
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName(Pattern.compile(says)))
                .first()
                .waitFor();
    }

    /** Nothing is wrong with the page as it stands. */
    void isSound() {
        assertThat(axe()).isEmpty();
        assertThat(errors()).isEmpty();
    }

    /** What axe finds wrong with the page as it stands, in words. */
    List<String> axe() {
        return new AxeBuilder(page)
                        .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"))
                        .analyze()
                        .getViolations()
                        .stream()
                        .map(Browser::words)
                        .toList();
    }

    private static String words(Rule rule) {
        return rule.getId() + ": " + rule.getHelp() + " at "
                + rule.getNodes().stream().map(node -> node.getHtml()).limit(3).toList();
    }

    @Override
    public void close() {
        playwright.close();
    }
}
