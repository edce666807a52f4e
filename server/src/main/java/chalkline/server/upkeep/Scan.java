package chalkline.server.upkeep;

import chalkline.server.arrivals.ArrivalService;
import chalkline.server.build.BuiltShells;
import chalkline.server.lms.HeldSeen;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Whenever the LMS was read in the background, what drifted in the terms that were built is written down. */
@Component
class Scan {
    private static final Logger LOG = LoggerFactory.getLogger(Scan.class);

    private final Terms terms;
    private final DriftSeen seen;
    private final ArrivalService arrivals;
    private final BuiltShells built;

    Scan(Terms terms, DriftSeen seen, ArrivalService arrivals, BuiltShells built) {
        this.terms = terms;
        this.seen = seen;
        this.arrivals = arrivals;
        this.built = built;
    }

    /** What goes wrong here is no fault of the reading. */
    @EventListener
    void after(HeldSeen read) {
        try {
            write();
        } catch (RuntimeException e) {
            LOG.error("What drifted by version {} of the LMS could not be written down", read.version(), e);
        }
    }

    private void write() {
        arrivals.current()
                .ifPresent(list -> arrivals.list(list).terms().stream()
                        .filter(term -> built.newest(term.code()) > 0)
                        .filter(term -> !arrivals.sections(list, term.code()).isEmpty())
                        .forEach(term -> {
                            Terms.Standing standing = terms.now(term.code());
                            seen.write(standing);
                            LOG.info(
                                    "{}: {} things drifted",
                                    term.code(),
                                    standing.drifts().size());
                        }));
    }
}
