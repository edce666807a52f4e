package chalkline.server.arrivals;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** A file that waits to be read, where every process on the database can reach it. */
@Entity
class ArrivalFile {
    @Id
    private long arrivalId;

    private byte[] content;

    protected ArrivalFile() {}

    ArrivalFile(long arrivalId, byte[] content) {
        this.arrivalId = arrivalId;
        this.content = content.clone();
    }

    byte[] content() {
        return content.clone();
    }
}
