package chalkline.server.lms;

import chalkline.core.conventions.Setting;
import chalkline.core.naming.YesNo;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.SectionWindow;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.OnceMore;
import chalkline.server.frame.Time;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the LMS holds, as far as it has been seen. Every refresh that finds something new makes a version; what a version
 * holds never changes.
 */
@Service
public class HeldService {
    private static final int BATCH = 500;

    private final LmsReading lms;
    private final LmsReading atOnce;
    private final HeldVersions versions;
    private final SessionFactory sessions;
    private final JsonMapper json;
    private final Time time;
    private final LoadingCache<Integer, Seen> seen =
            Caffeine.newBuilder().maximumSize(3).build(this::read);

    /**
     * @param instructors sourcedIds of those who teach in a shell, by its key, where the LMS says so
     * @param taught the shells in which somebody teaches, by that person's sourcedId
     * @param facts by key, where the LMS tells any
     * @param gone by key, when it was seen that a shell is no longer there
     */
    private record Seen(
            List<HeldShell> shells,
            Map<String, List<String>> instructors,
            Map<String, List<HeldShell>> taught,
            Map<String, Lms.Facts> facts,
            Map<String, Instant> gone) {}

    HeldService(
            LmsReading lms,
            @AtOnce LmsReading atOnce,
            HeldVersions versions,
            EntityManagerFactory factory,
            JsonMapper json,
            Time time) {
        this.time = time;
        this.lms = lms;
        this.atOnce = atOnce;
        this.versions = versions;
        this.sessions = factory.unwrap(SessionFactory.class);
        this.json = json;
    }

    /** The latest version; 0 before the LMS was ever looked at. */
    public int current() {
        return versions.latest();
    }

    /** When the LMS was last found changed; empty before it was ever looked at. */
    public Optional<Instant> seenAt() {
        return versions.findFirstByOrderByNumberDesc().map(HeldVersion::seenAt);
    }

    /** The shells of a version, of all terms. */
    public List<HeldShell> shells(int version) {
        return seen.get(version).shells();
    }

    /** Who teaches in the shells of a version, by their keys; shells of which the LMS does not say so are left out. */
    public Map<String, List<String>> instructors(int version) {
        return seen.get(version).instructors();
    }

    /** The shells of a version in which a person, by sourcedId, teaches, as far as the LMS says so. */
    public List<HeldShell> taughtBy(int version, String person) {
        return seen.get(version).taught().getOrDefault(person, List.of());
    }

    /** What the LMS tells of the shells of a version beside what can be put into them, by their keys. */
    public Map<String, Lms.Facts> facts(int version) {
        return seen.get(version).facts();
    }

    /** Keys of shells that stood in an earlier version and are gone from the LMS, with when that was seen. */
    public Map<String, Instant> gone(int version) {
        return seen.get(version).gone();
    }

    /** What was seen of some shells at a version, by their keys then. */
    public Map<String, Lms.StandingShell> standing(int version, Set<String> keys) {
        Map<String, Lms.StandingShell> standing = new HashMap<>();
        try (StatelessSession session = sessions.openStatelessSession()) {
            for (HeldRow row : rows(session, version)) {
                Lms.StandingShell shell = json.readValue(row.content(), Lms.StandingShell.class);
                if (!row.isGone() && keys.contains(shell.key())) {
                    standing.put(shell.key(), shell);
                }
            }
        }
        return standing;
    }

    /** The LMS's mark when a version was seen; 0 before it was ever looked at. */
    public long markOf(int version) {
        return versions.findById(version).map(HeldVersion::lmsMark).orElse(0L);
    }

    /** What a refresh found. */
    public record Found(int shells, int changed, int gone) {}

    /** Reads what changed in the LMS since the last time, while somebody waits for it. */
    public Found refreshAtOnce() {
        return refresh(atOnce, false, read -> {});
    }

    /** Reads what changed in the LMS since the last time. */
    public Found refresh() {
        return refresh(lms, false, read -> {});
    }

    /**
     * Reads what changed in the LMS, or everything that it holds, and keeps what is new as a version.
     *
     * @param everything whether all shells are compared, so that nothing depends on what the LMS says has changed
     * @param read told how many shells were read so far
     */
    Found refresh(boolean everything, IntConsumer read) {
        return refresh(lms, everything, read);
    }

    private Found refresh(LmsReading from, boolean everything, IntConsumer read) {
        if (!from.isThere()) {
            return new Found(0, 0, 0);
        }
        // whoever comes second finds another version than the one read from, and reads on from there
        while (true) {
            Optional<HeldVersion> before = versions.findFirstByOrderByNumberDesc();
            Lms.Changes changes;
            boolean all = everything || before.isEmpty();
            try {
                changes = from.changedSince(all ? 0 : before.orElseThrow().lmsMark(), read);
            } catch (Lms.UnknownMark putBack) {
                all = true;
                changes = from.changedSince(0, read);
            }
            Optional<Found> kept = keep(before, changes, all);
            if (kept.isPresent()) {
                return kept.get();
            }
        }
    }

    /** Empty where another refresh was kept meanwhile. */
    private Optional<Found> keep(Optional<HeldVersion> before, Lms.Changes changes, boolean all) {
        int was = before.map(HeldVersion::number).orElse(0);
        return OnceMore.trying(() -> sessions.fromStatelessTransaction(session -> {
            session.createNativeMutationQuery("update held_lock set turn = turn + 1 where id = 1")
                    .executeUpdate();
            int now = session.createSelectionQuery("select coalesce(max(number), 0) from HeldVersion", Integer.class)
                    .getSingleResult();
            if (now != was) {
                return Optional.empty();
            }
            Map<Long, HeldRow> known = all ? known(rows(session, was)) : known(session, was, changes);
            List<HeldRow> news = new ArrayList<>();
            Set<Long> there = new HashSet<>();
            for (Lms.StandingShell shell : changes.shells()) {
                there.add(shell.id());
                HeldRow row = known.get(shell.id());
                String content = json.writeValueAsString(shell.withoutMark());
                if (row == null || row.isGone() || !row.content().equals(content)) {
                    news.add(new HeldRow(shell.id(), was + 1, content));
                }
            }
            int changed = news.size();
            known.values().stream()
                    .filter(row -> !row.isGone() && !there.contains(row.shellId()))
                    .filter(row -> all || changes.removed().contains(row.shellId()))
                    .forEach(row -> news.add(HeldRow.gone(row.shellId(), was + 1, row.content())));
            boolean putBack =
                    before.filter(version -> version.lmsMark() > changes.mark()).isPresent();
            if (before.isEmpty() || !news.isEmpty() || putBack) {
                session.insert(new HeldVersion(was + 1, changes.mark(), time.now()));
                session.setJdbcBatchSize(BATCH);
                session.insertMultiple(news);
            }
            return Optional.of(new Found(changes.shells().size(), changed, news.size() - changed));
        }));
    }

    private static Map<Long, HeldRow> known(Collection<HeldRow> rows) {
        Map<Long, HeldRow> known = new HashMap<>();
        rows.forEach(row -> known.put(row.shellId(), row));
        return known;
    }

    /** What is known of those shells alone that the LMS tells of. */
    private static Map<Long, HeldRow> known(StatelessSession session, int version, Lms.Changes changes) {
        List<Long> ids = new ArrayList<>(changes.removed());
        changes.shells().forEach(shell -> ids.add(shell.id()));
        List<HeldRow> rows = new ArrayList<>();
        for (int from = 0; from < ids.size(); from += BATCH) {
            rows.addAll(session.createSelectionQuery("""
                            from HeldRow h where h.seen.shellId in :ids and h.seen.version = (
                              select max(o.seen.version) from HeldRow o
                              where o.seen.shellId = h.seen.shellId and o.seen.version <= :version)""", HeldRow.class)
                    .setParameter("version", version)
                    .setParameter("ids", ids.subList(from, Math.min(ids.size(), from + BATCH)))
                    .getResultList());
        }
        return known(rows);
    }

    /** The last row of every shell up to a version. */
    private static List<HeldRow> rows(StatelessSession session, int version) {
        return session.createSelectionQuery("""
                        from HeldRow h where h.seen.version = (
                          select max(o.seen.version) from HeldRow o
                          where o.seen.shellId = h.seen.shellId and o.seen.version <= :version)
                        order by h.seen.shellId""", HeldRow.class)
                .setParameter("version", version)
                .getResultList();
    }

    private Seen read(int version) {
        Map<Integer, Instant> seenAt = new HashMap<>();
        versions.findAll().forEach(one -> seenAt.put(one.number(), one.seenAt()));
        if (version != 0 && !seenAt.containsKey(version)) {
            throw new NotFound("The LMS was never seen as number " + version + ".");
        }
        if (versions.findById(version).filter(HeldVersion::isOutdated).isPresent()) {
            throw new NotFound("What the LMS held as number " + version
                    + " was kept as long as it is to be; docs/running.md says how long that is.");
        }
        try (StatelessSession session = sessions.openStatelessSession()) {
            List<HeldShell> held = new ArrayList<>();
            Map<String, List<String>> instructors = new HashMap<>();
            Map<String, List<HeldShell>> taught = new HashMap<>();
            Map<String, Lms.Facts> facts = new HashMap<>();
            Map<String, Instant> gone = new HashMap<>();
            Set<String> standing = new HashSet<>();
            for (HeldRow row : rows(session, version)) {
                Lms.StandingShell shell = json.readValue(row.content(), Lms.StandingShell.class);
                if (row.isGone()) {
                    gone.put(shell.key(), seenAt.get(row.version()));
                    continue;
                }
                standing.add(shell.key());
                HeldShell known = toCore(shell);
                held.add(known);
                if (shell.instructors() != null) {
                    instructors.put(shell.key(), shell.instructors());
                    shell.instructors()
                            .forEach(person -> taught.computeIfAbsent(person, one -> new ArrayList<>())
                                    .add(known));
                }
                if (shell.facts() != null) {
                    facts.put(shell.key(), shell.facts());
                }
            }
            gone.keySet().removeAll(standing);
            return new Seen(held, instructors, taught, facts, gone);
        }
    }

    private static Map<String, SectionWindow> windows(List<Lms.SectionWindow> standing) {
        Map<String, SectionWindow> windows = new HashMap<>();
        standing.forEach(one -> windows.put(one.section(), new SectionWindow(one.opens(), one.closes())));
        return windows;
    }

    /** A shell as the rules look at it. */
    public static HeldShell toCore(Lms.StandingShell shell) {
        Map<Setting, String> values = new EnumMap<>(Setting.class);
        shell.settings().forEach((name, value) -> Setting.named(name).ifPresent(setting -> values.put(setting, value)));
        values.put(Setting.CODE, shell.code());
        values.put(Setting.TITLE, shell.title());
        values.put(Setting.CATEGORY, String.join(" / ", shell.category()));
        values.put(Setting.OPENS, shell.opens());
        values.put(Setting.CLOSES, shell.closes());
        values.put(Setting.OPEN, YesNo.write(shell.open()));
        return new HeldShell(
                shell.key(),
                shell.term(),
                shell.code(),
                values,
                Optional.ofNullable(shell.lead()),
                Optional.ofNullable(shell.sections()),
                Optional.ofNullable(shell.windows()).map(HeldService::windows),
                Optional.ofNullable(shell.rosters()),
                shell.activity(),
                shell.openByHand(),
                shell.closed());
    }
}
