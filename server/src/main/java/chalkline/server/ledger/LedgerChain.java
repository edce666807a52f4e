package chalkline.server.ledger;

import chalkline.core.naming.Digest;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * The chain of the ledger: each entry that is sealed holds the digest of itself and of the one before, so that one that was
 * changed, taken out or put in is found. Entries are sealed in the background, a few seconds after they were written, so
 * that nobody who writes one waits for another.
 */
@Component
class LedgerChain {
    /** What comes before the first entry. */
    static final String NOTHING = "0".repeat(64);

    private static final int PART = 500;

    private final JdbcClient db;
    private final TransactionTemplate transaction;
    private final JsonMapper json;

    LedgerChain(JdbcClient db, TransactionTemplate transaction, JsonMapper json) {
        this.db = db;
        this.transaction = transaction;
        this.json = json;
    }

    /** An entry as it is sealed. */
    record Sealed(
            long id,
            long seal,
            String digest,
            Instant at,
            String who,
            String what,
            String subject,
            String detail,
            String address) {}

    /** The end of the chain. */
    record Head(long number, String digest) {}

    Head head() {
        return db.sql("select number, digest from ledger_head")
                .query(LedgerChain::readHead)
                .single();
    }

    private static Head readHead(ResultSet row, int n) throws SQLException {
        return new Head(row.getLong("number"), row.getString("digest"));
    }

    /** Seals what is not sealed yet, in the order in which it was written; how many entries. */
    int seal() {
        return Objects.requireNonNull(transaction.execute(status -> sealOpen()));
    }

    private int sealOpen() {
        Head head = db.sql("select number, digest from ledger_head for update")
                .query(LedgerChain::readHead)
                .single();
        List<Sealed> open = db.sql("select * from ledger where seal is null order by id limit " + PART)
                .query(LedgerChain::sealed)
                .list();
        // an entry that somebody put in at the end keeps its number, and is found by its digest
        long number = Math.max(
                head.number(),
                db.sql("select coalesce(max(seal), 0) from ledger")
                        .query(Long.class)
                        .single());
        String digest = head.digest();
        for (Sealed one : open) {
            number++;
            digest = digest(digest, number, one);
            db.sql("update ledger set seal = ?, digest = ? where id = ?")
                    .params(number, digest, one.id())
                    .update();
        }
        if (!open.isEmpty()) {
            db.sql("update ledger_head set number = ?, digest = ?")
                    .params(number, digest)
                    .update();
        }
        return open.size();
    }

    /** SHA-256 of a JSON array of what came before and of all that the entry says, so that no two run together. */
    String digest(String before, long number, Sealed one) {
        return Digest.of(json.writeValueAsString(List.of(
                before,
                Long.toString(number),
                one.at().toString(),
                one.who(),
                one.what(),
                one.subject(),
                one.detail(),
                one.address())));
    }

    /** Sealed entries after a number, in their order. */
    List<Sealed> after(long seal, int most) {
        return db.sql("select * from ledger where seal > ? order by seal limit ?")
                .params(seal, most)
                .query(LedgerChain::sealed)
                .list();
    }

    private static Sealed sealed(ResultSet row, int n) throws SQLException {
        Timestamp at = row.getTimestamp("at");
        String digest = row.getString("digest");
        return new Sealed(
                row.getLong("id"),
                row.getLong("seal"),
                digest == null ? "" : digest,
                at.toInstant(),
                row.getString("who"),
                row.getString("what"),
                row.getString("subject"),
                row.getString("detail"),
                row.getString("address"));
    }
}
