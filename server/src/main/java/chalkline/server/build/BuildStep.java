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
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** One thing that a build asks of the LMS for one shell, with what came of it. */
@Entity
class BuildStep {
    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "build_step_seq")
    @SequenceGenerator(name = "build_step_seq", sequenceName = "build_step_seq", allocationSize = 1000)
    private Long id;

    private long buildId;
    private int ordinal;
    private long lot;
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
    private Long mark;
    private Boolean made;
    private String undoneBy;
    private String idempotencyKey;
    private Instant settledAt;

    protected BuildStep() {}

    /** @param callKey the key of the call that it is sent in, made once and the same at every try */
    BuildStep(
            long buildId,
            long lot,
            int ordinal,
            PlannedStep planned,
            @Nullable String payload,
            String callKey,
            Instant at) {
        this.buildId = buildId;
        this.lot = lot;
        this.ordinal = ordinal;
        this.shellKey = planned.shellKey();
        this.shellCode = planned.shellCode();
        this.department = planned.department();
        this.verb = planned.verb();
        this.message = planned.message();
        this.payload = payload;
        this.state = planned.state();
        this.refused = planned.refused();
        this.reason = planned.reason();
        this.job = planned.job();
        // a copy that goes on from an earlier build has its time from now on
        this.settledAt = planned.job() == null ? null : at;
        this.idempotencyKey = callKey;
    }

    String callKey() {
        return idempotencyKey;
    }

    void settle(Lms.Answer answer, Instant at) {
        attempts++;
        settledAt = at;
        job = answer.job();
        mark = answer.mark();
        made = answer.made();
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

    void copied(@Nullable Long newMark, Instant at) {
        state = StepState.DONE;
        mark = newMark;
        settledAt = at;
    }

    /** A copy that came to nothing is made anew when it is tried again. */
    void lost(String why, String words, Instant at) {
        fail(why, words, at);
        job = null;
    }

    void fail(String why, String words, Instant at) {
        state = StepState.FAILED;
        refused = why;
        reason = words;
        settledAt = at;
    }

    void holdBack(String words) {
        state = StepState.HELD_BACK;
        reason = words;
    }

    /** What a taking back found touched is left as it is. */
    void keep() {
        state = StepState.KEPT;
    }

    /** What it changed in truth, so that it can be taken back. */
    void undoBy(String json) {
        undoneBy = json;
    }

    /** Whether it was sent so long ago. */
    boolean hasLasted(Duration most, Instant now) {
        return settledAt != null && settledAt.plus(most).isBefore(now);
    }

    Long id() {
        return id;
    }

    long buildId() {
        return buildId;
    }

    long lot() {
        return lot;
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

    Optional<String> payload() {
        return Optional.ofNullable(payload);
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

    Optional<Long> mark() {
        return Optional.ofNullable(mark);
    }

    boolean made() {
        return Boolean.TRUE.equals(made);
    }

    Optional<String> undo() {
        return Optional.ofNullable(undoneBy);
    }

    Optional<Instant> settledAt() {
        return Optional.ofNullable(settledAt);
    }
}
