package chalkline.core.proof;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.core.arrivals.Session;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Moves;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.crosslists.Joined;
import chalkline.core.crosslists.JoinedSections;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Every shell that a term needs, against what the LMS holds. A pure function of the registrar's list, the conventions and
 * the held shells: same inputs, same rows, in the order of their keys by code points.
 */
public record Proof(List<ProofRow> rows) {

    /** The proof of a term of the list. */
    public static Proof of(RegistrarList list, Session term, Conventions conventions, Collection<HeldShell> held) {
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
        Moves moves = Moves.of(list, conventions);
        List<Section> others = Sections.others(list, sections, JoinedSections.named(conventions));
        return of(moves.apply(sections), moves.apply(others), termCode, conventions, held);
    }

    private static Proof of(
            List<Section> sections,
            List<Section> others,
            String termCode,
            Conventions conventions,
            Collection<HeldShell> held) {
        Shells shells = new Shells(conventions);
        Collection<Joined> joined =
                JoinedSections.of(termCode, sections, others, conventions).values();
        List<Draft> drafts = drafts(shells.of(sections, joined), joined, conventions);
        Adoption.settle(drafts, held, termCode);
        new JoinedSnags(shells, held).ofHeldShells(drafts);
        Codes.settle(drafts, conventions.limits().code());
        List<Clashes.Closing> closings = new Clashes(drafts, held, termCode).judge();

        List<ProofRow> rows = new ArrayList<>(drafts.size() + closings.size());
        drafts.forEach(draft -> rows.add(row(draft)));
        closings.forEach(closing -> rows.add(row(closing)));
        rows.sort(Comparator.comparing(ProofRow::key, Text.BY_CODE_POINT));
        return new Proof(Collections.unmodifiableList(rows));
    }

    /** By key: every shell with its values, and every cross-list that lacks its lead. */
    private static List<Draft> drafts(List<Shell> shells, Collection<Joined> joined, Conventions conventions) {
        Rendering rendering = new Rendering(conventions.limits());
        Windows windows = new Windows(conventions);
        List<Draft> drafts = shells.parallelStream()
                .map(shell -> draft(shell, rendering, windows))
                .collect(Collectors.toCollection(ArrayList::new));
        for (Joined set : joined) {
            if (set.lead().isEmpty()) {
                Draft draft = new Draft(set);
                JoinedSnags.ofSections(draft, set);
                drafts.add(draft);
            }
        }
        drafts.sort(Comparator.comparing(Draft::key, Text.BY_CODE_POINT));
        return drafts;
    }

    private static Draft draft(Shell shell, Rendering rendering, Windows windows) {
        Draft draft = new Draft(shell);
        plainValues(draft);
        rendering.render(draft);
        windows.place(draft);
        people(draft);
        shell.joined().ifPresent(set -> JoinedSnags.ofSections(draft, set));
        return draft;
    }

    /** Settings that are taken as they are; patterns, moments and counts are put in their place later. */
    private static void plainValues(Draft draft) {
        for (Setting setting : Setting.values()) {
            Value value = draft.shell().settings().get(setting);
            draft.values.put(setting, value.text());
        }
        draft.values.put(Setting.GROUPS, Integer.toString(groups(draft.shell())));
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
        if (shell.sections().stream().allMatch(section -> section.instructors().isEmpty())) {
            draft.snags.add(Snag.NO_INSTRUCTOR);
        }
        if (shell.sections().stream()
                .flatMap(section -> section.instructors().stream())
                .anyMatch(person -> !person.enabled())) {
            draft.snags.add(Snag.INSTRUCTOR_DISABLED);
        }
        if (shell.sections().size() > 1 && shell.hasDoubles()) {
            draft.snags.add(Snag.SAME_STUDENT);
        }
        if (shell.sections().stream().anyMatch(section -> !section.code().read())) {
            draft.snags.add(Snag.COURSE_CODE_UNREAD);
        }
    }

    private static ProofRow row(Draft draft) {
        Set<String> changed =
                draft.held.map(held -> Differences.of(draft, held)).orElse(Set.of());
        Action action = draft.isStopped()
                ? Action.STOP
                : draft.held.isEmpty() ? Action.BUILD : changed.isEmpty() ? Action.KEEP : Action.CHANGE;
        return new ProofRow(
                draft.key(),
                action,
                Collections.unmodifiableMap(draft.values),
                draft.leadId(),
                draft.sections().stream().map(Section::id).toList(),
                draft.hasShell() ? draft.shell().instructors() : List.of(),
                draft.hasShell() ? draft.shell().students() : 0,
                Collections.unmodifiableSet(draft.snags),
                action == Action.CHANGE ? changed : Set.of(),
                draft.held,
                draft.hasShell() ? Optional.of(draft.shell()) : Optional.empty());
    }

    private static ProofRow row(Clashes.Closing closing) {
        HeldShell held = closing.held();
        Map<Setting, String> values = new EnumMap<>(Setting.class);
        values.putAll(held.values());
        values.put(Setting.CODE, closing.code());
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
                snags,
                closing.freed() ? Set.of(Setting.CODE.key()) : Set.of(),
                Optional.of(held),
                Optional.empty());
    }
}
