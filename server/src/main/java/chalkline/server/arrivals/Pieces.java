package chalkline.server.arrivals;

import jakarta.persistence.EntityManagerFactory;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.util.List;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/**
 * Files that wait to be read, where every process on the database can reach them. They go in and come out piece by piece,
 * so that no file is ever whole in memory.
 */
@Component
class Pieces {
    private static final int PIECE_BYTES = 1 << 20;

    private final SessionFactory sessions;

    Pieces(EntityManagerFactory factory) {
        this.sessions = factory.unwrap(SessionFactory.class);
    }

    /**
     * Takes a file in, all of it or nothing.
     *
     * @return how many bytes it has
     */
    long take(long arrival, InputStream file) {
        return sessions.fromStatelessTransaction(session -> {
            long size = 0;
            int ordinal = 0;
            try {
                for (byte[] piece = file.readNBytes(PIECE_BYTES);
                        piece.length > 0;
                        piece = file.readNBytes(PIECE_BYTES)) {
                    session.insert(new ArrivalPiece(new ArrivalPiece.Key(arrival, ordinal++), piece));
                    size += piece.length;
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            return size;
        });
    }

    void write(long arrival, OutputStream to) throws IOException {
        try (StatelessSession session = sessions.openStatelessSession()) {
            for (int ordinal = 0; ; ordinal++) {
                ArrivalPiece piece = session.get(ArrivalPiece.class, new ArrivalPiece.Key(arrival, ordinal));
                if (piece == null) {
                    return;
                }
                to.write(piece.content());
            }
        }
    }

    /** In the transaction of the caller, if there is one. */
    void forget(List<Long> arrivals) {
        sessions.inStatelessTransaction(
                session -> session.createMutationQuery("delete from ArrivalPiece where key.arrivalId in :arrivals")
                        .setParameter("arrivals", arrivals)
                        .executeUpdate());
    }
}
