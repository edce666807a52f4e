package chalkline.server.exports;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** An export profile as it is kept. Two who change it at once change it at one version, of which one wins. */
@Entity
@Table(name = "export_profile")
class KeptProfile {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    @Version
    private int version;

    private String name;
    private String yaml;
    private String keptBy;
    private Instant keptAt;

    protected KeptProfile() {}

    static KeptProfile fresh() {
        return new KeptProfile();
    }

    void keep(String name, String yaml, String by, Instant at) {
        this.name = name;
        this.yaml = yaml;
        this.keptBy = by;
        this.keptAt = at;
    }

    long id() {
        return id == null ? 0 : id;
    }

    int version() {
        return version;
    }

    String name() {
        return name;
    }

    String yaml() {
        return yaml;
    }

    String keptBy() {
        return keptBy;
    }

    Instant keptAt() {
        return keptAt;
    }
}
