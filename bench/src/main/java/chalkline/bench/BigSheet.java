package chalkline.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.SelectOption;
import java.net.URI;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/** A big sheet in Debian's Chromium: how soon it is there, is filtered, and whether it scrolls without a stutter. */
final class BigSheet {
    /** A person waits this long for a screen without wondering whether it will come. */
    private static final double FIRST_SCREEN_MILLIS = 1000;

    private static final double KEY_PRESS_MILLIS = 300;
    /** A task on the browser's main thread beyond this length is a long one (W3C Long Tasks). */
    private static final double STUTTER_MILLIS = 50;

    private static final int RUNS = 5;
    private static final int TURNS = 200;
    private static final int JUMPS = 40;
    private static final String GRID_ROWS = "Number(document.getElementById('sheet')?.ariaRowCount)";
    private static final String GRID_DRAWN = "document.querySelectorAll('#sheet [role=row]').length";
    /** Of many suggestions some hundred are shown. */
    private static final Looks SUGGESTIONS = new Looks(
            ".rows",
            "document.querySelectorAll('[id^=row-]').length",
            "document.querySelectorAll('[id^=row-]').length",
            100);

    private final String name;
    private final String path;
    private final Looks looks;
    private final Optional<Filter> filter;

    /** @param narrow leaves some of its rows away */
    private record Filter(Consumer<Page> narrow, Consumer<Page> undo) {}

    /**
     * How a sheet is looked at, by scripts for its page.
     *
     * @param scrolls what selects the part that scrolls
     * @param drawn how many rows are there to be seen
     * @param rows how many it has in all
     * @param all it has more than so many once all of it came
     */
    private record Looks(String scrolls, String drawn, String rows, int all) {
        /** @param all so many rows it has, or some headings of groups more */
        static Looks grid(int all) {
            return new Looks("#sheet", GRID_DRAWN, GRID_ROWS, all);
        }

        String isThere() {
            return drawn + " > 5";
        }

        String isWhole() {
            return rows + " > " + all;
        }

        String isFiltered() {
            return rows + " < window.whole";
        }
    }

    /** @param path the address of the view */
    private BigSheet(String name, String path, Looks looks, Optional<Filter> filter) {
        this.name = name;
        this.path = path;
        this.looks = looks;
        this.filter = filter;
    }

    /** Those of a term of which nothing is built yet. */
    static List<BigSheet> ofTheList() {
        return List.of(
                new BigSheet("the proof, 20,000 rows", "/27SP/proof", Looks.grid(20_000), choosing("with snag", "any")),
                new BigSheet(
                        "dates, 20,000 rows",
                        "/27SP/dates",
                        Looks.grid(20_000),
                        Optional.of(new Filter(
                                page -> page.getByLabel("Find a shell").fill("OCEA"),
                                page -> page.getByLabel("Find a shell").fill("")))),
                new BigSheet(
                        "cross-lists, 20,000 sections",
                        "/27SP/cross-lists",
                        SUGGESTIONS,
                        choosing("may belong together in", 1)));
    }

    /** Those of a term that stands, of which some drifted. */
    static List<BigSheet> ofTheShells(int shells, int drifted) {
        return List.of(
                new BigSheet(
                        "open or shut, 20,000 shells",
                        "/27SP/upkeep?view=open",
                        Looks.grid(shells),
                        choosing("Department", 1)),
                new BigSheet("drift of 1,000 shells", "/27SP/upkeep", Looks.grid(drifted), choosing("Kind", 1)));
    }

    /** A sheet of courses that was kept, and what is kept of all sheets. */
    static List<BigSheet> ofCourses(long sheet, int rows, int sections) {
        return List.of(
                new BigSheet(
                        "a kept sheet, 5,000 rows",
                        "/27SP/arrivals?view=sheet&kept=" + sheet,
                        Looks.grid(rows),
                        Optional.of(new Filter(page -> button(page, "no shell"), page -> button(page, "rows")))),
                new BigSheet(
                        "sections of our own, 4,000",
                        "/27SP/arrivals?view=own",
                        Looks.grid(sections),
                        Optional.empty()));
    }

    /** @param rare a kind of entries of which there are few */
    static BigSheet ofTheLedger(String rare) {
        return new BigSheet("the ledger, 500,000 entries", "/?view=ledger", Looks.grid(200), choosing("Kind", rare));
    }

    private static Optional<Filter> choosing(String label, String option) {
        return choosing(label, new SelectOption().setValue(option));
    }

    private static Optional<Filter> choosing(String label, int option) {
        return choosing(label, new SelectOption().setIndex(option));
    }

    private static Optional<Filter> choosing(String label, SelectOption option) {
        return Optional.of(new Filter(
                page -> page.getByLabel(label).first().selectOption(option),
                page -> page.getByLabel(label).first().selectOption("")));
    }

    private static void button(Page page, String name) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .first()
                .click();
    }

    List<Row> measure(URI address) {
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
            signIn(page);
            page.navigate(path);
            until(page, looks.isWhole());
            page.waitForTimeout(1000);
            double[] first = new double[RUNS];
            double[] filtered = new double[RUNS];
            double[] longest = new double[RUNS];
            for (int run = 0; run < RUNS; run++) {
                // what stands in the window at first need not be all of the rows
                first[run] = timed(page, page::reload, looks.isThere());
                until(page, looks.isWhole());
                page.waitForTimeout(1000);
                page.evaluate("window.whole = " + looks.rows());
                if (filter.isPresent()) {
                    filtered[run] = timed(page, () -> filter.get().narrow().accept(page), looks.isFiltered());
                    filter.get().undo().accept(page);
                    until(page, looks.rows() + " == window.whole");
                }
                longest[run] = scroll(page);
            }
            List<Row> rows = new ArrayList<>();
            rows.add(row("first screen of ", middle(first), "what a person waits for a screen", FIRST_SCREEN_MILLIS));
            if (filter.isPresent()) {
                rows.add(row("filter of ", middle(filtered), "a key press", KEY_PRESS_MILLIS));
            }
            // whatever else the machine does only adds; what the page does too long it does each time
            rows.add(row(
                    "longest task while scrolling ",
                    Arrays.stream(longest).min().orElseThrow(),
                    "what a hand feels as a stutter",
                    STUTTER_MILLIS));
            return rows;
        }
    }

    private Row row(String what, double millis, String against, double limit) {
        return new Row(what + name, millis, against, limit, 1);
    }

    private static double middle(double[] millis) {
        return Arrays.stream(millis).sorted().toArray()[RUNS / 2];
    }

    private static void signIn(Page page) {
        page.navigate("/");
        page.getByLabel("Name").fill("abara");
        page.getByLabel("Password").fill("chalk");
        page.keyboard().press("Enter");
        page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Desk"))
                .first()
                .waitFor();
    }

    /** The page's security policy lets no text be run that would wait in it. */
    private static void until(Page page, String condition) {
        while (!Boolean.TRUE.equals(page.evaluate(condition))) {
            page.waitForTimeout(10);
        }
    }

    private static double timed(Page page, Runnable work, String condition) {
        long start = System.nanoTime();
        work.run();
        until(page, condition);
        return (System.nanoTime() - start) / 1e6;
    }

    private double scroll(Page page) {
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
                    "at => { const sheet = document.querySelector('" + looks.scrolls() + "');"
                            + " sheet.scrollTop = at * sheet.scrollHeight }",
                    (i * 7 % JUMPS) / (double) JUMPS);
            page.waitForTimeout(50);
        }
        return ((Number) page.evaluate("window.longest")).doubleValue();
    }
}
