package chalkline.server.nights;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.build.BuildService;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.LmsReading;
import chalkline.server.lms.LmsUnavailable;
import chalkline.server.mail.MailQueue;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Lets a list that came by itself go through to the LMS, as far as somebody chose: one build a term, of shells of which all
 * changes are of the chosen kinds. Nothing is closed, and where more shells would be touched than a night may, none is.
 */
@Component
class CarryOn {
    private static final Logger LOG = LoggerFactory.getLogger(CarryOn.class);

    private final ByItselfSettings settings;
    private final ArrivalService arrivals;
    private final ProofService proofs;
    private final BuildService builds;
    private final HeldService held;
    private final LmsReading lms;
    private final Kinds kinds;
    private final LedgerService ledger;
    private final MailQueue mail;
    private final TransactionTemplate transaction;
    private final JsonMapper json;

    CarryOn(
            ByItselfSettings settings,
            ArrivalService arrivals,
            ProofService proofs,
            BuildService builds,
            HeldService held,
            LmsReading lms,
            Kinds kinds,
            LedgerService ledger,
            MailQueue mail,
            TransactionTemplate transaction,
            JsonMapper json) {
        this.settings = settings;
        this.arrivals = arrivals;
        this.proofs = proofs;
        this.builds = builds;
        this.held = held;
        this.lms = lms;
        this.kinds = kinds;
        this.ledger = ledger;
        this.mail = mail;
        this.transaction = transaction;
        this.json = json;
    }

    /** To be called again and again; what is in the way of a list is tried again until it is out of it, or another list came. */
    void look() {
        ByItself chosen = settings.findById(ByItself.ONLY).orElseGet(ByItself::off);
        Optional<Long> list = arrivals.scheduledInUse().filter(id -> id > chosen.lastList());
        if (chosen.kinds().isEmpty() || list.isEmpty() || !lms.isThere()) {
            return;
        }
        try {
            held.refresh();
            done(list.get(), carry(list.get(), chosen));
        } catch (Conflict e) {
            LOG.info("List {} does not go through yet: {}", list.get(), e.getMessage());
        } catch (LmsUnavailable e) {
            LOG.warn("List {} does not go through yet, the LMS cannot be read: {}", list.get(), e.getMessage());
        }
    }

    private void done(long list, List<NightViews.Outcome> outcomes) {
        transaction.executeWithoutResult(status -> {
            ByItself now = settings.lock().orElseThrow();
            now.done(list, json.writeValueAsString(outcomes));
            settings.save(now);
            for (NightViews.Outcome outcome : outcomes) {
                if (!outcome.trouble().isEmpty()) {
                    ledger.write(
                            ArrivalService.SCHEDULE,
                            "nothing went through by itself",
                            outcome.term(),
                            Map.of("list", list, "reason", outcome.trouble()));
                    mail.tell(
                            "night-" + list + "-" + outcome.term(),
                            "Nothing went through by itself in " + outcome.term(),
                            List.of(
                                    "The list that came by itself is in use, and nothing of it went through to the LMS.",
                                    outcome.trouble(),
                                    outcome.waits() + " shells wait for a person, " + outcome.closes()
                                            + " of them to be closed."),
                            "/" + outcome.term() + "/proof");
                }
            }
        });
    }

    private List<NightViews.Outcome> carry(long list, ByItself chosen) {
        List<NightViews.Outcome> outcomes = new ArrayList<>();
        for (AcademicSession term : arrivals.list(list).terms()) {
            boolean taught = !arrivals.sections(list, term.code()).isEmpty();
            if (taught
                    && stands(term.code())
                    && proofs.blockers(proofs.now(term.code())).isEmpty()) {
                outcomes.add(carry(list, term.code(), chosen));
            }
        }
        return outcomes;
    }

    /** A term that was never built is begun by a person. */
    private boolean stands(String term) {
        return held.shells(held.current()).stream()
                .anyMatch(shell -> shell.term().equals(term) && !shell.closed());
    }

    private NightViews.Outcome carry(long list, String term, ByItself chosen) {
        ProofKey key = proofs.now(term);
        List<ProofRow> rows = proofs.proof(key).proof().rows().stream()
                .filter(row -> row.action().isCarriedOut())
                .toList();
        Map<String, Set<Kind>> of =
                kinds.of(rows, before(list, key), proofs.gone(key).keySet());
        Set<String> through = of.entrySet().stream()
                .filter(entry -> chosen.kinds().containsAll(entry.getValue()))
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
        Map<Kind, Integer> reasons = new EnumMap<>(Kind.class);
        of.values().stream()
                .filter(needed -> !chosen.kinds().containsAll(needed))
                .forEach(needed -> needed.stream()
                        .filter(kind -> !chosen.kinds().contains(kind))
                        .forEach(kind -> reasons.merge(kind, 1, Integer::sum)));
        Long build = null;
        String trouble = "";
        if (through.size() > chosen.most()) {
            trouble =
                    "It would have touched " + through.size() + " shells, and a night may touch " + chosen.most() + ".";
        } else if (!through.isEmpty()) {
            try {
                build = SignedIn.as(ArrivalService.SCHEDULE, () -> builds.startAll(key, through));
            } catch (Refusal e) {
                trouble = String.valueOf(e.getMessage());
            }
        }
        int carried = build == null ? 0 : through.size();
        return new NightViews.Outcome(
                term,
                list,
                carried,
                build,
                rows.size() - carried,
                reasons.entrySet().stream()
                        .map(reason -> new NightViews.Waiting(reason.getKey(), reason.getValue()))
                        .toList(),
                (int) rows.stream().filter(row -> row.action() == Action.CLOSE).count(),
                trouble);
    }

    /** The rows under the list before, by key. */
    private Map<String, ProofRow> before(long list, ProofKey key) {
        return arrivals.before(list)
                .filter(other -> arrivals.list(other).term(key.term()).isPresent())
                .map(other -> proofs.proof(new ProofKey(key.term(), other, key.conventions(), key.held()))
                        .byKey())
                .orElse(Map.of());
    }
}
