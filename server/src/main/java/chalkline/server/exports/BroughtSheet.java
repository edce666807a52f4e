package chalkline.server.exports;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A sheet that an LMS gave back for an export, and what it came to. */
@Entity
@Table(name = "result_sheet")
class BroughtSheet {
    enum State {
        READING,
        READ,
        FAILED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long exportId;
    private String name;

    @Enumerated(EnumType.STRING)
    private State state;

    private int passed;
    private int failed;
    private int back;
    private int unknownCount;
    private String unknown;
    private String reason;
    private String broughtBy;
    private Instant broughtAt;
    private @Nullable Instant endedAt;

    protected BroughtSheet() {}

    BroughtSheet(long export, String name, String by, Instant at) {
        this.exportId = export;
        this.name = name;
        this.state = State.READING;
        this.unknown = "[]";
        this.reason = "";
        this.broughtBy = by;
        this.broughtAt = at;
    }

    /**
     * It is worked in.
     *
     * @param lines the first of the lines that mean no row, as JSON
     * @param shells how many shells are from then on not what builds left of them
     */
    void cameTo(ResultLines.Came came, String lines, int shells, Instant at) {
        end(State.READ, "", at);
        passed = came.passed();
        failed = came.failed();
        unknownCount = came.unknownCount();
        unknown = lines;
        back = shells;
    }

    void giveUp(String why, Instant at) {
        end(State.FAILED, why, at);
    }

    private void end(State how, String why, Instant at) {
        state = how;
        reason = why;
        endedAt = at;
    }

    long id() {
        return id == null ? 0 : id;
    }

    long exportId() {
        return exportId;
    }

    String name() {
        return name;
    }

    State state() {
        return state;
    }

    int passed() {
        return passed;
    }

    int failed() {
        return failed;
    }

    int back() {
        return back;
    }

    int unknownCount() {
        return unknownCount;
    }

    String unknown() {
        return unknown;
    }

    String reason() {
        return reason;
    }

    String broughtBy() {
        return broughtBy;
    }

    Instant broughtAt() {
        return broughtAt;
    }
}
