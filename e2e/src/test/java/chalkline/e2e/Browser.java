package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
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
import org.jspecify.annotations.Nullable;

/** Debian's Chromium, headless, with one page at 1280 by 800 and cookies of its own. Errors on its console are kept. */
final class Browser implements AutoCloseable {
    /** One program for all tests of this JVM, started for the first that wants it. */
    private static com.microsoft.playwright.@Nullable Browser chromium;

    private static final List<String> RULES =
            List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice");

    private final BrowserContext context;
    private final List<String> errors = new ArrayList<>();
    final Page page;

    Browser(URI address) {
        context = chromium()
                .newContext(new NewContextOptions()
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

    private static synchronized com.microsoft.playwright.Browser chromium() {
        if (chromium == null) {
            Playwright playwright = Playwright.create(
                    new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
            Runtime.getRuntime().addShutdownHook(new Thread(playwright::close));
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
        }
        return chromium;
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
    @SuppressWarnings("unchecked")
    List<String> axe() {
        if (!(Boolean) page.evaluate("() => 'axe' in window")) {
            page.evaluate(AxeBuilder.getAxeScript());
        }
        // where everything stands that is right would take longer than all of the rest
        return (List<String>) page.evaluate("""
                async tags => {
                    const found = await axe.run({ runOnly: tags, resultTypes: ['violations'] });
                    if (found.passes.length === 0) throw new Error('axe looked at nothing');
                    return found.violations.map(rule => rule.id + ': ' + rule.help + ' at '
                        + rule.nodes.slice(0, 3).map(node => node.html).join(', '));
                }""", RULES);
    }

    @Override
    public void close() {
        context.close();
    }
}
