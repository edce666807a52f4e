package chalkline.core;

import java.util.Collection;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Streams that use several threads where there are enough elements: below that, waking the threads takes longer than the work. */
public final class Many {
    private static final int ENOUGH = 512;

    private Many() {}

    /** The numbers from 0 to one less than {@code count}. */
    public static IntStream upTo(int count) {
        IntStream numbers = IntStream.range(0, count);
        return count < ENOUGH ? numbers : numbers.parallel();
    }

    /** The elements of a collection, in its order. */
    public static <T> Stream<T> of(Collection<T> elements) {
        return elements.size() < ENOUGH ? elements.stream() : elements.parallelStream();
    }
}
