package chalkline.bench;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;

/** Times upkeep of 20,000 shells that stand, of which some have drifted. */
final class Upkeeping {
    private static final int DRIFTED = 1_000;
    private static final int PAGE = 100;
    /** A person waits for a view no longer than this. */
    private static final double VIEW_MILLIS = 1_000;

    private Upkeeping() {}

    /** @param abara signed in at a system whose term 27SP is built */
    static List<Row> measure(RunningSystem system, Client abara) {
        Client lms = Client.anonymous(system.standIns());
        List<Row> rows = new ArrayList<>();
        page(lms); // warms up
        double paging = millis(() -> page(lms));
        scan(abara, true);
        double everything = millis(() -> scan(abara, true));
        paging = (paging + millis(() -> page(lms))) / 2;
        rows.add(new Row(
                "a scan of all of 20,000 shells", everything, "paging through them, before and after", paging, 2));
        lms.put("/lms/api/trouble/drift?term=27SP&count=" + DRIFTED + "&seed=1", "");
        rows.add(new Row(
                "a scan by mark, of which " + DRIFTED + " drifted",
                millis(() -> scan(abara, false)),
                "paging through all of them",
                paging,
                2));
        for (String view : List.of("drift", "first-day", "report", "shells")) {
            abara.get("/api/terms/27SP/upkeep/" + view);
            rows.add(new Row(
                    "upkeep of 20,000 shells: " + view,
                    millis(() -> abara.get("/api/terms/27SP/upkeep/" + view)),
                    "what a person waits for a view",
                    VIEW_MILLIS,
                    1));
        }
        BigSheet.ofTheShells(Building.LARGE, DRIFTED).forEach(sheet -> rows.addAll(sheet.measure(system.address())));
        return rows;
    }

    private static double millis(Runnable work) {
        long start = System.nanoTime();
        work.run();
        return (System.nanoTime() - start) / 1e6;
    }

    private static JsonNode scan(Client abara, boolean everything) {
        abara.post("/api/lms/refreshes?everything=" + everything, "");
        return abara.until(
                "/api/lms/refreshes/latest", now -> !now.get("state").asString().equals("RUNNING"));
    }

    private static int page(Client lms) {
        int shells = 0;
        String after = "0";
        while (after != null) {
            JsonNode page =
                    lms.get("/lms/api/shells?limit=" + PAGE + "&after=" + after).json();
            shells += page.get("items").size();
            after = page.hasNonNull("next") ? page.get("next").asString() : null;
        }
        return shells;
    }
}
