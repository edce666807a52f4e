package chalkline.server.lms;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;

/** A shell as it was seen in the LMS at one version. */
@Entity
@Table(name = "held_shell")
class HeldRow {
    @EmbeddedId
    private Seen seen;

    private String content;
    private boolean gone;

    /** Which shell, by the LMS's own number, at which version. */
    @Embeddable
    record Seen(long shellId, int version) {}

    protected HeldRow() {}

    HeldRow(long shellId, int version, String content) {
        this.seen = new Seen(shellId, version);
        this.content = content;
    }

    /** That a shell is no longer there, with what was seen of it last. */
    static HeldRow gone(long shellId, int version, String content) {
        HeldRow row = new HeldRow(shellId, version, content);
        row.gone = true;
        return row;
    }

    int version() {
        return seen.version();
    }

    long shellId() {
        return seen.shellId();
    }

    boolean isGone() {
        return gone;
    }

    String content() {
        return content;
    }
}
