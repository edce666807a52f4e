package chalkline.server.outlines;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Version;
import java.io.Serializable;
import java.time.Instant;

/** The content of one shell to be built, as a person looked at it and kept it. */
@Entity
class ShellStart {
    @EmbeddedId
    private Key key;

    private String fromKey;
    private String content;
    private Instant keptAt;
    private String keptBy;

    @Version
    private int version;

    @Embeddable
    record Key(String term, String shellKey) implements Serializable {}

    protected ShellStart() {}

    ShellStart(Key key) {
        this.key = key;
    }

    void keep(String fromKey, String content, String keptBy, Instant at) {
        this.fromKey = fromKey;
        this.content = content;
        this.keptBy = keptBy;
        this.keptAt = at;
    }

    Key key() {
        return key;
    }

    /** How often it was kept. */
    int revision() {
        return version + 1;
    }

    /** The earlier shell that it was carried forward from. */
    String fromKey() {
        return fromKey;
    }

    /** Units as JSON. */
    String content() {
        return content;
    }

    Instant keptAt() {
        return keptAt;
    }

    String keptBy() {
        return keptBy;
    }
}
