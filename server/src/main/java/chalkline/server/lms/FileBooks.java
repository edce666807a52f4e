package chalkline.server.lms;

import chalkline.core.proof.Rosters;
import chalkline.server.frame.OnceMore;
import jakarta.persistence.EntityManagerFactory;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * What an LMS that only takes uploads is taken to hold: what it was told, until a result sheet says that something did not
 * go through. Changes come one after another, each under a mark of its own.
 */
@Component
public class FileBooks {
    private static final TypeReference<LinkedHashSet<Lms.Member>> MEMBERS = new TypeReference<>() {};
    private static final int PAGE = 1_000;

    private final SessionFactory sessions;
    private final JsonMapper json;

    /** A shell with who is in it. */
    record Entry(Lms.StandingShell shell, Set<Lms.Member> members) {}

    FileBooks(EntityManagerFactory factory, JsonMapper json) {
        this.sessions = factory.unwrap(SessionFactory.class);
        this.json = json;
    }

    /** A turn at the books: what stands in them by key, and what is to stand in them. */
    final class Turn {
        private final StatelessSession session;
        private final long mark;

        private Turn(StatelessSession session, long mark) {
            this.session = session;
            this.mark = mark;
        }

        Optional<Entry> find(String key) {
            return row(session, key).filter(row -> !row.isGone()).map(FileBooks.this::entry);
        }

        /** @param entry empty where the shell is gone */
        void put(String key, Optional<Entry> entry) {
            FileShell row = row(session, key).orElseGet(() -> new FileShell(key));
            String content =
                    entry.map(one -> json.writeValueAsString(one.shell())).orElse(row.content());
            String members =
                    entry.map(one -> json.writeValueAsString(one.members())).orElse("[]");
            String newKey = entry.map(one -> one.shell().key()).orElse(key);
            row.is(newKey, content, members, entry.isEmpty(), mark);
            if (row.isNew()) {
                session.insert(row);
            } else {
                session.update(row);
            }
        }
    }

    /** Changes the books for some items, one after another, all of them or none. */
    <T> List<Lms.Answer> change(List<T> items, Function<Turn, Function<T, Lms.Answer>> each) {
        return OnceMore.trying(() -> sessions.fromStatelessTransaction(session -> {
            session.createNativeMutationQuery("update file_lms set mark = mark + 1 where id = 1")
                    .executeUpdate();
            Turn turn = new Turn(session, mark(session));
            Function<T, Lms.Answer> one = each.apply(turn);
            return items.stream().map(one).toList();
        }));
    }

    private static long mark(StatelessSession session) {
        return session.createNativeQuery("select mark from file_lms where id = 1", Long.class)
                .getSingleResult();
    }

    private static Optional<FileShell> row(StatelessSession session, String key) {
        return session.createSelectionQuery("from FileShell where shellKey = :key", FileShell.class)
                .setParameter("key", key)
                .uniqueResultOptional();
    }

    private Entry entry(FileShell row) {
        Lms.StandingShell shell = json.readValue(row.content(), Lms.StandingShell.class);
        return new Entry(shell, json.readValue(row.members(), MEMBERS));
    }

    /** What changed after a mark. */
    Lms.Changes since(long mark, java.util.function.IntConsumer read) {
        return OnceMore.trying(() -> sessions.fromStatelessTransaction(session -> {
            long now = mark(session);
            if (mark > now) {
                throw new Lms.UnknownMark();
            }
            List<Lms.StandingShell> shells = new ArrayList<>();
            Set<Long> removed = new HashSet<>();
            long after = 0;
            List<FileShell> page;
            do {
                page = session.createSelectionQuery(
                                "from FileShell where mark > :mark and id > :after order by id", FileShell.class)
                        .setParameter("mark", mark)
                        .setParameter("after", after)
                        .setMaxResults(PAGE)
                        .getResultList();
                for (FileShell row : page) {
                    after = row.id();
                    if (row.isGone()) {
                        removed.add(row.id());
                    } else {
                        shells.add(told(row.id(), entry(row)));
                    }
                }
                read.accept(shells.size());
            } while (page.size() == PAGE);
            return new Lms.Changes(shells, removed, now);
        }));
    }

    /** As an LMS tells it: with its own number, and who is in it. */
    private static Lms.StandingShell told(long id, Entry entry) {
        Map<String, Set<Rosters.In>> bySection = new TreeMap<>();
        Set<String> instructors = new TreeSet<>();
        Set<String> students = new HashSet<>();
        List<Lms.Member> byHand = new ArrayList<>();
        for (Lms.Member member : entry.members()) {
            if (member.section().isEmpty()) {
                byHand.add(member);
            } else {
                bySection
                        .computeIfAbsent(member.section(), section -> new HashSet<>())
                        .add(new Rosters.In(member.role(), member.user()));
            }
            if (member.role().equals("instructor")) {
                instructors.add(member.user());
            } else if (member.role().equals("student")) {
                students.add(member.user());
            }
        }
        Map<String, String> rosters = new TreeMap<>();
        bySection.forEach((section, people) -> rosters.put(section, Rosters.digest(people)));
        Lms.StandingShell shell = entry.shell();
        Lms.Facts said = shell.facts();
        return new Lms.StandingShell(
                id,
                shell.key(),
                shell.term(),
                shell.code(),
                shell.title(),
                shell.category(),
                shell.opens(),
                shell.closes(),
                shell.open(),
                false,
                shell.closed(),
                false,
                shell.lead(),
                shell.sections(),
                shell.windows(),
                shell.settings(),
                List.copyOf(instructors),
                rosters,
                new Lms.Facts(byHand, null, students.size(), null, said == null ? null : said.archived(), null),
                null);
    }

    /** Who is in a shell; nobody where there is none. */
    Set<Lms.Member> members(String key) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            return row(session, key)
                    .filter(row -> !row.isGone())
                    .map(row -> entry(row).members())
                    .orElse(new LinkedHashSet<>());
        }
    }

    /** How many shells are in each category. */
    Map<List<String>, Integer> categories() {
        Map<List<String>, Integer> categories = new LinkedHashMap<>();
        since(0, read -> {}).shells().forEach(shell -> categories.merge(shell.category(), 1, Integer::sum));
        return new HashMap<>(categories);
    }

    /**
     * Shells did not go through: they are as they were before.
     *
     * @param before by key; empty where a shell did not stand before, so that it does not stand now
     */
    public void areAsBefore(Map<String, Optional<Lms.StandingShell>> before) {
        change(List.copyOf(before.keySet()), turn -> key -> {
            Optional<Entry> now = turn.find(key);
            turn.put(
                    key,
                    before.get(key)
                            .map(shell ->
                                    new Entry(shell, now.map(Entry::members).orElse(new LinkedHashSet<>()))));
            return LmsFiles.DONE;
        });
    }

    /** Something of shells did not go through: those that stand are without it. */
    public void areWithout(Map<String, ? extends UnaryOperator<Lms.StandingShell>> back) {
        change(List.copyOf(back.keySet()), turn -> key -> {
            turn.find(key)
                    .ifPresent(entry ->
                            turn.put(key, Optional.of(new Entry(back.get(key).apply(entry.shell()), entry.members()))));
            return LmsFiles.DONE;
        });
    }

    /** People of shells who did not go through, in or out. */
    public void areNot(List<Lms.PeopleChange> changes) {
        change(changes, turn -> one -> {
            turn.find(one.key()).ifPresent(entry -> {
                Set<Lms.Member> members = new LinkedHashSet<>(entry.members());
                members.removeAll(Set.copyOf(one.add()));
                members.addAll(one.remove());
                turn.put(one.key(), Optional.of(new Entry(entry.shell(), members)));
            });
            return LmsFiles.DONE;
        });
    }
}
