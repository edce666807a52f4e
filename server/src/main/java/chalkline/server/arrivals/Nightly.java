package chalkline.server.arrivals;

import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Time;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.time.ZonedDateTime;
import java.util.EnumSet;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Fetches the list when its time has come, in whatever process looks first. */
@Component
class Nightly {
    private static final Set<Arrival.Way> FETCHES = EnumSet.of(Arrival.Way.FETCHED, Arrival.Way.SCHEDULED);

    private final ListSchedules schedules;
    private final Arrivals arrivals;
    private final ConventionsService conventions;
    private final Time time;
    private final ListSources sources;

    Nightly(
            ListSchedules schedules,
            Arrivals arrivals,
            ConventionsService conventions,
            ListSources sources,
            Time time) {
        this.time = time;
        this.schedules = schedules;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.sources = sources;
    }

    /** To be called again and again. */
    @Transactional
    public void look(SchedulerClient scheduler) {
        ZonedDateTime now = time.now().atZone(conventions.zone());
        for (ListSources.ListSource source : sources.all()) {
            boolean due = schedules
                    .findById(source.key())
                    .filter(one -> one.isDue(now))
                    .isPresent();
            if (due && source.address().isPresent()) {
                schedules.lock(source.key()).filter(one -> one.isDue(now)).ifPresent(one -> {
                    one.done(now);
                    fetch(source, scheduler);
                });
            }
        }
    }

    /** A fetch that is still under way is not begun a second time. */
    private void fetch(ListSources.ListSource source, SchedulerClient scheduler) {
        if (arrivals.countByStateAndWayInAndSource(Arrival.State.READING, FETCHES, source.key()) == 0) {
            Arrival arrival = arrivals.saveAndFlush(new Arrival(
                    Arrival.Way.SCHEDULED, source.key(), source.name(), ArrivalService.SCHEDULE, time.now()));
            ReadArrival.schedule(scheduler, arrival, time.now());
        }
    }
}
