package chalkline.standins.lms;

import chalkline.core.naming.Digest;
import java.sql.Timestamp;
import java.time.InstantSource;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Carries out a batch once for each idempotency key: the same key with the same content gets the first answer again
 * without the work being done twice; with other content it is refused. An item that is refused undoes only itself.
 */
@Component
class Answered {
    private final JdbcClient db;
    private final JsonMapper json;
    private final TransactionTemplate whole;
    private final TransactionTemplate item;
    private final Turns turns;
    private final Mischief mischief;
    private final Effects effects;
    private final InstantSource time;

    Answered(
            JdbcClient db,
            JsonMapper json,
            PlatformTransactionManager transactions,
            Turns turns,
            Mischief mischief,
            Effects effects,
            InstantSource time) {
        this.time = time;
        this.db = db;
        this.json = json;
        this.turns = turns;
        this.effects = effects;
        this.mischief = mischief;
        this.whole = new TransactionTemplate(transactions);
        this.item = new TransactionTemplate(transactions);
        this.item.setPropagationBehavior(TransactionTemplate.PROPAGATION_NESTED);
    }

    /** The key was used for something else before. */
    static final class KeyReused extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    <T> Wire.Answers once(String key, Wire.Batch<T> batch, Function<T, Wire.Answer> work) {
        String hash = Digest.of(json.writeValueAsString(batch));
        return turns.take(() -> whole.execute(status -> {
            Optional<Wire.Answers> before = before(key, hash);
            if (before.isPresent()) {
                return before.get();
            }
            List<Wire.Answer> answers =
                    batch.items().stream().map(one -> answer(one, work)).toList();
            Wire.Answers all = new Wire.Answers(answers);
            effects.count("call", "", 1);
            db.sql("insert into answered (idempotency_key, request_hash, answer, at) values (?, ?, ?, ?)")
                    .params(key, hash, json.writeValueAsString(all), Timestamp.from(time.instant()))
                    .update();
            return all;
        }));
    }

    private Optional<Wire.Answers> before(String key, String hash) {
        return db.sql("select request_hash, answer from answered where idempotency_key = ?")
                .param(key)
                .query((row, n) -> {
                    if (!row.getString("request_hash").equals(hash)) {
                        throw new KeyReused();
                    }
                    return json.readValue(row.getString("answer"), Wire.Answers.class);
                })
                .optional();
    }

    private <T> Wire.Answer answer(T one, Function<T, Wire.Answer> work) {
        try {
            if (mischief.happens(Mischief.Kind.REFUSE)) {
                throw new Refused("item-refused", "The LMS did not take this one.");
            }
            return item.execute(status -> work.apply(one));
        } catch (Refused e) {
            return Wire.Answer.no(e.word(), e.getMessage());
        }
    }
}
