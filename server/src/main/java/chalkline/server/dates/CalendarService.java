package chalkline.server.dates;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.naming.Digest;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import chalkline.formats.calendar.CalendarEntry;
import chalkline.formats.calendar.CalendarWriter;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Windows and weeks as calendars: files, and addresses with a secret that can be subscribed to. */
@Service
class CalendarService {
    private static final int SECRET_BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final ProofService proofs;
    private final ConventionsService conventions;
    private final CalendarAddresses addresses;
    private final CalendarEvents events;
    private final LedgerService ledger;
    private final PeopleService people;
    private final TransactionTemplate transaction;
    private final Time time;
    private final Reached reached;

    CalendarService(
            ProofService proofs,
            ConventionsService conventions,
            CalendarAddresses addresses,
            CalendarEvents events,
            LedgerService ledger,
            PeopleService people,
            TransactionTemplate transaction,
            Reached reached,
            Time time) {
        this.time = time;
        this.reached = reached;
        this.proofs = proofs;
        this.conventions = conventions;
        this.addresses = addresses;
        this.events = events;
        this.ledger = ledger;
        this.people = people;
        this.transaction = transaction;
    }

    /**
     * A calendar that a shell is in.
     *
     * @param madeBy who made its address last; null where there is none
     */
    public record About(
            CalendarKind kind,
            String key,
            String name,
            @Nullable String madeBy,
            @Nullable Instant madeAt) {}

    /** An address, which is told only when it is made. */
    public record Made(String path) {}

    /** The calendars that a shell is in: its own, those of its instructors, and its department's. */
    @MayPartly(Right.READ_PROOF)
    @Transactional(readOnly = true)
    public List<About> of(String term, String shellKey) {
        Shell shell = reached.row(proofs.now(term), shellKey, Right.READ_PROOF)
                .shell()
                .orElseThrow(() -> new NotFound("Nothing is taught in the shell " + shellKey + " any more."));
        List<About> about = new ArrayList<>();
        about.add(about(term, CalendarKind.SHELL, shellKey, shell.labels().label()));
        for (Person person : shell.instructors()) {
            about.add(about(term, CalendarKind.INSTRUCTOR, person.id(), person.fullName()));
        }
        about.add(about(
                term,
                CalendarKind.DEPARTMENT,
                shell.lead().department().code(),
                shell.lead().department().name()));
        return about;
    }

    private About about(String term, CalendarKind kind, String key, String name) {
        return addresses
                .findByTermAndKindAndScopeKey(term, kind, key)
                .map(address -> new About(kind, key, name, people.nameOf(address.madeBy()), address.madeAt()))
                .orElse(new About(kind, key, name, null, null));
    }

    /** A calendar as a file. */
    @MayPartly(Right.READ_PROOF)
    public String file(String term, CalendarKind kind, String key) {
        requireAll(term, kind, key, Right.READ_PROOF);
        return write(term, kind, key);
    }

    /** Makes an address, or renews it: the one before it ends. */
    @MayPartly(Right.CHANGE_CONVENTIONS)
    @Transactional
    public Made make(String term, CalendarKind kind, String key) {
        events.lock();
        requireAll(term, kind, key, Right.CHANGE_CONVENTIONS);
        byte[] bytes = new byte[SECRET_BYTES];
        RANDOM.nextBytes(bytes);
        String secret = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        CalendarAddress address = addresses
                .findByTermAndKindAndScopeKey(term, kind, key)
                .orElseGet(() -> new CalendarAddress(term, kind, key));
        address.renew(Digest.of(secret), SignedIn.login(), time.now());
        addresses.save(address);
        ledger.write("calendar address made", name(kind, key), Map.of("term", term));
        return new Made("/calendars/" + secret + ".ics");
    }

    /** Withdraws an address: whoever has it reads nothing from then on. */
    @MayPartly(Right.CHANGE_CONVENTIONS)
    @Transactional
    public void withdraw(String term, CalendarKind kind, String key) {
        events.lock();
        if (!reached.all(Right.CHANGE_CONVENTIONS)) {
            requireAll(term, kind, key, Right.CHANGE_CONVENTIONS);
        }
        CalendarAddress address = addresses
                .findByTermAndKindAndScopeKey(term, kind, key)
                .orElseThrow(() -> new NotFound("There is no address of this calendar, or no longer."));
        addresses.delete(address);
        ledger.write("calendar address withdrawn", name(kind, key), Map.of("term", term));
    }

    /** A calendar is given to whoever may see all that is in it. */
    private void requireAll(String term, CalendarKind kind, String key, Right right) {
        ProofKey now = proofs.now(term);
        Policy.require(rows(now, kind, key).stream().allMatch(reached.seen(now, right)));
    }

    private static String name(CalendarKind kind, String key) {
        return kind.name().toLowerCase(Locale.ROOT) + " " + key;
    }

    /** The calendar behind an address; whoever has the secret may read it. */
    public String subscribed(String secret) {
        CalendarAddress address = addresses
                .findBySecretHash(Digest.of(secret))
                .orElseThrow(() -> new NotFound("There is no calendar at this address, or no longer."));
        return write(address.term(), address.kind(), address.scopeKey());
    }

    private String write(String term, CalendarKind kind, String key) {
        ProofKey now = proofs.now(term);
        Conventions rules = conventions.version(now.conventions());
        Entries entries = new Entries(rules);
        List<Entries.Entry> all = rows(now, kind, key).stream()
                .flatMap(row -> entries.of(row, kind != CalendarKind.DEPARTMENT).stream())
                .toList();
        return CalendarWriter.write(key + " " + term, rules.zone(), numbered(all));
    }

    private List<ProofRow> rows(ProofKey key, CalendarKind kind, String of) {
        List<ProofRow> rows = proofs.proof(key).proof().rows().stream()
                .filter(row -> row.shell().isPresent() && isOf(row, kind, of))
                .toList();
        if (rows.isEmpty()) {
            throw new NotFound("No shell of " + key.term() + " is of " + of + ".");
        }
        return rows;
    }

    private static boolean isOf(ProofRow row, CalendarKind kind, String key) {
        return switch (kind) {
            case SHELL -> row.key().equals(key);
            case INSTRUCTOR ->
                row.instructors().stream().anyMatch(person -> person.id().equals(key));
            case DEPARTMENT ->
                row.shell()
                        .map(Shell::lead)
                        .map(Section::department)
                        .filter(department -> department.code().equals(key))
                        .isPresent();
        };
    }

    /** Entries with their sequences: one more than what was given out before, where they are otherwise now. */
    private List<CalendarEntry> numbered(List<Entries.Entry> entries) {
        Map<String, CalendarEvent> known = known(entries);
        boolean same = entries.stream()
                .allMatch(entry ->
                        known.containsKey(entry.uid()) && known.get(entry.uid()).is(content(entry)));
        if (!same) {
            // two readers at once must not count one change twice, nor wait for each other for ever
            transaction.executeWithoutResult(status -> {
                events.lock();
                known.putAll(known(entries));
                for (Entries.Entry entry : entries) {
                    CalendarEvent event = known.get(entry.uid());
                    if (event == null) {
                        known.put(entry.uid(), events.save(new CalendarEvent(entry.uid(), content(entry), time.now())));
                    } else if (event.take(content(entry), time.now())) {
                        events.save(event);
                    }
                }
            });
        }
        return entries.stream()
                .map(entry -> {
                    CalendarEvent event = known.get(entry.uid());
                    return new CalendarEntry(
                            entry.uid(),
                            event.sequence(),
                            event.changedAt(),
                            entry.when(),
                            entry.title(),
                            entry.text());
                })
                .toList();
    }

    private Map<String, CalendarEvent> known(List<Entries.Entry> entries) {
        Map<String, CalendarEvent> known = new HashMap<>();
        events.findAllById(entries.stream().map(Entries.Entry::uid).toList())
                .forEach(event -> known.put(event.getId(), event));
        return known;
    }

    private static String content(Entries.Entry entry) {
        return Digest.of(entry.when() + "\n" + entry.title() + "\n" + entry.text());
    }
}
