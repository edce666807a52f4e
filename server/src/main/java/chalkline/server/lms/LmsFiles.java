package chalkline.server.lms;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.IntConsumer;
import java.util.function.UnaryOperator;

/**
 * An LMS that only takes uploads. It is never asked: what builds tell it stands in {@link FileBooks}, from which sheets are
 * written. It does without what no sheet can say: content, longer entry for one person, entry codes.
 */
class LmsFiles implements Lms {
    static final Answer DONE = new Answer(true, null, null, null, null, null);
    private static final Answer NOT_OFFERED =
            Answer.refused("not-offered", "An LMS that only takes uploads cannot be told this.");

    private final FileBooks books;

    LmsFiles(FileBooks books) {
        this.books = books;
    }

    @Override
    public boolean isThere() {
        return true;
    }

    @Override
    public boolean takesContent() {
        return false;
    }

    @Override
    public Changes changedSince(long mark, IntConsumer read) {
        return books.since(mark, read);
    }

    @Override
    public List<Member> people(String key) {
        return List.copyOf(books.members(key));
    }

    @Override
    public List<List<Member>> people(List<String> keys) {
        return keys.stream().map(this::people).toList();
    }

    @Override
    public List<OutlineUnit> outline(String key) {
        throw new LmsRefusal(
                "An LMS that only takes uploads does not tell what its shells contain.", new IllegalStateException());
    }

    @Override
    public List<Category> categories() {
        return books.categories().entrySet().stream()
                .map(entry -> new Category(entry.getKey(), false, false, entry.getValue()))
                .toList();
    }

    @Override
    public Copies copies(List<Long> jobs) {
        return new Copies(List.of(), null);
    }

    @Override
    public List<Answer> putTemplates(String idempotencyKey, List<TemplatePut> templates) {
        return notOffered(templates);
    }

    @Override
    public List<Answer> putCategories(String idempotencyKey, List<CategoryPut> categories) {
        return categories.stream().map(one -> DONE).toList();
    }

    @Override
    public List<Answer> putShells(String idempotencyKey, List<ShellPut> shells) {
        return books.change(shells, turn -> put -> {
            Optional<FileBooks.Entry> before = turn.find(put.key());
            Map<String, String> settings =
                    new TreeMap<>(before.map(entry -> entry.shell().settings()).orElse(Map.of()));
            settings.putAll(put.settings());
            StandingShell shell = new StandingShell(
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
                    Boolean.TRUE.equals(put.closed()),
                    false,
                    put.lead(),
                    put.sections(),
                    put.windows(),
                    settings,
                    null,
                    null,
                    before.map(entry -> entry.shell().facts()).orElse(null),
                    null);
            Set<Member> members = before.map(FileBooks.Entry::members).orElse(new LinkedHashSet<>());
            turn.put(put.key(), Optional.of(new FileBooks.Entry(shell, members)));
            return new Answer(true, null, null, null, null, before.isEmpty());
        });
    }

    @Override
    public List<Answer> rename(String idempotencyKey, List<Rename> renames) {
        return books.change(renames, turn -> one -> {
            Optional<FileBooks.Entry> before = turn.find(one.key()).or(() -> turn.find(one.newKey()));
            return before.map(entry -> {
                        StandingShell shell = entry.shell();
                        turn.put(
                                shell.key(),
                                Optional.of(
                                        new FileBooks.Entry(named(shell, one.newKey(), one.code()), entry.members())));
                        return DONE;
                    })
                    .orElseGet(LmsFiles::missing);
        });
    }

    @Override
    public List<Answer> changePeople(String idempotencyKey, List<PeopleChange> changes) {
        return books.change(
                changes,
                turn -> change -> turn.find(change.key())
                        .map(entry -> {
                            Set<Member> members = new LinkedHashSet<>(entry.members());
                            members.removeAll(Set.copyOf(change.remove()));
                            members.addAll(change.add());
                            turn.put(change.key(), Optional.of(new FileBooks.Entry(entry.shell(), members)));
                            return DONE;
                        })
                        .orElseGet(LmsFiles::missing));
    }

    @Override
    public List<Answer> close(String idempotencyKey, List<Closing> shells) {
        return books.change(
                shells, turn -> one -> changed(turn, one.key(), shell -> with(shell, one.closed(), archived(shell))));
    }

    @Override
    public List<Answer> archive(String idempotencyKey, List<Archiving> shells) {
        return books.change(
                shells, turn -> one -> changed(turn, one.key(), shell -> with(shell, shell.closed(), one.archived())));
    }

    @Override
    public List<Answer> extend(String idempotencyKey, List<Extension> extensions) {
        return notOffered(extensions);
    }

    @Override
    public List<Answer> putEntryCodes(String idempotencyKey, List<EntryCode> codes) {
        return notOffered(codes);
    }

    @Override
    public List<Answer> remove(String idempotencyKey, List<Removal> shells) {
        return books.change(shells, turn -> one -> {
            if (turn.find(one.key()).isPresent()) {
                turn.put(one.key(), Optional.empty());
            }
            return DONE;
        });
    }

    @Override
    public List<Answer> removeCategories(String idempotencyKey, List<CategoryPut> categories) {
        return categories.stream().map(one -> DONE).toList();
    }

    @Override
    public List<Answer> copyTemplates(String idempotencyKey, List<Copy> copies) {
        return notOffered(copies);
    }

    @Override
    public List<Answer> putOutlines(String idempotencyKey, List<OutlinePut> outlines) {
        return notOffered(outlines);
    }

    private static <T> List<Answer> notOffered(List<T> items) {
        return items.stream().map(one -> NOT_OFFERED).toList();
    }

    private static Answer missing() {
        return Answer.refused("shell-missing", "No such shell was ever written.");
    }

    private static Answer changed(FileBooks.Turn turn, String key, UnaryOperator<StandingShell> change) {
        return turn.find(key)
                .map(entry -> {
                    turn.put(key, Optional.of(new FileBooks.Entry(change.apply(entry.shell()), entry.members())));
                    return DONE;
                })
                .orElseGet(LmsFiles::missing);
    }

    private static boolean archived(StandingShell shell) {
        return shell.facts() != null && Boolean.TRUE.equals(shell.facts().archived());
    }

    private static StandingShell with(StandingShell shell, boolean closed, boolean archived) {
        return copy(shell, shell.key(), shell.code(), closed, new Facts(null, null, null, null, archived, null));
    }

    private static StandingShell named(StandingShell shell, String key, String code) {
        return copy(shell, key, code, shell.closed(), shell.facts());
    }

    private static StandingShell copy(
            StandingShell shell,
            String key,
            String code,
            boolean closed,
            @org.jspecify.annotations.Nullable Facts facts) {
        return new StandingShell(
                0,
                key,
                shell.term(),
                code,
                shell.title(),
                shell.category(),
                shell.opens(),
                shell.closes(),
                shell.open(),
                false,
                closed,
                false,
                shell.lead(),
                shell.sections(),
                shell.windows(),
                shell.settings(),
                null,
                null,
                facts,
                null);
    }
}
