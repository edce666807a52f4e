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
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** One received registrar's list, kept or refused. */
@Entity
class Arrival {
    private static final int ODDITIES_KEPT = 200;
    /** Where it came from. */
    enum Way {
        FETCHED,
        /** Fetched by itself, at its time of day. */
        SCHEDULED,
        FILE,
        /** Sections of our own, by a sheet or by hand. */
        SHEET,
        /** One that came before, taken into use again beside what other sources say now. */
        AGAIN
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
    private Way way;

    /** Whose sections it lists: a registrar's, or our own. */
    private String source;

    /** The arrival whose rows each source is read from while this one is in use; empty before it was read. */
    @Convert(converter = AsJson.OfParts.class)
    private Map<String, Long> parts;

    /** Of own sections: the class of a registrar's list that one is the same as, by the own section's id. */
    @Convert(converter = AsJson.OfMerged.class)
    private Map<String, String> merged;

    private String fileName;

    @Enumerated(EnumType.STRING)
    private State state;

    private Instant receivedAt;
    private boolean outdated;
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

    /** @param source whose sections it lists */
    Arrival(Way way, String source, String fileName, String receivedBy, Instant at) {
        this.way = way;
        this.source = source;
        this.parts = Map.of();
        this.merged = Map.of();
        this.fileName = fileName;
        this.receivedBy = receivedBy;
        this.receivedAt = at;
        this.state = State.READING;
        this.faults = List.of();
        this.trips = List.of();
        this.oddities = List.of();
        this.leftOut = List.of();
        this.reason = "";
    }

    /** One that came before, beside what other sources say now. */
    Arrival(Arrival before, Map<String, Long> with, String login, Instant at) {
        this(Way.AGAIN, before.source, before.fileName, login, at);
        counts(before);
        readAt = at;
        parts = Map.copyOf(with);
        merged = before.merged;
        oddities = before.oddities;
    }

    /**
     * @param against the list that was in use until now; null for the first
     * @param with the arrival of each source that is read together with it
     */
    void keep(RegistrarList list, List<Oddity> odd, Long against, Map<String, Long> with, Instant at) {
        read(list, odd, at);
        parts = Map.copyOf(with);
        state = State.KEPT;
        againstId = against;
        inUseSince = readAt;
    }

    void hold(
            RegistrarList list,
            List<Oddity> odd,
            long against,
            Map<String, Long> with,
            List<Trip> tripped,
            Instant at) {
        read(list, odd, at);
        parts = Map.copyOf(with);
        state = State.HELD;
        againstId = against;
        trips = List.copyOf(tripped);
    }

    /** A person takes a held list into use, or one that was in use before. */
    void use(String login, String why, Instant at) {
        state = State.KEPT;
        inUseSince = at;
        decide(login, why, at);
    }

    /** What it brought against the list before. */
    void brought(DepartmentTally.Sum sum) {
        cameIn = sum.cameIn();
        wentOut = sum.wentOut();
        adds = sum.adds();
        drops = sum.drops();
    }

    void turnAway(String login, String why, Instant at) {
        state = State.TURNED_AWAY;
        decide(login, why, at);
    }

    private void decide(String login, String why, Instant at) {
        decidedBy = login;
        decidedAt = at;
        reason = why;
    }

    private void read(RegistrarList list, List<Oddity> odd, Instant at) {
        readAt = at;
        oddities = odd.stream().limit(ODDITIES_KEPT).toList();
        sections = list.classes().size();
        courses = list.courses().size();
        people = list.people().size();
        enrollments = list.enrollments().size();
    }

    void same(Arrival before, Instant at) {
        state = State.SAME;
        sameAs = before.id;
        readAt = at;
        contentHash = before.contentHash;
        counts(before);
    }

    private void counts(Arrival before) {
        sections = before.sections;
        courses = before.courses;
        people = before.people;
        enrollments = before.enrollments;
    }

    void merge(Map<String, String> listedByOwn) {
        merged = Map.copyOf(listedByOwn);
    }

    Map<String, String> merged() {
        return merged;
    }

    /** The arrival whose rows each source is read from while this one is in use. */
    Map<String, Long> parts() {
        return parts.isEmpty() ? Map.of(source, id) : parts;
    }

    /** The arrival that has the rows of a source; empty where that source said nothing yet. */
    Optional<Long> rowsOf(String of) {
        return Optional.ofNullable(parts().get(of));
    }

    /** As what it is while it is in use, with one source's rows replaced. */
    Map<String, Long> partsWith(String of, long rows) {
        Map<String, Long> with = new TreeMap<>(parts());
        with.put(of, rows);
        return with;
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
    void refuse(List<Fault> kept, long count, Instant at) {
        state = State.REFUSED;
        readAt = at;
        faultCount = count;
        faults = List.copyOf(kept);
    }

    /** Somebody begins to read it; how often it was begun. */
    int attempt() {
        attempts++;
        return attempts;
    }

    int attempts() {
        return attempts;
    }

    Long id() {
        return id;
    }

    Way way() {
        return way;
    }

    String source() {
        return source;
    }

    String fileName() {
        return fileName;
    }

    State state() {
        return state;
    }

    /** Whether its rows were taken out, after they had been kept long enough. */
    boolean isOutdated() {
        return outdated;
    }

    void outdate() {
        outdated = true;
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
