package chalkline.formats.oneroster;

import chalkline.core.arrivals.IdPool;
import java.util.Optional;
import java.util.function.Supplier;

/** A column of ids that a pool has numbers of. Those of a block are looked up in one go, since memory is slow to answer one by one. */
final class Numbered extends Column {
    private final Supplier<IdPool> pool;
    private Optional<Block> block = Optional.empty();
    private int[] numbers = {};

    /** @param pool what has the numbers; asked for when the first row is read */
    Numbered(String name, Supplier<IdPool> pool) {
        super(name);
        this.pool = pool;
    }

    /** The number of a record's id, the empty one's where the column is not there; -1 where the pool has no such. */
    @SuppressWarnings("ReferenceEquality")
    int number(Block in, int record) {
        if (block.isEmpty() || block.get() != in) {
            block = Optional.of(in);
            numbers = numbers(in);
        }
        return numbers[record];
    }

    private int[] numbers(Block in) {
        int[] from = new int[in.records()];
        int[] lengths = new int[in.records()];
        for (int record = 0; record < from.length; record++) {
            if (place >= 0 && place < in.fields(record)) {
                from[record] = in.from(record, place);
                lengths[record] = in.length(record, place);
            }
        }
        return pool.get().find(in.text(), from, lengths);
    }
}
