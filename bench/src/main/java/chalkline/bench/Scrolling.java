package chalkline.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import java.net.URI;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Scrolls a sheet from end to end in Debian's Chromium, by wheel and by its bar. */
final class Scrolling {
    /** A task on the browser's main thread beyond this length is a long one (W3C Long Tasks). */
    static final double STUTTER_MILLIS = 50;

    private static final int RUNS = 4;
    private static final int TURNS = 200;
    private static final int JUMPS = 40;

    private Scrolling() {}

    /**
     * Milliseconds of the longest long task, 0 where there was none; the least of several runs, for whatever else the
     * machine does only adds, and what the page itself does too long it does each time.
     *
     * @param station the key of the station whose sheet it is
     */
    static double longestTask(URI address, String station) {
        try (Playwright playwright = Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")))) {
            Browser chromium = playwright
                    .chromium()
                    .launch(new BrowserType.LaunchOptions()
                            .setExecutablePath(Path.of("/usr/bin/chromium"))
                            .setArgs(List.of("--no-sandbox", "--disable-gpu", "--disable-background-networking")));
            Page page = chromium.newContext(new Browser.NewContextOptions()
                            .setViewportSize(1280, 800)
                            .setBaseURL(address.toString()))
                    .newPage();
            page.setDefaultTimeout(60_000);
            page.navigate("/");
            page.getByLabel("Name").fill("abara");
            page.getByLabel("Password").fill("chalk");
            page.keyboard().press("Enter");
            page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Desk"))
                    .first()
                    .waitFor();
            page.keyboard().press(station);
            // the page's security policy lets no text be run that would wait in it
            while (!Boolean.TRUE.equals(page.evaluate("document.getElementById('sheet')?.ariaRowCount > 20000"))) {
                page.waitForTimeout(200);
            }
            page.waitForTimeout(1000);
            double least = Double.MAX_VALUE;
            for (int run = 0; run < RUNS; run++) {
                least = Math.min(least, scroll(page));
            }
            return least;
        }
    }

    private static double scroll(Page page) {
        page.evaluate("window.longest = 0; window.watch?.disconnect();"
                + " window.watch = new PerformanceObserver(list => list.getEntries().forEach("
                + "task => window.longest = Math.max(window.longest, task.duration)));"
                + " window.watch.observe({type: 'longtask'})");
        page.mouse().move(500, 500);
        for (int i = 0; i < TURNS; i++) {
            page.mouse().wheel(0, i % 3 == 0 ? 4000 : 900);
            page.waitForTimeout(16);
        }
        for (int i = 0; i < JUMPS; i++) {
            page.evaluate(
                    "at => { const sheet = document.getElementById('sheet');"
                            + " sheet.scrollTop = at * sheet.scrollHeight }",
                    (i * 7 % JUMPS) / (double) JUMPS);
            page.waitForTimeout(50);
        }
        return ((Number) page.evaluate("window.longest")).doubleValue();
    }
}
