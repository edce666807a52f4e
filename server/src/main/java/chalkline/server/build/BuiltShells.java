package chalkline.server.build;

import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Rosters;
import chalkline.server.frame.OnceMore;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import jakarta.persistence.EntityManagerFactory;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * What builds left of each shell: what they sent, where the LMS took it. So what somebody does by hand while a build runs
 * is not taken for the build's own. What a build left counts until a later one, or until it is taken back.
 */
@Component
public class BuiltShells {
    private static final int BATCH = 500;

    private final BuildSteps steps;
    private final Workbench workbench;
    private final HeldService held;
    private final SessionFactory sessions;
    private final JsonMapper json;

    BuiltShells(
            BuildSteps steps, Workbench workbench, HeldService held, EntityManagerFactory factory, JsonMapper json) {
        this.steps = steps;
        this.workbench = workbench;
        this.held = held;
        this.sessions = factory.unwrap(SessionFactory.class);
        this.json = json;
    }

    /** A shell as it was built last, and the build that did it. */
    public record Built(HeldShell shell, long build) {}

    /** What a build did to one shell. */
    private static final class Did {
        private final Map<Verb, Integer> done = new EnumMap<>(Verb.class);
        private final Map<Verb, Integer> all = new EnumMap<>(Verb.class);
        private Optional<Lms.Rename> rename = Optional.empty();

        boolean any(Verb verb) {
            return done.containsKey(verb);
        }

        boolean whole(Verb verb) {
            return any(verb) && done.get(verb).equals(all.get(verb));
        }
    }

    /** All shells of a term that were ever built and are not taken back, by their keys. */
    public Map<String, Built> latest(String term) {
        Map<String, Built> latest = new HashMap<>();
        try (StatelessSession session = sessions.openStatelessSession()) {
            for (BuiltShell one : rows(session, term)) {
                one.content()
                        .map(this::read)
                        .ifPresent(shell -> latest.put(one.key(), new Built(HeldService.toCore(shell), one.build())));
            }
        }
        return latest;
    }

    /** The number of the last build of a term that left something; 0 before the first. */
    public long newest(String term) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            return session.createSelectionQuery(
                            "select coalesce(max(b.id), 0) from Build b where b.term = :term and b.endedAt is not null",
                            Long.class)
                    .setParameter("term", term)
                    .getSingleResult();
        }
    }

    private static List<BuiltShell> rows(StatelessSession session, String term) {
        return session.createSelectionQuery("""
                        from BuiltShell s where s.term = :term and s.by.buildId = (
                          select max(o.by.buildId) from BuiltShell o where o.by.shellKey = s.by.shellKey)""", BuiltShell.class)
                .setParameter("term", term)
                .getResultList();
    }

    private Lms.StandingShell read(String content) {
        return json.readValue(content, Lms.StandingShell.class);
    }

    /** Writes down what a build left, or that another one was taken back; archived shells are as they were built. */
    void write(Build build) {
        if (build.kind() == Build.Kind.PUT_AWAY || build.kind() == Build.Kind.FILL_AGAIN) {
            return;
        }
        Map<String, Did> all = new LinkedHashMap<>();
        steps.ofShells(build.id()).forEach(step -> take(step, all));
        all.values().removeIf(did -> did.done.isEmpty());
        if (build.kind() == Build.Kind.TAKE_BACK) {
            forget(build.undoes().orElseThrow(), all);
        } else if (!all.isEmpty()) {
            keep(build, all);
        }
    }

    /**
     * An LMS that only takes uploads did not take what builds left of some shells: what counts as left is what stood before.
     *
     * @param before by key; empty where a shell did not stand
     */
    public void wereNotTaken(Map<String, Optional<Lms.StandingShell>> before) {
        inTransaction(session -> before.forEach((key, shell) -> shell.ifPresentOrElse(
                stood -> leave(session, key, stood),
                () -> session.createMutationQuery("delete from BuiltShell s where s.by.shellKey = :key")
                        .setParameter("key", key)
                        .executeUpdate())));
    }

    /** The same of some who were to be in shells, or out of them: who is in these is not what builds left. */
    public void peopleWereNotTaken(Set<String> keys) {
        inTransaction(session -> keys.forEach(key -> last(session, key)
                .flatMap(BuiltShell::content)
                .ifPresent(content -> leave(session, key, read(content)))));
    }

    /** The same of something of shells: what counts as left is without it. */
    public void wereTakenWithout(Map<String, ? extends UnaryOperator<Lms.StandingShell>> back) {
        inTransaction(session -> back.forEach((key, without) -> last(session, key)
                .ifPresent(last -> last.content()
                        .map(content -> json.writeValueAsString(without.apply(read(content))))
                        .ifPresent(
                                content -> session.update(new BuiltShell(key, last.build(), last.term(), content))))));
    }

    private void leave(StatelessSession session, String key, Lms.StandingShell shell) {
        last(session, key).ifPresent(last -> {
            Lms.StandingShell left = standing(shell, shell.code(), null, shell.closed());
            session.update(new BuiltShell(key, last.build(), last.term(), json.writeValueAsString(left)));
        });
    }

    private static Optional<BuiltShell> last(StatelessSession session, String key) {
        return session.createSelectionQuery(
                        "from BuiltShell s where s.by.shellKey = :key order by s.by.buildId desc", BuiltShell.class)
                .setParameter("key", key)
                .setMaxResults(1)
                .uniqueResultOptional();
    }

    private void take(BuildSteps.OfShell step, Map<String, Did> all) {
        Did did = all.computeIfAbsent(step.key(), key -> new Did());
        did.all.merge(step.verb(), 1, Integer::sum);
        if (step.state() == StepState.DONE) {
            did.done.merge(step.verb(), 1, Integer::sum);
            if (step.verb() == Verb.RENAME) {
                did.rename = Optional.of(json.readValue(Objects.requireNonNull(step.payload()), Lms.Rename.class));
            }
        }
    }

    /** What was taken back is as the build before it left it. */
    private void forget(long undone, Map<String, Did> all) {
        Set<String> keys = new HashSet<>(all.keySet());
        all.values().forEach(did -> did.rename.ifPresent(rename -> keys.add(rename.newKey())));
        inTransaction(session -> keys.forEach(key -> session.createMutationQuery(
                        "delete from BuiltShell s where s.by.shellKey = :key and s.by.buildId = :build")
                .setParameter("key", key)
                .setParameter("build", undone)
                .executeUpdate()));
    }

    private void keep(Build build, Map<String, Did> all) {
        inTransaction(session -> session.createMutationQuery("delete from BuiltShell s where s.by.buildId = :build")
                .setParameter("build", build.id())
                .executeUpdate());
        Work work = workbench.of(build);
        Map<String, Lms.StandingShell> before = before(build, all);
        List<BuiltShell> rows = new ArrayList<>(all.size());
        all.forEach((key, did) -> {
            String formerly = did.rename.map(Lms.Rename::key).orElse(key);
            Lms.StandingShell left = left(work, key, did, before.get(formerly));
            if (left != null) {
                rows.add(new BuiltShell(key, build.id(), build.term(), json.writeValueAsString(left)));
            }
            if (!formerly.equals(key)) {
                rows.add(new BuiltShell(formerly, build.id(), build.term(), null));
            }
        });
        inTransaction(session -> {
            session.setJdbcBatchSize(BATCH);
            session.insertMultiple(rows);
        });
    }

    /** Shells that were not put whole, as they were built before; where they never were, as they were seen then. */
    private Map<String, Lms.StandingShell> before(Build build, Map<String, Did> all) {
        Set<String> keys = new HashSet<>();
        all.forEach((key, did) -> {
            if (!did.any(Verb.SHELL) || !did.whole(Verb.PEOPLE)) {
                keys.add(did.rename.map(Lms.Rename::key).orElse(key));
            }
        });
        if (keys.isEmpty()) {
            return Map.of();
        }
        Map<String, Lms.StandingShell> before =
                new HashMap<>(held.standing(build.proof().held(), keys));
        try (StatelessSession session = sessions.openStatelessSession()) {
            rows(session, build.term()).stream()
                    .filter(row -> keys.contains(row.key()))
                    .forEach(row -> row.content().ifPresent(content -> before.put(row.key(), read(content))));
        }
        return before;
    }

    private static Lms.@Nullable StandingShell left(
            Work work, String key, Did did, Lms.@Nullable StandingShell before) {
        ProofRow row = work.row(key);
        if (did.any(Verb.SHELL)) {
            boolean fresh = did.all.containsKey(Verb.OPEN) || did.all.containsKey(Verb.COPY);
            Lms.ShellPut put = work.shell(key, did.whole(Verb.SHELL), !fresh || did.any(Verb.OPEN));
            return standing(put, rosters(row, did, before), Boolean.TRUE.equals(put.closed()));
        }
        if (before == null) {
            return null;
        }
        String code = did.rename.map(Lms.Rename::code).orElse(before.code());
        boolean closed = before.closed() || did.any(Verb.CLOSE);
        return standing(before, code, rosters(row, did, before), closed);
    }

    /** Digests of who is in it; null where not everybody came or went that was to. */
    private static @Nullable Map<String, String> rosters(ProofRow row, Did did, Lms.@Nullable StandingShell before) {
        if (did.whole(Verb.PEOPLE) && row.shell().isPresent()) {
            return Rosters.of(row.shell().get().sections());
        }
        return did.all.containsKey(Verb.PEOPLE) || before == null ? null : before.rosters();
    }

    private static Lms.StandingShell standing(Lms.ShellPut put, @Nullable Map<String, String> rosters, boolean closed) {
        return new Lms.StandingShell(
                0,
                put.key(),
                put.term(),
                put.code(),
                put.title(),
                put.category(),
                put.opens(),
                put.closes(),
                put.open(),
                false,
                closed,
                false,
                put.lead(),
                put.sections(),
                put.windows(),
                put.settings(),
                null,
                rosters,
                null,
                null);
    }

    private static Lms.StandingShell standing(
            Lms.StandingShell before, String code, @Nullable Map<String, String> rosters, boolean closed) {
        return new Lms.StandingShell(
                0,
                before.key(),
                before.term(),
                code,
                before.title(),
                before.category(),
                before.opens(),
                before.closes(),
                before.open(),
                false,
                closed,
                false,
                before.lead(),
                before.sections(),
                before.windows(),
                before.settings(),
                null,
                rosters,
                null,
                null);
    }

    private void inTransaction(Consumer<StatelessSession> work) {
        OnceMore.doing(() -> sessions.inStatelessTransaction(work));
    }
}
