package chalkline.server.arrivals;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Sections;
import chalkline.server.frame.NotFound;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The sections that lists in use once had, by term, of whatever source. A shell of none of them was made by somebody else, and
 * is nobody's to close. What a list had is written down once it is no longer the one in use, before anything is computed from
 * the one after it, and stays when its rows are taken out.
 */
@Component
class OnceListed {
    private static final Duration SEEN = Duration.ofSeconds(30);

    private final Arrivals arrivals;
    private final ListStore store;
    private final JdbcClient db;
    private final JdbcTemplate batches;
    private final TransactionTemplate transaction;
    private final TransactionTemplate apart;
    /** By the list in use. One may come back into use while another process noted what was in use between. */
    private final LoadingCache<Long, Long> versions =
            Caffeine.newBuilder().maximumSize(1).expireAfterWrite(SEEN).build(this::noted);

    OnceListed(
            Arrivals arrivals,
            ListStore store,
            JdbcClient db,
            JdbcTemplate batches,
            TransactionTemplate transaction,
            PlatformTransactionManager transactions) {
        this.arrivals = arrivals;
        this.store = store;
        this.db = db;
        this.batches = batches;
        this.transaction = transaction;
        this.apart = new TransactionTemplate(transactions);
        this.apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** Grows whenever {@link #sections} may, which is when another list is in use; what is computed from them is known by it. */
    long version(long inUse) {
        return versions.get(inUse);
    }

    private long noted(long inUse) {
        List<Long> open = db.sql(
                        "select id from arrival where state = 'KEPT' and not noted and not outdated order by id")
                .query(Long.class)
                .list();
        open.stream().filter(id -> id != inUse).forEach(this::note);
        return db.sql("select count(*) from arrival where noted")
                .query(Long.class)
                .single();
    }

    /** All that the list in use, another one or any before it has of a term. */
    Set<String> sections(String term, long arrival) {
        Set<String> sections = new HashSet<>(db.sql("select section from once_listed where term = ?")
                .param(term)
                .query(String.class)
                .list());
        Set<Long> lists = new HashSet<>(Set.of(arrival));
        arrivals.idInUse().ifPresent(lists::add);
        lists.forEach(
                list -> sections.addAll(Sections.idsByTerm(store.read(list)).getOrDefault(term, Set.of())));
        return sections;
    }

    /** Writes down what a list has, unless that was done. */
    void note(long arrival) {
        Map<String, Set<String>> terms = Sections.idsByTerm(listed(arrival));
        // within a transaction that only reads nothing can be written; one that writes may hold the list that is noted
        boolean reads = TransactionSynchronizationManager.isCurrentTransactionReadOnly();
        (reads ? apart : transaction).executeWithoutResult(status -> {
            if (db.sql("update arrival set noted = true where id = ? and not noted")
                            .param(arrival)
                            .update()
                    == 1) {
                terms.forEach(this::write);
            }
        });
    }

    private RegistrarList listed(long arrival) {
        try {
            return store.read(arrival);
        } catch (NotFound partsAreGone) {
            // of a list that was kept before this was written down; what is left of it is its own
            return store.rows(arrival);
        }
    }

    private void write(String term, Set<String> sections) {
        Set<String> fresh = new HashSet<>(sections);
        db.sql("select section from once_listed where term = ?")
                .param(term)
                .query(String.class)
                .list()
                .forEach(fresh::remove);
        List<Object[]> rows = new ArrayList<>();
        fresh.stream().sorted().forEach(section -> rows.add(new Object[] {term, section}));
        batches.batchUpdate("insert ignore into once_listed (term, section) values (?, ?)", rows);
    }
}
