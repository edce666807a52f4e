package chalkline.server.conventions;

import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.VersionDifferences;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.formats.conventions.ConventionsWriter;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The conventions in all their versions. A change is a new version; the one before stays as it was. */
@Service
public class ConventionsService {
    /** Differences that the ledger tells in full. */
    private static final int TOLD = 20;

    private final ConventionsVersions versions;
    private final LedgerService ledger;
    private final PeopleService people;
    private final Time time;
    private final ObjectProvider<KeepCheck> checks;
    private final LoadingCache<Integer, Conventions> read =
            Caffeine.newBuilder().maximumSize(20).build(this::read);

    ConventionsService(
            ConventionsVersions versions,
            LedgerService ledger,
            PeopleService people,
            ObjectProvider<KeepCheck> checks,
            Time time) {
        this.time = time;
        this.checks = checks;
        this.versions = versions;
        this.ledger = ledger;
        this.people = people;
    }

    /** The number of the version that holds now; 0 before there is one. */
    public int current() {
        return versions.latest();
    }

    /** The time zone of the campus; UTC before there are conventions. */
    public ZoneId zone() {
        int version = current();
        return version == 0 ? ZoneOffset.UTC : version(version).zone();
    }

    public Conventions version(int number) {
        return read.get(number);
    }

    private Conventions read(int number) {
        String yaml = versions.findById(number)
                .orElseThrow(() -> new NotFound("There is no version " + number + " of the conventions."))
                .yaml();
        try {
            return ConventionsReader.read("version-" + number + ".yaml", yaml);
        } catch (FaultyFileException e) {
            throw new IllegalStateException("version " + number + " of the conventions does not read back", e);
        }
    }

    /** Keeps a first version, unless there is one. */
    @Transactional
    public void keepFirst(Conventions conventions, String note) {
        if (current() == 0) {
            save(0, conventions, note);
        }
    }

    /**
     * Keeps a change as a new version.
     *
     * @throws Conflict where the version that it was made to is no longer the one that holds
     */
    @MayPartly(Right.CHANGE_CONVENTIONS)
    @Transactional
    public About keep(Change change, String note) {
        int basedOn = change.basedOn();
        int now = current();
        if (now != basedOn) {
            throw new Conflict("Version " + now + " was kept meanwhile, by "
                    + about(now).keptBy() + ". Yours was made to version " + basedOn + "; nothing was overwritten.");
        }
        Conventions before = version(basedOn);
        Conventions after = change.applyTo(before);
        checks.forEach(check -> check.check(before, after, change));
        return save(basedOn, after, note);
    }

    /**
     * Keeps several changes, made one after the other, as one new version.
     *
     * @throws Conflict where another version than the one they were made to holds
     */
    @May(Right.CHANGE_CONVENTIONS)
    @Transactional
    public About keepAll(int basedOn, List<Change> changes, String note) {
        if (current() != basedOn) {
            throw new Conflict("Another version was kept meanwhile; nothing was overwritten.");
        }
        Conventions after = version(basedOn);
        for (Change change : changes) {
            Conventions before = after;
            Conventions changed = change.applyTo(before);
            checks.forEach(check -> check.check(before, changed, change));
            after = changed;
        }
        return save(basedOn, after, note);
    }

    private About save(int basedOn, Conventions conventions, String note) {
        int number = basedOn + 1;
        try {
            versions.saveAndFlush(new ConventionsVersion(
                    number, basedOn, ConventionsWriter.write(conventions), SignedIn.login(), note, time.now()));
        } catch (DataIntegrityViolationException e) {
            throw new Conflict("Version " + number + " was kept by someone else at the same moment.");
        }
        ledger.write("conventions kept", "version " + number, told(basedOn, number, conventions, note));
        return about(number);
    }

    /** What is otherwise, as it was and is; of very much the first of it, since the versions themselves are kept. */
    private Map<String, ?> told(int basedOn, int number, Conventions conventions, String note) {
        List<VersionDifferences.Difference> all =
                basedOn == 0 ? List.of() : VersionDifferences.between(version(basedOn), conventions);
        return Map.of(
                "before",
                "version " + basedOn,
                "after",
                "version " + number,
                "note",
                note,
                "changes",
                all.size(),
                "changed",
                all.stream().limit(TOLD).toList());
    }

    /** Who kept a version, when and why. */
    @May(Right.READ_CONVENTIONS)
    public About about(int number) {
        return versions.findById(number)
                .map(this::about)
                .orElseThrow(() -> new NotFound("There is no version " + number + " of the conventions."));
    }

    /** The latest versions, newest first. */
    @May(Right.READ_CONVENTIONS)
    public List<About> latest() {
        return versions.findTop20ByOrderByNumberDesc().stream().map(this::about).toList();
    }

    /** The whole of a version as a file. */
    @May(Right.READ_CONVENTIONS)
    public String yaml(int number) {
        return versions.findById(number)
                .orElseThrow(() -> new NotFound("There is no version " + number + " of the conventions."))
                .yaml();
    }

    /** What a version says differently from an earlier one. */
    @May(Right.READ_CONVENTIONS)
    public List<VersionDifferences.Difference> differences(int before, int after) {
        return VersionDifferences.between(version(before), version(after));
    }

    private About about(ConventionsVersion version) {
        return new About(
                version.number(), version.basedOn(), version.keptAt(), people.nameOf(version.keptBy()), version.note());
    }

    /** A version without its content. */
    public record About(int number, int basedOn, Instant keptAt, String keptBy, String note) {}
}
