package chalkline.server.arrivals;

import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.Fault;
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
import java.util.stream.Collectors;

/** One received registrar's list, kept or refused. */
@Entity
class Arrival {
    private static final int FAULTS_KEPT = 1000;

    /** Where it came from. */
    enum Source {
        FETCHED,
        FILE
    }

    /** What became of it. */
    enum State {
        READING,
        KEPT,
        /** The same content as the one before; nothing new was kept. */
        SAME,
        REFUSED
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
    private int sections;
    private int courses;
    private int people;
    private int enrollments;
    private int faultCount;
    private String faults;

    protected Arrival() {}

    Arrival(Source source, String fileName, String receivedBy) {
        this.source = source;
        this.fileName = fileName;
        this.receivedBy = receivedBy;
        this.receivedAt = now();
        this.state = State.READING;
        this.faults = "";
    }

    void keep(RegistrarList list, String hash) {
        state = State.KEPT;
        readAt = now();
        contentHash = hash;
        sections = list.classes().size();
        courses = list.courses().size();
        people = list.people().size();
        enrollments = list.enrollments().size();
    }

    void same(Arrival before) {
        state = State.SAME;
        readAt = now();
        contentHash = before.contentHash;
        sections = before.sections;
        courses = before.courses;
        people = before.people;
        enrollments = before.enrollments;
    }

    void refuse(List<Fault> all) {
        state = State.REFUSED;
        readAt = now();
        faultCount = all.size();
        faults = all.stream()
                .limit(FAULTS_KEPT)
                .map(fault ->
                        String.join("\t", fault.file(), Long.toString(fault.line()), fault.column(), fault.reason()))
                .collect(Collectors.joining("\n"));
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

    int sections() {
        return sections;
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

    int faultCount() {
        return faultCount;
    }

    List<Fault> faults() {
        return faults.lines()
                .map(line -> line.split("\t", 4))
                .map(parts -> new Fault(parts[0], Long.parseLong(parts[1]), parts[2], parts[3]))
                .toList();
    }
}
