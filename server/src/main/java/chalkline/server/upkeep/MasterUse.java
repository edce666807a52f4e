package chalkline.server.upkeep;

import chalkline.core.naming.Text;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.upkeep.ShellFacts;
import chalkline.server.build.BuildService;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.masters.Master;
import chalkline.server.masters.MasterVersions;
import chalkline.server.masters.Masters;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Which shells of a term started from which master, and what was edited there since: taken in where nobody worked yet. */
@Service
class MasterUse {
    private final Masters masters;
    private final MasterVersions versions;
    private final Terms terms;
    private final BuildService builds;

    MasterUse(Masters masters, MasterVersions versions, Terms terms, BuildService builds) {
        this.masters = masters;
        this.versions = versions;
        this.terms = terms;
        this.builds = builds;
    }

    /** The shells of a term that stand and that started from masters, by their codes. */
    @May(Right.READ_MASTERS)
    public List<LifeViews.FromMaster> of(String term) {
        Terms.Standing now = terms.now(term);
        Map<String, Integer> newest = versions.newest();
        List<LifeViews.FromMaster> all = new ArrayList<>();
        for (MasterVersions.Start start : versions.startedIn(term)) {
            ProofRow row = now.rows().get(start.shellKey());
            Optional<HeldShell> held = row == null ? Optional.empty() : row.held();
            if (row != null && row.shell().isPresent() && held.isPresent()) {
                int last = newest.getOrDefault(start.master(), start.version());
                all.add(new LifeViews.FromMaster(
                        row.key(),
                        row.code(),
                        row.title(),
                        row.shell().get().lead().department().name(),
                        start.master(),
                        start.version(),
                        last,
                        state(row, held.get(), now, start.version() >= last)));
            }
        }
        all.sort(Comparator.comparing(LifeViews.FromMaster::code, Text.NATURAL));
        return all;
    }

    private static LifeViews.MasterState state(ProofRow row, HeldShell held, Terms.Standing now, boolean current) {
        if (current) {
            return LifeViews.MasterState.CURRENT;
        }
        Optional<ShellFacts.Content> content =
                Optional.ofNullable(now.facts().get(held.key())).flatMap(ShellFacts::content);
        if (held.activity() || content.equals(Optional.of(ShellFacts.Content.OWN))) {
            return LifeViews.MasterState.WORKED_IN;
        }
        // of another key, its build comes first; of an LMS that does not say who worked in it, nobody knows
        boolean known = content.isPresent() && held.key().equals(row.key());
        return known ? LifeViews.MasterState.CAN_TAKE : LifeViews.MasterState.NOT_KNOWN;
    }

    /**
     * Takes what was edited in a master into the shells of a term that started from it and in which nobody has worked; the
     * build that does it.
     *
     * @param agreed how many shells the person was told of
     */
    @May(Right.CHANGE_MASTERS)
    public long take(String term, String id, int agreed) {
        Master master = masters.standing().stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new Refusal("Nothing was done: no master " + id + " stands."));
        Set<String> keys = of(term).stream()
                .filter(one -> one.master().equals(id) && one.state() == LifeViews.MasterState.CAN_TAKE)
                .map(LifeViews.FromMaster::key)
                .collect(Collectors.toSet());
        if (keys.size() != agreed) {
            throw new Conflict("Nothing was done. It would be " + keys.size() + " shells, and you were told of "
                    + agreed + "; look at it again.");
        }
        if (keys.isEmpty()) {
            throw new Refusal("There is nothing to do: no shell of " + term + " can take anything from " + id + ".");
        }
        return builds.fillAgain(term, keys, master.key());
    }
}
