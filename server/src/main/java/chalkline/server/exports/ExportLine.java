package chalkline.server.exports;

import chalkline.core.exports.ExportStatus;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;

/** A row of an export, and what came of it. */
@Entity
@Table(name = "export_row")
class ExportLine {
    /** What came of a row. */
    enum Outcome {
        /** Nobody knows yet. */
        WAITING,
        PASSED,
        FAILED,
        /** The profile cannot hold it, so it was never written. */
        LEFT_OUT
    }

    @EmbeddedId
    private At at;

    private String rowHash;
    private String rowKey;
    private String shellKey;
    private String part;
    private String file;
    private String cells;
    private String matchHash;

    @Enumerated(EnumType.STRING)
    private ExportStatus status;

    @Enumerated(EnumType.STRING)
    private Outcome outcome;

    private String reason;

    /** Which row of which export, counted from 0. */
    @Embeddable
    record At(long exportId, int n) {}

    protected ExportLine() {}

    ExportLine(
            At at,
            String rowHash,
            String rowKey,
            String shellKey,
            String part,
            String file,
            String cells,
            String matchHash,
            Outcome outcome,
            String reason) {
        this.at = at;
        this.rowHash = rowHash;
        this.rowKey = rowKey;
        this.shellKey = shellKey;
        this.part = part;
        this.file = file;
        this.cells = cells;
        this.matchHash = matchHash;
        this.status = ExportStatus.NEW;
        this.outcome = outcome;
        this.reason = reason;
    }

    int n() {
        return at.n();
    }

    String rowKey() {
        return rowKey;
    }

    String shellKey() {
        return shellKey;
    }

    String part() {
        return part;
    }

    String file() {
        return file;
    }

    /** As a list in JSON. */
    String cells() {
        return cells;
    }

    ExportStatus status() {
        return status;
    }

    Outcome outcome() {
        return outcome;
    }

    String reason() {
        return reason;
    }
}
