package chalkline.server.arrivals;

import chalkline.core.arrivals.LeftOut;
import chalkline.core.arrivals.Oddity;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.Fault;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;

/** One received registrar's list, kept or refused. */
@Entity
class Arrival {
    private static final int ODDITIES_KEPT = 200;
    /** Where it came from. */
    enum Source {
        FETCHED,
        /** Fetched by itself, at its time of day. */
        SCHEDULED,
        FILE
    }

    /** What became of it. */
    enum State {
        READING,
        KEPT,
        /** The same content as one that came before; nothing new was kept. */
        SAME,
        REFUSED,
        /** It tripped a guard; nothing computes from it until a person accepts it. */
        HELD,
        /** A person looked at a held list and did not want it. */
        TURNED_AWAY
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Enumerated(EnumType.STRING)
    private Source source;

    private String fileName;

    @Enumerated(EnumType.STRING)
    private State state;

    private Instant receivedAt;
    private String receivedBy;
    private Instant readAt;
    private String contentHash;
    /** What the registrar says it by, to know it again; empty where nothing is said. */
    private String etag = "";

    private String lastModified = "";
    /** The arrival that has the same content. */
    private Long sameAs;

    private int cameIn;
    private int wentOut;
    private int adds;
    private int drops;
    private int sections;
    private int courses;
    private int people;
    private int enrollments;
    private long faultCount;
    private int attempts;

    @Convert(converter = AsJson.OfFaults.class)
    private List<Fault> faults;

    /** Since when it is the list in use, or was; null for one that never was. */
    private Instant inUseSince;

    /** The list that was in use when this one was kept or held. */
    private Long againstId;

    @Convert(converter = AsJson.OfTrips.class)
    private List<Trip> trips;

    @Convert(converter = AsJson.OfOddities.class)
    private List<Oddity> oddities;

    @Convert(converter = AsJson.OfKept.class)
    private List<Kept> leftOut;

    private String decidedBy;
    private Instant decidedAt;
    private String reason;

    /** A guard that the list trips in one term; the department is empty for the whole campus. */
    record Trip(String term, String department, String guard, int out, int whole) {}

    /** A part that was left out of what the list changes, and how many sections are as they were because of it. */
    record Kept(LeftOut part, int sections) {}

    protected Arrival() {}

    Arrival(Source source, String fileName, String receivedBy) {
        this.source = source;
        this.fileName = fileName;
        this.receivedBy = receivedBy;
        this.receivedAt = now();
        this.state = State.READING;
        this.faults = List.of();
        this.trips = List.of();
        this.oddities = List.of();
        this.leftOut = List.of();
        this.reason = "";
    }

    /** @param against the list that was in use until now; null for the first */
    void keep(RegistrarList list, List<Oddity> odd, Long against) {
        read(list, odd);
        state = State.KEPT;
        againstId = against;
        inUseSince = readAt;
    }

    void hold(RegistrarList list, List<Oddity> odd, long against, List<Trip> tripped) {
        read(list, odd);
        state = State.HELD;
        againstId = against;
        trips = List.copyOf(tripped);
    }

    /** A person takes a held list into use, or one that was in use before. */
    void use(String login, String why) {
        state = State.KEPT;
        inUseSince = now();
        decide(login, why);
    }

    /** What it brought against the list before. */
    void brought(DepartmentTally.Sum sum) {
        cameIn = sum.cameIn();
        wentOut = sum.wentOut();
        adds = sum.adds();
        drops = sum.drops();
    }

    void turnAway(String login, String why) {
        state = State.TURNED_AWAY;
        decide(login, why);
    }

    private void decide(String login, String why) {
        decidedBy = login;
        decidedAt = now();
        reason = why;
    }

    private void read(RegistrarList list, List<Oddity> odd) {
        readAt = now();
        oddities = odd.stream().limit(ODDITIES_KEPT).toList();
        sections = list.classes().size();
        courses = list.courses().size();
        people = list.people().size();
        enrollments = list.enrollments().size();
    }

    void same(Arrival before) {
        state = State.SAME;
        sameAs = before.id;
        readAt = now();
        contentHash = before.contentHash;
        sections = before.sections;
        courses = before.courses;
        people = before.people;
        enrollments = before.enrollments;
    }

    void leaveOut(List<Kept> kept) {
        leftOut = List.copyOf(kept);
    }

    List<Kept> leftOut() {
        return leftOut;
    }

    /**
     * What it can be known again by.
     *
     * @param hash of its content; null where it is not to be known again
     */
    void know(String hash, RegistrarHttp.Tags tags) {
        contentHash = hash;
        etag = tags.etag();
        lastModified = tags.lastModified();
    }

    /** @param count how many faults there are, of which some have their places */
    void refuse(List<Fault> kept, long count) {
        state = State.REFUSED;
        readAt = now();
        faultCount = count;
        faults = List.copyOf(kept);
    }

    /** Somebody begins to read it; how often it was begun. */
    int attempt() {
        attempts++;
        return attempts;
    }

    private static Instant now() {
        return Instant.now().truncatedTo(ChronoUnit.MICROS);
    }

    Long id() {
        return id;
    }

    Source source() {
        return source;
    }

    String fileName() {
        return fileName;
    }

    State state() {
        return state;
    }

    Instant receivedAt() {
        return receivedAt;
    }

    Optional<Instant> readAt() {
        return Optional.ofNullable(readAt);
    }

    String receivedBy() {
        return receivedBy;
    }

    String contentHash() {
        return contentHash;
    }

    RegistrarHttp.Tags tags() {
        return new RegistrarHttp.Tags(etag, lastModified);
    }

    Optional<Long> sameAs() {
        return Optional.ofNullable(sameAs);
    }

    Optional<Instant> inUseSince() {
        return Optional.ofNullable(inUseSince);
    }

    int sections() {
        return sections;
    }

    int cameIn() {
        return cameIn;
    }

    int wentOut() {
        return wentOut;
    }

    int adds() {
        return adds;
    }

    int drops() {
        return drops;
    }

    int courses() {
        return courses;
    }

    int people() {
        return people;
    }

    int enrollments() {
        return enrollments;
    }

    long faultCount() {
        return faultCount;
    }

    List<Oddity> oddities() {
        return oddities;
    }

    List<Fault> faults() {
        return faults;
    }

    Optional<Long> againstId() {
        return Optional.ofNullable(againstId);
    }

    List<Trip> trips() {
        return trips;
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
}
