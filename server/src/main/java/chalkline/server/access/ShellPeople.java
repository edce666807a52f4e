package chalkline.server.access;

import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.frame.Today;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsWriting;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * People who are let into a shell beside those of its sections: co-instructors, assistants, designers, each for a time or
 * without one. No list takes them out; they leave when their time is over. A shell that does not stand yet gets them as soon
 * as it does.
 */
@Service
public class ShellPeople {
    private static final Logger LOG = LoggerFactory.getLogger(ShellPeople.class);

    private final JdbcClient db;
    private final ProofService proofs;
    private final Reached reached;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final Today today;
    private final LedgerService ledger;
    private final LmsWriting lms;
    private final TransactionTemplate transaction;
    private final Time time;

    ShellPeople(
            JdbcClient db,
            ProofService proofs,
            Reached reached,
            ArrivalService arrivals,
            ConventionsService conventions,
            Today today,
            LedgerService ledger,
            @AtOnce LmsWriting lms,
            TransactionTemplate transaction,
            Time time) {
        this.time = time;
        this.db = db;
        this.proofs = proofs;
        this.reached = reached;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.today = today;
        this.ledger = ledger;
        this.lms = lms;
        this.transaction = transaction;
    }

    /** As what somebody is let in. */
    public enum Role {
        INSTRUCTOR,
        ASSISTANT,
        DESIGNER;

        /** As the LMS is told. */
        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * Somebody who is let in.
     *
     * @param until the last day
     * @param told whether the LMS knows
     */
    record LetIn(
            long id,
            String term,
            String key,
            String user,
            Role role,
            Optional<LocalDate> until,
            String reason,
            boolean told,
            String by) {}

    private static LetIn read(ResultSet row, int n) throws SQLException {
        return new LetIn(
                row.getLong("id"),
                row.getString("term"),
                row.getString("shell_key"),
                row.getString("user_id"),
                Role.valueOf(row.getString("role")),
                Optional.ofNullable(row.getDate("until")).map(Date::toLocalDate),
                row.getString("reason"),
                row.getBoolean("told"),
                row.getString("let_in_by"));
    }

    List<LetIn> of(String term, String key) {
        return db.sql("select * from shell_person where term = ? and shell_key = ? and ended_at is null order by id")
                .params(term, key)
                .query(ShellPeople::read)
                .list();
    }

    /** Who is let in where in a term, by the keys of its shells; what people put in there by hand is beside it. */
    public Map<String, Set<String>> in(String term) {
        Map<String, Set<String>> users = new HashMap<>();
        db.sql("select shell_key, user_id from shell_person where term = ? and ended_at is null")
                .param(term)
                .query((row, n) -> users.computeIfAbsent(row.getString(1), key -> new HashSet<>())
                        .add(row.getString(2)))
                .list();
        return users;
    }

    /** The key in the LMS of a shell that stands and is not closed. */
    static Optional<String> standing(ProofRow row) {
        return row.held().filter(held -> !held.closed()).map(held -> held.key());
    }

    /**
     * Lets somebody in.
     *
     * @param until the last day; null without one
     */
    @MayPartly(Right.SHARE_SHELLS)
    public void letIn(String term, String key, String user, Role role, @Nullable LocalDate until, String reason) {
        ProofKey proof = proofs.now(term);
        ProofRow row = reached.row(proof, key, Right.SHARE_SHELLS);
        if (row.shell().isEmpty()) {
            throw new Refusal("key", 0, "Nothing is taught in this shell any more.");
        }
        if (!arrivals.list(proof.arrival()).people().containsKey(user)) {
            throw new Refusal("user", 0, "The list has nobody with the id " + user + ".");
        }
        if (until != null && until.isBefore(today.in(conventions.zone()))) {
            throw new Refusal("until", 0, "That day is over. Give one to come, or none.");
        }
        if (row.instructors().stream().anyMatch(one -> one.id().equals(user))) {
            throw new Refusal("user", 0, "That person teaches in this shell already.");
        }
        of(term, key).stream()
                .filter(one -> one.user().equals(user))
                .findFirst()
                .ifPresent(one -> {
                    throw new Conflict("That person is let in already, as "
                            + one.role().word() + ". End that first, to have it otherwise.");
                });
        boolean told = tell(row, user, role, true);
        transaction.executeWithoutResult(status -> {
            db.sql(
                            "insert into shell_person (term, shell_key, user_id, role, until, reason, told, let_in_by, let_in_at)"
                                    + " values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .params(Arrays.asList(
                            term,
                            key,
                            user,
                            role.name(),
                            until == null ? null : Date.valueOf(until),
                            reason,
                            told,
                            SignedIn.login(),
                            Timestamp.from(time.now())))
                    .update();
            ledger.write(
                    "person let in",
                    key,
                    Map.of(
                            "term", term,
                            "shell", key,
                            "person", user,
                            "role", role.word(),
                            "until", until == null ? "" : until.toString(),
                            "reason", reason));
        });
    }

    /** Has somebody leave who was let in. */
    @MayPartly(Right.SHARE_SHELLS)
    public void end(String term, String key, long id) {
        ProofRow row = reached.row(proofs.now(term), key, Right.SHARE_SHELLS);
        LetIn one = of(term, key).stream()
                .filter(known -> known.id() == id)
                .findFirst()
                .orElseThrow(() -> new Refusal("Nobody is let in under the number " + id + " any more."));
        if (one.told()) {
            tell(row, one.user(), one.role(), false);
        }
        ended(one, SignedIn.login());
    }

    private void ended(LetIn one, String by) {
        transaction.executeWithoutResult(status -> {
            db.sql("update shell_person set ended_at = ?, ended_by = ? where id = ?")
                    .params(Timestamp.from(time.now()), by, one.id())
                    .update();
            ledger.write(
                    by,
                    "person let out",
                    one.key(),
                    Map.of(
                            "term",
                            one.term(),
                            "shell",
                            one.key(),
                            "person",
                            one.user(),
                            "role",
                            one.role().word()));
        });
    }

    /** Whether the LMS could be told, which it cannot where the shell does not stand. */
    private boolean tell(ProofRow row, String user, Role role, boolean in) {
        Optional<String> there = standing(row);
        there.ifPresent(key -> {
            List<Lms.Member> member = List.of(new Lms.Member(user, role.word(), ""));
            Lms.Answer answer = lms.changePeople(
                            "access-" + UUID.randomUUID(),
                            List.of(new Lms.PeopleChange(key, in ? member : List.of(), in ? List.of() : member)))
                    .get(0);
            if (!answer.done()) {
                throw new Refusal("The LMS refused: " + answer.message());
            }
        });
        return there.isPresent();
    }

    /** Lets those in whose shells stand by now, and those out whose time is over. */
    void settle() {
        List<LetIn> open = new ArrayList<>(
                db.sql("select * from shell_person where ended_at is null and (told = false or until < ?)")
                        .param(Date.valueOf(today.in(conventions.zone())))
                        .query(ShellPeople::read)
                        .list());
        for (LetIn one : open) {
            try {
                settle(one);
            } catch (RuntimeException e) {
                LOG.warn("Somebody's being in the shell {} waits: {}", one.key(), e.getMessage());
            }
        }
    }

    private void settle(LetIn one) {
        Optional<ProofRow> row =
                Optional.ofNullable(proofs.proof(proofs.now(one.term())).byKey().get(one.key()));
        if (one.until()
                .filter(day -> day.isBefore(today.in(conventions.zone())))
                .isPresent()) {
            if (one.told()) {
                row.ifPresent(shell -> tell(shell, one.user(), one.role(), false));
            }
            ended(one, "its time");
        } else if (row.isPresent() && tell(row.get(), one.user(), one.role(), true)) {
            db.sql("update shell_person set told = true where id = ?")
                    .param(one.id())
                    .update();
        }
    }
}
