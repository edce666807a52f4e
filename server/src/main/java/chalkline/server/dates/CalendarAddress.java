package chalkline.server.dates;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;

/** An address at which a calendar can be subscribed to. A new secret makes the address before it worthless. */
@Entity
class CalendarAddress {
    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "calendar_address_seq")
    @SequenceGenerator(name = "calendar_address_seq", sequenceName = "calendar_address_seq")
    private Long id;

    private String term;

    @Enumerated(EnumType.STRING)
    private CalendarKind kind;

    private String scopeKey;
    private String secretHash;
    private Instant madeAt;
    private String madeBy;

    protected CalendarAddress() {}

    CalendarAddress(String term, CalendarKind kind, String scopeKey) {
        this.term = term;
        this.kind = kind;
        this.scopeKey = scopeKey;
    }

    void renew(String hash, String by, Instant at) {
        secretHash = hash;
        madeAt = at;
        madeBy = by;
    }

    String term() {
        return term;
    }

    CalendarKind kind() {
        return kind;
    }

    String scopeKey() {
        return scopeKey;
    }

    Instant madeAt() {
        return madeAt;
    }

    String madeBy() {
        return madeBy;
    }
}
