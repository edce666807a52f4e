package chalkline.server.templates;

import chalkline.core.arrivals.Section.Days;
import chalkline.core.arrivals.Session;
import chalkline.core.calendar.Break;
import chalkline.core.calendar.CarryForward;
import chalkline.core.calendar.Weeks;
import chalkline.core.conventions.Conventions;
import java.util.List;

/** A session with its weeks and breaks, as conventions have them. */
public record TermCalendar(
        String code, String title, Days days, List<Break> breaks, Weeks weeks, CarryForward.Term term) {

    /** @param ofTerm the term that the session is, or lies in; its breaks count */
    public static TermCalendar of(Session session, Session ofTerm, Conventions rules) {
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
}
