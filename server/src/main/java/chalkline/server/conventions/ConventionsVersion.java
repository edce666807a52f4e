package chalkline.server.conventions;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** The conventions as they were kept once. Never changed. */
@Entity
class ConventionsVersion {
    @Id
    private int number;

    private int basedOn;
    private String yaml;
    private Instant keptAt;
    private String keptBy;
    private String note;

    protected ConventionsVersion() {}

    ConventionsVersion(int number, int basedOn, String yaml, String keptBy, String note, Instant at) {
        this.number = number;
        this.basedOn = basedOn;
        this.yaml = yaml;
        this.keptAt = at;
        this.keptBy = keptBy;
        this.note = note;
    }

    int number() {
        return number;
    }

    int basedOn() {
        return basedOn;
    }

    String yaml() {
        return yaml;
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
