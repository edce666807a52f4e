package chalkline.server.access;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.proof.ProofRow;
import chalkline.server.conventions.ConventionsService;
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
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import java.security.SecureRandom;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The words with which people enter shells who are on no roster: one at a time for a shell, where its conventions let them. */
@Service
class EntryCodes {
    private static final Logger LOG = LoggerFactory.getLogger(EntryCodes.class);
    /** Letters and digits that nobody takes for each other, and no vowels, so that no words come of them. */
    private static final String SIGNS = "23456789bcdfghjkmnpqrstvwxz";

    private static final int GROUPS = 3;
    private static final int GROUP = 4;
    private static final SecureRandom RANDOM = new SecureRandom();
    private static final LocalTime END_OF_DAY = LocalTime.of(23, 59);

    private final JdbcClient db;
    private final ProofService proofs;
    private final Reached reached;
    private final ConventionsService conventions;
    private final Today today;
    private final LedgerService ledger;
    private final LmsWriting lms;
    private final Time time;
    private final TransactionTemplate transaction;

    EntryCodes(
            JdbcClient db,
            ProofService proofs,
            Reached reached,
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
        this.conventions = conventions;
        this.today = today;
        this.ledger = ledger;
        this.lms = lms;
        this.transaction = transaction;
    }

    record Kept(
            long id,
            String term,
            String key,
            String code,
            Optional<LocalDate> until,
            boolean told,
            String madeBy,
            Instant madeAt) {}

    private static Kept read(ResultSet row, int n) throws SQLException {
        return new Kept(
                row.getLong("id"),
                row.getString("term"),
                row.getString("shell_key"),
                row.getString("code"),
                Optional.ofNullable(row.getDate("until")).map(Date::toLocalDate),
                row.getBoolean("told"),
                row.getString("made_by"),
                row.getTimestamp("made_at").toInstant());
    }

    /** The one of a shell; empty without one. */
    Optional<Kept> of(String term, String key) {
        return db.sql("select * from entry_code where term = ? and shell_key = ? and ended_at is null")
                .params(term, key)
                .query(EntryCodes::read)
                .optional();
    }

    /**
     * Makes one, instead of the one before it.
     *
     * @param until the last day on which it is good; null for as long as the shell is open
     */
    @MayPartly(Right.SHARE_SHELLS)
    public void make(String term, String key, @Nullable LocalDate until) {
        ProofRow row = reached.row(proofs.now(term), key, Right.SHARE_SHELLS);
        if (!List.of(row.value(Setting.ENTRY).split("[ ,]+")).contains("code")) {
            throw new Refusal("The conventions let nobody into this shell by an entry code (“ways in”).");
        }
        if (until != null && until.isBefore(today.in(conventions.zone()))) {
            throw new Refusal("until", 0, "That day is over. Give one to come, or none.");
        }
        String code = code();
        boolean told = tell(row, code, until);
        transaction.executeWithoutResult(status -> {
            boolean renewed = ended(term, key) > 0;
            db.sql("insert into entry_code (term, shell_key, code, until, told, made_by, made_at)"
                            + " values (?, ?, ?, ?, ?, ?, ?)")
                    .params(Arrays.asList(
                            term,
                            key,
                            code,
                            until == null ? null : Date.valueOf(until),
                            told,
                            SignedIn.login(),
                            Timestamp.from(time.now())))
                    .update();
            ledger.write(
                    renewed ? "entry code renewed" : "entry code made",
                    key,
                    Map.of("term", term, "shell", key, "until", until == null ? "" : until.toString()));
        });
    }

    private static String code() {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < GROUPS * GROUP; i++) {
            code.append(i > 0 && i % GROUP == 0 ? "-" : "").append(SIGNS.charAt(RANDOM.nextInt(SIGNS.length())));
        }
        return code.toString();
    }

    /** Has it be good no longer. */
    @MayPartly(Right.SHARE_SHELLS)
    public void end(String term, String key) {
        ProofRow row = reached.row(proofs.now(term), key, Right.SHARE_SHELLS);
        if (of(term, key).isEmpty()) {
            throw new Refusal("This shell has no entry code any more.");
        }
        tell(row, null, null);
        transaction.executeWithoutResult(status -> {
            ended(term, key);
            ledger.write("entry code ended", key, Map.of("term", term, "shell", key));
        });
    }

    private int ended(String term, String key) {
        return db.sql(
                        "update entry_code set ended_at = ?, ended_by = ? where term = ? and shell_key = ? and ended_at is null")
                .params(Timestamp.from(time.now()), SignedIn.login(), term, key)
                .update();
    }

    private boolean tell(ProofRow row, @Nullable String code, @Nullable LocalDate until) {
        Optional<String> there = ShellPeople.standing(row);
        there.ifPresent(key -> {
            Lms.Answer answer = lms.putEntryCodes(
                            "entry-code-" + UUID.randomUUID(),
                            List.of(new Lms.EntryCode(
                                    key,
                                    code,
                                    until == null
                                            ? null
                                            : IsoMoment.write(
                                                    until.atTime(END_OF_DAY).atZone(conventions.zone())))))
                    .get(0);
            if (!answer.done()) {
                throw new Refusal("The LMS refused: " + answer.message());
            }
        });
        return there.isPresent();
    }

    /** Tells the LMS of those whose shells stand by now, and ends those whose time is over. */
    void settle() {
        LocalDate day = today.in(conventions.zone());
        List<Kept> open = db.sql("select * from entry_code where ended_at is null and (told = false or until < ?)")
                .param(Date.valueOf(day))
                .query(EntryCodes::read)
                .list();
        for (Kept one : open) {
            try {
                ProofRow row = proofs.proof(proofs.now(one.term())).byKey().get(one.key());
                if (one.until().filter(last -> last.isBefore(day)).isPresent()) {
                    if (row != null && one.told()) {
                        tell(row, null, null);
                    }
                    transaction.executeWithoutResult(status -> {
                        ended(one.term(), one.key());
                        ledger.write(
                                "its time",
                                "entry code ended",
                                one.key(),
                                Map.of("term", one.term(), "shell", one.key()));
                    });
                } else if (row != null && tell(row, one.code(), one.until().orElse(null))) {
                    db.sql("update entry_code set told = true where id = ?")
                            .param(one.id())
                            .update();
                }
            } catch (RuntimeException e) {
                LOG.warn("The entry code of the shell {} waits: {}", one.key(), e.getMessage());
            }
        }
    }
}
