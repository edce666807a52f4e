package chalkline.core.exports;

import chalkline.core.exports.ExportRows.Row;
import chalkline.core.proof.ProofRow;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.concurrent.CompletableFuture;

/** The rows of shells, shell by shell: while some are taken, the next are worked out on another thread. */
final class RowsAhead implements Iterator<Row> {
    /** A shell may have hundreds of people, and all rows of twice so many shells are held at once. */
    private static final int SHELLS = 500;

    private final ExportRows maker;
    private final List<ProofRow> shells;
    private int from;
    private CompletableFuture<List<Row>> next;
    private Iterator<Row> now = List.<Row>of().iterator();

    RowsAhead(ExportRows maker, List<ProofRow> shells) {
        this.maker = maker;
        this.shells = shells;
        this.next = begin();
    }

    private CompletableFuture<List<Row>> begin() {
        List<ProofRow> some = shells.subList(from, Math.min(shells.size(), from + SHELLS));
        from += some.size();
        return CompletableFuture.supplyAsync(() -> {
            List<Row> made = new ArrayList<>(some.size());
            some.forEach(shell -> maker.of(shell, made::add));
            return made;
        });
    }

    @Override
    public boolean hasNext() {
        while (!now.hasNext() && next != null) {
            now = next.join().iterator();
            next = from < shells.size() ? begin() : null;
        }
        return now.hasNext();
    }

    @Override
    public Row next() {
        if (!hasNext()) {
            throw new NoSuchElementException();
        }
        return now.next();
    }
}
