package chalkline.server.arrivals;

import chalkline.server.mail.MailQueue;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Tells by mail of a list that came by itself and was not taken: once, since the same list comes again as the same. */
@Component
class NightMail {
    private static final int SHOWN = 12;
    private static final Map<String, String> GUARDS =
            Map.of("sectionsOut", "sections", "instructorsOut", "instructors", "drops", "students");

    private final MailQueue mail;

    NightMail(MailQueue mail) {
        this.mail = mail;
    }

    /**
     * To be called in the transaction that ends the reading of a list.
     *
     * @param before what came of the same source's list before; what was refused for the same reasons is not told anew
     */
    void tell(Arrival arrival, Optional<Arrival> before) {
        boolean toldBefore = before.filter(one -> one.way() == Arrival.Way.SCHEDULED
                        && one.state() == Arrival.State.REFUSED
                        && arrival.state() == Arrival.State.REFUSED
                        && one.faults().equals(arrival.faults()))
                .isPresent();
        boolean byItself = arrival.way() == Arrival.Way.SCHEDULED && !toldBefore;
        if (byItself && arrival.state() == Arrival.State.HELD) {
            tell(arrival, "The registrar's list is held", held(arrival));
        } else if (byItself && arrival.state() == Arrival.State.REFUSED) {
            tell(arrival, "The registrar's list was refused", refused(arrival));
        }
    }

    private void tell(Arrival arrival, String subject, List<String> paragraphs) {
        mail.tell("arrival-" + arrival.id(), subject, paragraphs, "/-/arrivals?id=" + arrival.id());
    }

    private static List<String> held(Arrival arrival) {
        List<String> paragraphs = new ArrayList<>();
        paragraphs.add("The list that came by itself has " + arrival.sections()
                + " sections, and compared with the list in use too much is gone. Nothing computes from it until somebody has"
                + " seen its numbers and decided.");
        arrival.trips().stream()
                .limit(SHOWN)
                .map(trip -> trip.out() + " of " + trip.whole() + " "
                        + GUARDS.getOrDefault(trip.guard(), trip.guard()) + " of "
                        + (trip.department().isEmpty() ? "the whole campus" : trip.department()) + " are gone in "
                        + trip.term() + ".")
                .forEach(paragraphs::add);
        more(arrival.trips().size(), paragraphs);
        return paragraphs;
    }

    private static List<String> refused(Arrival arrival) {
        List<String> paragraphs = new ArrayList<>();
        paragraphs.add("The list that came by itself has faults (" + arrival.faultCount()
                + "). Nothing of it was kept; the list before holds as it was.");
        arrival.faults().stream().limit(SHOWN).map(Object::toString).forEach(paragraphs::add);
        more(arrival.faults().size(), paragraphs);
        return paragraphs;
    }

    private static void more(int all, List<String> paragraphs) {
        if (all > SHOWN) {
            paragraphs.add("And " + (all - SHOWN) + " more.");
        }
    }
}
