package chalkline.server.arrivals;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Person;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.Map;

/** That a person is in a class of an arrival. */
@Entity
@Table(name = "listed_enrollment")
class ListedEnrollment {
    @EmbeddedId
    private RowId rowId;

    private String sourceId;
    private String classId;
    private String userId;
    private String role;

    @Column(name = "is_primary")
    private boolean primary;

    private String begins;
    private String ends;

    protected ListedEnrollment() {}

    ListedEnrollment(RowId rowId, Enrollment enrollment) {
        this.rowId = rowId;
        this.sourceId = enrollment.id();
        this.classId = enrollment.classId();
        this.userId = enrollment.userId();
        this.role = enrollment.role();
        this.primary = enrollment.primary();
        this.begins = enrollment.begins();
        this.ends = enrollment.ends();
    }

    Enrollment toCore(Map<String, Person> people) {
        return new Enrollment(sourceId, classId, people.get(userId), role, primary, begins, ends);
    }
}
