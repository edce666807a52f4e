package chalkline.core.proof;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.KeptParts;
import chalkline.core.conventions.Moves;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.conventions.Stack;
import chalkline.core.crosslists.Joined;
import chalkline.core.crosslists.JoinedSections;
import chalkline.core.crosslists.Suggestion;
import chalkline.core.crosslists.Suggestions;
import chalkline.core.naming.Text;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Every shell that a term needs, against what the LMS holds. A pure function of the registrar's list, the conventions and
 * the held shells: same inputs, same rows, in the order of their keys by code points.
 */
public final class Proof {
    private final Inputs inputs;
    private final Conventions conventions;
    private final KeptParts kept;
    private final List<Section> moved;
    private final Rosters rosters;
    private final Stack stack;
    private final List<Shell> shells;
    private final Drafts drafts;
    private final Settled settled;
    private final List<ProofRow> ofDrafts;
    private final List<ProofRow> rows;

    /** What a proof is of, whatever the conventions. */
    private record Inputs(RegistrarList list, List<Section> sections, String termCode, HeldShells held) {}

    /** The proof of a term of the list. */
    public static Proof of(
            RegistrarList list, AcademicSession term, Conventions conventions, Collection<HeldShell> held) {
        List<Section> sections = Sections.ofTerm(list, term);
        return of(list, sections, term.code(), conventions, held);
    }

    /**
     * The proof of a term of which the facts are known.
     *
     * @param list the whole list, for moves and for sections of other terms that cross-lists name
     * @param sections all of the term, as the registrar has them
     * @param held shells of any term
     */
    public static Proof of(
            RegistrarList list,
            List<Section> sections,
            String termCode,
            Conventions conventions,
            Collection<HeldShell> held) {
        return of(list, sections, termCode, conventions, held, Optional.empty());
    }

    /**
     * The same where it is known what lists had before.
     *
     * @param listed sourcedIds of sections that this list or an earlier one has in the term: a shell of none of them is left
     *     alone; empty where nobody knows, and then all that is held counts as listed
     */
    public static Proof of(
            RegistrarList list,
            List<Section> sections,
            String termCode,
            Conventions conventions,
            Collection<HeldShell> held,
            Optional<Set<String>> listed) {
        return new Proof(
                new Inputs(list, sections, termCode, new HeldShells(held, listed)), conventions, Optional.empty());
    }

    /**
     * The same proof under other conventions: what {@link #of} gives, from what an edit leaves as it was.
     *
     * @throws java.util.concurrent.CancellationException where the thread was interrupted, since nobody waits for it then
     */
    public Proof under(Conventions other) {
        boolean sectionsStay =
                conventions.moves().equals(other.moves()) && conventions.kept().equals(other.kept());
        return new Proof(inputs, other, sectionsStay ? Optional.of(this) : Optional.empty());
    }

    /** @param before a proof of the same inputs, moves and kept parts */
    private Proof(Inputs inputs, Conventions conventions, Optional<Proof> before) {
        this.inputs = inputs;
        this.conventions = conventions;
        Moves moves = Moves.of(inputs.list(), conventions);
        this.kept = KeptParts.of(conventions);
        this.moved = before.map(proof -> proof.moved).orElseGet(() -> kept.apply(moves.apply(inputs.sections())));
        this.rosters = before.map(proof -> proof.rosters).orElseGet(Rosters::new);
        this.stack = before.map(proof -> proof.stack.under(conventions)).orElseGet(() -> new Stack(conventions));
        List<Section> others = Sections.others(inputs.list(), inputs.sections(), JoinedSections.named(conventions));
        Collection<Joined> joined = JoinedSections.of(inputs.termCode(), moved, moves.apply(others), conventions)
                .values();
        Shells making = new Shells(conventions, stack);
        Optional<List<Shell>> again = before.filter(proof -> areJoinedAlike(proof.conventions, conventions))
                .flatMap(proof -> making.again(proof.shells, proof.stack));
        this.shells = again.orElseGet(() -> making.of(moved, joined));
        this.drafts = Drafts.of(shells, conventions, before.map(proof -> proof.drafts));
        List<Draft> begun = begin(joined);
        Optional<Proof> alike = before.filter(
                        proof -> again.isPresent() && proof.conventions.limits().equals(conventions.limits()))
                .filter(proof -> proof.settled.holdsFor(begun));
        this.settled = alike.map(proof -> proof.settled).orElseGet(() -> settle(begun, making));
        this.ofDrafts = IntStream.range(0, begun.size())
                .parallel()
                .mapToObj(
                        alike.isPresent()
                                ? i -> row(begun.get(i), alike.get().ofDrafts.get(i))
                                : i -> row(begun.get(i)))
                .toList();
        this.rows = settled.closings().isEmpty() ? ofDrafts : withClosings();
    }

    /** Whether both put the same sections together, as far as cross-lists do. */
    private static boolean areJoinedAlike(Conventions a, Conventions b) {
        return a.crossLists().equals(b.crossLists()) && a.crossListing().equals(b.crossListing());
    }

    /** Of every shell, and of every cross-list that lacks its lead; by key. */
    private List<Draft> begin(Collection<Joined> joined) {
        List<Draft> begun = drafts.begin();
        int shellsByKey = begun.size();
        for (Joined set : joined) {
            if (set.lead().isEmpty()) {
                Draft draft = new Draft(set);
                JoinedSnags.ofSections(draft, set);
                begun.add(draft);
            }
        }
        if (begun.size() > shellsByKey) {
            begun.sort(Comparator.comparing(Draft::key, Text.BY_CODE_POINT));
        }
        return begun;
    }

    private Settled settle(List<Draft> begun, Shells making) {
        return Settled.of(
                begun,
                inputs.held(),
                inputs.termCode(),
                new JoinedSnags(making, inputs.held()),
                inputs.sections(),
                conventions.limits().code(),
                kept);
    }

    private List<ProofRow> withClosings() {
        return Stream.concat(ofDrafts.stream(), settled.closings().stream().map(Proof::row))
                .sorted(Comparator.comparing(ProofRow::key, Text.BY_CODE_POINT))
                .toList();
    }

    public List<ProofRow> rows() {
        return rows;
    }

    /** Held shells of the term of which no list ever had a section, by key: somebody made them by hand, and they stay. */
    public List<HeldShell> leftAlone() {
        return settled.leftAlone();
    }

    /** The sections of the term under the departments that the moves put them under. */
    public List<Section> sections() {
        return moved;
    }

    /** Sections that look as if they were taught together, among those in no cross-list that are alone in their shell. */
    public List<Suggestion> suggestions() {
        Set<String> named = JoinedSections.named(conventions);
        List<Section> alone = shells.stream()
                .filter(shell -> shell.sections().size() == 1)
                .map(Shell::lead)
                .filter(section -> !named.contains(section.id()))
                .toList();
        return Suggestions.among(alone, conventions.crossListing());
    }

    /** How many sections each layer matches, in the order of the stack. */
    public int[] matches() {
        return stack.matches(moved);
    }

    /** @param before what the same draft came to when it was settled alike; it still does if nothing was put into it since */
    @SuppressWarnings("ReferenceEquality")
    private ProofRow row(Draft draft, ProofRow before) {
        return draft.hasShell() && draft.values() == before.values() ? before.of(draft.shell()) : row(draft);
    }

    private ProofRow row(Draft draft) {
        if (draft.isStopped()) {
            return row(draft, Action.STOP, Set.of());
        }
        if (draft.held.isEmpty()) {
            return row(draft, Action.BUILD, Set.of());
        }
        Set<ShellField> changed = Differences.of(draft, draft.held.get(), rosters);
        if (kept.any(Kept.Part.CLOSED, draft.sectionIds())) {
            changed.remove(ShellPart.CLOSED);
        }
        return row(draft, changed.isEmpty() ? Action.KEEP : Action.CHANGE, changed);
    }

    private ProofRow row(Draft draft, Action action, Set<ShellField> changed) {
        return new ProofRow(
                draft.key(),
                action,
                draft.values(),
                draft.leadId(),
                draft.sectionIds(),
                draft.instructors,
                draft.students,
                draft.sectionWindows,
                draft.snags(),
                changed,
                draft.held,
                draft.hasShell() ? Optional.of(draft.shell()) : Optional.empty(),
                kept.any(Kept.Part.CLOSED, draft.sectionIds()),
                kept.with(draft.sectionIds()));
    }

    private static ProofRow row(Clashes.Closing closing) {
        HeldShell held = closing.held();
        Values values = Values.of(held.values());
        values.set(Setting.CODE, closing.code());
        Set<Snag> snags = EnumSet.noneOf(Snag.class);
        if (held.activity() && closing.closesNow()) {
            snags.add(Snag.ACTIVITY_KEPT);
        }
        if (closing.freed()) {
            snags.add(Snag.CODE_FREED);
        }
        return new ProofRow(
                held.key(),
                Action.CLOSE,
                values,
                held.lead().orElse(""),
                held.sections().orElse(List.of()),
                List.of(),
                0,
                held.sectionWindows().orElse(Map.of()),
                snags,
                closing.freed() ? Set.of(Setting.CODE) : Set.of(),
                Optional.of(held),
                Optional.empty(),
                true,
                Set.of());
    }
}
