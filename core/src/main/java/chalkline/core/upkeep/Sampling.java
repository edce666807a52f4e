package chalkline.core.upkeep;

import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * Draws a sample of which each part of the whole has its share: proportional allocation by largest remainders, then at
 * random within each part. The same seed draws the same of the same.
 */
public final class Sampling {
    private Sampling() {}

    /**
     * @param all what is drawn from
     * @param key of each, by which it is told from the others
     * @param part the part that each belongs to, such as its department and layers
     * @param size how many are drawn; all, where there are no more
     * @return in the order of their parts and keys
     */
    public static <T> List<T> draw(
            Collection<T> all, Function<T, String> key, Function<T, String> part, int size, long seed) {
        Map<String, List<T>> parts = new TreeMap<>(Text.BY_CODE_POINT);
        all.forEach(one -> parts.computeIfAbsent(part.apply(one), name -> new ArrayList<>())
                .add(one));
        Map<String, Integer> shares = shares(parts, all.size(), Math.min(size, all.size()));
        Random random = new Random(seed);
        List<T> drawn = new ArrayList<>();
        parts.forEach((name, members) -> {
            members.sort(Comparator.comparing(key, Text.BY_CODE_POINT));
            List<T> shuffled = new ArrayList<>(members);
            Collections.shuffle(shuffled, random);
            List<T> own = new ArrayList<>(shuffled.subList(0, shares.get(name)));
            own.sort(Comparator.comparing(key, Text.BY_CODE_POINT));
            drawn.addAll(own);
        });
        return drawn;
    }

    /** How many are drawn of each part; of equal remainders the first part by name has the larger share. */
    private static <T> Map<String, Integer> shares(Map<String, List<T>> parts, int whole, int size) {
        Map<String, Integer> shares = new HashMap<>();
        Map<String, Double> remainders = new TreeMap<>(Text.BY_CODE_POINT);
        int given = 0;
        for (Map.Entry<String, List<T>> part : parts.entrySet()) {
            double exact = whole == 0 ? 0 : (double) size * part.getValue().size() / whole;
            int least = (int) Math.floor(exact + 1e-9);
            shares.put(part.getKey(), least);
            remainders.put(part.getKey(), exact - least);
            given += least;
        }
        List<String> byRemainder = new ArrayList<>(remainders.keySet());
        byRemainder.sort(Comparator.comparing((String name) -> -remainders.get(name)));
        for (int i = 0; given < size; i++, given++) {
            shares.merge(byRemainder.get(i), 1, Integer::sum);
        }
        return shares;
    }
}
