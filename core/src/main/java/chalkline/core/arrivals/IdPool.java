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
    /** Numbers of ids plus 1 at places that follow from their hash, at most half full; its length is a power of two. */
    private int[] table = new int[256];

    private int size;

    /** Takes an id; its number, or -1 where it is there already. */
    public int add(String id) {
        byte[] text = id.getBytes(StandardCharsets.UTF_8);
        int place = placeFor(text);
        if (table[place] != 0) {
            return -1;
        }
        int start = end(size - 1);
        int end = Math.addExact(start, text.length);
        if (end > bytes.length) {
            bytes = Arrays.copyOf(bytes, Math.max(end, bytes.length + (bytes.length >> 1)));
        }
        if (size == ends.length) {
            ends = Arrays.copyOf(ends, size * 2);
        }
        System.arraycopy(text, 0, bytes, start, text.length);
        ends[size++] = end;
        table[place] = size;
        if (size * 2 > table.length) {
            grow();
        }
        return size - 1;
    }

    /** The number of an id; -1 where it is not there. */
    public int find(String id) {
        return table[placeFor(id.getBytes(StandardCharsets.UTF_8))] - 1;
    }

    /** Nothing is added or looked for from now on: what that needs goes. */
    void noMore() {
        int end = end(size - 1);
        if (bytes.length > end) {
            bytes = Arrays.copyOf(bytes, end);
            ends = Arrays.copyOf(ends, size);
        }
        table = new int[0];
    }

    public String get(int number) {
        int start = end(number - 1);
        return new String(bytes, start, ends[number] - start, StandardCharsets.UTF_8);
    }

    private int end(int number) {
        return number < 0 ? 0 : ends[number];
    }

    /** Where an id stands in the table, or where it would go. */
    private int placeFor(byte[] text) {
        int place = firstPlaceFor(text, 0, text.length);
        while (table[place] != 0 && !is(table[place] - 1, text)) {
            place = (place + 1) & (table.length - 1);
        }
        return place;
    }

    private boolean is(int number, byte[] text) {
        return Arrays.equals(bytes, end(number - 1), ends[number], text, 0, text.length);
    }

    private int firstPlaceFor(byte[] in, int start, int end) {
        int hash = 0;
        for (int i = start; i < end; i++) {
            hash = 31 * hash + in[i];
        }
        // the golden ratio spreads ids that differ in their last digits only
        return (hash * 0x9E3779B9) >>> (Integer.numberOfLeadingZeros(table.length) + 1);
    }

    private void grow() {
        table = new int[table.length * 2];
        for (int number = 0; number < size; number++) {
            int place = firstPlaceFor(bytes, end(number - 1), ends[number]);
            while (table[place] != 0) {
                place = (place + 1) & (table.length - 1);
            }
            table[place] = number + 1;
        }
    }
}
