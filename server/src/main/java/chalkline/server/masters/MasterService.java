package chalkline.server.masters;

import chalkline.core.Bounds;
import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.naming.Text;
import chalkline.core.proof.HeldShell;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Today;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.HeldService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes masters, changes them and puts them away; shows who uses which, and which nobody uses any more. */
@Service
public class MasterService {
    private static final int LONGEST_ID = 90;
    private static final int COURSES = 200;
    private static final int VERSIONS_SHOWN = 20;

    private final Masters masters;
    private final MasterVersions versions;
    private final MasterShells shells;
    private final HeldService held;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final PeopleService people;
    private final LedgerService ledger;
    private final Today today;
    private final TransactionTemplate transaction;

    MasterService(
            Masters masters,
            MasterVersions versions,
            MasterShells shells,
            HeldService held,
            ArrivalService arrivals,
            ConventionsService conventions,
            PeopleService people,
            LedgerService ledger,
            Today today,
            TransactionTemplate transaction) {
        this.masters = masters;
        this.versions = versions;
        this.shells = shells;
        this.held = held;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.people = people;
        this.ledger = ledger;
        this.today = today;
        this.transaction = transaction;
    }

    /**
     * What somebody wants a master to be.
     *
     * @param category its levels joined by {@code /}
     * @param datesOf the term whose weeks its dates are made for; empty where none counts
     */
    public record Wish(
            @NotBlank @Size(max = Bounds.VALUE) String title,
            @NotBlank @Size(max = Bounds.ID) String code,
            @NotBlank @Size(max = Bounds.VALUE) String category,
            @NotNull @Size(max = COURSES) List<@NotBlank @Size(max = Bounds.NAME) String> courses,
            @NotNull @Size(max = Bounds.ID) String datesOf) {}

    @May(Right.READ_MASTERS)
    public MasterViews.Sheet sheet() {
        Optional<RegistrarList> list = arrivals.current().map(arrivals::list);
        List<AcademicSession> terms = list.map(RegistrarList::terms).orElse(List.of()).stream()
                .sorted(Comparator.comparing(AcademicSession::start).reversed())
                .toList();
        Set<String> standing = new HashSet<>();
        held.shells(held.current()).stream().filter(HeldShell::isMaster).forEach(shell -> standing.add(shell.key()));
        Map<String, List<Masters.Sharer>> sharers =
                masters.people().stream().collect(Collectors.groupingBy(Masters.Sharer::master));
        Map<String, Integer> newest = versions.newest();
        Map<String, Instant> edited = versions.edited();
        Map<String, Map<String, Integer>> uses = versions.uses();
        int rule = masters.unusedTerms();
        LocalDate now = today.in(conventions.zone());
        List<MasterViews.Row> rows = masters.all().stream()
                .map(one -> {
                    String id = one.master().id();
                    Map<String, Integer> used = uses.getOrDefault(id, Map.of());
                    int unused = unusedTerms(one, used, terms, now);
                    return new MasterViews.Row(
                            id,
                            one.master().title(),
                            one.master().code(),
                            one.master().category(),
                            one.master().courses(),
                            one.master().datesOf(),
                            sharers.getOrDefault(id, List.of()).stream()
                                    .map(person -> person(person, list))
                                    .toList(),
                            people.nameOf(one.madeBy()),
                            one.madeAt(),
                            standing.contains(one.master().key()),
                            one.copyJob() != null ? "The LMS is filling it." : one.copySays(),
                            newest.getOrDefault(id, 0),
                            edited.get(id),
                            uses(used, terms),
                            unused,
                            unused >= rule && !one.master().retired(),
                            one.askedAt(),
                            one.retiredBy() == null ? null : people.nameOf(one.retiredBy()),
                            one.retiredAt());
                })
                .sorted(Comparator.comparing((MasterViews.Row row) -> row.retiredAt() != null)
                        .thenComparing(MasterViews.Row::code, Text.NATURAL))
                .toList();
        return new MasterViews.Sheet(
                rule,
                terms.stream()
                        .map(term -> new MasterViews.Term(term.code(), term.title()))
                        .toList(),
                rows);
    }

    private static MasterViews.Person person(Masters.Sharer one, Optional<RegistrarList> list) {
        String name = list.map(known -> known.people().get(one.user()))
                .map(person -> person.fullName())
                .orElse(one.user());
        return new MasterViews.Person(one.user(), name, one.role());
    }

    private static List<MasterViews.Use> uses(Map<String, Integer> used, List<AcademicSession> terms) {
        List<String> order = terms.stream().map(AcademicSession::code).toList();
        return used.entrySet().stream()
                .map(use -> new MasterViews.Use(use.getKey(), use.getValue()))
                .sorted(Comparator.comparing((MasterViews.Use use) -> {
                            int at = order.indexOf(use.term());
                            return at < 0 ? order.size() : at;
                        })
                        .thenComparing(MasterViews.Use::term))
                .toList();
    }

    /** Terms that have begun since the last one in which it was used, or since it was made. */
    private int unusedTerms(Masters.Kept one, Map<String, Integer> used, List<AcademicSession> terms, LocalDate now) {
        ZoneId zone = conventions.zone();
        LocalDate since = terms.stream()
                .filter(term -> used.containsKey(term.code()))
                .map(AcademicSession::start)
                .max(Comparator.naturalOrder())
                .orElse(one.madeAt().atZone(zone).toLocalDate());
        return (int) terms.stream()
                .filter(term -> term.start().isAfter(since) && !term.start().isAfter(now))
                .count();
    }

    /** What a master contains as it was last looked at, and what was edited before. */
    @May(Right.READ_MASTERS)
    public MasterViews.Content content(String id) {
        Masters.Kept one = known(id);
        List<MasterVersions.Version> seen = versions.of(one.master().id(), VERSIONS_SHOWN);
        List<MasterViews.Version> views = new ArrayList<>();
        for (int i = 0; i < seen.size(); i++) {
            MasterVersions.Version version = seen.get(i);
            views.add(new MasterViews.Version(
                    version.number(),
                    version.seenAt(),
                    i + 1 < seen.size() ? ContentEdits.between(seen.get(i + 1).units(), version.units()) : List.of()));
        }
        List<MasterViews.Unit> units = seen.isEmpty()
                ? List.of()
                : seen.get(0).units().stream()
                        .map(unit -> new MasterViews.Unit(
                                unit.title(),
                                unit.items().stream()
                                        .map(item -> new MasterViews.Item(item.kind(), item.title()))
                                        .toList()))
                        .toList();
        return new MasterViews.Content(id, units, views);
    }

    Masters.Kept known(String id) {
        return masters.kept(id).orElseThrow(() -> new NotFound("There is no master " + id + "."));
    }

    /** One that is not put away. */
    Master standing(String id) {
        Master master = known(id).master();
        if (master.retired()) {
            throw new Refusal("Nothing was done: " + master.code() + " is put away. Take it out again first.");
        }
        return master;
    }

    /**
     * Makes a master.
     *
     * @param from the code or key of a shell whose content it starts with; null where it starts empty
     */
    @May(Right.CHANGE_MASTERS)
    public MasterViews.Sheet make(Wish wish, @Nullable String from) {
        Optional<HeldShell> source = Optional.ofNullable(from).map(this::shell);
        Master master = transaction.execute(status -> {
            masters.lock();
            Master one = master(freeId(wish.code()), wish);
            refuseTaken(one);
            masters.insert(one, SignedIn.login());
            return one;
        });
        try {
            shells.put(master);
        } catch (Refusal e) {
            transaction.executeWithoutResult(status -> masters.delete(master.id()));
            throw e;
        }
        write("master made", master, Map.of("courses", master.courses(), "from", from == null ? "" : from));
        source.ifPresent(shell -> {
            long job = shells.fill(master, shell.key());
            masters.copying(master.id(), job, "");
        });
        return sheet();
    }

    private HeldShell shell(String name) {
        return held.shells(held.current()).stream()
                .filter(one ->
                        one.key().equals(name) || Text.codeKey(one.code()).equals(Text.codeKey(name)))
                .findFirst()
                .orElseThrow(
                        () -> new Refusal("from", 0, "The LMS holds no shell with the code or key “" + name + "”."));
    }

    private String freeId(String code) {
        String slug = Master.slug(code);
        String start = slug.isEmpty() ? "master" : slug.substring(0, Math.min(LONGEST_ID, slug.length()));
        String id = start;
        for (int n = 2; masters.kept(id).isPresent(); n++) {
            id = start + "-" + n;
        }
        return id;
    }

    private Master master(String id, Wish wish) {
        List<String> category = List.of(wish.category().split("/")).stream()
                .map(String::strip)
                .filter(level -> !level.isEmpty())
                .toList();
        if (category.isEmpty()) {
            throw new Refusal("category", 0, "Give the category that it is in, such as Masters.");
        }
        if (!wish.datesOf().isEmpty()
                && arrivals.current()
                        .map(arrivals::list)
                        .flatMap(list -> list.term(wish.datesOf()))
                        .isEmpty()) {
            throw new Refusal("datesOf", 0, "The list has no term " + wish.datesOf() + ".");
        }
        List<String> courses = wish.courses().stream()
                .map(String::strip)
                .filter(course -> !course.isEmpty())
                .distinct()
                .sorted(Text.NATURAL)
                .toList();
        return new Master(id, wish.title().strip(), wish.code().strip(), category, courses, wish.datesOf(), false);
    }

    /** A course has one master, so that nobody wonders which one its sections start from. */
    private void refuseTaken(Master master) {
        Map<String, String> taken = new HashMap<>();
        masters.standing().stream()
                .filter(other -> !other.id().equals(master.id()))
                .forEach(other -> other.courses().forEach(course -> taken.put(Master.slug(course), other.code())));
        for (String course : master.courses()) {
            String other = taken.get(Master.slug(course));
            if (other != null) {
                throw new Refusal("courses", 0, course + " starts from the master " + other + " already.");
            }
        }
    }

    /** Changes what a master is called, where it is and for which courses; also puts it into the LMS if it is not there. */
    @May(Right.CHANGE_MASTERS)
    public MasterViews.Sheet change(String id, Wish wish) {
        Master before = standing(id);
        Master changed = master(id, wish);
        refuseTaken(changed);
        shells.put(changed);
        transaction.executeWithoutResult(status -> {
            masters.lock();
            refuseTaken(changed);
            masters.update(changed);
            ledger.write("master changed", id, Map.of("before", before, "after", changed));
        });
        return sheet();
    }

    /** Puts masters away, or takes them out again as they were. */
    @May(Right.CHANGE_MASTERS)
    public MasterViews.Sheet retire(List<String> ids, boolean retired) {
        for (String id : ids) {
            Master master = known(id).master();
            if (master.retired() == retired) {
                continue;
            }
            if (!retired) {
                refuseTaken(master);
            }
            shells.archive(master, retired);
            transaction.executeWithoutResult(status -> {
                masters.lock();
                if (!retired) {
                    refuseTaken(master);
                }
                masters.retired(id, retired ? SignedIn.login() : null);
                ledger.write(retired ? "master put away" : "master taken out again", id, Map.of("code", master.code()));
            });
        }
        return sheet();
    }

    @May(Right.CHANGE_MASTERS)
    @Transactional
    public MasterViews.Sheet rule(int unusedTerms) {
        int before = masters.unusedTerms();
        masters.unusedTerms(unusedTerms);
        ledger.write("rule for masters set", "masters", Map.of("before", before, "after", unusedTerms));
        return sheet();
    }

    /** Looks in the LMS at what was edited. */
    @May(Right.CHANGE_MASTERS)
    public MasterViews.Sheet look() {
        shells.look();
        return sheet();
    }

    private void write(String what, Master master, Map<String, ?> detail) {
        transaction.executeWithoutResult(status -> ledger.write(what, master.id(), detail));
    }
}
