package chalkline.server.build;

import chalkline.server.proof.ProofKey;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/** One carrying out of a proof, or of some of its shells. */
@Entity
class Build {
    /** How far a build is. */
    enum State {
        RUNNING,
        /** The LMS does not answer; it goes on by itself. */
        WAITING,
        DONE,
        /** Ended with failures, which can be tried again. */
        FAILED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String term;
    private long arrivalId;
    private int conventionsVersion;
    private int heldVersion;
    private int shells;

    @Enumerated(EnumType.STRING)
    private State state;

    private Instant startedAt;
    private String startedBy;
    private Instant endedAt;
    private String endAskedBy;

    @Version
    private int version;

    protected Build() {}

    /** The proof that it carries out. */
    ProofKey proof() {
        return new ProofKey(term, arrivalId, conventionsVersion, heldVersion);
    }

    Build(ProofKey proof, int shells, String startedBy) {
        this.term = proof.term();
        this.arrivalId = proof.arrival();
        this.conventionsVersion = proof.conventions();
        this.heldVersion = proof.held();
        this.shells = shells;
        this.startedBy = startedBy;
        this.startedAt = Instant.now().truncatedTo(ChronoUnit.MICROS);
        this.state = State.RUNNING;
    }

    void run() {
        state = State.RUNNING;
        endedAt = null;
    }

    /** Somebody wants it to end before it is through. */
    void askToEnd(String login) {
        endAskedBy = login;
    }

    /** What was left out is done after all. */
    void goOn() {
        endAskedBy = null;
        run();
    }

    Optional<String> endAskedBy() {
        return Optional.ofNullable(endAskedBy);
    }

    void waitForLms() {
        state = State.WAITING;
    }

    void end(boolean failures) {
        state = failures ? State.FAILED : State.DONE;
        endedAt = Instant.now().truncatedTo(ChronoUnit.MICROS);
    }

    boolean isUnderWay() {
        return state == State.RUNNING || state == State.WAITING;
    }

    Long id() {
        return id;
    }

    String term() {
        return term;
    }

    int shells() {
        return shells;
    }

    State state() {
        return state;
    }

    Instant startedAt() {
        return startedAt;
    }

    String startedBy() {
        return startedBy;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    int version() {
        return version;
    }
}
