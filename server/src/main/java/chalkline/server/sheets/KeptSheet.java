package chalkline.server.sheets;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A sheet of courses that was kept, with all of its rows as they were judged. */
@Entity
class KeptSheet {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long arrivalId;
    private String term;
    private String name;
    private String note;
    private String keptBy;
    private Instant keptAt;
    private int keptRows;
    private String headings;

    @Column(name = "all_rows")
    private String rows;

    protected KeptSheet() {}

    /** @param rows as JSON, as the headings are */
    KeptSheet(
            long arrivalId,
            String term,
            SheetViews.Keep keep,
            String login,
            int keptRows,
            String headings,
            String rows,
            Instant at) {
        this.arrivalId = arrivalId;
        this.term = term;
        this.name = keep.name();
        this.note = keep.note();
        this.keptBy = login;
        this.keptAt = at;
        this.keptRows = keptRows;
        this.headings = headings;
        this.rows = rows;
    }

    long id() {
        return id;
    }

    String term() {
        return term;
    }

    String headings() {
        return headings;
    }

    String rows() {
        return rows;
    }

    SheetViews.About about(String keptByName) {
        return new SheetViews.About(id, name, term, keptByName, keptAt, note, keptRows);
    }

    String keptBy() {
        return keptBy;
    }
}
