package chalkline.server.lms;

import chalkline.server.frame.Administrators;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Readers;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.people.PeopleService;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads the LMS in the background when somebody asks for it, and tells how far it is. */
@Service
public class RefreshService {
    static final TaskDescriptor<Work> TASK = TaskDescriptor.of("refresh-held", Work.class);
    private static final Logger LOG = LoggerFactory.getLogger(RefreshService.class);

    /** Which refresh to carry out. */
    record Work(long refresh) {}

    private final HeldRefreshes refreshes;
    private final HeldService held;
    private final Lms lms;
    private final PeopleService people;
    private final SchedulerClient scheduler;

    RefreshService(
            HeldRefreshes refreshes, HeldService held, Lms lms, PeopleService people, SchedulerClient scheduler) {
        this.refreshes = refreshes;
        this.held = held;
        this.lms = lms;
        this.people = people;
        this.scheduler = scheduler;
    }

    /**
     * How a refresh stands.
     *
     * @param everything whether all shells are compared, and not only those that the LMS says have changed
     * @param shells how many were read so far
     * @param changed how many differ from what was seen before
     * @param gone how many are no longer there
     */
    public record View(
            long id,
            boolean everything,
            HeldRefresh.State state,
            String askedBy,
            Instant askedAt,
            int shells,
            int changed,
            int gone,
            @Nullable Instant endedAt,
            String reason) {}

    /** Asks for the LMS to be read; one that is under way already is not asked for twice. */
    @Administrators
    @Transactional
    public View ask(boolean everything) {
        if (!lms.isThere()) {
            throw new Refusal("No LMS is set. Set LMS_URL to its address and start Chalk Line again.");
        }
        return view(refreshes
                .findFirstByOrderByIdDesc()
                .filter(last -> last.state() == HeldRefresh.State.RUNNING
                        && (last.everything() || !everything)
                        && scheduler
                                .getScheduledExecution(TASK.instanceId(Long.toString(last.id())))
                                .isPresent())
                .orElseGet(() -> schedule(new HeldRefresh(everything, SignedIn.login()))));
    }

    private HeldRefresh schedule(HeldRefresh refresh) {
        HeldRefresh kept = refreshes.saveAndFlush(refresh);
        scheduler.scheduleIfNotExists(TASK.instance(Long.toString(kept.id()))
                .data(new Work(kept.id()))
                .scheduledTo(Instant.now()));
        return kept;
    }

    /** Compares everything, as it is done every night. */
    void compare() {
        if (lms.isThere()) {
            run(refreshes.saveAndFlush(new HeldRefresh(true, SignedIn.login())).id());
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
            refresh.done(found);
        } catch (LmsUnavailable e) {
            refresh.failed(e.getMessage());
        } catch (RuntimeException e) {
            LOG.error("The LMS could not be read", e);
            refresh.failed("What the LMS answered could not be read; the log of Chalk Line says more.");
        }
        refreshes.save(refresh);
    }

    /** The last one that was asked for. */
    @Readers
    public View latest() {
        return refreshes
                .findFirstByOrderByIdDesc()
                .map(this::view)
                .orElseThrow(() -> new NotFound("The LMS was never read in the background yet."));
    }

    private View view(HeldRefresh refresh) {
        return new View(
                refresh.id(),
                refresh.everything(),
                refresh.state(),
                people.nameOf(refresh.askedBy()),
                refresh.askedAt(),
                refresh.shells(),
                refresh.changed(),
                refresh.gone(),
                refresh.endedAt().orElse(null),
                refresh.reason());
    }
}
