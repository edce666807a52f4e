package chalkline.server.lms;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import org.jspecify.annotations.Nullable;

/** A shell that an LMS which only takes uploads is taken to hold. */
@Entity
class FileShell {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String shellKey;
    private String content;
    private String members;
    private boolean gone;
    private long mark;

    protected FileShell() {}

    FileShell(String shellKey) {
        this.shellKey = shellKey;
        this.content = "";
        this.members = "[]";
    }

    long id() {
        return id == null ? 0 : id;
    }

    String shellKey() {
        return shellKey;
    }

    String content() {
        return content;
    }

    String members() {
        return members;
    }

    boolean isGone() {
        return gone;
    }

    boolean isNew() {
        return id == null;
    }

    void is(String key, String content, String members, boolean gone, long mark) {
        this.shellKey = key;
        this.content = content;
        this.members = members;
        this.gone = gone;
        this.mark = mark;
    }
}
