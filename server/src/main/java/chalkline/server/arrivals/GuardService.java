package chalkline.server.arrivals;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Guards;
import chalkline.core.arrivals.ListChanges;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Today;
import java.util.List;
import org.springframework.stereotype.Component;

/** Judges whether a list may follow another without a person having seen it. */
@Component
class GuardService {
    private final ConventionsService conventions;
    private final Today today;

    GuardService(ConventionsService conventions, Today today) {
        this.conventions = conventions;
        this.today = today;
    }

    /**
     * The guards that a list trips against the one in use, in every term of that one. A term that has ended may leave the
     * list; nothing can be built of it anyway.
     */
    List<Arrival.Trip> tripped(String source, RegistrarList inUse, RegistrarList next) {
        Conventions rules = conventions.version(conventions.current());
        Guards guards = rules.guards().of(source);
        return inUse.terms().stream()
                .filter(term -> next.term(term.code()).isPresent() || !today.isAfter(term, rules.zone()))
                .flatMap(term -> tripped(inUse, next, term, guards))
                .toList();
    }

    private static java.util.stream.Stream<Arrival.Trip> tripped(
            RegistrarList inUse, RegistrarList next, AcademicSession term, Guards guards) {
        return ListChanges.between(inUse, next, term.code()).tripped(guards).stream()
                .map(trip -> new Arrival.Trip(term.code(), trip.department(), trip.guard(), trip.out(), trip.whole()));
    }
}
