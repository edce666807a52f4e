package chalkline.server.requests;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Labels;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.requests.RequestKind;
import chalkline.core.requests.Special;
import chalkline.core.requests.Verdict;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Refusal;
import chalkline.server.people.PeopleService;
import chalkline.server.people.PeopleViews;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.ProofViews;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a wish would do as things are now: its proof, and whether a rule decides it. */
@Component
class Looking {
    private final ProofService proofs;
    private final ConventionsService conventions;
    private final ArrivalService arrivals;
    private final PeopleService people;
    private final Asking asking;

    Looking(
            ProofService proofs,
            ConventionsService conventions,
            ArrivalService arrivals,
            PeopleService people,
            Asking asking) {
        this.proofs = proofs;
        this.conventions = conventions;
        this.arrivals = arrivals;
        this.people = people;
        this.asking = asking;
    }

    /**
     * A wish against what holds now.
     *
     * @param before shells of its sections as they are
     * @param after the same shells, and those that come of it, as they would be
     * @param closed shells that it would close
     * @param changes what of the conventions it changes
     */
    record Seen(
            ProofKey proof,
            Wish wish,
            List<Section> sections,
            List<ProofRow> before,
            List<ProofRow> after,
            List<ProofRow> closed,
            List<Change> changes,
            Set<Special> special) {

        boolean isByRule() {
            return special.isEmpty();
        }

        /** Codes of the departments that it touches. */
        Set<String> departments() {
            return sections.stream()
                    .map(section -> section.department().code())
                    .collect(Collectors.toCollection(TreeSet::new));
        }
    }

    /** @throws Refusal where the list has no such term */
    AcademicSession term(String code) {
        return arrivals.current()
                .map(arrivals::list)
                .flatMap(list -> list.term(code))
                .orElseThrow(() -> new Refusal("term", 0, "The registrar's list has no term " + code + "."));
    }

    /**
     * Looks at a wish.
     *
     * @param person whose wish it is, as the list knows that person
     * @param approval why a person lets it stand against the policy; null where nobody has
     */
    Seen see(Wish wish, String person, @Nullable String approval) {
        term(wish.term());
        ProofKey key = proofs.now(wish.term());
        Conventions rules = conventions.version(key.conventions());
        ProofService.Computed now = proofs.proof(key);
        Map<String, Section> known = new HashMap<>();
        now.proof().sections().forEach(section -> known.put(section.id(), section));
        List<Section> sections = new ArrayList<>();
        for (String id : new LinkedHashSet<>(wish.sections())) {
            Section section = known.get(id);
            if (section == null) {
                throw new Refusal("sections", 0, "The list has no section " + id + " in " + wish.term() + ".");
            }
            sections.add(section);
        }
        List<Change> changes = new Wishes(
                        rules, key.conventions(), Wishes.leads(now.proof().rows()))
                .changes(wish, sections, approval);
        Conventions changed = rules;
        for (Change change : changes) {
            changed = change.applyTo(changed);
        }
        Proof then = changes.isEmpty() ? now.proof() : now.proof().under(changed);
        Set<String> about = touched(wish, sections, now.proof().rows());
        List<ProofRow> before = of(now.proof().rows(), about);
        List<ProofRow> after = of(then.rows(), about);
        Set<String> stay = after.stream().map(ProofRow::key).collect(Collectors.toSet());
        Set<String> leave = before.stream()
                .map(ProofRow::key)
                .filter(one -> !stay.contains(one))
                .collect(Collectors.toSet());
        List<ProofRow> closed = then.rows().stream()
                .filter(row -> row.action() == Action.CLOSE && leave.contains(row.key()))
                .toList();
        List<Section> all = about.stream()
                .map(known::get)
                .filter(section -> section != null)
                .toList();
        return new Seen(
                key,
                wish,
                all,
                before,
                after,
                closed,
                changes,
                Verdict.of(wish.kind(), asking.byRule(wish.term()), person, all, before, after));
    }

    /** What comes along: of a shared shell all that is in it, where its people, dates or name change for all of them. */
    private static Set<String> touched(Wish wish, List<Section> sections, List<ProofRow> rows) {
        Set<String> about = new LinkedHashSet<>();
        sections.forEach(section -> about.add(section.id()));
        if (wish.kind() == RequestKind.MASTER || wish.kind() == RequestKind.TAKE_OVER) {
            return about;
        }
        rows.stream()
                .filter(row ->
                        row.shell().isPresent() && row.sections().stream().anyMatch(about::contains))
                .toList()
                .forEach(row -> about.addAll(row.sections()));
        return about;
    }

    private static List<ProofRow> of(Collection<ProofRow> rows, Set<String> sections) {
        return rows.stream()
                .filter(row ->
                        row.shell().isPresent() && row.sections().stream().anyMatch(sections::contains))
                .toList();
    }

    /** The same as a screen shows it. */
    RequestViews.Does view(Seen seen) {
        Map<String, ProofRow> before = new HashMap<>();
        seen.before().forEach(row -> before.put(row.key(), row));
        List<RequestViews.Touched> shells = new ArrayList<>();
        for (ProofRow row : seen.after()) {
            ProofRow was = before.remove(row.key());
            shells.add(touched(row, was == null ? null : shape(was), shape(row)));
        }
        before.values().forEach(row -> shells.add(touched(row, shape(row), null)));
        return new RequestViews.Does(
                words(seen),
                question(seen),
                shells,
                seen.special().stream()
                        .map(one -> new RequestViews.SpecialView(one, one.words(), one.needs()))
                        .toList(),
                names(seen.departments()),
                deciders(seen.departments()));
    }

    private static RequestViews.Touched touched(
            ProofRow row, RequestViews.@Nullable Shape before, RequestViews.@Nullable Shape after) {
        return new RequestViews.Touched(
                row.key(),
                row.held().filter(held -> !held.closed()).isPresent(),
                row.held().filter(HeldShell::activity).isPresent(),
                before,
                after);
    }

    private static RequestViews.Shape shape(ProofRow row) {
        return new RequestViews.Shape(
                row.code(),
                row.title(),
                row.value(Setting.TEMPLATE),
                row.value(Setting.OPENS),
                row.value(Setting.CLOSES),
                row.isOpen(),
                row.students(),
                row.instructors().stream().map(Person::fullName).toList(),
                row.shell().orElseThrow().sections().stream().map(Looking::name).toList(),
                row.snags().stream()
                        .map(snag -> new ProofViews.SnagView(snag.key(), snag.isStop(), snag.message(), snag.toDo()))
                        .toList());
    }

    static String name(Section section) {
        return Labels.of(List.of(section), 1).label();
    }

    private static String words(Seen seen) {
        Wish wish = seen.wish();
        String first = name(named(seen, wish.sections().get(0)));
        return switch (wish.kind()) {
            case SHELL -> "A shell for " + first;
            case TOGETHER ->
                "One shell for "
                        + wish.sections().stream()
                                .map(id -> name(named(seen, id)))
                                .collect(Collectors.joining(", "));
            case APART -> first + " out of the shared shell, into one of its own";
            case START -> first + " to start from " + start(wish.from());
            case TITLE -> "Another title for " + first + ": " + wish.title();
            case WINDOW -> window(wish, first);
            case MASTER ->
                "A shell to develop " + named(seen, wish.sections().get(0)).courseName() + " in";
            case TAKE_OVER -> "To teach " + first + ", which nobody teaches";
        };
    }

    private static String start(@Nullable String from) {
        return from == null
                ? "nothing"
                : switch (from) {
                    case "previous" -> "the shell of an earlier term";
                    case "none" -> "nothing";
                    default ->
                        from.startsWith("master:")
                                ? "the master " + from.substring("master:".length())
                                : "the template " + from;
                };
    }

    private static String window(Wish wish, String name) {
        String opens = wish.opens() == null || wish.opens().isBlank() ? "" : " on " + wish.opens();
        return wish.open() == null
                ? name + " to open" + opens
                : wish.open().equals("yes")
                        ? name + " to open by itself" + opens
                        : name + " shut, until it is opened by hand";
    }

    private static Section named(Seen seen, String id) {
        return seen.sections().stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** What nobody should ask for unawares. */
    private static String question(Seen seen) {
        if (seen.wish().kind() != RequestKind.TOGETHER) {
            return "";
        }
        long courses = seen.sections().stream()
                .map(section -> section.course().id())
                .distinct()
                .count();
        long students = seen.sections().stream()
                .flatMap(section -> section.students().stream())
                .map(Person::id)
                .distinct()
                .count();
        return courses < 2 ? "" : "One shell for %d courses, %d students".formatted(courses, students);
    }

    /** What departments are called, by their codes. */
    List<String> names(Collection<String> codes) {
        RegistrarList list = arrivals.current().map(arrivals::list).orElse(null);
        return codes.stream()
                .sorted()
                .map(code -> list == null
                        ? code
                        : list.orgs().values().stream()
                                .filter(org -> org.code().equals(code))
                                .map(org -> org.name())
                                .findFirst()
                                .orElse(code))
                .toList();
    }

    /** Schedulers of these departments; administrators, where there is none. */
    List<PeopleViews.Contact> deciders(Collection<String> departments) {
        List<PeopleViews.Contact> schedulers = people.schedulersOf(departments);
        return schedulers.isEmpty() ? people.administrators() : schedulers;
    }
}
