package chalkline.server.templates;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section.Days;
import chalkline.core.calendar.Break;
import chalkline.core.calendar.CarryForward;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.calendar.Weeks;
import chalkline.core.conventions.Conventions;
import chalkline.server.lms.Lms;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** A session with its weeks and breaks, as conventions have them. */
public record TermCalendar(
        String code, String title, Days days, List<Break> breaks, Weeks weeks, CarryForward.Term term) {

    /** @param ofTerm the term that the session is, or lies in; its breaks count */
    public static TermCalendar of(AcademicSession session, AcademicSession ofTerm, Conventions rules) {
        Days days = new Days(session.start(), session.end());
        List<Break> breaks = rules.breaksOf(List.of(ofTerm.code()));
        String title = session.id().equals(ofTerm.id()) ? ofTerm.title() : ofTerm.title() + ", " + session.title();
        return new TermCalendar(
                session.code(),
                title,
                days,
                breaks,
                new Weeks(days, breaks, rules.weekStart()),
                CarryForward.Term.of(days, breaks, rules.weekStart()));
    }

    /**
     * The calendar of the session that some content was for. Nothing says whether a shell was for the term or for a part
     * of it, but its dates do: the one that has most of them, of several the shortest.
     */
    public static TermCalendar ofContent(
            RegistrarList list, AcademicSession term, List<Lms.OutlineUnit> units, Conventions rules) {
        return of(sessionOf(list, term, days(units, rules.zone())), term, rules);
    }

    private static List<LocalDate> days(List<Lms.OutlineUnit> units, ZoneId zone) {
        List<LocalDate> days = new ArrayList<>();
        for (Lms.OutlineUnit unit : units) {
            if (unit.first() != null) {
                days.add(LocalDate.parse(unit.first()));
            }
            for (Lms.OutlineItem item : unit.items()) {
                if (item.due() != null) {
                    days.add(IsoMoment.known(item.due()).atZoneSameInstant(zone).toLocalDate());
                }
            }
        }
        return days;
    }

    private static AcademicSession sessionOf(RegistrarList list, AcademicSession term, List<LocalDate> days) {
        return list.sessions().values().stream()
                .filter(session -> session.equals(term) || session.parentId().equals(term.id()))
                .min(Comparator.<AcademicSession>comparingLong(session -> -within(session, days))
                        .thenComparingLong(TermCalendar::length))
                .orElse(term);
    }

    private static long within(AcademicSession session, List<LocalDate> days) {
        return days.stream()
                .filter(day -> !day.isBefore(session.start())
                        && session.end().map(end -> !day.isAfter(end)).orElse(true))
                .count();
    }

    private static long length(AcademicSession session) {
        return session.end()
                .map(end -> ChronoUnit.DAYS.between(session.start(), end))
                .orElse(Long.MAX_VALUE);
    }
}
