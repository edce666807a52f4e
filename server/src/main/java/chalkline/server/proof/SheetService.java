package chalkline.server.proof;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import chalkline.core.proof.Snag;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** The proof as a sheet: counts, and rows page by page. */
@Service
class SheetService {
    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final Reached reached;

    SheetService(ProofService proofs, ArrivalService arrivals, ConventionsService conventions, Reached reached) {
        this.reached = reached;
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.conventions = conventions;
    }

    /** Counts by action and snag. */
    @MayPartly(Right.READ_PROOF)
    public ProofViews.Summary summary(String term) {
        ProofKey key = proofs.now(term);
        List<ProofRow> rows = reached.rows(key, Right.READ_PROOF);
        Map<Action, Integer> actions = new EnumMap<>(Action.class);
        Map<Snag, Integer> snags = new EnumMap<>(Snag.class);
        for (ProofRow row : rows) {
            actions.merge(row.action(), 1, Integer::sum);
            row.snags().forEach(snag -> snags.merge(snag, 1, Integer::sum));
        }
        AcademicSession session = ArrivalService.term(arrivals.list(key.arrival()), term);
        return new ProofViews.Summary(
                key.versions(),
                conventions.version(key.conventions()).zone().getId(),
                rows.size(),
                Arrays.stream(Action.values())
                        .map(action -> new ProofViews.ActionCount(action.key(), actions.getOrDefault(action, 0)))
                        .toList(),
                snags.entrySet().stream()
                        .map(entry -> new ProofViews.SnagCount(
                                entry.getKey().key(),
                                entry.getKey().isStop(),
                                entry.getValue(),
                                entry.getKey().message(),
                                entry.getKey().toDo()))
                        .toList(),
                session.start().toString(),
                session.end().map(LocalDate::toString).orElse(null),
                proofs.blockers(key),
                closes(rows, HeldShell::isOpen),
                closes(rows, HeldShell::activity),
                (int) rows.stream().filter(row -> isGone(row, proofs.gone(key))).count(),
                reached.all(Right.READ_PROOF)
                        ? proofs.proof(key).proof().leftAlone().size()
                        : 0);
    }

    private static int closes(List<ProofRow> rows, Predicate<HeldShell> test) {
        return (int) rows.stream()
                .filter(row -> row.action() == Action.CLOSE)
                .flatMap(row -> row.held().stream())
                .filter(held -> !held.closed() && test.test(held))
                .count();
    }

    private static boolean isGone(ProofRow row, Map<String, Instant> gone) {
        return row.held().isEmpty() && gone.containsKey(row.key());
    }

    /** A page of rows of some versions, after a key. */
    @MayPartly(Right.READ_PROOF)
    public ProofViews.Rows rows(String term, String versions, String after, int limit) {
        ProofKey key = ProofKey.of(term, versions);
        List<ProofRow> rows = reached.rows(key, Right.READ_PROOF);
        int from = after.isEmpty() ? 0 : indexAfter(rows, after);
        List<ProofRow> page = rows.subList(from, Math.min(rows.size(), from + limit));
        List<ProofViews.Row> views = new ArrayList<>(page.size());
        Map<String, Instant> gone = proofs.gone(key);
        page.forEach(row -> views.add(view(row, isGone(row, gone))));
        boolean more = from + page.size() < rows.size();
        return new ProofViews.Rows(
                versions, views, more ? page.get(page.size() - 1).key() : null);
    }

    private static int indexAfter(List<ProofRow> rows, String after) {
        int low = 0;
        int high = rows.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (chalkline.core.naming.Text.BY_CODE_POINT.compare(
                            rows.get(middle).key(), after)
                    <= 0) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    private static ProofViews.Row view(ProofRow row, boolean gone) {
        return new ProofViews.Row(
                row.key(),
                row.action().key(),
                row.code(),
                row.title(),
                row.value(Setting.CATEGORY),
                row.shell().map(shell -> shell.lead().department().name()).orElse(""),
                row.shell().map(shell -> shell.lead().college().name()).orElse(""),
                row.value(Setting.OPENS),
                row.value(Setting.CLOSES),
                row.students(),
                row.sections(),
                row.snagKeys(),
                row.changed().stream().map(ShellField::key).toList(),
                row.shell().map(SheetService::reference).orElse(""),
                row.held().filter(HeldShell::isOpen).isPresent(),
                row.held().filter(HeldShell::activity).isPresent(),
                gone);
    }

    private static String reference(Shell shell) {
        String numbers = shell.sections().stream().map(Section::reference).collect(Collectors.joining(" "));
        String names = shell.instructors().stream().map(Person::fullName).collect(Collectors.joining(", "));
        return numbers + (names.isEmpty() ? "" : " " + names);
    }
}
