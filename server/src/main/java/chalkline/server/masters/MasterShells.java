package chalkline.server.masters;

import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** What masters are in the LMS: shells without term and sections, never open to students. */
@Component
class MasterShells {
    private static final Logger LOG = LoggerFactory.getLogger(MasterShells.class);
    private static final String OPENS = "2000-01-01T00:00:00+00:00";
    private static final String CLOSES = "2199-12-31T00:00:00+00:00";

    private final Lms lms;
    private final HeldService held;
    private final Masters masters;
    private final MasterVersions versions;

    MasterShells(@AtOnce Lms lms, HeldService held, Masters masters, MasterVersions versions) {
        this.lms = lms;
        this.held = held;
        this.masters = masters;
        this.versions = versions;
    }

    /** Makes a master, or gives it its title, code and category. */
    void put(Master master) {
        List<Lms.CategoryPut> levels = new ArrayList<>();
        for (int depth = 1; depth <= master.category().size(); depth++) {
            levels.add(new Lms.CategoryPut(List.copyOf(master.category().subList(0, depth))));
        }
        lms.putCategories(key(), levels).forEach(answer -> told(answer, "category"));
        Lms.ShellPut put = new Lms.ShellPut(
                master.key(),
                "",
                master.code(),
                master.title(),
                master.category(),
                OPENS,
                CLOSES,
                false,
                "",
                List.of(),
                List.of(),
                Map.of(),
                null,
                null,
                null);
        told(lms.putShells(key(), List.of(put)).get(0), "code");
        held.refreshAtOnce();
    }

    /** Starts to fill a master with what another shell holds; the job to ask about. */
    long fill(Master master, String from) {
        Lms.Copy copy = new Lms.Copy(master.key(), null, from, "everything", null);
        Lms.Answer answer = lms.copyTemplates(key(), List.of(copy)).get(0);
        told(answer, "from");
        return Optional.ofNullable(answer.job())
                .orElseThrow(() -> new Refusal("from", 0, "The LMS did not say which copy it began."));
    }

    void share(Master master, String user, String role, boolean in) {
        List<Lms.Member> one = List.of(new Lms.Member(user, role, ""));
        Lms.PeopleChange change = in
                ? new Lms.PeopleChange(master.key(), one, List.of())
                : new Lms.PeopleChange(master.key(), List.of(), one);
        told(lms.changePeople(key(), List.of(change)).get(0), "user");
    }

    void archive(Master master, boolean archived) {
        told(
                lms.archive(key(), List.of(new Lms.Archiving(master.key(), archived)))
                        .get(0),
                "retired");
        held.refreshAtOnce();
    }

    private static String key() {
        return "master-" + UUID.randomUUID();
    }

    private static void told(Lms.Answer answer, String field) {
        if (!answer.done()) {
            throw new Refusal(field, 0, "The LMS did not do it: " + answer.message());
        }
    }

    /** Asks about copies that go on, and reads what each master contains whose content changed since. */
    void look() {
        held.refreshAtOnce();
        read();
    }

    /** The same by what is known to have changed. */
    void read() {
        Map<String, Lms.Facts> facts = held.facts(held.current());
        for (Masters.Kept one : masters.all()) {
            String id = one.master().id();
            try {
                boolean copying = one.copyJob() != null && !isCopied(id, one.copyJob());
                Long edited = edited(facts.get(one.master().key()));
                boolean changed = edited == null || !edited.equals(one.readMark());
                if (!one.master().retired()
                        && !copying
                        && changed
                        && facts.containsKey(one.master().key())) {
                    versions.see(id, lms.outline(one.master().key()));
                    masters.read(id, edited);
                }
            } catch (NotFound e) {
                LOG.info("Master {} is gone from the LMS", id);
            }
        }
    }

    private static @Nullable Long edited(Lms.@Nullable Facts facts) {
        return facts == null ? null : facts.edited();
    }

    /** Whether a copy has ended, well or not. */
    private boolean isCopied(String id, long job) {
        Lms.CopyState state = lms.copies(List.of(job)).jobs().stream()
                .filter(one -> one.job() == job)
                .findFirst()
                .orElse(new Lms.CopyState(job, false, "The LMS knows nothing of this copy any more.", null));
        if (!state.done() && state.failed() == null) {
            return false;
        }
        masters.copying(id, null, state.failed() == null ? "" : "It could not be filled: " + state.failed());
        return true;
    }
}
