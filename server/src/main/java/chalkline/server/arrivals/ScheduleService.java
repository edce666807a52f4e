package chalkline.server.arrivals;

import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where lists come from, and when each is fetched without anybody asking for it. */
@Service
class ScheduleService {
    private static final LocalTime USUAL = LocalTime.of(3, 0);

    private final ListSchedules schedules;
    private final ConventionsService conventions;
    private final ListSources sources;
    private final Time time;
    private final LedgerService ledger;

    ScheduleService(
            ListSchedules schedules,
            ConventionsService conventions,
            ListSources sources,
            LedgerService ledger,
            Time time) {
        this.time = time;
        this.schedules = schedules;
        this.conventions = conventions;
        this.sources = sources;
        this.ledger = ledger;
    }

    /**
     * A source of lists as a screen shows it.
     *
     * @param addressSet whether its list can be fetched; a file can be dropped for it in any case
     * @param at the time of day, such as {@code 03:00}, by the clocks of {@code zone}
     * @param next when the list is fetched next; null where it is not by itself
     */
    record View(
            String source,
            String name,
            boolean addressSet,
            boolean active,
            String at,
            String zone,
            @Nullable Instant next) {}

    @MayPartly(Right.READ_LISTS)
    public List<View> all() {
        return sources.all().stream().map(this::view).toList();
    }

    private View view(ListSources.ListSource source) {
        return schedules
                .findById(source.key())
                .map(one -> view(source, one))
                .orElseGet(() -> new View(
                        source.key(),
                        source.name(),
                        source.address().isPresent(),
                        false,
                        USUAL.toString(),
                        conventions.zone().getId(),
                        null));
    }

    private View view(ListSources.ListSource source, ListSchedule schedule) {
        ZonedDateTime now = time.now().atZone(conventions.zone());
        return new View(
                source.key(),
                source.name(),
                source.address().isPresent(),
                schedule.active(),
                schedule.atTime().toString(),
                conventions.zone().getId(),
                schedule.active() ? schedule.next(now).toInstant() : null);
    }

    private static Map<String, Object> told(ListSchedule schedule) {
        return Map.of("active", schedule.active(), "at", schedule.atTime().toString());
    }

    @May(Right.CHANGE_CAMPUS)
    @Transactional
    public View set(String key, boolean active, LocalTime at) {
        ListSources.ListSource source = sources.named(key);
        if (active && source.address().isEmpty()) {
            throw new Refusal("Where " + source.name() + " is fetched is not set. Set its address (docs/running.md) and"
                    + " start Chalk Line again.");
        }
        Optional<ListSchedule> there = schedules.lock(key);
        Map<String, Object> before = there.map(ScheduleService::told).orElse(Map.of("active", false));
        ListSchedule schedule = there.orElseGet(() -> new ListSchedule(key));
        schedule.set(active, at, time.now().atZone(conventions.zone()), SignedIn.login());
        ledger.write(
                active ? "schedule set" : "schedule switched off",
                source.name(),
                Map.of(
                        "before",
                        before,
                        "after",
                        told(schedule),
                        "zone",
                        conventions.zone().getId()));
        return view(source, schedules.saveAndFlush(schedule));
    }
}
