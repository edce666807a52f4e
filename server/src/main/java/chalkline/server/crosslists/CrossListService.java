package chalkline.server.crosslists;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.CrossList;
import chalkline.core.conventions.CrossListing;
import chalkline.core.crosslists.OwnShell;
import chalkline.core.crosslists.Suggestion;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.conventions.CrossListEdit;
import chalkline.server.frame.Asks;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.lms.HeldService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** The cross-lists of a term: those that are kept, what looks like one, and what sections become when put together. */
@Service
public class CrossListService {
    private static final int MOST_FOUND = 40;

    private final Asks asks;
    private final ProofService proofs;
    private final ConventionsService conventions;
    private final HeldService held;
    private final LoadingCache<ProofKey, CrossListViews.Sheet> sheets =
            Caffeine.newBuilder().maximumSize(4).build(this::compute);
    private final Reached reached;

    CrossListService(
            ProofService proofs, ConventionsService conventions, HeldService held, Asks asks, Reached reached) {
        this.reached = reached;
        this.asks = asks;
        this.proofs = proofs;
        this.conventions = conventions;
        this.held = held;
    }

    /** All that are kept, and all suggestions with what each would become. */
    @MayPartly(Right.READ_PROOF)
    public CrossListViews.Sheet sheet(String term) {
        ProofKey key = proofs.now(term);
        CrossListViews.Sheet all = sheets.get(key);
        if (reached.all(Right.READ_PROOF)) {
            return all;
        }
        Set<String> own = reached.sections(key, Right.READ_PROOF).stream()
                .map(Section::id)
                .collect(Collectors.toSet());
        return new CrossListViews.Sheet(
                all.versions(),
                all.version(),
                all.allow(),
                all.tiers(),
                all.nextId(),
                seen(all.suggested(), own),
                seen(all.kept(), own));
    }

    private static List<CrossListViews.Row> seen(List<CrossListViews.Row> rows, Set<String> own) {
        return rows.stream()
                .filter(row -> row.sections().stream().anyMatch(own::contains))
                .toList();
    }

    private CrossListViews.Sheet compute(ProofKey key) {
        Conventions rules = conventions.version(key.conventions());
        ProofService.Computed now = proofs.proof(key);
        return new CrossListViews.Sheet(
                key.versions(),
                key.conventions(),
                rules.crossListing().allow().key(),
                Arrays.stream(CrossListing.Tier.values())
                        .map(tier -> new CrossListViews.TierView(
                                tier.key(),
                                tier.plainName(),
                                rules.crossListing().mark().contains(tier)))
                        .toList(),
                nextId(rules),
                suggested(now.proof(), rules),
                kept(now, rules));
    }

    /** What a new cross-list may be called. */
    public static String nextId(Conventions rules) {
        int last = rules.crossLists().stream()
                .map(CrossList::id)
                .filter(id -> id.matches("x[0-9]{1,8}"))
                .mapToInt(id -> Integer.parseInt(id.substring(1)))
                .max()
                .orElse(0);
        return "x" + (last + 1);
    }

    /** Each suggestion as it would come out if all of them were kept, so that their codes differ from each other too. */
    private static List<CrossListViews.Row> suggested(Proof now, Conventions rules) {
        List<Suggestion> suggestions = now.suggestions();
        List<CrossList> all = new ArrayList<>(rules.crossLists());
        for (Suggestion suggestion : suggestions) {
            String lead = suggestion.lead().id();
            List<String> joined = suggestion.sections().stream()
                    .map(Section::id)
                    .filter(id -> !id.equals(lead))
                    .toList();
            all.add(new CrossList("suggested by " + lead, Optional.of(lead), joined, false));
        }
        Map<String, ProofRow> rows = new HashMap<>();
        now.under(rules.withCrossLists(all)).rows().forEach(row -> rows.put(row.key(), row));
        return suggestions.stream()
                .map(suggestion -> row(
                        rows.get(OwnShell.ofSection(suggestion.lead().id())),
                        "",
                        suggestion.tier().key(),
                        Evidence.of(suggestion),
                        Optional.empty()))
                .toList();
    }

    private static List<CrossListViews.Row> kept(ProofService.Computed now, Conventions rules) {
        Map<String, ProofRow> bySection = new HashMap<>();
        for (ProofRow row : now.proof().rows()) {
            if (row.shell().flatMap(shell -> shell.joined()).isPresent()) {
                row.sections().forEach(section -> bySection.put(section, row));
            }
        }
        List<CrossListViews.Row> kept = new ArrayList<>();
        for (CrossList one : rules.crossLists()) {
            one.sections().stream()
                    .map(bySection::get)
                    .filter(row -> row != null)
                    .findFirst()
                    .or(() -> one.lead().map(lead -> now.byKey().get(OwnShell.ofSection(lead))))
                    .ifPresent(row -> kept.add(row(row, one.id(), "kept", List.of(), Optional.of(one))));
        }
        kept.sort((a, b) -> Text.NATURAL.compare(a.label() + " " + a.id(), b.label() + " " + b.id()));
        return kept;
    }

    private static CrossListViews.Row row(
            ProofRow row, String id, String tier, List<String> evidence, Optional<CrossList> kept) {
        List<Section> sections = row.shell().map(shell -> shell.sections()).orElse(List.of());
        return new CrossListViews.Row(
                id,
                tier,
                row.key(),
                row.lead(),
                kept.map(CrossList::sections).orElse(row.sections()),
                row.shell().map(shell -> shell.labels().label()).orElse(row.lead()),
                row.shell().map(shell -> shell.lead().course().title()).orElse(""),
                row.shell().map(shell -> shell.lead().department().name()).orElse(""),
                row.instructors().stream().map(Person::fullName).toList(),
                row.students(),
                twice(sections),
                evidence,
                sections.stream()
                                .map(section -> section.course().id())
                                .distinct()
                                .count()
                        > 1,
                kept.map(CrossList::approved).orElse(false),
                kept.map(CrossList::reason).orElse(""),
                row.snagKeys(),
                row.snags().stream().anyMatch(snag -> snag.isStop()));
    }

    private static int twice(List<Section> sections) {
        Set<String> once = new HashSet<>();
        Set<String> again = new HashSet<>();
        sections.forEach(section -> section.students().stream()
                .map(Person::id)
                .filter(student -> !once.add(student))
                .forEach(again::add));
        return again.size();
    }

    /** Sections in whose course, people or numbers all the words of a text stand. */
    @MayPartly(Right.READ_PROOF)
    public List<CrossListViews.Found> find(String term, String text) {
        ProofKey key = proofs.now(term);
        Map<String, String> inLists = new HashMap<>();
        conventions
                .version(key.conventions())
                .crossLists()
                .forEach(one -> one.sections().forEach(section -> inLists.put(section, one.id())));
        List<String> words = List.of(Text.caseless(Text.collapse(text)).split(" "));
        return reached.sections(key, Right.READ_PROOF).stream()
                .filter(section -> {
                    String message = Text.caseless(
                            Joining.name(section) + " " + section.course().title() + " "
                                    + section.topic() + " " + Evidence.names(section) + " " + section.reference() + " "
                                    + section.id());
                    return words.stream().allMatch(message::contains);
                })
                .sorted(Labels.ORDER)
                .limit(MOST_FOUND)
                .map(section -> new CrossListViews.Found(
                        section.id(),
                        Joining.name(section),
                        section.course().title(),
                        Evidence.names(section),
                        section.students().size(),
                        section.meets(),
                        inLists.getOrDefault(section.id(), "")))
                .toList();
    }

    /**
     * What sections become when they are put together. Where one of them has a shell already, the LMS is asked first, for
     * what students have done in it.
     *
     * @param change one cross-list to be kept, and nothing else
     */
    @MayPartly(Right.READ_ROSTERS)
    public CrossListViews.Joining joining(String term, Change change) {
        CrossListEdit edit = change.crossLists();
        if (edit == null || edit.keep().size() != 1) {
            throw new Refusal("crossLists", 0, "Give one cross-list to look at.");
        }
        CrossListEdit.Kept kept = edit.keep().get(0);
        reached.requireSections(proofs.now(term), kept.sections(), Right.READ_ROSTERS);
        Seen first = see(proofs.now(term), change);
        CrossListViews.Joining view = view(first, kept);
        boolean stands = view.members().stream().anyMatch(member -> member.own() != null);
        return stands && asked(first) ? view(see(proofs.now(term), change), kept) : view;
    }

    /**
     * Keeps cross-lists as a new version of the conventions. Where one of their sections has a shell already, the LMS is
     * asked first; nothing is kept if it then tells of students' work that the sheet did not show.
     *
     * @param versions what the sheet was of
     * @throws Conflict where there is such work, or where another version of the conventions holds meanwhile
     */
    @MayPartly(Right.CHANGE_CONVENTIONS)
    public ConventionsService.About keep(String term, String versions, Change change, String note) {
        CrossListEdit edit = change.crossLists();
        if (edit == null) {
            throw new Refusal("crossLists", 0, "Give the cross-lists that are to be kept.");
        }
        Set<String> sections = new HashSet<>();
        edit.keep().forEach(kept -> sections.addAll(kept.sections()));
        reached.requireSections(proofs.now(term), sections, Right.CHANGE_CONVENTIONS);
        Seen now = see(proofs.now(term), change);
        if (now.with(sections).stream().anyMatch(now.standing()::isBeside)) {
            Seen anew = asked(now) ? see(proofs.now(term), change) : now;
            List<String> unseen = new ArrayList<>(withWork(anew.with(sections)));
            unseen.removeAll(withWork(see(ProofKey.of(term, versions), change).with(sections)));
            if (!unseen.isEmpty()) {
                throw new Conflict("Students have worked in shells that would be closed for "
                        + String.join(", ", unseen) + "; the LMS says so only now. Nothing was kept. Look at "
                        + (unseen.size() == 1 ? "it" : "each of them") + ": approve, or leave it out.");
            }
        }
        return conventions.keep(change, note);
    }

    private static List<String> withWork(List<ProofRow> rows) {
        return rows.stream()
                .filter(row -> row.snags().contains(Snag.XL_ACTIVITY))
                .map(row -> row.shell().map(shell -> shell.labels().label()).orElse(row.key()))
                .toList();
    }

    /** Whether the LMS, asked anew, tells something that was not seen. */
    private boolean asked(Seen seen) {
        held.refreshAtOnce();
        return held.current() != seen.key().held();
    }

    /** What an edit of the conventions makes of the term, and the shells that stand. */
    private record Seen(ProofKey key, Conventions rules, List<ProofRow> rows, Standing standing) {
        /** The shared shells that have any of these sections. */
        List<ProofRow> with(Set<String> sections) {
            return rows.stream()
                    .filter(row -> row.shell().flatMap(shell -> shell.joined()).isPresent()
                            && row.sections().stream().anyMatch(sections::contains))
                    .toList();
        }
    }

    private Seen see(ProofKey at, Change change) {
        ProofKey key = at.withConventions(change.basedOn());
        Conventions edited = change.applyTo(conventions.version(change.basedOn()));
        Proof before = proofs.proof(key).proof();
        return new Seen(
                key,
                edited,
                asks.whileWanted(() -> before.under(edited)).rows(),
                new Standing(edited, held.shells(key.held())));
    }

    private CrossListViews.Joining view(Seen seen, CrossListEdit.Kept kept) {
        String section = kept.sections().get(0);
        ProofRow row = seen.with(Set.of(section)).stream()
                .findFirst()
                .orElseThrow(() ->
                        new Refusal("crossLists." + kept.id(), 0, "The term's list has no section " + section + "."));
        return new Joining(seen.rules(), row, seen.standing()).view();
    }
}
