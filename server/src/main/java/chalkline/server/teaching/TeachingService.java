package chalkline.server.teaching;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Labels;
import chalkline.core.naming.Text;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Time;
import chalkline.server.frame.Today;
import chalkline.server.lms.HeldService;
import chalkline.server.masters.Masters;
import chalkline.server.people.PeopleService;
import chalkline.server.people.PeopleViews;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Policy;
import chalkline.server.policy.Right;
import chalkline.server.policy.Scope;
import chalkline.server.proof.ProofService;
import chalkline.server.requests.Asking;
import chalkline.server.requests.RequestReading;
import chalkline.server.templates.TemplateService;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Tells whoever teaches how their sections and shells stand, and whom to ask. */
@Service
class TeachingService {
    private static final int MOST_FREE = 20;

    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final ProofService proofs;
    private final HeldService held;
    private final PeopleService people;
    private final Policy policy;
    private final RequestReading requests;
    private final Asking asking;
    private final TemplateService templates;
    private final Masters masters;
    private final Today today;
    private final Time time;
    // for as long as the proof itself is kept
    private final LoadingCache<Proof, Taught> byProof =
            Caffeine.newBuilder().weakKeys().build(Taught::new);

    TeachingService(
            ArrivalService arrivals,
            ConventionsService conventions,
            ProofService proofs,
            HeldService held,
            PeopleService people,
            Policy policy,
            RequestReading requests,
            Asking asking,
            TemplateService templates,
            Masters masters,
            Today today,
            Time time) {
        this.time = time;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.proofs = proofs;
        this.held = held;
        this.people = people;
        this.policy = policy;
        this.requests = requests;
        this.asking = asking;
        this.templates = templates;
        this.masters = masters;
        this.today = today;
    }

    @MayPartly(Right.TEACH)
    public TeachingViews.Teaching mine() {
        Scope own = policy.scope(Right.TEACH);
        ZoneId zone = conventions.zone();
        OffsetDateTime now = ZonedDateTime.of(today.in(zone), LocalTime.ofInstant(time.now(), zone), zone)
                .withNano(0)
                .toOffsetDateTime();
        Optional<Long> current = arrivals.current();
        List<TeachingViews.Term> terms =
                current.map(list -> terms(list, own, now)).orElse(List.of());
        return new TeachingViews.Teaching(
                people.me().name(),
                zone.getId(),
                today.in(zone).toString(),
                current.map(arrivals::list)
                        .filter(list -> list.people().containsKey(own.person()))
                        .isPresent(),
                terms,
                past(own, terms, now),
                starts(),
                requests.own());
    }

    private List<TeachingViews.Term> terms(long list, Scope own, OffsetDateTime now) {
        RegistrarList known = arrivals.list(list);
        List<TeachingViews.Term> terms = new ArrayList<>();
        for (AcademicSession session : known.terms()) {
            if (!arrivals.sections(list, session.code()).isEmpty()) {
                terms.add(term(session, own, now));
            }
        }
        terms.sort(Comparator.comparing(TeachingViews.Term::firstDay).reversed());
        return terms;
    }

    private TeachingViews.Term term(AcademicSession session, Scope own, OffsetDateTime now) {
        Taught taught = byProof.get(proofs.proof(proofs.now(session.code())).proof());
        List<Section> sections = taught.of(own.person());
        Set<String> departments =
                sections.stream().map(section -> section.department().code()).collect(Collectors.toSet());
        List<PeopleViews.Contact> schedulers = people.schedulersOf(departments);
        return new TeachingViews.Term(
                session.code(),
                session.title(),
                session.start().toString(),
                session.end().map(LocalDate::toString).orElse(null),
                today.isAfter(session, conventions.zone()),
                asking.of(session.code()),
                sections.stream()
                        .map(section -> section(section, sections, taught.rows(), own, now))
                        .toList(),
                free(taught, sections),
                schedulers.isEmpty() ? people.administrators() : schedulers);
    }

    /** Sections of courses that one teaches, which nobody teaches yet. */
    private static List<TeachingViews.Free> free(Taught taught, List<Section> own) {
        return own.stream()
                .map(section -> section.course().id())
                .distinct()
                .flatMap(course -> taught.untaught(course).stream())
                .sorted(Labels.ORDER)
                .limit(MOST_FREE)
                .map(section -> new TeachingViews.Free(
                        section.id(),
                        name(section),
                        section.course().title(),
                        section.department().name()))
                .toList();
    }

    private static String name(Section section) {
        return Labels.of(List.of(section), 1).label();
    }

    private static TeachingViews.Section section(
            Section section, List<Section> all, Map<String, ProofRow> rows, Scope own, OffsetDateTime now) {
        ProofRow row = rows.get(section.id());
        return new TeachingViews.Section(
                section.id(),
                name(section),
                section.course().id(),
                section.topic().isEmpty() ? section.course().title() : section.topic(),
                section.department().name(),
                section.students().size(),
                section.meets(),
                section.room(),
                section.delivery(),
                section.instructors().stream()
                        .filter(person -> !person.id().equals(own.person()))
                        .map(Person::fullName)
                        .toList(),
                all.stream()
                        .filter(other ->
                                other.course().id().equals(section.course().id())
                                        && !other.id().equals(section.id())
                                        && (row == null || !row.sections().contains(other.id())))
                        .map(Section::id)
                        .toList(),
                row == null ? null : shell(row, section, now));
    }

    private static TeachingViews.Shell shell(ProofRow row, Section section, OffsetDateTime now) {
        Optional<HeldShell> there = row.held();
        return new TeachingViews.Shell(
                row.key(),
                there.map(HeldShell::code).orElse(row.code()),
                value(row, there, Setting.TITLE),
                value(row, there, Setting.CATEGORY),
                there.map(held -> TeachingViews.State.valueOf(held.at(now).name()))
                        .orElse(TeachingViews.State.NOT_BUILT),
                value(row, there, Setting.OPENS),
                value(row, there, Setting.CLOSES),
                !there.map(HeldShell::isOpen).orElse(row.isOpen()),
                there.filter(HeldShell::activity).isPresent(),
                row.students(),
                row.shell().orElseThrow().sections().stream()
                        .filter(other -> !other.id().equals(section.id()))
                        .map(TeachingService::name)
                        .toList(),
                row.value(Setting.TEMPLATE),
                row.snags().stream().filter(Snag::isStop).map(Snag::message).collect(Collectors.joining(" ")));
    }

    private static String value(ProofRow row, Optional<HeldShell> there, Setting setting) {
        return there.map(held -> held.values().getOrDefault(setting, "")).orElse(row.value(setting));
    }

    /** Shells of terms that the list has nothing of any more. */
    private List<TeachingViews.Past> past(Scope own, List<TeachingViews.Term> terms, OffsetDateTime now) {
        Set<String> listed = new HashSet<>();
        terms.forEach(term -> listed.add(term.code()));
        return held.taughtBy(held.current(), own.person()).stream()
                .filter(shell -> !shell.isMaster() && !listed.contains(shell.term()))
                .map(shell -> new TeachingViews.Past(
                        shell.term(),
                        shell.key(),
                        shell.code(),
                        shell.values().getOrDefault(Setting.TITLE, ""),
                        TeachingViews.State.valueOf(shell.at(now).name())))
                .sorted(Comparator.comparing(TeachingViews.Past::term)
                        .reversed()
                        .thenComparing(TeachingViews.Past::code, Text.NATURAL))
                .toList();
    }

    private List<TeachingViews.Start> starts() {
        List<TeachingViews.Start> starts = new ArrayList<>();
        starts.add(new TeachingViews.Start("previous", "the shell of an earlier term"));
        templates.current().values().stream()
                .sorted(Comparator.comparing(template -> template.title(), Text.NATURAL))
                .forEach(template ->
                        starts.add(new TeachingViews.Start(template.id(), "the template “" + template.title() + "”")));
        masters.standing().stream()
                .filter(master -> !master.retired() && !master.courses().isEmpty())
                .sorted(Comparator.comparing(master -> master.title(), Text.NATURAL))
                .forEach(master -> starts.add(
                        new TeachingViews.Start("master:" + master.id(), "the master “" + master.title() + "”")));
        starts.add(new TeachingViews.Start("none", "nothing"));
        return starts;
    }
}
