package chalkline.server.lms;

import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads the LMS in the background when somebody asks for it, and tells how far it is. */
@Service
class RefreshService {
    private final HeldRefreshes refreshes;
    private final LmsReading lms;
    private final PeopleService people;
    private final Time time;
    private final SchedulerClient scheduler;

    RefreshService(
            HeldRefreshes refreshes, LmsReading lms, PeopleService people, SchedulerClient scheduler, Time time) {
        this.time = time;
        this.refreshes = refreshes;
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
    @MayPartly(Right.BUILD)
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
                                .getScheduledExecution(RefreshHeld.TASK.instanceId(Long.toString(last.id())))
                                .isPresent())
                .orElseGet(() -> schedule(new HeldRefresh(everything, SignedIn.login(), time.now()))));
    }

    private HeldRefresh schedule(HeldRefresh refresh) {
        HeldRefresh kept = refreshes.saveAndFlush(refresh);
        scheduler.scheduleIfNotExists(RefreshHeld.TASK
                .instance(Long.toString(kept.id()))
                .data(new RefreshHeld.Work(kept.id()))
                .scheduledTo(time.now()));
        return kept;
    }

    /** The last one that was asked for. */
    @MayPartly(Right.READ_PROOF)
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
