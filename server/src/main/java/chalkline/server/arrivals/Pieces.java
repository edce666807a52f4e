package chalkline.server.arrivals;

import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Files that wait to be read, where every process on the database can reach them. They go in and come out piece by piece,
 * so that no file is ever whole in memory.
 */
@Component
class Pieces {
    private static final int PIECE_BYTES = 1 << 20;

    private final EntityManager entities;

    Pieces(EntityManager entities) {
        this.entities = entities;
    }

    /**
     * Takes a file in, in the transaction of its arrival.
     *
     * @return how many bytes it has
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public long take(long arrival, InputStream file) {
        long size = 0;
        int ordinal = 0;
        try {
            for (byte[] content = file.readNBytes(PIECE_BYTES);
                    content.length > 0;
                    content = file.readNBytes(PIECE_BYTES)) {
                ArrivalPiece piece = new ArrivalPiece(new ArrivalPiece.Key(arrival, ordinal++), content);
                entities.persist(piece);
                entities.flush();
                entities.detach(piece);
                size += content.length;
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return size;
    }

    void write(long arrival, OutputStream to) throws IOException {
        for (int ordinal = 0; ; ordinal++) {
            ArrivalPiece piece = entities.find(ArrivalPiece.class, new ArrivalPiece.Key(arrival, ordinal));
            if (piece == null) {
                return;
            }
            to.write(piece.content());
        }
    }

    /** In the transaction that ends its arrival. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void forget(long arrival) {
        entities.createQuery("delete from ArrivalPiece where key.arrivalId = :arrival")
                .setParameter("arrival", arrival)
                .executeUpdate();
    }
}
