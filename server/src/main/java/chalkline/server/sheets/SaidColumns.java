package chalkline.server.sheets;

import chalkline.core.sheets.SheetDays;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.List;

/** What the columns of sheets with certain headings were taken for, when one was kept last. */
@Entity
@Table(name = "sheet_columns")
class SaidColumns {
    /** A digest of all headings in their order. */
    @Id
    private String headings;

    @Column(name = "columns_said")
    private String columns;

    @Enumerated(EnumType.STRING)
    private SheetDays days;

    protected SaidColumns() {}

    SaidColumns(String headings, List<String> columns, SheetDays days) {
        this.headings = headings;
        this.columns = String.join("\n", columns);
        this.days = days;
    }

    List<String> columns() {
        return List.of(columns.split("\n", -1));
    }

    SheetDays days() {
        return days;
    }
}
