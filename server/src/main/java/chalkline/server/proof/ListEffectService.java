package chalkline.server.proof;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.lms.HeldService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;

/** What taking another list into use would do to each term, before it is done. */
@Service
class ListEffectService {
    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final HeldService held;

    ListEffectService(ProofService proofs, ArrivalService arrivals, ConventionsService conventions, HeldService held) {
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.held = held;
    }

    /** For every term that either list has sections of, the earliest first. */
    @May(Right.READ_LISTS)
    public List<ProofViews.ListEffect> of(long arrival) {
        Map<String, AcademicSession> terms = new LinkedHashMap<>();
        RegistrarList other = arrivals.list(arrival);
        arrivals.current().map(arrivals::list).ifPresent(list -> list.terms().forEach(t -> terms.put(t.code(), t)));
        other.terms().forEach(term -> terms.putIfAbsent(term.code(), term));
        List<ProofViews.ListEffect> effects = new ArrayList<>();
        for (AcademicSession term : terms.values()) {
            int now = sections(arrivals.current().orElse(arrival), term.code());
            int then = sections(arrival, term.code());
            if (now + then > 0) {
                effects.add(effect(arrival, term, now, then));
            }
        }
        return effects;
    }

    private int sections(long arrival, String term) {
        return sectionsOf(arrival, term).size();
    }

    private ProofViews.ListEffect effect(long arrival, AcademicSession term, int now, int then) {
        List<ProofRow> rows = then == 0
                ? List.of()
                : proofs.proof(new ProofKey(term.code(), arrival, conventions.current(), held.current()))
                        .proof()
                        .rows();
        return new ProofViews.ListEffect(
                term.code(),
                term.title(),
                now,
                then,
                count(rows, row -> row.action() == Action.BUILD),
                count(rows, row -> row.action() == Action.CHANGE),
                count(rows, row -> row.action() == Action.CLOSE),
                count(rows, row -> closes(row, HeldShell::isOpen)),
                count(rows, row -> closes(row, HeldShell::activity)),
                count(rows, row -> row.action() == Action.STOP),
                studentsOut(arrival, term.code()));
    }

    private int studentsOut(long arrival, String term) {
        Set<String> stay = new HashSet<>();
        sectionsOf(arrival, term).forEach(section -> stay.add(section.id()));
        Set<String> students = new HashSet<>();
        sectionsOf(arrivals.current().orElse(arrival), term).stream()
                .filter(section -> !stay.contains(section.id()))
                .forEach(section -> section.students().forEach(person -> students.add(person.id())));
        return students.size();
    }

    private List<Section> sectionsOf(long arrival, String term) {
        return arrivals.list(arrival).term(term).isEmpty() ? List.of() : arrivals.sections(arrival, term);
    }

    private static boolean closes(ProofRow row, Predicate<HeldShell> test) {
        return row.action() == Action.CLOSE && row.held().filter(test).isPresent();
    }

    private static int count(List<ProofRow> rows, Predicate<ProofRow> test) {
        return (int) rows.stream().filter(test).count();
    }
}
