package chalkline.server.arrivals;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZonedDateTime;

/** At what time of day a source's list is fetched by itself. */
@Entity
class ListSchedule {
    @Id
    private String source;

    private boolean active;
    private LocalTime atTime;
    private LocalDate lastDay;
    private String changedBy;
    private Instant changedAt;

    protected ListSchedule() {}

    ListSchedule(String source) {
        this.source = source;
    }

    /** @param now by the campus's clocks; a time that has passed today begins tomorrow */
    void set(boolean isActive, LocalTime at, ZonedDateTime now, String login) {
        active = isActive;
        atTime = at;
        lastDay = at.isAfter(now.toLocalTime()) ? now.toLocalDate().minusDays(1) : now.toLocalDate();
        changedBy = login;
        changedAt = now.toInstant();
    }

    boolean isDue(ZonedDateTime now) {
        return active && lastDay.isBefore(now.toLocalDate()) && !atTime.isAfter(now.toLocalTime());
    }

    /** What is due at a moment is done. */
    void done(ZonedDateTime now) {
        lastDay = now.toLocalDate();
    }

    /** When it is due next; in the night when clocks go forward, a time that is left out is the one an hour later. */
    ZonedDateTime next(ZonedDateTime now) {
        LocalDate day = lastDay.isBefore(now.toLocalDate()) ? now.toLocalDate() : lastDay.plusDays(1);
        return ZonedDateTime.of(day, atTime, now.getZone());
    }

    String source() {
        return source;
    }

    boolean active() {
        return active;
    }

    LocalTime atTime() {
        return atTime;
    }
}
