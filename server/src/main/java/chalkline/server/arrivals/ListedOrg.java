package chalkline.server.arrivals;

import chalkline.core.arrivals.Org;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;

/** An organization of an arrival. */
@Entity
@Table(name = "listed_org")
class ListedOrg {
    @EmbeddedId
    private RowId rowId;

    private String sourceId;
    private String code;
    private String name;
    private String type;
    private String parentId;

    protected ListedOrg() {}

    ListedOrg(RowId rowId, Org org) {
        this.rowId = rowId;
        this.sourceId = org.id();
        this.code = org.code();
        this.name = org.name();
        this.type = org.type();
        this.parentId = org.parentId();
    }

    Org toCore() {
        return new Org(sourceId, code, name, type, parentId);
    }
}
