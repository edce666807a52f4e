package chalkline.server.arrivals;

import chalkline.core.arrivals.LeftOut;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A part of what lists change that somebody left out, until somebody lifts it. */
@Entity
@Table(name = "left_out")
class LeftOutPart {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Enumerated(EnumType.STRING)
    private LeftOut.Kind kind;

    private String term;
    private String department;
    private String reason;
    private String madeBy;
    private Instant madeAt;
    private String liftedBy;
    private Instant liftedAt;

    protected LeftOutPart() {}

    LeftOutPart(LeftOut part, String reason, String login, Instant at) {
        this.kind = part.kind();
        this.term = part.term();
        this.department = part.department();
        this.reason = reason;
        this.madeBy = login;
        this.madeAt = at;
    }

    void lift(String login, Instant at) {
        liftedBy = login;
        liftedAt = at;
    }

    boolean isLifted() {
        return liftedAt != null;
    }

    LeftOut part() {
        return new LeftOut(kind, term, department);
    }

    Long id() {
        return id;
    }

    String reason() {
        return reason;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}
