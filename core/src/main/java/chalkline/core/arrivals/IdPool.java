package chalkline.core.arrivals;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Ids, each once and numbered from 0 as they come, in a few large arrays. Hundreds of thousands of texts would each be two
 * objects that the garbage collector copies again and again.
 */
public final class IdPool {
    private byte[] bytes = new byte[1024];
    private int[] ends = new int[64];
    /**
     * At places that follow from an id's hash: the hash, and behind it the id's number plus 1. A look at what is not there
     * reads nothing else, and memory is what this waits for. At most two thirds full; its length is a power of two. Empty
     * for as long as each id comes behind all before it, as in lists by id, and none is looked for.
     */
    private long[] table = {};

    private int size;
    /** The id that is looked for, in UTF-8, and how many bytes it has. */
    private byte[] sought = new byte[64];

    private int length;
    private int hash;

    /** Takes an id; its number, or -1 where it is there already. */
    public int add(String id) {
        seek(id);
        return add();
    }

    /** Takes the id that stands in some characters. */
    public int add(char[] in, int from, int count) {
        seek(in, from, count);
        return add();
    }

    /** The number of an id; -1 where it is not there. */
    public int find(String id) {
        seek(id);
        return find();
    }

    /**
     * The numbers of many ids that stand in some characters; -1 for those that are not there.
     *
     * @param from where each begins, in chars from 0
     * @param counts of the chars of each
     */
    public int[] find(char[] in, int[] from, int[] counts) {
        ready();
        int[] numbers = new int[from.length];
        int[] hashes = new int[from.length];
        for (int i = 0; i < from.length; i++) {
            hashes[i] = hash(in, from[i], counts[i]);
        }
        // memory answers many questions at once, where none waits for the answer to another
        for (int i = 0; i < from.length; i++) {
            int place = firstPlace(hashes[i]);
            while (table[place] != 0 && (int) (table[place] >> 32) != hashes[i]) {
                place = (place + 1) & (table.length - 1);
            }
            numbers[i] = (int) table[place] - 1;
        }
        for (int i = 0; i < from.length; i++) {
            if (numbers[i] < 0 || !isThere(numbers[i], in, from[i], counts[i])) {
                seek(in, from[i], counts[i]);
                numbers[i] = find();
            }
        }
        return numbers;
    }

    private static int hash(char[] in, int from, int count) {
        int sum = 0;
        for (int i = from; i < from + count; i++) {
            sum = 31 * sum + in[i];
        }
        return sum;
    }

    /** Whether an id is what stands in some characters; not said of one with characters beyond ASCII. */
    private boolean isThere(int number, char[] in, int from, int count) {
        int start = end(number - 1);
        if (ends[number] - start != count) {
            return false;
        }
        // bytes beyond ASCII are below 0, so no char is the same as they are
        for (int i = 0; i < count; i++) {
            if (bytes[start + i] != in[from + i]) {
                return false;
            }
        }
        return true;
    }

    private int find() {
        ready();
        return (int) table[place()] - 1;
    }

    private void seek(String id) {
        sought = id.getBytes(StandardCharsets.UTF_8);
        length = sought.length;
        hash = 0;
        for (byte one : sought) {
            hash = 31 * hash + one;
        }
    }

    private void seek(char[] in, int from, int count) {
        if (count > sought.length) {
            sought = new byte[count * 2];
        }
        byte[] to = sought;
        int sum = 0;
        for (int i = 0; i < count; i++) {
            char c = in[from + i];
            if (c >= 0x80) {
                seek(new String(in, from, count));
                return;
            }
            to[i] = (byte) c;
            sum = 31 * sum + c;
        }
        length = count;
        hash = sum;
    }

    private int add() {
        if (table.length == 0 && comesLast()) {
            keep();
            return size - 1;
        }
        ready();
        int place = place();
        if (table[place] != 0) {
            return -1;
        }
        keep();
        table[place] = ((long) hash << 32) | size;
        if (size > table.length / 3 * 2) {
            grow();
        }
        return size - 1;
    }

    /** Whether the sought id is longer than the last one, or as long and greater: then it was not there before. */
    private boolean comesLast() {
        int start = end(size - 2);
        int itsLength = end(size - 1) - start;
        return length > itsLength
                || (length == itsLength && Arrays.compare(sought, 0, length, bytes, start, start + itsLength) > 0);
    }

    private void keep() {
        int start = end(size - 1);
        int end = Math.addExact(start, length);
        if (end > bytes.length) {
            bytes = Arrays.copyOf(bytes, Math.max(end, bytes.length + (bytes.length >> 1)));
        }
        if (size == ends.length) {
            ends = Arrays.copyOf(ends, size * 2);
        }
        System.arraycopy(sought, 0, bytes, start, length);
        ends[size++] = end;
    }

    /** Makes the table, where there was no need of one so far. */
    private void ready() {
        if (table.length > 0) {
            return;
        }
        int room = 256;
        while (size > room / 3 * 2) {
            room *= 2;
        }
        table = new long[room];
        for (int number = 0; number < size; number++) {
            int sum = 0;
            for (int i = end(number - 1); i < ends[number]; i++) {
                sum = 31 * sum + bytes[i];
            }
            place(((long) sum << 32) | (number + 1));
        }
    }

    /** Nothing is added or looked for from now on: what that needs goes. */
    void noMore() {
        int end = end(size - 1);
        if (bytes.length > end) {
            bytes = Arrays.copyOf(bytes, end);
            ends = Arrays.copyOf(ends, size);
        }
        table = new long[0];
    }

    public String get(int number) {
        int start = end(number - 1);
        return new String(bytes, start, ends[number] - start, StandardCharsets.UTF_8);
    }

    private int end(int number) {
        return number < 0 ? 0 : ends[number];
    }

    /** Where the sought id stands in the table, or where it would go. */
    private int place() {
        int place = firstPlace(hash);
        while (table[place] != 0 && !isSought(table[place])) {
            place = (place + 1) & (table.length - 1);
        }
        return place;
    }

    private boolean isSought(long entry) {
        int number = (int) entry - 1;
        return (int) (entry >> 32) == hash && Arrays.equals(bytes, end(number - 1), ends[number], sought, 0, length);
    }

    private int firstPlace(int hashOfId) {
        // the golden ratio spreads ids that differ in their last digits only; up to eight of one run stay together,
        // since
        // a list has them one after another and memory is fetched so many at a time
        int run = ((hashOfId >>> 3) * 0x9E3779B9) >>> (Integer.numberOfLeadingZeros(table.length) + 4);
        return run << 3 | (hashOfId & 7);
    }

    private void grow() {
        long[] before = table;
        table = new long[before.length * 2];
        for (long entry : before) {
            if (entry != 0) {
                place(entry);
            }
        }
    }

    private void place(long entry) {
        int place = firstPlace((int) (entry >> 32));
        while (table[place] != 0) {
            place = (place + 1) & (table.length - 1);
        }
        table[place] = entry;
    }
}
