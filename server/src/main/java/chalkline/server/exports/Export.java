package chalkline.server.exports;

import chalkline.server.proof.ProofKey;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Files that were asked for: sheets of a profile, as it was then, or a bundle. */
@Entity
class Export {
    /** What the files are. */
    enum Form {
        PROFILE,
        ONEROSTER_1_1,
        ONEROSTER_1_2;

        /** Of a bundle. */
        String version() {
            return this == ONEROSTER_1_2 ? "1.2" : "1.1";
        }
    }

    enum State {
        WRITING,
        WRITTEN,
        /** A bundle that somebody said the LMS took. */
        PASSED,
        FAILED,
        /** Its rows were kept long enough. */
        OUTDATED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private @Nullable Long profileId;
    private String name;
    private String yaml;

    @Enumerated(EnumType.STRING)
    private Form form;

    private String term;
    private long arrival;
    private int conventions;
    private int held;
    private @Nullable Long since;
    private boolean differences;

    @Enumerated(EnumType.STRING)
    private State state;

    private String reason;

    // counted by ExportLines, where the rows are

    @Column(insertable = false, updatable = false)
    private int waiting;

    @Column(insertable = false, updatable = false)
    private int passed;

    @Column(insertable = false, updatable = false)
    private int failed;

    @Column(insertable = false, updatable = false)
    private int leftOut;

    @Column(insertable = false, updatable = false)
    private int fresh;

    @Column(insertable = false, updatable = false)
    private int changed;

    @Column(insertable = false, updatable = false)
    private int same;

    @Column(insertable = false, updatable = false)
    private int gone;

    private String askedBy;
    private Instant askedAt;
    private @Nullable Instant endedAt;

    protected Export() {}

    private Export(Form form, String name, String yaml, ProofKey proof, boolean differences, String by, Instant at) {
        this.form = form;
        this.name = name;
        this.yaml = yaml;
        this.term = proof.term();
        this.arrival = proof.arrival();
        this.conventions = proof.conventions();
        this.held = proof.held();
        this.differences = differences;
        this.askedBy = by;
        this.askedAt = at;
        this.state = State.WRITING;
        this.reason = "";
    }

    /** Sheets that are yet to be written. */
    static Export of(KeptProfile profile, ProofKey proof, boolean differences, String by, Instant at) {
        Export export = new Export(Form.PROFILE, profile.name(), profile.yaml(), proof, differences, by, at);
        export.profileId = profile.id();
        return export;
    }

    /** A bundle, which is written whenever it is fetched. */
    static Export bundle(Form form, ProofKey proof, Optional<Export> since, String by, Instant at) {
        Export export = new Export(form, "OneRoster " + form.version(), "", proof, since.isPresent(), by, at);
        export.since = since.map(Export::id).orElse(null);
        export.end(State.WRITTEN, "", at);
        return export;
    }

    void end(State how, String why, Instant at) {
        state = how;
        reason = why;
        endedAt = at;
    }

    long id() {
        return id == null ? 0 : id;
    }

    Optional<Long> profileId() {
        return Optional.ofNullable(profileId);
    }

    String name() {
        return name;
    }

    String yaml() {
        return yaml;
    }

    Form form() {
        return form;
    }

    /** What it says stood, or was to be, then. */
    ProofKey proof() {
        return new ProofKey(term, arrival, conventions, held);
    }

    Optional<Long> since() {
        return Optional.ofNullable(since);
    }

    boolean differences() {
        return differences;
    }

    State state() {
        return state;
    }

    /** How many rows each outcome has. */
    Map<String, Integer> outcomes() {
        return Map.of("WAITING", waiting, "PASSED", passed, "FAILED", failed, "LEFT_OUT", leftOut);
    }

    /** How many of the rows that are written are new, changed, the same and gone. */
    Map<String, Integer> statuses() {
        return Map.of("NEW", fresh, "CHANGED", changed, "SAME", same, "GONE", gone);
    }

    String reason() {
        return reason;
    }

    String askedBy() {
        return askedBy;
    }

    Instant askedAt() {
        return askedAt;
    }

    @Nullable
    Instant endedAt() {
        return endedAt;
    }
}
