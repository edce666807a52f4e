package chalkline.server.build;

import chalkline.server.lms.Lms;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/** One thing that a build asks of the LMS, frozen when the build was started, with what came of it. */
@Entity
class BuildStep {
    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "build_step_seq")
    @SequenceGenerator(name = "build_step_seq", sequenceName = "build_step_seq", allocationSize = 1000)
    private Long id;

    private long buildId;
    private int ordinal;
    private String shellKey;
    private String shellCode;
    private String department;

    @Enumerated(EnumType.STRING)
    private Verb verb;

    private String message;
    private String payload;

    @Enumerated(EnumType.STRING)
    private StepState state;

    private int attempts;
    private String refused;
    private String reason;
    private Long job;
    private String idempotencyKey;
    private Instant settledAt;

    protected BuildStep() {}

    BuildStep(long buildId, int ordinal, PlannedStep planned, String payload) {
        this.buildId = buildId;
        this.ordinal = ordinal;
        this.shellKey = planned.shellKey();
        this.shellCode = planned.shellCode();
        this.department = planned.department();
        this.verb = planned.verb();
        this.message = planned.message();
        this.payload = payload;
        this.state = StepState.WAITS;
        this.refused = "";
        this.reason = "";
    }

    /** Under which key it is sent, made once for the steps that go together in a call; empty before it was ever sent. */
    Optional<String> idempotencyKey() {
        return Optional.ofNullable(idempotencyKey);
    }

    void sendUnder(String key) {
        idempotencyKey = key;
    }

    void settle(Lms.Answer answer) {
        attempts++;
        idempotencyKey = null;
        settledAt = Instant.now().truncatedTo(ChronoUnit.MICROS);
        job = answer.job();
        if (!answer.done()) {
            state = StepState.FAILED;
            refused = answer.refused() == null ? "refused" : answer.refused();
            reason = answer.message() == null ? "The LMS gave no reason." : answer.message();
        } else {
            state = job == null ? StepState.DONE : StepState.UNDER_WAY;
            refused = "";
            reason = "";
        }
    }

    void copied() {
        state = StepState.DONE;
        settledAt = Instant.now().truncatedTo(ChronoUnit.MICROS);
    }

    /** A copy of which nothing is known any more has failed, and is made anew when it is tried again; its shell. */
    String lost(String why, String words) {
        state = StepState.FAILED;
        refused = why;
        reason = words;
        job = null;
        settledAt = Instant.now().truncatedTo(ChronoUnit.MICROS);
        return shellKey;
    }

    /** Whether it was sent so long ago. */
    boolean hasLasted(Duration most) {
        return settledAt != null && settledAt.plus(most).isBefore(Instant.now());
    }

    Long id() {
        return id;
    }

    int ordinal() {
        return ordinal;
    }

    String shellKey() {
        return shellKey;
    }

    String shellCode() {
        return shellCode;
    }

    String department() {
        return department;
    }

    Verb verb() {
        return verb;
    }

    String message() {
        return message;
    }

    String payload() {
        return payload;
    }

    StepState state() {
        return state;
    }

    int attempts() {
        return attempts;
    }

    String refused() {
        return refused;
    }

    String reason() {
        return reason;
    }

    Optional<Long> job() {
        return Optional.ofNullable(job);
    }

    Optional<Instant> settledAt() {
        return Optional.ofNullable(settledAt);
    }
}
