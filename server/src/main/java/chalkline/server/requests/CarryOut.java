package chalkline.server.requests;

import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.core.requests.RequestKind;
import chalkline.server.access.ShellPeople;
import chalkline.server.build.BuildService;
import chalkline.server.build.BuildViews;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.masters.MasterPeople;
import chalkline.server.masters.MasterService;
import chalkline.server.masters.MasterViews;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Carries out what was approved, many at once: their changes become one version of the conventions, their shells one build,
 * and each is told what came of it. What it has done is kept with every step, so that it goes on after a crash where it was;
 * only one process does this at a time.
 */
@Component
class CarryOut {
    /** Who does it, for builds and the ledger. */
    static final String NAME = "requests";

    private static final Logger LOG = LoggerFactory.getLogger(CarryOut.class);
    private static final Limit SOME = Limit.of(200);

    private final ShellRequests requests;
    private final Looking looking;
    private final Turns turns;
    private final RequestMail mail;
    private final ProofService proofs;
    private final ConventionsService conventions;
    private final BuildService builds;
    private final MasterService masters;
    private final MasterPeople masterPeople;
    private final ShellPeople shellPeople;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final JsonMapper json;
    private final Time time;

    CarryOut(
            ShellRequests requests,
            Looking looking,
            Turns turns,
            RequestMail mail,
            ProofService proofs,
            ConventionsService conventions,
            BuildService builds,
            MasterService masters,
            MasterPeople masterPeople,
            ShellPeople shellPeople,
            LedgerService ledger,
            TransactionTemplate transaction,
            JsonMapper json,
            Time time) {
        this.time = time;
        this.requests = requests;
        this.looking = looking;
        this.turns = turns;
        this.mail = mail;
        this.proofs = proofs;
        this.conventions = conventions;
        this.builds = builds;
        this.masters = masters;
        this.masterPeople = masterPeople;
        this.shellPeople = shellPeople;
        this.ledger = ledger;
        this.transaction = transaction;
        this.json = json;
    }

    private record Wanted(ShellRequest request, Wish wish) {}

    /** Does what can be done now. */
    void some() {
        SignedIn.as(NAME, () -> {
            // what goes wrong with some is tried again soon, and never keeps the others waiting
            tried("builds that have ended", this::watch);
            byTerm(RequestViews.State.APPROVED).forEach((term, some) -> tried(term, () -> change(term, some)));
            byTerm(RequestViews.State.BUILDING).forEach((term, some) -> tried(term, () -> build(term, some)));
            return null;
        });
    }

    private static void tried(String what, Runnable work) {
        try {
            work.run();
        } catch (RuntimeException e) {
            LOG.warn("Requests of {} wait a moment: {}", what, e.toString());
        }
    }

    private Map<String, List<Wanted>> byTerm(RequestViews.State state) {
        return requests.findByStateOrderById(state, SOME).stream()
                .filter(request -> request.build().isEmpty())
                .map(request -> new Wanted(request, json.readValue(request.wish(), Wish.class)))
                .collect(Collectors.groupingBy(one -> one.request().term(), LinkedHashMap::new, Collectors.toList()));
    }

    /** Has the conventions say what was approved; what is no matter of them is done at once. */
    private void change(String term, List<Wanted> approved) {
        ProofKey key = proofs.now(term);
        Map<String, Section> sections = new HashMap<>();
        proofs.proof(key).proof().sections().forEach(section -> sections.put(section.id(), section));
        int version = key.conventions();
        Map<String, String> leads = Wishes.leads(proofs.proof(key).proof().rows());
        Conventions rules = conventions.version(version);
        List<Change> changes = new ArrayList<>();
        List<ShellRequest> toBuild = new ArrayList<>();
        for (Wanted one : approved) {
            try {
                if (outsideTheProof(one, sections)) {
                    end(one.request(), RequestViews.State.STANDS, "");
                    continue;
                }
                refuseOtherThanRuled(one);
                List<Change> own = new Wishes(rules, version, leads)
                        .changes(one.wish(), of(one, sections), approval(one.request()));
                for (Change change : own) {
                    rules = change.applyTo(rules);
                }
                changes.addAll(own);
                toBuild.add(one.request());
            } catch (Refusal | NotFound | Conflict e) {
                end(one.request(), RequestViews.State.FAILED, e.getMessage());
            } catch (RuntimeException e) {
                LOG.warn("Request {} waits a moment: {}", one.request().id(), e.toString());
            }
        }
        if (toBuild.isEmpty()) {
            return;
        }
        try {
            transaction.executeWithoutResult(status -> {
                if (!changes.isEmpty()) {
                    conventions.keepAll(version, changes, note(toBuild));
                }
                for (ShellRequest request : toBuild) {
                    ShellRequest now = requests.lock(request.id()).orElseThrow();
                    now.decide(RequestViews.State.BUILDING, now.decidedBy().orElse(""), now.reason(), time.now());
                    requests.saveAndFlush(now);
                }
            });
        } catch (Conflict e) {
            LOG.info("Requests of {} wait a moment: {}", term, e.getMessage());
        }
    }

    private static String note(List<ShellRequest> some) {
        return some.size() == 1
                ? "Request " + some.get(0).id()
                : "Requests "
                        + some.stream()
                                .limit(100)
                                .map(one -> Long.toString(one.id()))
                                .collect(Collectors.joining(", "));
    }

    private static List<Section> of(Wanted one, Map<String, Section> sections) {
        List<Section> found = new ArrayList<>();
        for (String id : one.wish().sections()) {
            Section section = sections.get(id);
            if (section == null) {
                throw new Refusal("The list no longer has the section " + id + ".");
            }
            found.add(section);
        }
        return found;
    }

    /** What a person let stand; a rule lets nothing stand against the policy. */
    private static @org.jspecify.annotations.Nullable String approval(ShellRequest request) {
        if (request.decidedBy().filter(RequestRecords.RULE::equals).isPresent()) {
            return null;
        }
        return request.reason().isBlank() ? RequestRecords.number(request) : request.reason();
    }

    /** What a rule approved and is something else by now is for people. */
    private void refuseOtherThanRuled(Wanted one) {
        if (one.request().decidedBy().filter(RequestRecords.RULE::equals).isPresent()) {
            Looking.Seen seen = looking.see(one.wish(), one.request().person(), null);
            if (!seen.isByRule()) {
                throw new Refusal("It is no longer what it was when it was asked for: "
                        + seen.special().stream()
                                .map(special -> special.words())
                                .collect(Collectors.joining(" "))
                        + " Ask again, and somebody decides it.");
            }
        }
    }

    private boolean outsideTheProof(Wanted one, Map<String, Section> sections) {
        Wish wish = one.wish();
        if (wish.kind() == RequestKind.MASTER) {
            String title = Optional.ofNullable(wish.title()).orElse("");
            String course = of(one, sections).get(0).courseName();
            String code = "dev-" + one.request().id();
            MasterViews.Sheet made = masters.make(
                    new MasterService.Wish(title, code, "Masters / In development", List.of(), ""), wish.from());
            String id = made.masters().stream()
                    .filter(master -> master.code().equals(code))
                    .findFirst()
                    .orElseThrow(() -> new Refusal("The shell for " + course + " was made and is not seen yet."))
                    .id();
            masterPeople.share(id, one.request().person(), MasterPeople.Role.INSTRUCTOR);
            return true;
        }
        if (wish.kind() == RequestKind.TAKE_OVER) {
            shellPeople.letIn(
                    wish.term(),
                    rowOf(wish.term(), wish.sections().get(0)).key(),
                    one.request().person(),
                    ShellPeople.Role.INSTRUCTOR,
                    null,
                    RequestRecords.number(one.request()));
            return true;
        }
        return false;
    }

    private ProofRow rowOf(String term, String section) {
        return proofs.proof(proofs.now(term)).proof().rows().stream()
                .filter(row -> row.shell().isPresent() && row.sections().contains(section))
                .findFirst()
                .orElseThrow(() -> new Refusal("No shell has the section " + section + "."));
    }

    /** Starts a build of what the conventions say by now; while another one is under way, that is waited for. */
    private void build(String term, List<Wanted> wanted) {
        boolean window = wanted.get(0).wish().kind() == RequestKind.WINDOW;
        List<Wanted> some = wanted.stream()
                .filter(one -> (one.wish().kind() == RequestKind.WINDOW) == window)
                .toList();
        if (builds.isUnderWay(term)) {
            return;
        }
        ProofKey key = proofs.now(term);
        Map<ShellRequest, List<ProofRow>> rows = new LinkedHashMap<>();
        Set<String> keys = new HashSet<>();
        for (Wanted one : some) {
            List<ProofRow> own = rows(key, one.request().sections());
            List<ProofRow> left = own.stream()
                    .filter(row -> row.action().isCarriedOut() || (window && row.action() == Action.KEEP))
                    .toList();
            Optional<ProofRow> stop =
                    own.stream().filter(row -> row.action() == Action.STOP).findFirst();
            if (stop.isPresent()) {
                end(
                        one.request(),
                        RequestViews.State.FAILED,
                        "The proof has a stop: "
                                + stop.get().snags().stream()
                                        .filter(snag -> snag.isStop())
                                        .map(snag -> snag.message())
                                        .collect(Collectors.joining(" ")));
            } else if (left.isEmpty()) {
                end(one.request(), RequestViews.State.STANDS, "");
            } else {
                rows.put(one.request(), left);
                left.forEach(row -> keys.add(row.key()));
            }
        }
        if (!keys.isEmpty()) {
            begin(key, keys, window, rows.keySet());
        }
    }

    private List<ProofRow> rows(ProofKey key, Set<String> sections) {
        return proofs.proof(key).proof().rows().stream()
                .filter(row -> row.sections().stream().anyMatch(sections::contains))
                .toList();
    }

    private void begin(ProofKey key, Set<String> keys, boolean putBack, Collection<ShellRequest> some) {
        try {
            long build = builds.startAgreed(key, keys, putBack);
            transaction.executeWithoutResult(status -> some.forEach(request -> {
                ShellRequest now = requests.lock(request.id()).orElseThrow();
                now.build(build);
                requests.saveAndFlush(now);
            }));
        } catch (Conflict e) {
            LOG.info("The build for requests of {} waits a moment: {}", key.term(), e.getMessage());
        } catch (Refusal e) {
            some.forEach(request -> end(request, RequestViews.State.FAILED, e.getMessage()));
        }
    }

    /** Tells of builds that have ended. */
    private void watch() {
        Map<Long, List<ShellRequest>> building =
                requests.findByStateOrderById(RequestViews.State.BUILDING, SOME).stream()
                        .filter(request -> request.build().isPresent())
                        .collect(
                                Collectors.groupingBy(request -> request.build().get()));
        building.forEach((id, some) -> {
            BuildViews.Build build = builds.view(id);
            if (build.endedAt() != null) {
                some.forEach(request -> ended(request, build));
            }
        });
    }

    private void ended(ShellRequest request, BuildViews.Build build) {
        Set<String> keys = rows(proofs.now(request.term()), request.sections()).stream()
                .map(ProofRow::key)
                .collect(Collectors.toSet());
        String failed = build.failures().stream()
                .filter(step -> keys.contains(step.shellKey()))
                .map(BuildViews.Step::reason)
                .distinct()
                .collect(Collectors.joining(" "));
        String why = failed.isEmpty() ? build.reason() : failed;
        end(request, why.isEmpty() ? RequestViews.State.STANDS : RequestViews.State.FAILED, why);
    }

    private void end(ShellRequest request, RequestViews.State end, String why) {
        transaction.executeWithoutResult(status -> {
            ShellRequest now = requests.lock(request.id()).orElseThrow();
            now.end(end, why, time.now());
            boolean stands = end == RequestViews.State.STANDS;
            long turn = turns.add(now.id(), NAME, stands ? "stands" : "failed", why);
            ledger.write(
                    stands ? "request carried out" : "request failed",
                    RequestRecords.number(now),
                    Map.of("reason", why));
            String words = json.readValue(now.does(), RequestViews.Does.class).words();
            mail.tellAsker(
                    now,
                    turn,
                    (stands ? "It stands: " : "It did not work: ") + words,
                    stands
                            ? "What you asked for stands now: " + words + "."
                            : "What you asked for was approved and could not be carried out: " + words + ".",
                    why);
            requests.saveAndFlush(now);
        });
    }
}
