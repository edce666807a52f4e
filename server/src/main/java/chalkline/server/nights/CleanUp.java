package chalkline.server.nights;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Outdated;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes out every night what has been kept long enough. What fails is tried again the next night, and keeps nothing else. */
@Component
class CleanUp {
    private static final Logger LOG = LoggerFactory.getLogger(CleanUp.class);

    private final List<Outdated> all;
    private final ChalkLineSettings settings;
    private final LedgerService ledger;
    private final Time time;
    private final TransactionTemplate transaction;

    CleanUp(
            List<Outdated> all,
            ChalkLineSettings settings,
            LedgerService ledger,
            TransactionTemplate transaction,
            Time time) {
        this.time = time;
        this.all = all;
        this.settings = settings;
        this.ledger = ledger;
        this.transaction = transaction;
    }

    /** How many rows of what went. */
    Map<String, Integer> run() {
        Map<String, Integer> gone = new TreeMap<>();
        for (Outdated one : all) {
            int days = one.days(settings.keep());
            if (days > 0) {
                try {
                    gone.merge(one.what(), one.takeOut(time.now().minus(Duration.ofDays(days))), Integer::sum);
                } catch (RuntimeException e) {
                    LOG.error("The {} could not be cleaned up", one.what(), e);
                }
            }
        }
        gone.values().removeIf(rows -> rows == 0);
        if (!gone.isEmpty()) {
            LOG.info("Cleaned up: {}", gone);
            transaction.executeWithoutResult(status -> ledger.write("clean-up", "", gone));
        }
        return gone;
    }
}
