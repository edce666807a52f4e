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
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** One carrying out of a proof, or of some of its shells; or the taking back of one. */
@Entity
class Build {
    /** How far a build is. */
    enum State {
        /** It begins at its time. */
        PLANNED,
        /** Its steps are being written down. */
        PLANNING,
        RUNNING,
        /** The LMS does not answer; it goes on by itself. */
        WAITING,
        /** Until somebody lets it go on. */
        PAUSED,
        /** What is in flight is waited for, nothing more is begun. */
        ENDING,
        DONE,
        /** Ended with failures, or before it was through. */
        FAILED
    }

    enum Kind {
        BUILD,
        TAKE_BACK,
        /** Shells of a term that is over are archived, or are as they were again, or go for good. */
        PUT_AWAY,
        /** What was edited in a master is taken into shells that started from it and that nobody worked in. */
        FILL_AGAIN
    }

    /** Why a build pauses by itself. */
    static final String AFTER_TRIAL = "trial";

    static final String TO_LOOK = "look";

    private static final Set<State> UNDER_WAY =
            EnumSet.of(State.PLANNING, State.RUNNING, State.WAITING, State.PAUSED, State.ENDING);

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

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private Long undoes;
    private Long follows;
    private String wanted;
    private String templates;
    private int phase;
    private int planned;
    private int trial;
    private Instant startsAt;
    private String pausedBy;
    private String reason;
    private Instant startedAt;
    private String startedBy;
    private Instant endedAt;
    private String endAskedBy;

    @Version
    private int version;

    protected Build() {}

    private Build(ProofKey proof, Kind kind, String wanted, String startedBy, Instant at) {
        prove(proof);
        this.term = proof.term();
        this.kind = kind;
        this.wanted = wanted;
        this.templates = "{}";
        this.reason = "";
        this.startedBy = startedBy;
        this.startedAt = at;
        this.state = State.PLANNING;
    }

    /** @param wanted a {@link Wanted} as JSON */
    static Build of(ProofKey proof, String wanted, String startedBy, Instant at) {
        return new Build(proof, Kind.BUILD, wanted, startedBy, at);
    }

    /** What puts shells away. */
    static Build away(ProofKey now, String wanted, String startedBy, Instant at) {
        return new Build(now, Kind.PUT_AWAY, wanted, startedBy, at);
    }

    /** What fills standing shells once more. */
    static Build fillingAgain(ProofKey now, String wanted, String startedBy, Instant at) {
        return new Build(now, Kind.FILL_AGAIN, wanted, startedBy, at);
    }

    /** What is left of another build, planned anew. */
    static Build after(Build other, String wanted, String startedBy, Instant at) {
        Build build = new Build(other.proof(), other.kind, wanted, startedBy, at);
        build.follows = other.id;
        build.undoes = other.undoes;
        return build;
    }

    /** What takes another build back. */
    static Build undoing(Build other, String wanted, String startedBy, Instant at) {
        Build build = new Build(other.proof(), Kind.TAKE_BACK, wanted, startedBy, at);
        build.undoes = other.id;
        return build;
    }

    /** The proof that it carries out. */
    ProofKey proof() {
        return new ProofKey(term, arrivalId, conventionsVersion, heldVersion);
    }

    /** The proof that it carries out, as it is when it is planned. */
    final void prove(ProofKey proof) {
        arrivalId = proof.arrival();
        conventionsVersion = proof.conventions();
        heldVersion = proof.held();
    }

    /** @param few how many shells are carried out before it pauses */
    void tryFirst(int few) {
        trial = few;
    }

    void startAt(Instant when) {
        startsAt = when.truncatedTo(ChronoUnit.MICROS);
        state = State.PLANNED;
    }

    void plan(String templates) {
        this.templates = templates;
        this.shells = 0;
        this.planned = 0;
        this.state = State.PLANNING;
    }

    void planned(int soFar) {
        planned = soFar;
    }

    /** All of its steps are written down. */
    void begin(Phase first, int shells) {
        this.shells = shells;
        this.planned = shells;
        if (state != State.ENDING) {
            this.phase = first.number();
            this.state = State.RUNNING;
        }
    }

    void enter(Phase next) {
        phase = next.number();
    }

    void pause(String by) {
        state = State.PAUSED;
        pausedBy = by;
    }

    void goOn() {
        state = State.RUNNING;
        pausedBy = null;
        reason = "";
    }

    void waitForLms(String why) {
        state = State.WAITING;
        reason = why;
    }

    /** Somebody, or what it met, wants it to end before it is through. */
    void endSoon(@Nullable String login, String why) {
        state = State.ENDING;
        endAskedBy = login;
        reason = why;
    }

    private void end(boolean failures, Instant at) {
        state = failures ? State.FAILED : State.DONE;
        endedAt = at;
    }

    void end(boolean failures, String why, Instant at) {
        reason = why;
        end(failures, at);
    }

    boolean isUnderWay() {
        return UNDER_WAY.contains(state);
    }

    Long id() {
        return id;
    }

    String term() {
        return term;
    }

    Kind kind() {
        return kind;
    }

    Optional<Long> undoes() {
        return Optional.ofNullable(undoes);
    }

    Optional<Long> follows() {
        return Optional.ofNullable(follows);
    }

    String wanted() {
        return wanted;
    }

    String templates() {
        return templates;
    }

    Phase phase() {
        return Phase.of(phase);
    }

    int planned() {
        return planned;
    }

    int trial() {
        return trial;
    }

    Optional<Instant> startsAt() {
        return Optional.ofNullable(startsAt);
    }

    Optional<String> pausedBy() {
        return Optional.ofNullable(pausedBy);
    }

    String reason() {
        return reason;
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

    Optional<String> endAskedBy() {
        return Optional.ofNullable(endAskedBy);
    }
}
