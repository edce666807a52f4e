package chalkline.server.upkeep;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.build.Away;
import chalkline.server.build.BuildHistory;
import chalkline.server.build.BuildService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Today;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Shells of terms that are over: archived so many days after, kept for so many terms; by rule or by hand. */
@Service
class ArchiveService {
    private static final Logger LOG = LoggerFactory.getLogger(ArchiveService.class);

    private final JdbcClient db;
    private final HeldService held;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final BuildService builds;
    private final BuildHistory history;
    private final LedgerService ledger;
    private final Today today;

    ArchiveService(
            JdbcClient db,
            HeldService held,
            ArrivalService arrivals,
            ConventionsService conventions,
            BuildService builds,
            BuildHistory history,
            LedgerService ledger,
            Today today) {
        this.db = db;
        this.held = held;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.builds = builds;
        this.history = history;
        this.ledger = ledger;
        this.today = today;
    }

    /** The shells of one term that is over. */
    private record Over(
            String term,
            String name,
            Optional<LocalDate> lastDay,
            List<HeldShell> standing,
            List<HeldShell> archived) {}

    /** The rule, and what it comes to for each term that is over, the latest first. */
    @May(Right.READ_CAMPUS)
    public LifeViews.Archive view() {
        LifeViews.Rule rule = rule();
        LocalDate now = today.in(conventions.zone());
        List<Over> over = over(now);
        List<LifeViews.Term> terms = new ArrayList<>();
        for (int i = 0; i < over.size(); i++) {
            Over one = over.get(i);
            Optional<LocalDate> due = one.lastDay().map(day -> day.plusDays(rule.afterDays()));
            terms.add(new LifeViews.Term(
                    one.term(),
                    one.name(),
                    one.lastDay().map(LocalDate::toString).orElse(""),
                    one.standing().size(),
                    (int) one.standing().stream()
                            .filter(shell -> isOpen(shell, now))
                            .count(),
                    one.archived().size(),
                    due.map(LocalDate::toString).orElse(null),
                    due.filter(day -> !now.isBefore(day)).isPresent(),
                    i >= rule.keepTerms(),
                    history.wasTakenOut(one.term())));
        }
        return new LifeViews.Archive(rule, now.toString(), terms);
    }

    private boolean isOpen(HeldShell shell, LocalDate day) {
        OffsetDateTime noon = day.atTime(12, 0).atZone(conventions.zone()).toOffsetDateTime();
        return shell.at(noon) == HeldShell.Entry.OPEN;
    }

    /** Terms with shells in the LMS whose last day has passed, by that day, the latest first. */
    private List<Over> over(LocalDate now) {
        int version = held.current();
        Map<String, Lms.Facts> facts = held.facts(version);
        Map<String, AcademicSession> listed = arrivals.current()
                .map(list -> arrivals.list(list).terms().stream()
                        .collect(Collectors.toMap(AcademicSession::code, term -> term)))
                .orElse(Map.of());
        Map<String, List<HeldShell>> byTerm = new TreeMap<>();
        held.shells(version).stream()
                .filter(shell -> !shell.term().isEmpty())
                .forEach(shell -> byTerm.computeIfAbsent(shell.term(), term -> new ArrayList<>())
                        .add(shell));
        List<Over> over = new ArrayList<>();
        byTerm.forEach((term, shells) -> {
            AcademicSession session = listed.get(term);
            Optional<LocalDate> lastDay = session == null ? lastDay(shells) : session.end();
            Map<Boolean, List<HeldShell>> archived =
                    shells.stream().collect(Collectors.partitioningBy(shell -> isArchived(facts.get(shell.key()))));
            if (lastDay.filter(now::isAfter).isPresent()) {
                over.add(new Over(
                        term,
                        session == null ? term : session.title(),
                        lastDay,
                        archived.get(false),
                        archived.get(true)));
            }
        });
        over.sort(Comparator.comparing((Over one) -> one.lastDay().orElse(LocalDate.MIN))
                .reversed());
        return over;
    }

    private static boolean isArchived(Lms.@Nullable Facts facts) {
        return facts != null && Boolean.TRUE.equals(facts.archived());
    }

    /** Where no list has the term any more, its shells say when it ended. */
    private Optional<LocalDate> lastDay(List<HeldShell> shells) {
        ZoneId zone = conventions.zone();
        return shells.stream()
                .flatMap(shell -> IsoMoment.read(shell.values().getOrDefault(Setting.CLOSES, "")).stream())
                .map(moment -> moment.atZoneSameInstant(zone).toLocalDate())
                .max(Comparator.naturalOrder());
    }

    private LifeViews.Rule rule() {
        return db.sql("select after_days, keep_terms, by_itself from archive_rule")
                .query((row, n) -> new LifeViews.Rule(
                        row.getInt("after_days"), row.getInt("keep_terms"), row.getBoolean("by_itself")))
                .single();
    }

    @May(Right.CHANGE_CAMPUS)
    @Transactional
    public LifeViews.Archive set(LifeViews.Rule rule) {
        LifeViews.Rule before = view().rule();
        db.sql("update archive_rule set after_days = ?, keep_terms = ?, by_itself = ?")
                .params(rule.afterDays(), rule.keepTerms(), rule.byItself())
                .update();
        ledger.write("archive rule set", "terms that are over", Map.of("before", before, "after", rule));
        return view();
    }

    /**
     * Puts the shells of a term away, or takes them out again; the number of the build.
     *
     * @param agreed how many shells the person was told of
     */
    @May(Right.CHANGE_CAMPUS)
    public long putAway(String term, Away away, int agreed) {
        Over over = over(today.in(conventions.zone())).stream()
                .filter(one -> one.term().equals(term))
                .findFirst()
                .orElseThrow(() ->
                        new Refusal("Nothing was done: " + term + " is not over, or the LMS holds no shell of it."));
        if (away == Away.DELETE
                && view().terms().stream().noneMatch(one -> one.term().equals(term) && one.pastKeeping())) {
            throw new Refusal("Nothing was deleted: the rule still keeps the shells of " + term + ".");
        }
        List<HeldShell> shells = away == Away.ARCHIVE ? over.standing() : over.archived();
        if (shells.size() != agreed) {
            throw new Conflict("Nothing was done. It would be " + shells.size() + " shells, and you were told of "
                    + agreed + "; look at it again.");
        }
        if (shells.isEmpty()) {
            throw new Refusal("There is nothing to do: no shell of " + term + " is left for it.");
        }
        return builds.putAway(term, shells.stream().map(HeldShell::key).collect(Collectors.toSet()), away);
    }

    /** What the rule has come to at night; what a person took out of the archive stays out. */
    void atNight() {
        LifeViews.Archive now = view();
        if (!now.rule().byItself()) {
            return;
        }
        for (LifeViews.Term term : now.terms()) {
            if (term.isDue() && term.standing() > 0 && !term.returned()) {
                try {
                    SignedIn.as(ArrivalService.SCHEDULE, () -> putAway(term.term(), Away.ARCHIVE, term.standing()));
                } catch (Conflict | Refusal e) {
                    LOG.info("{} is not archived yet: {}", term.term(), e.getMessage());
                }
            }
        }
    }
}
