package chalkline.server.outlines;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.lms.Lms;
import chalkline.server.proof.ProofKey;
import chalkline.server.templates.TermCalendar;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Finds the calendars that dates of an earlier shell move between. */
@Component
class Calendars {
    private final ArrivalService arrivals;
    private final ConventionsService conventions;

    Calendars(ArrivalService arrivals, ConventionsService conventions) {
        this.arrivals = arrivals;
        this.conventions = conventions;
    }

    /** From an earlier session to a shell's own. */
    record Both(TermCalendar from, TermCalendar to, CarriedUnits carry) {}

    /** The calendar of the session of a section. */
    TermCalendar own(Section lead, Conventions rules) {
        return TermCalendar.of(lead.part().orElse(lead.term()), lead.term(), rules);
    }

    /**
     * Both calendars of a shell. Nothing says which part of term the earlier shell was for, but its dates do: of the
     * term and its parts that session counts which has most of them, of several the shortest.
     *
     * @param units the content of the earlier shell
     * @return empty where the list does not have the earlier term, so that nothing says which week a date was in
     */
    Optional<Both> both(ProofKey key, ProofRow row, String fromTerm, List<Lms.OutlineUnit> units) {
        RegistrarList list = arrivals.list(key.arrival());
        Conventions rules = conventions.version(key.conventions());
        Section lead = row.shell().orElseThrow().lead();
        return list.term(fromTerm).map(term -> {
            TermCalendar from = TermCalendar.ofContent(list, term, units, rules);
            TermCalendar to = own(lead, rules);
            return new Both(from, to, new CarriedUnits(from, to, rules.zone()));
        });
    }
}
