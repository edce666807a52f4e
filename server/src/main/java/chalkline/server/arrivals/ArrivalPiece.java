package chalkline.server.arrivals;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;

/** A piece of a file that waits to be read. */
@Entity
class ArrivalPiece {
    @EmbeddedId
    private Key key;

    private byte[] content;

    @Embeddable
    record Key(long arrivalId, int ordinal) implements Serializable {}

    protected ArrivalPiece() {}

    ArrivalPiece(Key key, byte[] content) {
        this.key = key;
        this.content = content.clone();
    }

    byte[] content() {
        return content.clone();
    }
}
