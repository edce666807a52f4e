package chalkline.server.upkeep;

import chalkline.core.conventions.Setting;
import chalkline.core.proof.ProofRow;
import chalkline.server.build.BuildHistory;
import chalkline.server.frame.NotFound;
import chalkline.server.ledger.LedgerService;
import chalkline.server.masters.MasterVersions;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;

/** A shell's whole life: what builds did to it, what people did by hand, and what was decided about it. */
@Service
class StoryService {
    private final Terms terms;
    private final BuildHistory builds;
    private final DriftSeen seen;
    private final MasterVersions masters;
    private final LedgerService ledger;

    StoryService(Terms terms, BuildHistory builds, DriftSeen seen, MasterVersions masters, LedgerService ledger) {
        this.terms = terms;
        this.builds = builds;
        this.seen = seen;
        this.masters = masters;
        this.ledger = ledger;
    }

    @MayPartly(Right.READ_UPKEEP)
    public LifeViews.Story of(String term, String key) {
        terms.requireSeen(term, key);
        ProofRow row = terms.now(term).rows().get(key);
        List<LifeViews.Event> events = new ArrayList<>(built(term, key));
        if (row == null && events.isEmpty()) {
            throw new NotFound("Nothing is known of a shell " + key + " in " + term + ".");
        }
        for (DriftSeen.Spell time : seen.ofShell(term, key)) {
            String field = name(time.field());
            events.add(new LifeViews.Event(time.since(), "", "changed by hand in the LMS", field, null));
            if (time.until() != null) {
                events.add(new LifeViews.Event(time.until(), "", "found right again", field, null));
            }
        }
        masters.startedIn(term).stream()
                .filter(start -> start.shellKey().equals(key))
                .forEach(start -> events.add(new LifeViews.Event(
                        start.at(),
                        "",
                        "has the content of a master",
                        start.master() + ", version " + start.version(),
                        null)));
        ledger.naming(key)
                .forEach(told ->
                        events.add(new LifeViews.Event(told.at(), told.who(), told.what(), told.detail(), null)));
        events.sort(Comparator.comparing(LifeViews.Event::at).reversed());
        return new LifeViews.Story(key, row == null ? key : row.code(), row == null ? "" : row.title(), events);
    }

    /** What one build did to it is one event, and what failed in it another. */
    private List<LifeViews.Event> built(String term, String key) {
        Map<Long, List<BuildHistory.Step>> byBuild = new LinkedHashMap<>();
        builds.ofShell(term, key)
                .forEach(step -> byBuild.computeIfAbsent(step.build(), build -> new ArrayList<>())
                        .add(step));
        List<LifeViews.Event> events = new ArrayList<>();
        byBuild.forEach((build, steps) -> {
            List<String> done = steps.stream()
                    .filter(step -> step.failed().isEmpty())
                    .map(BuildHistory.Step::what)
                    .toList();
            Instant last = steps.get(steps.size() - 1).at();
            String by = steps.get(0).by();
            if (!done.isEmpty()) {
                events.add(new LifeViews.Event(last, by, "built", String.join("; ", done), build));
            }
            steps.stream()
                    .filter(step -> !step.failed().isEmpty())
                    .forEach(step -> events.add(
                            new LifeViews.Event(step.at(), by, "failed: " + step.what(), step.failed(), build)));
        });
        return events;
    }

    private static String name(String field) {
        return Setting.named(field).map(Setting::plainName).orElse(field);
    }
}
