package chalkline.server.arrivals;

import chalkline.core.arrivals.ListedClass;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.List;

/** A class of an arrival. */
@Entity
@Table(name = "listed_class")
class ListedSection {
    @EmbeddedId
    private RowId rowId;

    private String sourceId;
    private String title;
    private String courseId;
    private String classCode;
    private String location;
    private String sessionIds;
    private String periods;
    private String reference;
    private String delivery;
    private String campus;
    private String crossList;
    private String capacity;
    private String tags;

    protected ListedSection() {}

    ListedSection(RowId rowId, ListedClass listed) {
        this.rowId = rowId;
        this.sourceId = listed.id();
        this.title = listed.title();
        this.courseId = listed.courseId();
        this.classCode = listed.classCode();
        this.location = listed.location();
        this.sessionIds = String.join(",", listed.sessionIds());
        this.periods = listed.periods();
        this.reference = listed.reference();
        this.delivery = listed.delivery();
        this.campus = listed.campus();
        this.crossList = listed.crossList();
        this.capacity = listed.capacity();
        this.tags = listed.tags();
    }

    ListedClass toCore() {
        return new ListedClass(
                sourceId,
                title,
                courseId,
                classCode,
                location,
                List.of(sessionIds.split(",")),
                periods,
                reference,
                delivery,
                campus,
                crossList,
                capacity,
                tags);
    }
}
