package chalkline.server.dates;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.springframework.data.domain.Persistable;

/** An entry of a calendar as it was last given out. */
@Entity
class CalendarEvent implements Persistable<String> {
    @Id
    private String uid;

    private String fingerprint;
    private int sequence;
    private Instant changedAt;

    @jakarta.persistence.Transient
    private boolean fresh;

    protected CalendarEvent() {}

    CalendarEvent(String uid, String fingerprint, Instant at) {
        this.uid = uid;
        this.fingerprint = fingerprint;
        this.changedAt = at.truncatedTo(ChronoUnit.SECONDS);
        this.fresh = true;
    }

    /** Whether it was given out with this content. */
    boolean is(String content) {
        return fingerprint.equals(content);
    }

    /** Takes another content, as a newer version; whether it is another one. */
    boolean take(String other, Instant at) {
        if (is(other)) {
            return false;
        }
        fingerprint = other;
        sequence++;
        changedAt = at.truncatedTo(ChronoUnit.SECONDS);
        return true;
    }

    @Override
    public String getId() {
        return uid;
    }

    @Override
    public boolean isNew() {
        return fresh;
    }

    int sequence() {
        return sequence;
    }

    Instant changedAt() {
        return changedAt;
    }
}
