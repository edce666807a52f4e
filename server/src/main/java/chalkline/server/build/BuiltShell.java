package chalkline.server.build;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A shell as a build left it, as far as the LMS took what the build sent. */
@Entity
class BuiltShell {
    @EmbeddedId
    private By by;

    private String term;
    private String content;

    /** Which shell, by its key, by which build. */
    @Embeddable
    record By(String shellKey, long buildId) {}

    protected BuiltShell() {}

    /** @param content a {@link chalkline.server.lms.Lms.StandingShell} as JSON; null where the shell has another key since */
    BuiltShell(String shellKey, long buildId, String term, @Nullable String content) {
        this.by = new By(shellKey, buildId);
        this.term = term;
        this.content = content;
    }

    String key() {
        return by.shellKey();
    }

    long build() {
        return by.buildId();
    }

    String term() {
        return term;
    }

    Optional<String> content() {
        return Optional.ofNullable(content);
    }
}
