package chalkline.server.arrivals;

import chalkline.server.ChalkLineSettings;
import chalkline.server.conventions.ConventionsService;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.time.ZonedDateTime;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Fetches the list when its time has come, in whatever process looks first. */
@Component
class Nightly {
    private final ListSchedules schedules;
    private final Arrivals arrivals;
    private final ConventionsService conventions;
    private final ChalkLineSettings settings;

    Nightly(ListSchedules schedules, Arrivals arrivals, ConventionsService conventions, ChalkLineSettings settings) {
        this.schedules = schedules;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.settings = settings;
    }

    /** To be called again and again. */
    @Transactional
    public void look(SchedulerClient scheduler) {
        ZonedDateTime now = ZonedDateTime.now(conventions.zone());
        boolean due = schedules
                .findById(ListSchedule.REGISTRAR)
                .filter(one -> one.isDue(now))
                .isPresent();
        if (due && settings.registrar().address().isPresent()) {
            schedules.lock(ListSchedule.REGISTRAR).filter(one -> one.isDue(now)).ifPresent(one -> {
                one.done(now);
                fetch(scheduler);
            });
        }
    }

    /** A fetch that is still under way is not begun a second time. */
    private void fetch(SchedulerClient scheduler) {
        if (arrivals.countByStateAndSourceNot(Arrival.State.READING, Arrival.Source.FILE) == 0) {
            Arrival arrival = arrivals.saveAndFlush(
                    new Arrival(Arrival.Source.SCHEDULED, ArrivalService.THE_LIST, ArrivalService.SCHEDULE));
            ReadArrival.schedule(scheduler, arrival);
        }
    }
}
