package chalkline.server.templates;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.time.Instant;

/** A template as it was kept once. Never changed. */
@Entity
class TemplateVersion {
    @EmbeddedId
    private Key key;

    private String title;
    private String content;
    private boolean gone;
    private Instant keptAt;
    private String keptBy;
    private String note;

    @Embeddable
    record Key(String templateId, int number) implements Serializable {}

    protected TemplateVersion() {}

    TemplateVersion(Key key, String title, String content, boolean gone, String keptBy, String note, Instant at) {
        this.key = key;
        this.title = title;
        this.content = content;
        this.gone = gone;
        this.keptAt = at;
        this.keptBy = keptBy;
        this.note = note;
    }

    Key key() {
        return key;
    }

    String title() {
        return title;
    }

    /** A {@link TemplateDraft} as JSON. */
    String content() {
        return content;
    }

    /** Whether the template was taken out with this version. */
    boolean isGone() {
        return gone;
    }

    Instant keptAt() {
        return keptAt;
    }

    String keptBy() {
        return keptBy;
    }

    String note() {
        return note;
    }
}
