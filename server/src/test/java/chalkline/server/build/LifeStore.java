package chalkline.server.build;

import chalkline.server.ChalkLineSettings;
import chalkline.server.lms.HeldInMemory;
import java.lang.reflect.Field;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.Proxy;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Limit;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.AbstractPlatformTransactionManager;
import org.springframework.transaction.support.DefaultTransactionStatus;

/**
 * The database of a life, in memory: builds, their steps and lots, and what the LMS was seen to hold. What stands in it never
 * changes in place, so that a transaction, or a backup, is put back by putting back what stood there. Transactions come one
 * after the other; what MariaDB does with two at once is tested with a real one.
 */
final class LifeStore {
    private static final Set<Build.State> GOES_ON =
            EnumSet.of(Build.State.PLANNED, Build.State.PLANNING, Build.State.RUNNING, Build.State.WAITING);

    private TreeMap<Long, Build> builds = new TreeMap<>();
    private TreeMap<Long, BuildStep> steps = new TreeMap<>();
    private TreeMap<Long, LotRow> lots = new TreeMap<>();
    private final HeldInMemory held;
    /** What was drawn from a sequence is never drawn again. */
    private long drawn;

    /** One row of lots. */
    record LotRow(
            long id,
            long build,
            Phase phase,
            Instant dueAt,
            int tries,
            int errors,
            @Nullable String lease,
            @Nullable Instant leaseUntil,
            boolean done) {
        LotRow leased(@Nullable String to, @Nullable Instant until) {
            return new LotRow(id, build, phase, dueAt, tries, errors, to, until, done);
        }

        LotRow ended() {
            return new LotRow(id, build, phase, dueAt, tries, errors, null, null, true);
        }
    }

    /** All that stands in it at one moment. */
    record Backup(
            TreeMap<Long, Build> builds, TreeMap<Long, BuildStep> steps, TreeMap<Long, LotRow> lots, Object held) {}

    LifeStore(HeldInMemory held) {
        this.held = held;
    }

    Backup backup() {
        return new Backup(new TreeMap<>(builds), new TreeMap<>(steps), new TreeMap<>(lots), held.kept());
    }

    void putBack(Backup backup) {
        builds = new TreeMap<>(backup.builds());
        steps = new TreeMap<>(backup.steps());
        lots = new TreeMap<>(backup.lots());
        held.putBack(backup.held());
    }

    /** To be looked at only. */
    Collection<Build> builds() {
        return builds.values();
    }

    /** To be looked at only. */
    @Nullable
    Build build(long id) {
        return builds.get(id);
    }

    /** To be looked at only. */
    List<BuildStep> stepsOf(long build) {
        return steps.values().stream().filter(step -> step.buildId() == build).toList();
    }

    Collection<LotRow> lots() {
        return lots.values();
    }

    /** In the order in which they were written, which is that of their builds and ordinals. */
    private List<BuildStep> select(Predicate<BuildStep> which) {
        List<BuildStep> found = new ArrayList<>();
        for (BuildStep step : steps.values()) {
            if (which.test(step)) {
                found.add(copy(step));
            }
        }
        return found;
    }

    // --- what stands in it is copied on the way in and on the way out

    private static final Field[] OF_BUILDS = fields(Build.class);
    private static final Field[] OF_STEPS = fields(BuildStep.class);

    private static Field[] fields(Class<?> type) {
        Field[] all = Arrays.stream(type.getDeclaredFields())
                .filter(field -> !Modifier.isStatic(field.getModifiers()))
                .toArray(Field[]::new);
        Arrays.stream(all).forEach(field -> field.setAccessible(true));
        return all;
    }

    private static Build copy(Build build) {
        return copied(build, new Build(), OF_BUILDS);
    }

    private static BuildStep copy(BuildStep step) {
        return copied(step, new BuildStep(), OF_STEPS);
    }

    private static <T> T copied(T from, T to, Field[] fields) {
        try {
            for (Field field : fields) {
                field.set(to, field.get(from));
            }
            return to;
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void set(Object row, String name, @Nullable Object value) {
        try {
            Field field = row.getClass().getDeclaredField(name);
            field.setAccessible(true);
            field.set(row, value);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    private void each(Predicate<BuildStep> which, UnaryOperator<BuildStep> change) {
        steps.replaceAll((id, step) -> which.test(step) ? change.apply(copy(step)) : step);
    }

    private static BuildStep withState(BuildStep step, StepState state) {
        set(step, "state", state);
        return step;
    }

    // --- the repositories, as far as the engine asks them

    /** What is asked of builds. */
    final class BuildRows {
        public Optional<Build> findById(Long id) {
            return Optional.ofNullable(builds.get(id)).map(LifeStore::copy);
        }

        public Optional<Build> lock(long id) {
            return findById(id);
        }

        public Build.State stateOf(long id) {
            return builds.get(id).state();
        }

        public Build saveAndFlush(Build build) {
            if (build.id() == null) {
                set(build, "id", ++drawn);
            }
            builds.put(build.id(), copy(build));
            return build;
        }

        public Optional<Build> underWay(String term) {
            return builds.values().stream()
                    .filter(Build::isUnderWay)
                    .findFirst()
                    .map(LifeStore::copy);
        }

        public void lockTerm(String term) {
            // transactions come one after the other
        }
    }

    /** What is asked of steps. */
    final class Steps {
        public List<BuildStep> findByLotOrderByOrdinal(long lot) {
            return select(step -> step.lot() == lot);
        }

        public boolean existsByBuildIdAndStateNotIn(long build, Collection<StepState> states) {
            return steps.values().stream().anyMatch(step -> step.buildId() == build && !states.contains(step.state()));
        }

        public List<BuildStep> findByBuildIdAndOrdinalGreaterThanOrderByOrdinal(long build, int ordinal, Limit limit) {
            return select(step -> step.buildId() == build && step.ordinal() > ordinal).stream()
                    .limit(limit.max())
                    .toList();
        }

        public List<BuildStep> saveAllAndFlush(Iterable<BuildStep> all) {
            List<BuildStep> saved = new ArrayList<>();
            for (BuildStep step : all) {
                set(step, "id", ++drawn);
                steps.put(step.id(), copy(step));
                saved.add(step);
            }
            return saved;
        }

        /** What the builds of a term did to fill new shells that were not filled at some time. */
        public List<BuildStep> fillings(String term) {
            Set<Verb> verbs = Set.of(Verb.COPY, Verb.OUTLINE, Verb.OPEN);
            Set<String> open = new java.util.HashSet<>();
            Predicate<BuildStep> fills = step -> verbs.contains(step.verb())
                    && builds.containsKey(step.buildId())
                    && builds.get(step.buildId()).kind() != Build.Kind.FILL_AGAIN;
            steps.values().stream()
                    .filter(fills.and(step -> step.state() != StepState.DONE))
                    .forEach(step -> open.add(step.shellKey()));
            return select(fills.and(step -> open.contains(step.shellKey())));
        }

        public void deleteOf(long build) {
            steps.values().removeIf(step -> step.buildId() == build);
        }

        public void holdBack(long build, Collection<String> shells) {
            LifeStore.this.each(
                    step -> step.buildId() == build
                            && step.state() == StepState.WAITS
                            && shells.contains(step.shellKey()),
                    step -> withState(step, StepState.HELD_BACK));
        }

        public void leaveOut(long build) {
            LifeStore.this.each(
                    step -> step.buildId() == build
                            && (step.state() == StepState.WAITS || step.state() == StepState.UNDER_WAY),
                    step -> withState(step, StepState.LEFT));
        }

        public List<String> unfinished(long build, Collection<String> shells) {
            return keys(build, shells, step -> step.state() != StepState.DONE && step.state() != StepState.KEPT);
        }

        public List<String> missing(long build, Collection<String> shells) {
            Set<StepState> not = Set.of(StepState.FAILED, StepState.HELD_BACK, StepState.LEFT);
            return keys(build, shells, step -> not.contains(step.state()));
        }

        private List<String> keys(long build, Collection<String> shells, Predicate<BuildStep> which) {
            return select(step -> step.buildId() == build && shells.contains(step.shellKey()) && which.test(step))
                    .stream()
                    .map(BuildStep::shellKey)
                    .distinct()
                    .toList();
        }

        public List<BuildSteps.ShellMark> marks(long build, Collection<String> shells) {
            Map<String, Long> marks = new TreeMap<>();
            select(step -> step.buildId() == build
                            && shells.contains(step.shellKey())
                            && step.mark().isPresent())
                    .forEach(step -> marks.merge(step.shellKey(), step.mark().orElseThrow(), Math::max));
            return marks.entrySet().stream()
                    .<BuildSteps.ShellMark>map(entry -> new BuildSteps.ShellMark() {
                        @Override
                        public String getShellKey() {
                            return entry.getKey();
                        }

                        @Override
                        public long getMark() {
                            return entry.getValue();
                        }
                    })
                    .toList();
        }
    }

    private static final Map<Method, Method> KNOWN = new ConcurrentHashMap<>();

    /** A repository that answers what it is asked from an object of the same methods; whatever else is asked is a mistake. */
    private static <T> T repository(Class<T> type, Object rows) {
        return type.cast(Proxy.newProxyInstance(type.getClassLoader(), new Class<?>[] {type}, (proxy, method, args) -> {
            if (method.isDefault() && method.getDeclaringClass() == type) {
                return java.lang.reflect.InvocationHandler.invokeDefault(proxy, method, args);
            }
            try {
                return KNOWN.computeIfAbsent(method, one -> likeIt(rows, one)).invoke(rows, args);
            } catch (InvocationTargetException e) {
                throw e.getCause();
            }
        }));
    }

    private static Method likeIt(Object rows, Method asked) {
        for (Method method : rows.getClass().getDeclaredMethods()) {
            if (method.getName().equals(asked.getName()) && method.getParameterCount() == asked.getParameterCount()) {
                method.setAccessible(true);
                return method;
            }
        }
        throw new IllegalStateException("A life has no " + asked);
    }

    Builds buildRows() {
        return repository(Builds.class, new BuildRows());
    }

    BuildSteps stepRows() {
        return repository(BuildSteps.class, new Steps());
    }

    /** Writes what came of steps. */
    StepRows settledRows() {
        return new StepRows(null) {
            @Override
            void settle(Collection<BuildStep> settled) {
                settled.forEach(step -> {
                    if (steps.containsKey(step.id())) {
                        steps.put(step.id(), copy(step));
                    }
                });
            }
        };
    }

    Departments departments() {
        return new Departments(null, null) {
            @Override
            void insert(long build, Map<String, Set<String>> shells) {
                // nobody looks
            }

            @Override
            void deleteOf(long build) {
                // nobody looks
            }

            @Override
            void count(long build, String name, int kept, int done, int failed) {
                // nobody looks
            }

            @Override
            List<BuildViews.Department> of(long build) {
                return List.of();
            }
        };
    }

    /** Transactions that come one after the other; one that is undone leaves what stood before it. */
    AbstractPlatformTransactionManager transactions() {
        return new AbstractPlatformTransactionManager() {
            private static final long serialVersionUID = 1L;
            private transient @Nullable Backup before;

            @Override
            protected Object doGetTransaction() {
                return this;
            }

            @Override
            protected boolean isExistingTransaction(Object transaction) {
                return before != null;
            }

            @Override
            protected void doBegin(Object transaction, TransactionDefinition definition) {
                before = backup();
            }

            @Override
            protected void doCommit(DefaultTransactionStatus status) {
                before = null;
            }

            @Override
            protected void doRollback(DefaultTransactionStatus status) {
                if (before != null) {
                    putBack(before);
                }
                before = null;
            }

            @Override
            protected void doSetRollbackOnly(DefaultTransactionStatus status) {
                // the outermost undoes all of it
            }
        };
    }

    /** Lots, as {@link BuildLots} has them from its tables. */
    BuildLots buildLots(ChalkLineSettings settings, LifeTime time, java.util.random.RandomGenerator chance) {
        return new BuildLots(null, null, settings, time, chance) {
            @Override
            void insert(long build, Collection<Row> rows) {
                rows.forEach(row -> lots.put(
                        row.id(), new LotRow(row.id(), build, row.phase(), row.dueAt(), 0, 0, null, null, false)));
            }

            @Override
            void deletePlanned(long build) {
                lots.values()
                        .removeIf(lot -> lot.build() == build && lot.phase() != Phase.PLAN && lot.phase() != Phase.END);
            }

            @Override
            List<Lot> claim(int most) {
                Instant now = time.instant();
                List<Lot> claimed = new ArrayList<>();
                for (Build build : List.copyOf(builds.values())) {
                    for (LotRow lot : due(build, now)) {
                        if (claimed.size() < most) {
                            String lease = chalkline.server.frame.Chance.name(chance);
                            lots.put(
                                    lot.id(),
                                    lot.leased(lease, now.plus(settings.builds().lease())));
                            claimed.add(new Lot(lot.id(), build.id(), lot.phase(), lot.tries(), lot.errors(), lease));
                        }
                    }
                }
                return claimed;
            }

            @Override
            void renew(Collection<String> leases) {
                lots.replaceAll((id, lot) -> lot.lease() != null && leases.contains(lot.lease())
                        ? lot.leased(
                                lot.lease(),
                                time.instant().plus(settings.builds().lease()))
                        : lot);
            }

            private LotRow its(Lot lot) {
                LotRow row = lots.get(lot.id());
                if (row == null || !lot.lease().equals(row.lease())) {
                    throw new LeaseLost();
                }
                return row;
            }

            @Override
            void hold(Lot lot) {
                LotRow row = its(lot);
                Instant until = time.instant().plus(settings.builds().lease());
                lots.put(
                        row.id(),
                        new LotRow(
                                row.id(), row.build(), row.phase(), row.dueAt(), 0, 0, row.lease(), until, row.done()));
            }

            @Override
            void end(Lot lot) {
                LotRow row = its(lot);
                lots.put(row.id(), row.ended());
            }

            @Override
            void postpone(Lot lot, java.time.Duration wait, int tries, int errors) {
                LotRow row = lots.get(lot.id());
                if (row != null && lot.lease().equals(row.lease())) {
                    Instant due = time.instant().plus(wait);
                    lots.put(
                            row.id(),
                            new LotRow(row.id(), row.build(), row.phase(), due, tries, errors, null, null, row.done()));
                }
            }

            @Override
            void endAll(long build) {
                lots.replaceAll((id, lot) -> lot.build() == build ? lot.ended() : lot);
            }

            @Override
            void leaveOut(long build) {
                lots.replaceAll((id, lot) -> lot.build() == build && lot.phase() != Phase.END ? lot.ended() : lot);
            }

            @Override
            Phase next(long build) {
                return lots.values().stream()
                        .filter(lot -> lot.build() == build && !lot.done())
                        .map(LotRow::phase)
                        .min(Comparator.naturalOrder())
                        .orElseThrow();
            }
        };
    }

    /** Lots of a build that are due and in nobody's hands. */
    List<LotRow> due(Build build, Instant now) {
        boolean ending = build.state() == Build.State.ENDING;
        if (!ending && !GOES_ON.contains(build.state())) {
            return List.of();
        }
        Phase phase = ending ? Phase.END : build.phase();
        List<LotRow> due = new ArrayList<>();
        for (LotRow lot : lots.values()) {
            if (lot.build() != build.id()) {
                continue;
            }
            boolean inHand = lot.leaseUntil() != null && lot.leaseUntil().isAfter(now);
            if (ending && inHand && lot.phase() != Phase.END) {
                return List.of();
            }
            boolean free = lot.leaseUntil() == null || lot.leaseUntil().isBefore(now);
            if (lot.phase() == phase && !lot.done() && !lot.dueAt().isAfter(now) && free) {
                due.add(lot);
            }
        }
        return due;
    }
}
