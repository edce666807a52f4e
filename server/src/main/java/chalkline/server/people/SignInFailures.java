package chalkline.server.people;

import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Sign-ins that failed, counted for all processes together: for an account from one address, for an account from anywhere,
 * and from an address for any account. After some, each further one has to wait twice as long, up to a bound that differs:
 * whoever tries another person's passwords from elsewhere can slow that person down by seconds, and never keep them out.
 */
@Component
class SignInFailures {
    private static final Logger LOG = LoggerFactory.getLogger(SignInFailures.class);
    private static final Duration REMEMBERED = Duration.ofHours(1);
    private static final int LONGEST_NAME = 100;

    private final JdbcClient db;
    private final Time time;
    private final LedgerService ledger;

    SignInFailures(JdbcClient db, LedgerService ledger, Time time) {
        this.time = time;
        this.db = db;
        this.ledger = ledger;
    }

    /** Somebody who wants to sign in. */
    record Attempt(String login, String address) {
        Attempt {
            login = login.codePointCount(0, login.length()) <= LONGEST_NAME
                    ? login
                    : login.substring(0, login.offsetByCodePoints(0, LONGEST_NAME));
        }

        /** An address that is this machine's own is that of a proxy nobody named, and so everybody's. */
        private List<Counted> counted() {
            Counted account = new Counted("login " + login, 20, 4);
            return address.isEmpty() || address.startsWith("127.") || address.contains("::1") || address.endsWith(":1")
                    ? List.of(account)
                    : List.of(
                            account,
                            new Counted("pair " + login + " " + address, 5, 60),
                            new Counted("address " + address, 30, 60));
        }
    }

    /**
     * What is counted.
     *
     * @param free so many failures cost nothing
     * @param longest seconds that a further one has to wait at most
     */
    private record Counted(String what, int free, int longest) {
        long seconds(int failures) {
            return failures < free ? 0 : Math.min(longest, 1L << Math.min(10, failures - free));
        }
    }

    /** How many seconds an attempt has to wait; 0 where it may be made. */
    long wait(Attempt attempt) {
        Instant now = time.now();
        long longest = 0;
        for (Counted counted : attempt.counted()) {
            Instant until = db.sql("select failures, last_at from sign_in_failure where what = ? and last_at > ?")
                    .params(counted.what(), Timestamp.from(now.minus(REMEMBERED)))
                    .query((row, n) -> row.getTimestamp("last_at")
                            .toInstant()
                            .plusSeconds(counted.seconds(row.getInt("failures"))))
                    .optional()
                    .orElse(now);
            longest = Math.max(longest, (Duration.between(now, until).toMillis() + 999) / 1000);
        }
        return longest;
    }

    @Transactional
    public void add(Attempt attempt) {
        Timestamp now = Timestamp.from(time.now());
        Timestamp old = Timestamp.from(time.now().minus(REMEMBERED));
        db.sql("delete from sign_in_failure where last_at < ?").param(old).update();
        for (Counted counted : attempt.counted()) {
            db.sql("insert into sign_in_failure (what, failures, last_at) values (?, 1, ?)"
                            + " on duplicate key update failures = failures + 1, last_at = values(last_at)")
                    .params(counted.what(), now)
                    .update();
        }
        LOG.warn("A sign-in failed; the ledger says whose");
        ledger.write(attempt.login(), "sign-in failed", attempt.login(), Map.of("address", attempt.address()));
    }

    /** After one that did not fail. */
    @Transactional
    public void forget(Attempt attempt) {
        attempt.counted().stream()
                .limit(2)
                .forEach(counted -> db.sql("delete from sign_in_failure where what = ?")
                        .param(counted.what())
                        .update());
    }
}
