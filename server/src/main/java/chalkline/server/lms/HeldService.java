package chalkline.server.lms;

import chalkline.core.conventions.Setting;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.SectionWindow;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import jakarta.persistence.EntityManagerFactory;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.hibernate.exception.ConstraintViolationException;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the LMS holds, as far as it has been seen. Every look that finds something new makes a version; what a version
 * holds never changes.
 */
@Service
public class HeldService {
    private final Lms lms;
    private final HeldVersions versions;
    private final SessionFactory sessions;
    private final JsonMapper json;
    private final LoadingCache<Integer, Seen> seen =
            Caffeine.newBuilder().maximumSize(3).build(this::read);

    /** @param instructors sourcedIds of those who teach in a shell, by its key, where the LMS says so */
    private record Seen(List<HeldShell> shells, Map<String, List<String>> instructors) {}

    HeldService(Lms lms, HeldVersions versions, EntityManagerFactory factory, JsonMapper json) {
        this.lms = lms;
        this.versions = versions;
        this.sessions = factory.unwrap(SessionFactory.class);
        this.json = json;
    }

    /** The latest version; 0 before the LMS was ever looked at. */
    public int current() {
        return versions.findFirstByOrderByNumberDesc().map(HeldVersion::number).orElse(0);
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

    /** Looks at what changed in the LMS since the last look, and keeps it. */
    public void refresh() {
        Optional<HeldVersion> before = versions.findFirstByOrderByNumberDesc();
        Lms.Changes changes = lms.changedSince(before.map(HeldVersion::lmsMark).orElse(0L));
        if (before.isPresent() && changes.shells().isEmpty()) {
            return;
        }
        int number = before.map(HeldVersion::number).orElse(0) + 1;
        try {
            write(new HeldVersion(number, changes.mark()), changes.shells());
        } catch (ConstraintViolationException anotherLookedAtTheSameTime) {
            seen.invalidate(number);
        }
    }

    private void write(HeldVersion version, List<Lms.StandingShell> changed) {
        sessions.inStatelessTransaction(session -> {
            session.insert(version);
            session.insertMultiple(changed.stream()
                    .map(shell -> new HeldRow(shell.id(), version.number(), json.writeValueAsString(shell)))
                    .toList());
        });
    }

    private Seen read(int version) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            List<HeldShell> held = new ArrayList<>();
            Map<String, List<String>> instructors = new HashMap<>();
            for (HeldRow row : session.createSelectionQuery("""
                            from HeldRow h where h.seen.version = (
                              select max(o.seen.version) from HeldRow o
                              where o.seen.shellId = h.seen.shellId and o.seen.version <= :version)
                            order by h.seen.shellId""", HeldRow.class)
                    .setParameter("version", version)
                    .getResultList()) {
                Lms.StandingShell shell = json.readValue(row.content(), Lms.StandingShell.class);
                held.add(toCore(shell));
                if (shell.instructors() != null) {
                    instructors.put(shell.key(), shell.instructors());
                }
            }
            return new Seen(held, instructors);
        }
    }

    private static Map<String, SectionWindow> windows(List<Lms.SectionWindow> standing) {
        Map<String, SectionWindow> windows = new HashMap<>();
        standing.forEach(one -> windows.put(one.section(), new SectionWindow(one.opens(), one.closes())));
        return windows;
    }

    private static HeldShell toCore(Lms.StandingShell shell) {
        Map<Setting, String> values = new EnumMap<>(Setting.class);
        shell.settings().forEach((name, value) -> Setting.named(name).ifPresent(setting -> values.put(setting, value)));
        values.put(Setting.CODE, shell.code());
        values.put(Setting.TITLE, shell.title());
        values.put(Setting.CATEGORY, String.join(" / ", shell.category()));
        values.put(Setting.OPENS, shell.opens());
        values.put(Setting.CLOSES, shell.closes());
        values.put(Setting.OPEN, shell.open() ? "yes" : "no");
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
