package chalkline.server.upkeep;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.core.upkeep.FirstDay;
import chalkline.core.upkeep.FirstDayCause;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Today;
import chalkline.server.ledger.LedgerService;
import chalkline.server.mail.MailQueue;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What would embarrass on the first day, or on any other; by cause, and by department to send on. */
@Service
class FirstDayService {
    /** When students come. */
    static final LocalTime MORNING = LocalTime.of(8, 0);

    private final Terms terms;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final MailQueue mail;
    private final LedgerService ledger;
    private final Today today;

    FirstDayService(
            Terms terms,
            ArrivalService arrivals,
            ConventionsService conventions,
            MailQueue mail,
            LedgerService ledger,
            Today today) {
        this.terms = terms;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.mail = mail;
        this.ledger = ledger;
        this.today = today;
    }

    /** @param day null for the first day of the term, or for today once that is over */
    @MayPartly(Right.READ_UPKEEP)
    public FirstDayViews.Sheet check(String term, @Nullable LocalDate day) {
        Terms.Standing now = terms.seen(term, Right.READ_UPKEEP);
        RegistrarList list = arrivals.list(now.proof().arrival());
        ZoneId zone = conventions.zone();
        ZonedDateTime at = ZonedDateTime.of(day == null ? firstDay(list, term, zone) : day, MORNING, zone);
        FirstDay.Result result = FirstDay.check(now.rows().values(), now.facts(), at);
        Map<FirstDayCause, Integer> causes = new EnumMap<>(FirstDayCause.class);
        Map<String, FirstDayViews.Shell> touched = new HashMap<>();
        List<FirstDayViews.Row> rows = new ArrayList<>();
        for (FirstDay.Finding finding : result.findings()) {
            causes.merge(finding.cause(), 1, Integer::sum);
            ProofRow row = now.rows().get(finding.key());
            touched.computeIfAbsent(finding.key(), key -> shell(row));
            rows.add(new FirstDayViews.Row(finding.key(), finding.cause(), detail(row, finding, list)));
        }
        return new FirstDayViews.Sheet(
                now.proof().versions(),
                zone.getId(),
                IsoMoment.write(at),
                result.shells(),
                result.later(),
                result.shells() - touched.size(),
                causes.entrySet().stream()
                        .map(cause -> new FirstDayViews.CauseCount(
                                cause.getKey(), cause.getKey().words(), cause.getValue()))
                        .toList(),
                List.copyOf(touched.values()),
                rows);
    }

    private LocalDate firstDay(RegistrarList list, String term, ZoneId zone) {
        AcademicSession session = ArrivalService.term(list, term);
        LocalDate now = today.in(zone);
        return now.isAfter(session.start()) ? now : session.start();
    }

    private static FirstDayViews.Shell shell(ProofRow row) {
        return new FirstDayViews.Shell(
                row.key(),
                row.held().map(shell -> shell.code()).orElse(row.code()),
                row.title(),
                row.shell().orElseThrow().lead().department().name(),
                row.instructors().stream().map(Person::fullName).collect(Collectors.joining(", ")),
                row.students());
    }

    private static String detail(ProofRow row, FirstDay.Finding finding, RegistrarList list) {
        return switch (finding.cause()) {
            case NOT_BUILT ->
                row.snags().stream().filter(Snag::isStop).map(Snag::message).collect(Collectors.joining(" "));
            case NEVER_IN ->
                named(finding.detail(), id -> {
                    Person person = list.people().get(id);
                    return person == null ? id : person.fullName();
                });
            case HIDDEN ->
                named(finding.detail(), id -> {
                    ListedClass section = list.classes().get(id);
                    return section == null ? id : section.classCode();
                });
            default -> finding.detail();
        };
    }

    private static String named(String ids, Function<String, String> name) {
        return Arrays.stream(ids.split(" ")).map(name).collect(Collectors.joining(", "));
    }

    /** Sends a department what was found in its shells; how many there are. */
    @MayPartly(Right.CHANGE_UPKEEP)
    @Transactional
    public int send(String term, LocalDate day, String department, String to) {
        terms.requireDepartment(department);
        FirstDayViews.Sheet sheet = check(term, day);
        Map<String, FirstDayViews.Shell> own = sheet.touched().stream()
                .filter(shell -> shell.department().equals(department))
                .collect(Collectors.toMap(FirstDayViews.Shell::key, shell -> shell));
        if (own.isEmpty()) {
            throw new Refusal("Nothing was found in shells of " + department + " for that day, so nothing was sent.");
        }
        int found = 0;
        List<String> paragraphs = new ArrayList<>();
        paragraphs.add("This is what students would meet on %s in the shells of %s. %d shells were looked at in all."
                .formatted(day, department, sheet.shells()));
        for (FirstDayViews.CauseCount cause : sheet.causes()) {
            List<String> lines = sheet.rows().stream()
                    .filter(row -> row.cause() == cause.cause())
                    .flatMap(row -> Optional.ofNullable(own.get(row.key())).stream())
                    .map(shell -> shell.code() + " " + shell.title()
                            + (shell.instructors().isEmpty() ? "" : ", " + shell.instructors()))
                    .toList();
            found += lines.size();
            if (!lines.isEmpty()) {
                paragraphs.add(cause.words() + " (" + lines.size() + "):\n" + String.join("\n", lines));
            }
        }
        mail.send(
                "first-day-" + UUID.randomUUID(),
                to,
                "Shells of " + department + " on " + day,
                paragraphs,
                "/" + term + "/upkeep?view=day");
        ledger.write(
                SignedIn.login(),
                "first-day check sent",
                term,
                Map.of("department", department, "to", to, "lines", found));
        return found;
    }
}
