package chalkline.server.arrivals;

import chalkline.core.arrivals.LeftOut;
import chalkline.core.arrivals.Oddity;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.LmsUnavailable;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import jakarta.persistence.PersistenceException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/** Reads one arrival: it is kept with all of its rows, or refused with the reasons. */
@Component
class ReadArrival {
    static final TaskDescriptor<Work> TASK = TaskDescriptor.of("read-arrival", Work.class);

    /** A go at an arrival: what it does counts until another one begins, as after a process that slept for too long. */
    private record Turn(long id, int attempt) {}

    /** Which arrival to read. */
    record Work(long arrival) {}

    /** Has an arrival read in the background. */
    static void schedule(SchedulerClient scheduler, Arrival arrival, Instant at) {
        scheduler.scheduleIfNotExists(TASK.instance(Long.toString(arrival.id()))
                .data(new Work(arrival.id()))
                .scheduledTo(at));
    }

    private static final Logger LOG = LoggerFactory.getLogger(ReadArrival.class);
    private static final int MOST_ATTEMPTS = 3;

    private final Arrivals arrivals;
    private final Pieces pieces;
    private final ListStore store;
    private final LedgerService ledger;
    private final HeldService held;
    private final GuardService guards;
    private final RegistrarHttp registrar;
    private final NightMail mail;
    private final LeftOutParts leftOut;
    private final Time time;
    private final TransactionTemplate transaction;

    ReadArrival(
            Arrivals arrivals,
            Pieces pieces,
            ListStore store,
            LedgerService ledger,
            HeldService held,
            GuardService guards,
            RegistrarHttp registrar,
            NightMail mail,
            LeftOutParts leftOut,
            TransactionTemplate transaction,
            Time time) {
        this.time = time;
        this.arrivals = arrivals;
        this.pieces = pieces;
        this.store = store;
        this.ledger = ledger;
        this.held = held;
        this.guards = guards;
        this.registrar = registrar;
        this.mail = mail;
        this.leftOut = leftOut;
        this.transaction = transaction;
    }

    void run(long id) {
        Arrival arrival = arrivals.findById(id).orElseThrow();
        if (arrival.state() != Arrival.State.READING) {
            return;
        }
        doing(new Turn(id, attempt(id)), turn -> run(turn, arrival));
    }

    private static void doing(Turn turn, Consumer<Turn> work) {
        try {
            work.accept(turn);
        } catch (ListStore.Overtaken e) {
            LOG.warn("Arrival {} is read by another process by now; try {} is over", turn.id(), turn.attempt());
        }
    }

    private void run(Turn turn, Arrival arrival) {
        if (turn.attempt() > MOST_ATTEMPTS) {
            refuse(
                    turn,
                    arrival,
                    "Chalk Line ended " + MOST_ATTEMPTS + " times while it read this list, so it was given up; look at"
                            + " its log, and at how much memory it has");
            return;
        }
        try {
            Path file = Files.createTempFile("arrival", ".zip");
            try {
                read(turn, arrival, file);
            } finally {
                Files.delete(file);
            }
        } catch (FaultyFileException e) {
            end(turn, "list refused", refused -> refused.refuse(e.faults(), e.count(), time.now()));
        } catch (IOException | UncheckedIOException e) {
            LOG.warn("Arrival {} could not be read", turn.id(), e);
            refuse(turn, arrival, "it could not be brought here: " + said(e));
        } catch (OutOfMemoryError | StackOverflowError e) {
            LOG.error("Arrival {} needs more memory than there is", turn.id(), e);
            refuse(
                    turn,
                    arrival,
                    "it needs more memory than Chalk Line has; docs/limits.md says how much a list may hold");
        } catch (LmsUnavailable | DataAccessException | PersistenceException | TransactionException e) {
            // nothing that the list is to blame for: the scheduler tries again
            throw e;
        } catch (RuntimeException e) {
            LOG.error("Arrival {} could not be read", turn.id(), e);
            refuse(
                    turn,
                    arrival,
                    "reading it met a mistake of Chalk Line's own ("
                            + e.getClass().getSimpleName() + "), which its log tells; nothing of the list was kept");
        }
    }

    private void read(Turn turn, Arrival arrival, Path file) throws IOException, FaultyFileException {
        Optional<Arrival> inUse = rowsInUse(arrival.source());
        Optional<Arrival> last = last(arrival).or(() -> inUse);
        Optional<RegistrarHttp.Tags> tags =
                bring(arrival, last.filter(this::isReadAsNow).map(Arrival::tags).orElse(RegistrarHttp.Tags.NONE), file);
        if (tags.isEmpty()) {
            end(turn, "list was the same", same -> same.same(last.orElseThrow(), time.now()));
            return;
        }
        List<LeftOut> parts = leftOut.findByLiftedAtIsNullOrderById().stream()
                .map(LeftOutPart::part)
                .toList();
        String hash = hash(file, parts);
        Optional<Arrival> known = Stream.of(inUse, last)
                .flatMap(Optional::stream)
                .filter(one -> hash.equals(one.contentHash()))
                .findFirst();
        if (known.isPresent()) {
            end(turn, "list was the same", same -> same.same(known.get(), time.now()));
            return;
        }
        change(turn, one -> one.know(hash, tags.get()));
        long start = System.nanoTime();
        RegistrarList list = OneRosterReader.read(file, arrival.fileName(), inUse.map(one -> store.rows(one.id())));
        LOG.info("Arrival {} read in {} ms", turn.id(), millisSince(start));
        keep(
                turn,
                inUse.isEmpty()
                        ? list
                        : without(parts, turn, store.rows(inUse.get().id()), list),
                inUse.map(Arrival::id));
    }

    private Optional<Arrival> inUse() {
        return arrivals.findFirstByStateOrderByInUseSinceDescIdDesc(Arrival.State.KEPT);
    }

    /** The arrival that has the rows of a source which are in use now. */
    private Optional<Arrival> rowsInUse(String source) {
        return inUse().flatMap(one -> one.rowsOf(source)).flatMap(arrivals::findById);
    }

    private RegistrarList without(List<LeftOut> parts, Turn turn, RegistrarList before, RegistrarList list) {
        LeftOut.Applied applied = LeftOut.apply(before, list, parts);
        change(
                turn,
                one -> one.leaveOut(applied.kept().entrySet().stream()
                        .map(kept -> new Arrival.Kept(kept.getKey(), kept.getValue()))
                        .toList()));
        return applied.list();
    }

    /** What came of this source's list before. */
    private Optional<Arrival> before(Arrival arrival) {
        return arrivals.findFirstBySourceAndStateNotInAndIdLessThanOrderByIdDesc(
                arrival.source(), EnumSet.of(Arrival.State.READING, Arrival.State.SAME), arrival.id());
    }

    /**
     * What came last, for a list that nobody asked for: one that was refused, is held or was replaced by somebody is not
     * brought up anew every night. Whoever asks for a list wants it read again.
     */
    private Optional<Arrival> last(Arrival arrival) {
        return arrival.way() == Arrival.Way.SCHEDULED ? before(arrival) : Optional.empty();
    }

    /** Whether the same parts were left out of it as would be now, so that it need not be sent again to be read. */
    private boolean isReadAsNow(Arrival known) {
        return known.readAt().filter(at -> leftOut.countChangedAfter(at) == 0).isPresent();
    }

    private void change(Turn turn, Consumer<Arrival> change) {
        transaction.executeWithoutResult(status -> {
            Arrival arrival = held(turn);
            change.accept(arrival);
            arrivals.save(arrival);
        });
    }

    private Arrival held(Turn turn) {
        Arrival arrival = arrivals.lock(turn.id()).orElseThrow();
        if (!isIts(turn, arrival)) {
            throw new ListStore.Overtaken();
        }
        return arrival;
    }

    private void checkStillHolds(Turn turn) {
        if (!isIts(turn, arrivals.findById(turn.id()).orElseThrow())) {
            throw new ListStore.Overtaken();
        }
    }

    private static boolean isIts(Turn turn, Arrival arrival) {
        return arrival.state() == Arrival.State.READING && arrival.attempts() == turn.attempt();
    }

    /** Ends a list that could not be read for reasons that are not its own. */
    void giveUp(long id, String reason) {
        Arrival arrival = arrivals.findById(id).orElseThrow();
        if (arrival.state() == Arrival.State.READING) {
            doing(
                    new Turn(id, arrival.attempts()),
                    turn -> refuse(turn, arrival, "it was given up after three tries: " + reason));
        }
    }

    /** Counted before anything else, so that a list which ends the process is not read for ever. */
    private int attempt(long id) {
        return Objects.requireNonNull(transaction.execute(status -> {
            Arrival arrival = arrivals.findById(id).orElseThrow();
            int attempts = arrival.attempt();
            arrivals.save(arrival);
            return attempts;
        }));
    }

    /** For a reason that is not the list's own, so that it is read again where it comes again. */
    private void refuse(Turn turn, Arrival arrival, String reason) {
        Fault fault = Fault.ofFile(arrival.fileName(), reason);
        end(turn, "list refused", refused -> {
            refused.know(null, RegistrarHttp.Tags.NONE);
            refused.refuse(List.of(fault), 1, time.now());
        });
        try {
            store.forget(turn.id());
        } catch (RuntimeException e) {
            // rows of a list that was refused count for nothing; they are only in the way
            LOG.warn("Rows of arrival {} could not be taken out", turn.id(), e);
        }
    }

    private static String said(Exception e) {
        return e.getMessage() == null ? "nobody answers" : e.getMessage();
    }

    /** @param before the arrival that has the rows of the same source which are in use */
    private void keep(Turn turn, RegistrarList list, Optional<Long> before) {
        // the LMS is looked at first, so that the first proof of the list is the one that is built from
        try {
            held.refresh();
        } catch (LmsUnavailable e) {
            LOG.warn("The LMS could not be looked at for arrival {}: {}", turn.id(), e.getMessage());
        }
        long start = System.nanoTime();
        store.write(turn.id(), list, () -> checkStillHolds(turn));
        String source = arrivals.findById(turn.id()).orElseThrow().source();
        List<Arrival.Trip> trips = before.map(rows -> guards.tripped(source, store.rows(rows), list))
                .orElse(List.of());
        List<Oddity> odd = Oddity.of(list, before.map(store::rows));
        Optional<DepartmentTally.Sum> brought =
                before.map(rows -> DepartmentTally.sum(DepartmentTally.between(Optional.of(store.rows(rows)), list)));
        end(turn, trips.isEmpty() ? "list kept" : "list held", arrival -> {
            Optional<Arrival> now = arrivals.lockInUse();
            Map<String, Long> parts = now.map(one -> one.partsWith(arrival.source(), turn.id()))
                    .orElse(Map.of(arrival.source(), turn.id()));
            Long against = now.map(Arrival::id).orElse(null);
            if (trips.isEmpty()) {
                arrival.keep(list, odd, against, parts, time.now());
            } else {
                arrival.hold(list, odd, Objects.requireNonNull(against), parts, trips, time.now());
            }
            brought.ifPresent(arrival::brought);
        });
        LOG.info("Arrival {} kept in {} ms", turn.id(), millisSince(start));
    }

    private static long millisSince(long start) {
        return (System.nanoTime() - start) / 1_000_000;
    }

    private void end(Turn turn, String what, Consumer<Arrival> change) {
        transaction.executeWithoutResult(status -> {
            Arrival arrival = held(turn);
            change.accept(arrival);
            arrivals.save(arrival);
            pieces.forget(turn.id());
            mail.tell(arrival, before(arrival));
            ledger.write(
                    arrival.receivedBy(),
                    what,
                    arrival.fileName(),
                    Map.of("arrival", turn.id(), "sections", arrival.sections(), "faults", arrival.faultCount()));
        });
    }

    /** Nothing where it is the known one, which was then not brought. */
    private Optional<RegistrarHttp.Tags> bring(Arrival arrival, RegistrarHttp.Tags known, Path to)
            throws IOException, FaultyFileException {
        if (arrival.way() != Arrival.Way.FILE) {
            return registrar.fetch(arrival.source(), arrival.fileName(), known, to);
        }
        try (OutputStream out = Files.newOutputStream(to)) {
            pieces.write(arrival.id(), out);
        }
        return Optional.of(RegistrarHttp.Tags.NONE);
    }

    /** Of what came and of what is left out of it: the same file is another list once that changes. */
    private static String hash(Path file, List<LeftOut> parts) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            if (!parts.isEmpty()) {
                digest.update(parts.toString().getBytes(StandardCharsets.UTF_8));
            }
            in.transferTo(new java.security.DigestOutputStream(java.io.OutputStream.nullOutputStream(), digest));
            return HexFormat.of().formatHex(digest.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
