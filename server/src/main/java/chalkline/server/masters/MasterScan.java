package chalkline.server.masters;

import chalkline.server.lms.HeldSeen;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Whenever the LMS was read in the background, what was edited in masters is noted. */
@Component
class MasterScan {
    private static final Logger LOG = LoggerFactory.getLogger(MasterScan.class);

    private final MasterShells shells;

    MasterScan(MasterShells shells) {
        this.shells = shells;
    }

    /** What goes wrong here is no fault of the reading. */
    @EventListener
    void after(HeldSeen read) {
        try {
            shells.read();
        } catch (RuntimeException e) {
            LOG.error("What was edited in masters by version {} of the LMS could not be noted", read.version(), e);
        }
    }
}
