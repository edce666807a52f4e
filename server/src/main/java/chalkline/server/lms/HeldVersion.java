package chalkline.server.lms;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** One look at the LMS that found something new. */
@Entity
class HeldVersion {
    @Id
    private int number;

    private long lmsMark;
    private Instant seenAt;
    private boolean outdated;

    protected HeldVersion() {}

    HeldVersion(int number, long lmsMark, Instant at) {
        this.number = number;
        this.lmsMark = lmsMark;
        this.seenAt = at;
    }

    /** Whether it can no longer be told whole. */
    boolean isOutdated() {
        return outdated;
    }

    int number() {
        return number;
    }

    long lmsMark() {
        return lmsMark;
    }

    Instant seenAt() {
        return seenAt;
    }
}
