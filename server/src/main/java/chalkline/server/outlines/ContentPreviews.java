package chalkline.server.outlines;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section.Days;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.core.templates.Outlines;
import chalkline.core.templates.Template;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.NotFound;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsReading;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.ProofViews;
import chalkline.server.proof.Reached;
import chalkline.server.proof.WhyService;
import chalkline.server.templates.TemplateDraft;
import chalkline.server.templates.TermCalendar;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Shows what shells start from before any is built: of a shell of the proof, of an example, of a template alone. */
@Service
class ContentPreviews {
    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final StartService starts;
    private final Calendars calendars;
    private final LmsReading lms;
    private final PeopleService people;
    private final Reached reached;

    ContentPreviews(
            ProofService proofs,
            ArrivalService arrivals,
            ConventionsService conventions,
            StartService starts,
            Calendars calendars,
            @AtOnce LmsReading lms,
            PeopleService people,
            Reached reached) {
        this.reached = reached;
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.starts = starts;
        this.calendars = calendars;
        this.lms = lms;
        this.people = people;
    }

    /**
     * What one shell starts from.
     *
     * @param fromKey another earlier shell to start from; null for the one that would be taken
     */
    @MayPartly(Right.READ_PROOF)
    public StartViews.Start start(String term, String versions, String shellKey, @Nullable String fromKey) {
        ProofKey key = ProofKey.of(term, versions);
        ProofRow row = reached.row(key, shellKey, Right.READ_PROOF);
        Starts all = starts.of(key);
        Starts.Start start = fromKey == null || row.shell().isEmpty()
                ? all.of(row)
                : all.earlier(row.shell().get(), Optional.of(fromKey));
        return view(key, row, all, start, conventions.version(key.conventions()));
    }

    /** The shells that a proof builds, with what each starts from, in the order of their codes. */
    @MayPartly(Right.READ_PROOF)
    public List<StartViews.Row> list(String term, String versions) {
        ProofKey key = ProofKey.of(term, versions);
        Starts all = starts.of(key);
        return reached.rows(key, Right.READ_PROOF).stream()
                .filter(row -> row.action() == Action.BUILD)
                .map(row -> row(row, all.of(row)))
                .sorted((a, b) -> Text.NATURAL.compare(a.code(), b.code()))
                .toList();
    }

    private static StartViews.Row row(ProofRow row, Starts.Start start) {
        String from = "";
        boolean same = false;
        if (start instanceof Starts.Start.FromTemplate template) {
            from = template.template().title();
        } else if (start instanceof Starts.Start.FromEarlier earlier) {
            from = earlier.found().shell().code();
            same = earlier.found().sameInstructor();
        } else if (start instanceof Starts.Start.Missing missing) {
            from = missing.template();
        }
        if (start instanceof Starts.Start.FromMaster master) {
            from = master.shell().code();
        }
        boolean kept =
                start instanceof Starts.Start.FromShell shell && shell.kept().isPresent();
        return new StartViews.Row(row.key(), row.code(), row.title(), kind(start), from, same, kept);
    }

    private static String kind(Starts.Start start) {
        if (start instanceof Starts.Start.FromTemplate) {
            return "template";
        }
        if (start instanceof Starts.Start.FromEarlier) {
            return "earlier";
        }
        if (start instanceof Starts.Start.FromMaster) {
            return "master";
        }
        return start instanceof Starts.Start.Nothing ? "none" : "missing";
    }

    /** What a section with some facts would get, under the conventions with a change or as they are. */
    @MayPartly(Right.READ_PROOF)
    public StartViews.Example example(String term, Example example, @Nullable Change change) {
        ProofKey key = proofs.now(term);
        Conventions now = conventions.version(key.conventions());
        Conventions rules = change == null ? now : change.applyTo(conventions.version(change.basedOn()));
        ProofRow row = example.row(arrivals.list(key.arrival()), term, rules);
        Starts all = starts.of(key, rules);
        return new StartViews.Example(
                WhyService.view(key.versions(), row, rules, null), view(key, row, all, all.of(row), rules));
    }

    /**
     * A template laid out over a session of a term.
     *
     * @param session the session's code; the term itself, if empty
     */
    @MayPartly(Right.READ_PROOF)
    public StartViews.Placed placed(String term, TemplateDraft draft, String session) {
        ProofKey key = proofs.now(term);
        Conventions rules = conventions.version(key.conventions());
        RegistrarList list = arrivals.list(key.arrival());
        AcademicSession of = list.term(term).orElseThrow(() -> new NotFound("The list has no term " + term + "."));
        List<AcademicSession> parts = list.sessions().values().stream()
                .filter(one -> one.parentId().equals(of.id()))
                .toList();
        AcademicSession chosen = parts.stream()
                .filter(part -> part.code().equals(session))
                .findFirst()
                .orElse(of);
        TermCalendar calendar = TermCalendar.of(chosen, of, rules);
        Template template = draft.toCore();
        return new StartViews.Placed(
                Rulers.of(calendar),
                Rulers.views(new Outlines(rules)
                        .of(
                                template,
                                new Days(of.start(), of.end()),
                                calendar.days(),
                                calendar.weeks(),
                                "weeks",
                                calendar.weeks().count().orElse(0))),
                parts.stream()
                        .map(part -> new StartViews.SessionName(part.code(), part.title()))
                        .toList(),
                touched(reached.rows(key, Right.READ_PROOF), draft.id()));
    }

    private static StartViews.Touched touched(List<ProofRow> rows, String template) {
        Map<String, Integer> departments = new TreeMap<>();
        int standing = 0;
        for (ProofRow row : rows) {
            if (row.shell().isPresent() && row.value(Setting.TEMPLATE).equals(template)) {
                if (row.held().isPresent()) {
                    standing++;
                } else if (row.action() == Action.BUILD) {
                    departments.merge(row.shell().get().lead().department().name(), 1, Integer::sum);
                }
            }
        }
        return new StartViews.Touched(
                departments.values().stream().mapToInt(Integer::intValue).sum(),
                standing,
                departments.entrySet().stream()
                        .map(entry -> new ProofViews.DepartmentCount(entry.getKey(), entry.getValue()))
                        .toList());
    }

    private StartViews.Start view(ProofKey key, ProofRow row, Starts all, Starts.Start start, Conventions rules) {
        String what = row.value(Setting.COPY);
        List<StartViews.Other> others = row.shell().map(all::allEarlier).orElse(List.of()).stream()
                .map(found -> new StartViews.Other(
                        found.shell().key(), found.shell().code(), found.shell().term(), found.evidence()))
                .toList();
        if (start instanceof Starts.Start.FromShell from) {
            return fromShell(key, row, from, what, others);
        }
        boolean template = start instanceof Starts.Start.FromTemplate;
        List<StartViews.Unit> units = start instanceof Starts.Start.FromTemplate from
                ? Rulers.views(all.outline(from.template(), row))
                : List.of();
        StartViews.Ruler own =
                template ? Rulers.of(calendars.own(row.shell().orElseThrow().lead(), rules)) : null;
        return new StartViews.Start(
                row.key(),
                row.code(),
                kind(start),
                message(start),
                List.of(),
                what,
                null,
                units,
                others,
                null,
                own,
                null,
                starts.revision(key.term(), row.key()));
    }

    private static String message(Starts.Start start) {
        if (start instanceof Starts.Start.FromTemplate from) {
            return "It starts from the template “" + from.template().title() + "”.";
        }
        if (start instanceof Starts.Start.Missing missing) {
            return "There is no template or master “" + missing.template() + "”.";
        }
        if (start instanceof Starts.Start.NoMaster) {
            return "No master is for this course; it starts empty.";
        }
        return start instanceof Starts.Start.NeverTaught
                ? "No earlier shell of this course stands in the LMS; it starts empty."
                : "It starts empty.";
    }

    private StartViews.Start fromShell(
            ProofKey key, ProofRow row, Starts.Start.FromShell from, String what, List<StartViews.Other> others) {
        String fromKey = from.shell().key();
        List<Lms.OutlineUnit> units = lms.outline(fromKey);
        Optional<Calendars.Both> both = calendars.both(key, row, starts.termOf(key, fromKey), units);
        List<StartViews.Unit> carried =
                both.map(one -> one.carry().views(units)).orElseGet(() -> Rulers.undated(units));
        return new StartViews.Start(
                row.key(),
                row.code(),
                kind(from),
                from instanceof Starts.Start.FromMaster master
                        ? "It starts from the master %s, %s."
                                .formatted(master.shell().code(), master.title())
                        : "It starts from %s of %s."
                                .formatted(from.shell().code(), from.shell().term()),
                from instanceof Starts.Start.FromEarlier earlier
                        ? earlier.found().evidence()
                        : List.of(),
                what,
                fromKey,
                from.kept()
                        .map(dates -> Rulers.withDates(carried, ItemIds.dates(dates)))
                        .orElse(carried),
                others,
                both.map(one -> Rulers.of(one.from())).orElse(null),
                both.map(one -> Rulers.of(one.to())).orElse(null),
                starts.kept(key.term(), row.key())
                        .filter(kept -> kept.fromKey().equals(fromKey))
                        .map(kept -> new StartViews.Kept(people.nameOf(kept.keptBy()), kept.keptAt()))
                        .orElse(null),
                starts.revision(key.term(), row.key()));
    }
}
