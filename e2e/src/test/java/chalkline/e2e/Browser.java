package chalkline.e2e;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.Browser.NewContextOptions;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

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
        context = chromium.newContext(
                new NewContextOptions().setViewportSize(1280, 800).setBaseURL(address.toString()));
        context.setDefaultTimeout(30_000);
        page = context.newPage();
        page.onPageError(errors::add);
        page.onConsoleMessage(message -> {
            // the first question, who is signed in, is answered 401 until someone is; typing asks with wrong patterns
            // too
            boolean expected = message.text().contains("401") || message.text().contains("422");
            if (message.type().equals("error") && !expected) {
                errors.add(message.text());
            }
        });
    }

    List<String> errors() {
        return errors;
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
