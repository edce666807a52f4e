package chalkline.server.lms;

import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Reads the LMS in the background: what changed, or everything that it holds. */
@Component
class RefreshHeld {
    static final TaskDescriptor<Work> TASK = TaskDescriptor.of("refresh-held", Work.class);
    private static final Logger LOG = LoggerFactory.getLogger(RefreshHeld.class);

    /** Which refresh to carry out. */
    record Work(long refresh) {}

    private final HeldRefreshes refreshes;
    private final HeldService held;
    private final LmsReading lms;
    private final Time time;
    private final ApplicationEventPublisher events;

    RefreshHeld(
            HeldRefreshes refreshes, HeldService held, LmsReading lms, ApplicationEventPublisher events, Time time) {
        this.time = time;
        this.events = events;
        this.refreshes = refreshes;
        this.held = held;
        this.lms = lms;
    }

    /** Compares everything, as it is done every night. */
    void compare() {
        if (lms.isThere()) {
            run(refreshes
                    .saveAndFlush(new HeldRefresh(true, SignedIn.login(), time.now()))
                    .id());
        }
    }

    /** Ends a refresh that could not be carried out for reasons of Chalk Line's own. */
    void giveUp(long id, String reason) {
        HeldRefresh refresh = refreshes.findById(id).orElseThrow();
        if (refresh.state() == HeldRefresh.State.RUNNING) {
            refresh.failed("It was given up after three tries: " + reason, time.now());
            refreshes.save(refresh);
        }
    }

    /** Carries a refresh out; whatever goes wrong is told by it. */
    void run(long id) {
        HeldRefresh refresh = refreshes.findById(id).orElseThrow();
        if (refresh.state() != HeldRefresh.State.RUNNING) {
            return;
        }
        try {
            HeldService.Found found = held.refresh(refresh.everything(), read -> {
                refresh.read(read);
                refreshes.save(refresh);
            });
            // whoever looks at what was read does so before it is told to be done
            events.publishEvent(new HeldSeen(held.current()));
            refresh.done(found, time.now());
        } catch (LmsUnavailable e) {
            refresh.failed(e.getMessage(), time.now());
        } catch (RuntimeException e) {
            LOG.error("The LMS could not be read", e);
            refresh.failed("What the LMS answered could not be read; the log of Chalk Line says more.", time.now());
        }
        refreshes.save(refresh);
    }
}
