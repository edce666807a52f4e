package chalkline.server.lms;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;

/** One time that the LMS was read in the background, with how far it is and what it found. */
@Entity
@Table(name = "held_refresh")
class HeldRefresh {
    enum State {
        RUNNING,
        DONE,
        FAILED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private boolean everything;

    @Enumerated(EnumType.STRING)
    private State state;

    private String askedBy;
    private Instant askedAt;
    private int shells;
    private int changed;
    private int gone;
    private Instant endedAt;
    private String reason;

    protected HeldRefresh() {}

    HeldRefresh(boolean everything, String askedBy, Instant at) {
        this.everything = everything;
        this.askedBy = askedBy;
        this.askedAt = at;
        this.state = State.RUNNING;
        this.reason = "";
    }

    void read(int soFar) {
        shells = soFar;
    }

    void done(HeldService.Found found, Instant at) {
        state = State.DONE;
        shells = found.shells();
        changed = found.changed();
        gone = found.gone();
        endedAt = at;
    }

    void failed(String why, Instant at) {
        state = State.FAILED;
        reason = why;
        endedAt = at;
    }

    Long id() {
        return id;
    }

    boolean everything() {
        return everything;
    }

    State state() {
        return state;
    }

    String askedBy() {
        return askedBy;
    }

    Instant askedAt() {
        return askedAt;
    }

    int shells() {
        return shells;
    }

    int changed() {
        return changed;
    }

    int gone() {
        return gone;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    String reason() {
        return reason;
    }
}
