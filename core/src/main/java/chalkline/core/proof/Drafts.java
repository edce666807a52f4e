package chalkline.core.proof;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Settings;
import chalkline.core.conventions.Value;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;

/**
 * What follows for each shell from itself and the conventions alone, before the shells are held against each other and
 * against the LMS. After an edit only shells for which something else holds now are worked out again.
 */
final class Drafts {
    private static final Set<Setting> OF_WINDOWS_AND_GROUPS =
            EnumSet.of(Setting.OPENS, Setting.CLOSES, Setting.UNIT_COUNT, Setting.LAYOUT, Setting.GROUPS);

    private final Conventions conventions;
    private final List<Rendered> all;
    private volatile Map<String, Rendered> byKey = Map.of();

    /**
     * A shell worked out.
     *
     * @param sectionIds in natural order
     * @param values of every setting; not to be changed
     * @param snags not to be changed
     * @param sectionWindows not to be changed
     * @param codeKey the form in which its code compares with others
     */
    record Rendered(
            Shell shell,
            List<String> sectionIds,
            Values values,
            Set<Snag> snags,
            Map<String, SectionWindow> sectionWindows,
            List<Person> instructors,
            int students,
            String codeKey) {

        Rendered of(Shell same) {
            return new Rendered(same, sectionIds, values, snags, sectionWindows, instructors, students, codeKey);
        }
    }

    /** The settings of a shell then and now. Many shells share them, so that the same two stand for the equal ones. */
    @SuppressWarnings("ReferenceEquality")
    private record Pair(Settings then, Settings now) {
        @Override
        public boolean equals(Object other) {
            return other instanceof Pair pair && pair.then == then && pair.now == now;
        }

        @Override
        public int hashCode() {
            return 31 * System.identityHashCode(then) + System.identityHashCode(now);
        }

        Set<Setting> differing() {
            Set<Setting> differing = EnumSet.noneOf(Setting.class);
            for (Setting setting : Setting.values()) {
                if (!then.get(setting).equals(now.get(setting))) {
                    differing.add(setting);
                }
            }
            return differing;
        }
    }

    private Drafts(Conventions conventions, List<Rendered> all) {
        this.conventions = conventions;
        this.all = all;
    }

    /** Asked for only by whoever works out the same sections again; most drafts nobody ever goes on from. */
    private Map<String, Rendered> byKey() {
        return byKey.isEmpty() ? sorted() : byKey;
    }

    private synchronized Map<String, Rendered> sorted() {
        if (byKey.isEmpty()) {
            Map<String, Rendered> found = new HashMap<>(all.size() * 2);
            all.forEach(rendered -> found.put(rendered.shell().key(), rendered));
            byKey = found;
        }
        return byKey;
    }

    /**
     * Works out shells.
     *
     * @param before the drafts of the same sections under other conventions, to take over what still holds
     */
    static Drafts of(List<Shell> shells, Conventions conventions, Optional<Drafts> before) {
        Rendering rendering = new Rendering(conventions.limits());
        Windows windows = new Windows(conventions);
        Drafts usable = before.filter(drafts -> haveOneFrame(drafts.conventions, conventions))
                .orElseGet(() -> new Drafts(conventions, List.of()));
        Map<Pair, Set<Setting>> changes = new ConcurrentHashMap<>();
        Thread asker = Thread.currentThread();
        return new Drafts(
                conventions,
                IntStream.range(0, shells.size())
                        .parallel()
                        .mapToObj(i -> {
                            giveUpIfInterrupted(asker);
                            Shell shell = shells.get(i);
                            return usable.of(shell.key(), i)
                                    .filter(then -> isSameButForSettings(then.shell(), shell))
                                    .map(then -> again(then, shell, changes, rendering, windows))
                                    .orElseGet(() -> render(shell, rendering, windows));
                        })
                        .toList());
    }

    /**
     * The draft of a shell, if there is one.
     *
     * @param likely where it is, where nothing came in or went before it
     */
    private Optional<Rendered> of(String key, int likely) {
        boolean there = likely < all.size() && all.get(likely).shell().key().equals(key);
        return there ? Optional.of(all.get(likely)) : Optional.ofNullable(byKey().get(key));
    }

    /** An interrupted asker wants the answer no longer. */
    private static void giveUpIfInterrupted(Thread asker) {
        if (asker.isInterrupted()) {
            throw new CancellationException("nobody waits for this proof any more");
        }
    }

    /** Whether a shell with the same settings comes out the same under both. */
    private static boolean haveOneFrame(Conventions a, Conventions b) {
        return a.zone().equals(b.zone())
                && a.weekStart() == b.weekStart()
                && a.limits().equals(b.limits())
                && a.breaks().equals(b.breaks())
                && a.crossListing().equals(b.crossListing());
    }

    private static boolean isSameButForSettings(Shell then, Shell now) {
        return then.sections().equals(now.sections())
                && then.lead().equals(now.lead())
                && then.joined().isEmpty()
                && now.joined().isEmpty()
                && then.ownWindows().equals(now.ownWindows())
                && then.settings().ignored() == now.settings().ignored();
    }

    /** What an edit leaves as it was is taken over. */
    private static Rendered again(
            Rendered then, Shell now, Map<Pair, Set<Setting>> changes, Rendering rendering, Windows windows) {
        Pair pair = new Pair(then.shell().settings(), now.settings());
        Set<Setting> known = changes.get(pair);
        Set<Setting> changed = known != null ? known : changes.computeIfAbsent(pair, Pair::differing);
        if (changed.isEmpty()) {
            return then.of(now);
        }
        if (!Collections.disjoint(changed, OF_WINDOWS_AND_GROUPS)) {
            return render(now, rendering, windows);
        }
        Draft draft = new Draft(then.of(now));
        changed.forEach(
                setting -> draft.put(setting, now.settings().get(setting).text()));
        rendering.render(draft, changed);
        return draft.rendered();
    }

    /** The shells on their way into a proof, each to be changed by it. */
    List<Draft> begin() {
        return new ArrayList<>(all.parallelStream().map(Draft::new).toList());
    }

    private static Rendered render(Shell shell, Rendering rendering, Windows windows) {
        Draft draft = new Draft(shell);
        plainValues(draft);
        rendering.render(draft, EnumSet.allOf(Setting.class));
        windows.place(draft);
        people(draft);
        shell.joined().ifPresent(set -> JoinedSnags.ofSections(draft, set));
        return draft.rendered();
    }

    /** Settings that are taken as they are; patterns, moments and counts are put in their place later. */
    private static void plainValues(Draft draft) {
        for (Setting setting : Setting.values()) {
            Value value = draft.shell().settings().get(setting);
            draft.put(setting, value.text());
        }
        draft.put(Setting.GROUPS, Integer.toString(groups(draft.shell())));
        if (draft.shell().settings().ignored()) {
            draft.snags.add(Snag.FIXED_SETTING);
        }
    }

    /** How many groups the shell has: one a section where asked for, and several sections are. */
    private static int groups(Shell shell) {
        boolean none = shell.settings().get(Setting.GROUPS).text().equals("none");
        return none || shell.sections().size() < 2 ? 0 : shell.sections().size();
    }

    private static void people(Draft draft) {
        Shell shell = draft.shell();
        draft.instructors = shell.instructors();
        draft.students = shell.students();
        if (draft.instructors.isEmpty()) {
            draft.snags.add(Snag.NO_INSTRUCTOR);
        }
        for (Person person : draft.instructors) {
            if (!person.enabled()) {
                draft.snags.add(Snag.INSTRUCTOR_DISABLED);
            }
        }
        int places = 0;
        for (Section section : shell.sections()) {
            places += section.students().size();
            if (!section.code().read()) {
                draft.snags.add(Snag.COURSE_CODE_UNREAD);
            }
        }
        if (places > draft.students) {
            draft.snags.add(Snag.SAME_STUDENT);
        }
    }
}
