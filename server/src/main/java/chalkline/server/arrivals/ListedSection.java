package chalkline.server.arrivals;

import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.ListedClass;
import jakarta.persistence.Convert;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.List;
import java.util.Map;

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
    private String sessionIds;

    @Convert(converter = AsJson.OfFacts.class)
    private Map<ClassFact, String> facts;

    protected ListedSection() {}

    ListedSection(RowId rowId, ListedClass listed) {
        this.rowId = rowId;
        this.sourceId = listed.id();
        this.title = listed.title();
        this.courseId = listed.courseId();
        this.classCode = listed.classCode();
        this.sessionIds = String.join(",", listed.sessionIds());
        this.facts = listed.facts();
    }

    ListedClass toCore() {
        return new ListedClass(
                sourceId,
                title,
                courseId,
                classCode,
                sessionIds.isEmpty() ? List.of() : List.of(sessionIds.split(",")),
                facts);
    }
}
