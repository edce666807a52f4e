package chalkline.server.build;

import chalkline.core.naming.Text;
import chalkline.core.proof.Rosters;
import chalkline.server.lms.HeldInMemory;
import chalkline.server.lms.Lms;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.IntConsumer;
import java.util.random.RandomGenerator;

/**
 * An LMS of the port, in memory: strict about what must be there first, about codes and about keys of calls, which it answers
 * from memory where they come again. What it is asked to do twice, or with a key that had other content, it notes.
 */
final class LifeLms implements Lms {
    private final Way way;
    private final Function<Void, Instant> now;
    private final RandomGenerator chance;
    private State state = new State();
    private final List<String> wrongs = new ArrayList<>();
    /** Marks that were given and are no longer known, between two that are. */
    private final List<long[]> forgotten = new ArrayList<>();

    /** What stands between a caller and the LMS: where calls wait, are lost, and answers are. */
    interface Way {
        /** @param work carries the call out; it may be carried out though the call fails */
        <T> T through(String verb, java.util.function.Supplier<T> work);
    }

    /** A shell, and who and what is in it. */
    private record Shell(
            long id,
            ShellPut put,
            boolean openByHand,
            boolean closed,
            boolean activity,
            Set<Member> members,
            List<String> copied,
            List<OutlineUnit> outline,
            long mark) {
        Shell marked(long at) {
            return new Shell(id, put, openByHand, closed, activity, members, copied, outline, at);
        }

        Shell with(ShellPut other) {
            return new Shell(id, other, openByHand, closed, activity, members, copied, outline, mark);
        }

        Shell closed(boolean is) {
            return new Shell(id, put, openByHand, is, activity, members, copied, outline, mark);
        }

        Shell with(Set<Member> others) {
            return new Shell(id, put, openByHand, closed, activity, Set.copyOf(others), copied, outline, mark);
        }

        Shell copied(String from) {
            List<String> all = new ArrayList<>(copied);
            all.add(from);
            return new Shell(id, put, openByHand, closed, activity, members, all, outline, mark);
        }

        Shell inOrder(List<OutlineUnit> units) {
            return new Shell(id, put, openByHand, closed, activity, members, copied, units, mark);
        }

        Shell touched(boolean byHand, boolean work) {
            return new Shell(id, put, byHand, closed, work, members, copied, outline, mark);
        }
    }

    private record Job(long id, String key, String from, Instant ready, boolean done, boolean fails) {}

    private record Answered(Object content, List<Answer> answers) {}

    /** All that it holds, of which copies are put back. */
    private static final class State {
        TreeMap<Long, Shell> shells = new TreeMap<>();
        TreeMap<Long, Long> removed = new TreeMap<>();
        Set<List<String>> categories = new LinkedHashSet<>();
        Set<String> templates = new TreeSet<>();
        TreeMap<Long, Job> jobs = new TreeMap<>();
        Map<String, Answered> answered = new HashMap<>();
        long mark;
        long drawn;

        State copy() {
            State copy = new State();
            copy.shells = new TreeMap<>(shells);
            copy.removed = new TreeMap<>(removed);
            copy.categories = new LinkedHashSet<>(categories);
            copy.templates = new TreeSet<>(templates);
            copy.jobs = new TreeMap<>(jobs);
            copy.answered = new HashMap<>(answered);
            copy.mark = mark;
            copy.drawn = drawn;
            return copy;
        }
    }

    LifeLms(Way way, Function<Void, Instant> now, RandomGenerator chance) {
        this.way = way;
        this.now = now;
        this.chance = chance;
    }

    /** What was done that must never be. */
    List<String> wrongs() {
        return wrongs;
    }

    Object backup() {
        return state.copy();
    }

    /** Marks and numbers that were given since are never given again; such marks are not known. */
    void putBack(Object backup) {
        long next = state.mark + 1_000;
        long drawn = state.drawn;
        state = ((State) backup).copy();
        state.drawn = drawn;
        forgotten.add(new long[] {state.mark, next});
        state.mark = next;
    }

    // --- what people do in it

    List<String> keys() {
        return state.shells.values().stream().map(shell -> shell.put().key()).toList();
    }

    boolean hasWork(String key) {
        return find(key).filter(Shell::activity).isPresent();
    }

    void change(String key, boolean byHand, boolean work) {
        find(key).ifPresent(shell -> keep(shell.touched(byHand || shell.openByHand(), work || shell.activity())));
    }

    void retitle(String key) {
        find(key).ifPresent(shell -> {
            ShellPut put = shell.put();
            keep(shell.with(new ShellPut(
                    put.key(),
                    put.term(),
                    put.code(),
                    put.title() + " (mine)",
                    put.category(),
                    put.opens(),
                    put.closes(),
                    put.open(),
                    put.lead(),
                    put.sections(),
                    put.windows(),
                    put.settings(),
                    null,
                    null,
                    null)));
        });
    }

    void deleteByHand(String key) {
        find(key).ifPresent(this::take);
    }

    void makeByHand(String key, String code) {
        if (find(key).isEmpty() && isFree(code, key)) {
            state.categories.add(List.of("By hand"));
            keep(new Shell(
                    ++state.drawn,
                    new ShellPut(
                            key,
                            "27SP",
                            code,
                            "By hand",
                            List.of("By hand"),
                            "2027-01-04T00:00:00Z",
                            "2027-04-23T00:00:00Z",
                            false,
                            "none",
                            List.of(),
                            List.of(),
                            Map.of(),
                            null,
                            null,
                            null),
                    false,
                    false,
                    false,
                    Set.of(),
                    List.of(),
                    List.of(),
                    0));
        }
    }

    /** Everything that stands, without marks, in one text: for what is to be as it was. */
    String picture() {
        StringBuilder picture = new StringBuilder();
        new TreeMap<>(byKey())
                .forEach((key, shell) -> picture.append(key)
                        .append(' ')
                        .append(shell.put().code())
                        .append(' ')
                        .append(shell.put().title())
                        .append(' ')
                        .append(shell.put().category())
                        .append(' ')
                        .append(shell.put().open())
                        .append(' ')
                        .append(new TreeSet<>(shell.put().sections()))
                        .append(' ')
                        .append(shell.closed())
                        .append(' ')
                        .append(new TreeSet<>(
                                shell.members().stream().map(Record::toString).toList()))
                        .append('\n'));
        return picture.toString();
    }

    private Map<String, Shell> byKey() {
        Map<String, Shell> byKey = new HashMap<>();
        for (Shell shell : state.shells.values()) {
            if (byKey.put(shell.put().key(), shell) != null) {
                wrongs.add("two shells have the key " + shell.put().key());
            }
        }
        return byKey;
    }

    List<StandingShell> standing() {
        byKey();
        return state.shells.values().stream().map(LifeLms::standing).toList();
    }

    /** Whether what was seen is what stands. */
    boolean isAsSeen(Map<Long, StandingShell> seen) {
        Map<Long, StandingShell> now = new HashMap<>();
        standing().forEach(shell -> now.put(shell.id(), HeldInMemory.withoutMark(shell)));
        return now.equals(seen);
    }

    private static StandingShell standing(Shell shell) {
        ShellPut put = shell.put();
        Map<String, Set<Rosters.In>> in = new TreeMap<>();
        shell.members().stream()
                .filter(member -> !member.section().isEmpty())
                .forEach(member -> in.computeIfAbsent(member.section(), section -> new HashSet<>())
                        .add(new Rosters.In(member.role(), member.user())));
        Map<String, String> rosters = new TreeMap<>();
        in.forEach((section, people) -> rosters.put(section, Rosters.digest(people)));
        return new StandingShell(
                shell.id(),
                put.key(),
                put.term(),
                put.code(),
                put.title(),
                put.category(),
                put.opens(),
                put.closes(),
                put.open(),
                shell.openByHand(),
                shell.closed(),
                shell.activity(),
                put.lead(),
                put.sections(),
                put.windows(),
                put.settings(),
                null,
                rosters,
                null,
                shell.mark());
    }

    private Optional<Shell> find(String key) {
        for (Shell shell : state.shells.values()) {
            if (shell.put().key().equals(key)) {
                return Optional.of(shell);
            }
        }
        return Optional.empty();
    }

    private long keep(Shell shell) {
        Shell before = state.shells.get(shell.id());
        if (shell.equals(before)) {
            return before.mark();
        }
        state.shells.put(shell.id(), shell.marked(++state.mark));
        return state.mark;
    }

    private void take(Shell shell) {
        state.shells.remove(shell.id());
        state.removed.put(shell.id(), ++state.mark);
    }

    private boolean isFree(String code, String key) {
        return state.shells.values().stream()
                .noneMatch(other -> !other.put().key().equals(key)
                        && Text.codeKey(other.put().code()).equals(Text.codeKey(code)));
    }

    // --- the port

    @Override
    public boolean isThere() {
        return true;
    }

    @Override
    public boolean takesContent() {
        return true;
    }

    private <T> List<Answer> write(String verb, String key, List<T> items, Function<T, Answer> work) {
        return way.through(verb, () -> {
            if (key.isBlank()) {
                wrongs.add(verb + " came without a key");
            }
            Answered before = state.answered.get(key);
            if (before != null) {
                if (!before.content().equals(items)) {
                    wrongs.add("the key " + key + " of " + verb + " came again with other content");
                }
                return before.answers();
            }
            List<Answer> answers = items.stream().map(work).toList();
            state.answered.put(key, new Answered(List.copyOf(items), answers));
            return answers;
        });
    }

    private static Answer done(long mark, boolean made) {
        return new Answer(true, null, null, null, mark, made);
    }

    private static Answer missing() {
        return Answer.refused("shell-missing", "There is no such shell.");
    }

    @Override
    public List<Answer> putTemplates(String key, List<TemplatePut> templates) {
        return write("templates", key, templates, put -> done(0, state.templates.add(put.id())));
    }

    @Override
    public List<Answer> putCategories(String key, List<CategoryPut> categories) {
        // what is asked for together counts as asked for at once
        Set<List<String>> there = new HashSet<>(state.categories);
        return write("categories", key, categories, put -> {
            List<String> levels = put.levels();
            if (levels.size() > 1 && !there.contains(levels.subList(0, levels.size() - 1))) {
                return Answer.refused("category-missing", "What lies above it is not there.");
            }
            return done(0, state.categories.add(List.copyOf(levels)));
        });
    }

    @Override
    public List<Answer> putShells(String key, List<ShellPut> shells) {
        return write("shells", key, shells, put -> {
            if (!state.categories.contains(put.category())) {
                return Answer.refused("category-missing", "There is no such category.");
            }
            if (!isFree(put.code(), put.key())) {
                return Answer.refused("code-taken", "Another shell has the code.");
            }
            Optional<Shell> there = find(put.key());
            if (there.isPresent()
                    && put.ifMark() != null
                    && put.ifMark() != there.get().mark()) {
                return Answer.refused("touched", "It was changed since.");
            }
            Shell shell = there.orElseGet(
                    () -> new Shell(++state.drawn, put, false, false, false, Set.of(), List.of(), List.of(), 0));
            boolean byHand = shell.openByHand() && !Boolean.TRUE.equals(put.overHand());
            boolean open = byHand ? shell.put().open() : put.open();
            ShellPut kept = new ShellPut(
                    put.key(),
                    put.term(),
                    put.code(),
                    put.title(),
                    put.category(),
                    put.opens(),
                    put.closes(),
                    open,
                    put.lead(),
                    List.copyOf(put.sections()),
                    put.windows(),
                    put.settings(),
                    null,
                    null,
                    null);
            return done(keep(shell.with(kept).closed(Boolean.TRUE.equals(put.closed()))), there.isEmpty());
        });
    }

    @Override
    public List<Answer> rename(String key, List<Rename> renames) {
        return write("renames", key, renames, rename -> {
            Optional<Shell> there = find(rename.key());
            if (there.isEmpty()) {
                return missing();
            }
            if (!rename.key().equals(rename.newKey()) && find(rename.newKey()).isPresent()) {
                return Answer.refused("key-taken", "Another shell has the key.");
            }
            if (!isFree(rename.code(), rename.key())) {
                return Answer.refused("code-taken", "Another shell has the code.");
            }
            ShellPut put = there.get().put();
            return done(
                    keep(there.get()
                            .with(new ShellPut(
                                    rename.newKey(),
                                    put.term(),
                                    rename.code(),
                                    put.title(),
                                    put.category(),
                                    put.opens(),
                                    put.closes(),
                                    put.open(),
                                    put.lead(),
                                    put.sections(),
                                    put.windows(),
                                    put.settings(),
                                    null,
                                    null,
                                    null))),
                    false);
        });
    }

    @Override
    public List<Answer> changePeople(String key, List<PeopleChange> changes) {
        return write(
                "people",
                key,
                changes,
                change -> find(change.key())
                        .map(shell -> {
                            Set<Member> members = new HashSet<>(shell.members());
                            change.remove().forEach(members::remove);
                            members.addAll(change.add());
                            return done(keep(shell.with(members)), false);
                        })
                        .orElseGet(LifeLms::missing));
    }

    @Override
    public List<Answer> close(String key, List<Closing> shells) {
        return write(
                "close",
                key,
                shells,
                closing -> find(closing.key())
                        .map(shell -> done(keep(shell.closed(closing.closed())), false))
                        .orElseGet(LifeLms::missing));
    }

    @Override
    public List<Answer> archive(String key, List<Archiving> shells) {
        throw new IllegalStateException("No life archives.");
    }

    @Override
    public List<Answer> extend(String key, List<Extension> extensions) {
        throw new IllegalStateException("No life extends.");
    }

    @Override
    public List<Answer> putEntryCodes(String key, List<EntryCode> codes) {
        throw new IllegalStateException("No life has entry codes.");
    }

    @Override
    public List<Answer> remove(String key, List<Removal> shells) {
        return write("remove", key, shells, removal -> {
            Optional<Shell> there = find(removal.key());
            if (there.isEmpty()) {
                return missing();
            }
            if (removal.ifMark() != null && removal.ifMark() != there.get().mark()) {
                return Answer.refused("touched", "It was changed since.");
            }
            if (there.get().activity()) {
                wrongs.add("a shell with student work was removed: " + removal.key());
            }
            take(there.get());
            return done(0, false);
        });
    }

    @Override
    public List<Answer> removeCategories(String key, List<CategoryPut> categories) {
        return write("categories gone", key, categories, put -> {
            boolean used = state.shells.values().stream()
                            .anyMatch(shell -> starts(shell.put().category(), put.levels()))
                    || state.categories.stream()
                            .anyMatch(other -> other.size() > put.levels().size() && starts(other, put.levels()));
            if (used) {
                return Answer.refused("category-in-use", "Something is in it.");
            }
            state.categories.remove(put.levels());
            return done(0, false);
        });
    }

    private static boolean starts(List<String> levels, List<String> with) {
        return levels.size() >= with.size() && levels.subList(0, with.size()).equals(with);
    }

    @Override
    public List<Answer> copyTemplates(String key, List<Copy> copies) {
        return write("copies", key, copies, copy -> {
            if (find(copy.key()).isEmpty()) {
                return missing();
            }
            String from = Objects.requireNonNullElse(copy.template(), String.valueOf(copy.from()));
            long id = ++state.drawn;
            Instant ready = now.apply(null).plusMillis(50 + chance.nextInt(300));
            state.jobs.put(id, new Job(id, copy.key(), from, ready, false, chance.nextInt(40) == 0));
            return new Answer(true, null, null, id, null, null);
        });
    }

    @Override
    public List<Answer> putOutlines(String key, List<OutlinePut> outlines) {
        return write(
                "outlines",
                key,
                outlines,
                put -> find(put.key())
                        .map(shell -> done(keep(shell.inOrder(put.units())), false))
                        .orElseGet(LifeLms::missing));
    }

    @Override
    public Copies copies(List<Long> jobs) {
        return way.through("copies asked", () -> {
            List<CopyState> states = new ArrayList<>();
            for (Long id : jobs) {
                Job job = state.jobs.get(id);
                if (job != null) {
                    states.add(stateOf(job));
                }
            }
            return new Copies(states, 100L);
        });
    }

    private CopyState stateOf(Job job) {
        if (job.done() || job.ready().isAfter(now.apply(null))) {
            return new CopyState(
                    job.id(), job.done(), null, find(job.key()).map(Shell::mark).orElse(null));
        }
        if (job.fails()) {
            return new CopyState(job.id(), false, "The copy broke off.", null);
        }
        Optional<Shell> shell = find(job.key());
        if (shell.isEmpty()) {
            return new CopyState(job.id(), false, "The shell is gone.", null);
        }
        if (shell.get().copied().contains(job.from())) {
            wrongs.add(job.from() + " was copied twice into " + job.key());
        }
        long mark = keep(shell.get().copied(job.from()));
        state.jobs.put(job.id(), new Job(job.id(), job.key(), job.from(), job.ready(), true, false));
        return new CopyState(job.id(), true, null, mark);
    }

    @Override
    public Changes changedSince(long mark, IntConsumer read) {
        return way.through("changes", () -> {
            if (forgotten.stream().anyMatch(marks -> mark > marks[0] && mark < marks[1])) {
                throw new UnknownMark();
            }
            Set<Long> gone = new HashSet<>();
            state.removed.forEach((id, at) -> {
                if (at > mark) {
                    gone.add(id);
                }
            });
            return new Changes(
                    state.shells.values().stream()
                            .filter(shell -> shell.mark() > mark)
                            .map(LifeLms::standing)
                            .toList(),
                    gone,
                    state.mark);
        });
    }

    @Override
    public List<Member> people(String key) {
        return people(List.of(key)).get(0);
    }

    @Override
    public List<List<Member>> people(List<String> keys) {
        return way.through(
                "people asked",
                () -> keys.stream()
                        .map(key -> find(key)
                                .map(shell -> List.copyOf(shell.members()))
                                .orElse(List.of()))
                        .toList());
    }

    @Override
    public List<OutlineUnit> outline(String key) {
        throw new IllegalStateException("No life carries forward.");
    }

    @Override
    public List<Category> categories() {
        return state.categories.stream()
                .map(levels -> new Category(levels, false, false, 0))
                .toList();
    }
}
