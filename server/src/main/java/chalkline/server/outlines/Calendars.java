package chalkline.server.outlines;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Session;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.lms.Lms;
import chalkline.server.proof.ProofKey;
import chalkline.server.templates.TermCalendar;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
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

    private static List<LocalDate> days(List<Lms.OutlineUnit> units, ZoneId zone) {
        List<LocalDate> days = new ArrayList<>();
        for (Lms.OutlineUnit unit : units) {
            if (unit.first() != null) {
                days.add(LocalDate.parse(unit.first()));
            }
            for (Lms.OutlineItem item : unit.items()) {
                if (item.due() != null) {
                    days.add(OffsetDateTime.parse(item.due())
                            .atZoneSameInstant(zone)
                            .toLocalDate());
                }
            }
        }
        return days;
    }

    private static Session sessionOf(RegistrarList list, Session term, List<LocalDate> days) {
        return list.sessions().values().stream()
                .filter(session -> session.equals(term) || session.parentId().equals(term.id()))
                .min(Comparator.<Session>comparingLong(session -> -within(session, days))
                        .thenComparingLong(Calendars::length))
                .orElse(term);
    }

    private static long within(Session session, List<LocalDate> days) {
        return days.stream()
                .filter(day -> !day.isBefore(session.start())
                        && session.end().map(end -> !day.isAfter(end)).orElse(true))
                .count();
    }

    private static long length(Session session) {
        return session.end()
                .map(end -> ChronoUnit.DAYS.between(session.start(), end))
                .orElse(Long.MAX_VALUE);
    }

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
            TermCalendar from = TermCalendar.of(sessionOf(list, term, days(units, rules.zone())), term, rules);
            TermCalendar to = own(lead, rules);
            return new Both(from, to, new CarriedUnits(from, to, rules.zone()));
        });
    }
}
