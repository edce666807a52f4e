package chalkline.server.nights;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;

/** What somebody chose to go through by itself, and what came of it last. */
@Entity
class ByItself {
    static final int ONLY = 1;
    /** How many shells a night may touch, unless somebody says otherwise. */
    static final int USUAL_MOST = 50;

    @Id
    private int id = ONLY;

    private String kinds = "";

    @Column(name = "most_shells")
    private int most = USUAL_MOST;

    private long lastList;
    private String outcome = "[]";
    private String changedBy = "";
    private Instant changedAt;

    protected ByItself() {}

    static ByItself off() {
        return new ByItself();
    }

    void set(Set<Kind> chosen, int shells, String login, Instant at) {
        kinds = chosen.stream().map(Kind::name).collect(Collectors.joining(","));
        most = shells;
        changedBy = login;
        changedAt = at;
    }

    /** What came of a list. */
    void done(long list, String what) {
        lastList = list;
        outcome = what;
    }

    /** Lists up to this one are nothing that waits to go through. */
    void startAfter(long list) {
        lastList = Math.max(lastList, list);
    }

    Set<Kind> kinds() {
        Set<Kind> chosen = EnumSet.noneOf(Kind.class);
        Arrays.stream(kinds.split(","))
                .filter(name -> !name.isEmpty())
                .map(Kind::valueOf)
                .forEach(chosen::add);
        return chosen;
    }

    int most() {
        return most;
    }

    long lastList() {
        return lastList;
    }

    String outcome() {
        return outcome;
    }
}
