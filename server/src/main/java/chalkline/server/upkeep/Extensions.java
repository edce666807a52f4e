package chalkline.server.upkeep;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.naming.Text;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.frame.Today;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.Lms;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Students who are let in longer than the others, as with an incomplete: each with its reason and its last day. */
@Service
class Extensions {
    private static final LocalTime END_OF_DAY = LocalTime.of(23, 59);

    private final JdbcClient db;
    private final Terms terms;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final PeopleService people;
    private final LedgerService ledger;
    private final Today today;
    private final TransactionTemplate transaction;
    private final Lms lms;
    private final Time time;

    Extensions(
            JdbcClient db,
            Terms terms,
            ArrivalService arrivals,
            ConventionsService conventions,
            PeopleService people,
            LedgerService ledger,
            Today today,
            TransactionTemplate transaction,
            @AtOnce Lms lms,
            Time time) {
        this.time = time;
        this.transaction = transaction;
        this.db = db;
        this.terms = terms;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.people = people;
        this.ledger = ledger;
        this.today = today;
        this.lms = lms;
    }

    /** Those of a term that hold, the soonest to end first. */
    @MayPartly(Right.READ_UPKEEP)
    public List<LifeViews.Extension> of(String term) {
        Terms.Standing now = terms.seen(term, Right.READ_UPKEEP);
        RegistrarList list = arrivals.list(now.proof().arrival());
        return db
                .sql("select * from extension where term = ? and ended_at is null order by until, id")
                .param(term)
                .query((row, n) -> view(row, now, list))
                .list()
                .stream()
                .filter(one -> terms.seesAll() || now.rows().containsKey(one.key()))
                .filter(one -> !IsoMoment.known(one.until()).toLocalDate().isBefore(today.in(conventions.zone())))
                .toList();
    }

    /** The students of a shell as the LMS has them now, by name. */
    @MayPartly(Right.READ_UPKEEP)
    public List<LifeViews.Student> students(String term, String key) {
        terms.requireSeen(term, key);
        Terms.Standing now = terms.now(term);
        RegistrarList list = arrivals.list(now.proof().arrival());
        ProofRow row = now.rows().get(key);
        if (row == null || row.held().isEmpty()) {
            return List.of();
        }
        return lms.people(row.held().get().key()).stream()
                .filter(member -> member.role().equals("student"))
                .map(Lms.Member::user)
                .distinct()
                .map(user -> {
                    Person person = list.people().get(user);
                    return new LifeViews.Student(user, person == null ? user : person.fullName());
                })
                .sorted(Comparator.comparing(LifeViews.Student::name, Text.NATURAL))
                .toList();
    }

    private LifeViews.Extension view(ResultSet row, Terms.Standing now, RegistrarList list) throws SQLException {
        String key = row.getString("shell_key");
        String user = row.getString("user_id");
        ProofRow shell = now.rows().get(key);
        Person person = list.people().get(user);
        return new LifeViews.Extension(
                row.getLong("id"),
                key,
                shell == null ? key : shell.code(),
                user,
                person == null ? user : person.fullName(),
                row.getString("until"),
                row.getString("reason"),
                people.nameOf(row.getString("given_by")),
                row.getTimestamp("given_at").toInstant());
    }

    /** Lets a student in until the end of a day. */
    @MayPartly(Right.CHANGE_UPKEEP)
    public List<LifeViews.Extension> give(String term, String key, String user, LocalDate until, String reason) {
        terms.requireChangeable(term, List.of(key));
        Terms.Standing now = terms.now(term);
        ProofRow row = now.rows().get(key);
        if (row == null || row.held().isEmpty()) {
            throw new Refusal("key", 0, "There is no shell " + key + " in the LMS.");
        }
        ZoneId zone = conventions.zone();
        if (until.isBefore(today.in(zone))) {
            throw new Refusal("until", 0, "That day is over. Give one to come.");
        }
        String moment = IsoMoment.write(until.atTime(END_OF_DAY).atZone(zone));
        String there = row.held().get().key();
        String before = of(term).stream()
                .filter(one -> one.key().equals(key) && one.user().equals(user))
                .map(LifeViews.Extension::until)
                .findFirst()
                .orElse("");
        tell(new Lms.Extension(there, user, moment));
        transaction.executeWithoutResult(status -> {
            db.sql(
                            "update extension set ended_at = ? where term = ? and shell_key = ? and user_id = ? and ended_at is null")
                    .params(now(), term, key, user)
                    .update();
            db.sql("insert into extension (term, shell_key, user_id, until, reason, given_by, given_at)"
                            + " values (?, ?, ?, ?, ?, ?, ?)")
                    .params(term, key, user, moment, reason, SignedIn.login(), now())
                    .update();
            ledger.write(
                    "let in longer",
                    term,
                    Map.of("shell", key, "person", user, "before", before, "after", moment, "reason", reason));
        });
        return of(term);
    }

    /** Has a student enter no longer than the others. */
    @MayPartly(Right.CHANGE_UPKEEP)
    public List<LifeViews.Extension> end(String term, long id) {
        LifeViews.Extension given = of(term).stream()
                .filter(one -> one.id() == id)
                .findFirst()
                .orElseThrow(() -> new Refusal("Nobody is let in longer under the number " + id + "."));
        terms.requireChangeable(term, List.of(given.key()));
        String there = terms.now(term).rows().containsKey(given.key())
                ? terms.now(term)
                        .rows()
                        .get(given.key())
                        .held()
                        .map(shell -> shell.key())
                        .orElse(given.key())
                : given.key();
        tell(new Lms.Extension(there, given.user(), null));
        transaction.executeWithoutResult(status -> {
            db.sql("update extension set ended_at = ? where id = ?")
                    .params(now(), id)
                    .update();
            ledger.write(
                    "let in no longer",
                    term,
                    Map.of("shell", given.key(), "person", given.user(), "before", given.until(), "after", ""));
        });
        return of(term);
    }

    private void tell(Lms.Extension extension) {
        Lms.Answer answer =
                lms.extend("extension-" + UUID.randomUUID(), List.of(extension)).get(0);
        if (!answer.done()) {
            throw new Refusal("user", 0, "The LMS did not do it: " + answer.message());
        }
    }

    private Timestamp now() {
        return Timestamp.from(time.now());
    }
}
