package chalkline.server.arrivals;

import chalkline.server.ChalkLineSettings;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Administrators;
import chalkline.server.frame.Readers;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.ledger.LedgerService;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** When the registrar's list is fetched without anybody asking for it. */
@Service
class ScheduleService {
    private static final LocalTime USUAL = LocalTime.of(3, 0);

    private final ListSchedules schedules;
    private final ConventionsService conventions;
    private final ChalkLineSettings settings;
    private final LedgerService ledger;

    ScheduleService(
            ListSchedules schedules, ConventionsService conventions, ChalkLineSettings settings, LedgerService ledger) {
        this.schedules = schedules;
        this.conventions = conventions;
        this.settings = settings;
        this.ledger = ledger;
    }

    /**
     * The schedule as a screen shows it.
     *
     * @param at the time of day, such as {@code 03:00}, by the clocks of {@code zone}
     * @param next when the list is fetched next; null where it is not by itself
     */
    record View(
            boolean active,
            String at,
            String zone,
            @Nullable Instant next) {}

    @Readers
    public View view() {
        return schedules
                .findById(ListSchedule.REGISTRAR)
                .map(this::view)
                .orElseGet(() ->
                        new View(false, USUAL.toString(), conventions.zone().getId(), null));
    }

    private View view(ListSchedule schedule) {
        ZonedDateTime now = ZonedDateTime.now(conventions.zone());
        return new View(
                schedule.active(),
                schedule.atTime().toString(),
                conventions.zone().getId(),
                schedule.active() ? schedule.next(now).toInstant() : null);
    }

    @Administrators
    @Transactional
    public View set(boolean active, LocalTime at) {
        if (active && settings.registrar().address().isEmpty()) {
            throw new Refusal("The registrar's address is not set. Set REGISTRAR_URL to where the list is fetched and"
                    + " start Chalk Line again.");
        }
        ListSchedule schedule =
                schedules.lock(ListSchedule.REGISTRAR).orElseGet(() -> new ListSchedule(ListSchedule.REGISTRAR));
        schedule.set(active, at, ZonedDateTime.now(conventions.zone()), SignedIn.login());
        ledger.write(
                active ? "schedule set" : "schedule switched off",
                "the registrar's list",
                Map.of("at", at.toString(), "zone", conventions.zone().getId()));
        return view(schedules.saveAndFlush(schedule));
    }
}
