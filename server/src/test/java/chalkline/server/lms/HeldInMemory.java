package chalkline.server.lms;

import chalkline.core.proof.HeldShell;
import jakarta.persistence.EntityManagerFactory;
import java.lang.reflect.Proxy;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** What an LMS was seen to hold, in versions, in memory; for simulations. */
public final class HeldInMemory extends HeldService {
    private static final EntityManagerFactory NONE = (EntityManagerFactory) Proxy.newProxyInstance(
            HeldInMemory.class.getClassLoader(),
            new Class<?>[] {EntityManagerFactory.class},
            (proxy, method, args) -> null);

    private final LmsReading lms;
    private TreeMap<Integer, Version> versions = new TreeMap<>();

    /** What was seen at one time: shells by the LMS's numbers. */
    private record Version(long mark, Map<Long, Lms.StandingShell> shells) {}

    public HeldInMemory(LmsReading lms) {
        super(lms, lms, null, NONE, null, null);
        this.lms = lms;
    }

    /** All that is kept, for a store that is put back to it. */
    public Object kept() {
        return new TreeMap<>(versions);
    }

    @SuppressWarnings("unchecked")
    public void putBack(Object kept) {
        versions = new TreeMap<>((TreeMap<Integer, Version>) kept);
    }

    @Override
    public int current() {
        return versions.isEmpty() ? 0 : versions.lastKey();
    }

    @Override
    public List<HeldShell> shells(int version) {
        Version seen = versions.get(version);
        return seen == null
                ? List.of()
                : seen.shells().values().stream().map(HeldService::toCore).toList();
    }

    /** What was seen at a version, by the LMS's numbers. */
    public Map<Long, Lms.StandingShell> standing(int version) {
        return versions.containsKey(version) ? versions.get(version).shells() : Map.of();
    }

    @Override
    public Map<String, Lms.StandingShell> standing(int version, Set<String> keys) {
        Map<String, Lms.StandingShell> standing = new HashMap<>();
        Version seen = versions.get(version);
        if (seen != null) {
            seen.shells().values().stream()
                    .filter(shell -> keys.contains(shell.key()))
                    .forEach(shell -> standing.put(shell.key(), shell));
        }
        return standing;
    }

    @Override
    public long markOf(int version) {
        return versions.containsKey(version) ? versions.get(version).mark() : 0;
    }

    @Override
    public Found refresh() {
        return look();
    }

    @Override
    public Found refreshAtOnce() {
        return look();
    }

    /** A shell that changed and was changed back is as it was. */
    public static Lms.StandingShell withoutMark(Lms.StandingShell shell) {
        return shell.withoutMark();
    }

    private Found look() {
        Version before = versions.isEmpty()
                ? new Version(0, Map.of())
                : versions.lastEntry().getValue();
        boolean all = versions.isEmpty();
        Lms.Changes changes;
        try {
            changes = lms.changedSince(before.mark(), read -> {});
        } catch (Lms.UnknownMark putBack) {
            all = true;
            changes = lms.changedSince(0, read -> {});
        }
        Map<Long, Lms.StandingShell> now = new TreeMap<>(all ? Map.of() : before.shells());
        changes.removed().forEach(now::remove);
        changes.shells().forEach(shell -> now.put(shell.id(), withoutMark(shell)));
        if (versions.isEmpty() || !now.equals(before.shells()) || before.mark() > changes.mark()) {
            versions.put(current() + 1, new Version(changes.mark(), now));
        }
        return new Found(changes.shells().size(), 0, 0);
    }
}
