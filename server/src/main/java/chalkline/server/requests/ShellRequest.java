package chalkline.server.requests;

import chalkline.core.requests.RequestKind;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Something that somebody asked for. Two who decide it at once change it at one version, of which one wins. */
@Entity
class ShellRequest {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Version
    private int version;

    private String term;

    @Enumerated(EnumType.STRING)
    private RequestKind kind;

    @Enumerated(EnumType.STRING)
    private RequestViews.State state;

    private String asker;
    private String person;
    private String wish;
    private String does;
    private Instant askedAt;
    private @Nullable String decidedBy;
    private @Nullable Instant decidedAt;
    private String reason;
    private @Nullable Long buildId;
    private @Nullable Instant endedAt;

    @ElementCollection
    @CollectionTable(name = "request_department", joinColumns = @JoinColumn(name = "request_id"))
    @Column(name = "department")
    private Set<String> departments = new HashSet<>();

    @ElementCollection
    @CollectionTable(name = "request_section", joinColumns = @JoinColumn(name = "request_id"))
    @Column(name = "section")
    private Set<String> sections = new HashSet<>();

    protected ShellRequest() {}

    ShellRequest(Wish asked, String asker, String person, Instant at) {
        this.term = asked.term();
        this.kind = asked.kind();
        this.asker = asker;
        this.person = person;
        this.state = RequestViews.State.ASKED;
        this.askedAt = at;
        this.reason = "";
    }

    /** Says what is asked for, as JSON, and what that touches. */
    void asks(String itsWish, String itsDoes, Set<String> itsDepartments, Set<String> itsSections) {
        wish = itsWish;
        does = itsDoes;
        departments.retainAll(itsDepartments);
        departments.addAll(itsDepartments);
        sections.retainAll(itsSections);
        sections.addAll(itsSections);
    }

    void decide(RequestViews.State decided, String by, String why, Instant at) {
        state = decided;
        decidedBy = by;
        decidedAt = at;
        reason = why;
        if (!decided.isOpen()) {
            endedAt = decidedAt;
        }
    }

    void askBack(String question) {
        state = RequestViews.State.BACK;
        reason = question;
    }

    void answer() {
        state = RequestViews.State.ASKED;
        reason = "";
    }

    void withdraw(Instant at) {
        state = RequestViews.State.WITHDRAWN;
        endedAt = at;
    }

    void build(long build) {
        state = RequestViews.State.BUILDING;
        buildId = build;
    }

    void end(RequestViews.State end, String why, Instant at) {
        state = end;
        reason = why;
        endedAt = at;
    }

    long id() {
        return id;
    }

    int version() {
        return version;
    }

    String term() {
        return term;
    }

    RequestKind kind() {
        return kind;
    }

    RequestViews.State state() {
        return state;
    }

    String asker() {
        return asker;
    }

    /** Who asked, as the list knows that person. */
    String person() {
        return person;
    }

    String wish() {
        return wish;
    }

    String does() {
        return does;
    }

    Instant askedAt() {
        return askedAt;
    }

    Optional<String> decidedBy() {
        return Optional.ofNullable(decidedBy);
    }

    Optional<Instant> decidedAt() {
        return Optional.ofNullable(decidedAt);
    }

    String reason() {
        return reason;
    }

    Optional<Long> build() {
        return Optional.ofNullable(buildId);
    }

    Set<String> departments() {
        return Set.copyOf(departments);
    }

    Set<String> sections() {
        return Set.copyOf(sections);
    }
}
