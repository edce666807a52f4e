package chalkline.server.proof;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Unmatched;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.List;
import org.springframework.stereotype.Service;

/** What in the conventions matches nothing in the list in use, so that it has no effect. */
@Service
class UnmatchedService {
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final LoadingCache<Key, List<ProofViews.Unmatched>> found =
            Caffeine.newBuilder().maximumSize(4).build(this::find);

    private record Key(long arrival, int conventions) {}

    UnmatchedService(ArrivalService arrivals, ConventionsService conventions) {
        this.arrivals = arrivals;
        this.conventions = conventions;
    }

    /** In the order of a conventions file; nothing before the first list was kept. */
    @May(Right.READ_CONVENTIONS)
    public List<ProofViews.Unmatched> now() {
        return arrivals.current()
                .map(arrival -> found.get(new Key(arrival, conventions.current())))
                .orElse(List.of());
    }

    private List<ProofViews.Unmatched> find(Key key) {
        Conventions rules = conventions.version(key.conventions());
        return Unmatched.of(arrivals.list(key.arrival()), rules).stream()
                .map(one -> new ProofViews.Unmatched(one.path(), Paths.words(one.path(), rules), one.reason()))
                .toList();
    }
}
