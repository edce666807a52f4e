package chalkline.server.arrivals;

import chalkline.core.arrivals.AcademicSession;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Optional;

/** An academic session of an arrival. */
@Entity
@Table(name = "listed_session")
class ListedSession {
    @EmbeddedId
    private RowId rowId;

    private String sourceId;
    private String title;
    private String type;
    private LocalDate firstDay;
    private LocalDate lastDay;
    private String parentId;
    private String code;

    protected ListedSession() {}

    ListedSession(RowId rowId, AcademicSession session) {
        this.rowId = rowId;
        this.sourceId = session.id();
        this.title = session.title();
        this.type = session.type();
        this.firstDay = session.start();
        this.lastDay = session.end().orElse(null);
        this.parentId = session.parentId();
        this.code = session.code();
    }

    AcademicSession toCore() {
        return new AcademicSession(sourceId, title, type, firstDay, Optional.ofNullable(lastDay), parentId, code);
    }
}
