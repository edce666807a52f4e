package chalkline.server.arrivals;

import chalkline.core.arrivals.Course;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;

/** A course of an arrival. */
@Entity
@Table(name = "listed_course")
class ListedCourse {
    @EmbeddedId
    private RowId rowId;

    private String sourceId;
    private String title;
    private String courseCode;
    private String orgId;
    private String credits;

    protected ListedCourse() {}

    ListedCourse(RowId rowId, Course course) {
        this.rowId = rowId;
        this.sourceId = course.id();
        this.title = course.title();
        this.courseCode = course.courseCode();
        this.orgId = course.orgId();
        this.credits = course.credits();
    }

    Course toCore() {
        return new Course(sourceId, title, courseCode, orgId, credits);
    }
}
