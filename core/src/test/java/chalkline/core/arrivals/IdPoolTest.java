package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class IdPoolTest {
    /** Adds and looks for ids in some order, held against a map of the JDK. */
    private static void holdsAsAMapDoes(List<String> ids, int lookEvery) {
        IdPool pool = new IdPool();
        Map<String, Integer> numbers = new HashMap<>();
        for (int i = 0; i < ids.size(); i++) {
            String id = ids.get(i);
            int wanted = numbers.containsKey(id) ? -1 : numbers.size();
            numbers.putIfAbsent(id, numbers.size());
            char[] within = ("<" + id + ">").toCharArray();
            int got = i % 2 == 0 ? pool.add(id) : pool.add(within, 1, id.length());
            assertThat(got).as("adding %s as number %d", id, i).isEqualTo(wanted);
            if (i % lookEvery == lookEvery - 1) {
                String one = ids.get((i * 7) % ids.size());
                assertThat(pool.find(one)).as("finding %s", one).isEqualTo(numbers.getOrDefault(one, -1));
            }
        }
        numbers.forEach((id, number) -> {
            assertThat(pool.find(id)).isEqualTo(number);
            assertThat(pool.get(number)).isEqualTo(id);
        });
        List<String> sought = new ArrayList<>(ids);
        sought.add(ids.size() / 2, "not there");
        assertThat(found(pool, sought))
                .isEqualTo(
                        sought.stream().map(id -> numbers.getOrDefault(id, -1)).toList());
        assertThat(pool.find("not there")).isEqualTo(-1);
    }

    /** Looks for all of them in one go. */
    private static List<Integer> found(IdPool pool, List<String> ids) {
        StringBuilder text = new StringBuilder("<");
        int[] from = new int[ids.size()];
        for (int i = 0; i < from.length; i++) {
            from[i] = text.length();
            text.append(ids.get(i)).append(i % 3 == 0 ? "" : ",");
        }
        int[] counts = ids.stream().mapToInt(String::length).toArray();
        return Arrays.stream(pool.find(text.toString().toCharArray(), from, counts))
                .boxed()
                .toList();
    }

    private static List<String> numbered(String before, int count) {
        List<String> ids = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            ids.add(before + i);
        }
        return ids;
    }

    @Test
    void idsThatComeInTheirOrderAreKeptAsOthersAre() {
        holdsAsAMapDoes(numbered("en-", 5000), Integer.MAX_VALUE);
        holdsAsAMapDoes(numbered("en-", 5000), 1000);
    }

    @Test
    void anEarlierOneIsFoundAgainWhereverItComes() {
        for (int at : List.of(1, 2, 9, 10, 11, 255, 256, 257, 4999)) {
            List<String> ids = numbered("x", 5000);
            ids.add(at, ids.get(at - 1));
            ids.add(ids.get(at / 2));
            holdsAsAMapDoes(ids, Integer.MAX_VALUE);
        }
    }

    @Test
    void anyOrderWillDo() {
        Random random = new Random(11);
        for (int lookEvery : List.of(1, 50, 3000)) {
            List<String> ids = numbered("u-", 3000);
            ids.addAll(numbered("ümläut-", 500));
            ids.addAll(numbered("日本", 300));
            ids.addAll(numbered("", 300));
            ids.add("");
            ids.add("");
            ids.addAll(ids.subList(100, 200));
            Collections.shuffle(ids, random);
            holdsAsAMapDoes(ids, lookEvery);
        }
    }

    @Test
    void idsOfOneHashAreToldApart() {
        List<String> ids = new ArrayList<>();
        // "Aa" and "BB" have one hash, and so have all that are put together from them
        for (int i = 0; i < 1024; i++) {
            StringBuilder id = new StringBuilder();
            for (int bit = 0; bit < 10; bit++) {
                id.append((i >> bit & 1) == 0 ? "Aa" : "BB");
            }
            ids.add(id.toString());
        }
        assertThat(ids.stream().map(String::hashCode).distinct()).hasSize(1);
        holdsAsAMapDoes(ids, 3);
        Collections.sort(ids);
        holdsAsAMapDoes(ids, Integer.MAX_VALUE);
    }

    @Test
    void numbersIdsAsTheyComeAndKnowsThemAgain() {
        // against java.util.HashMap, over ids of all lengths and scripts
        Random random = new Random(7);
        Map<String, Integer> expected = new HashMap<>();
        IdPool pool = new IdPool();
        for (int i = 0; i < 20_000; i++) {
            String id = switch (random.nextInt(4)) {
                case 0 -> "cl-27SP-" + random.nextInt(4000);
                case 1 -> new UUID(random.nextLong(), random.nextLong()).toString();
                case 2 -> "学期ü" + random.nextInt(3000);
                default -> Integer.toString(random.nextInt(9000));
            };
            Integer known = expected.get(id);
            char[] among = ("<" + id + ">").toCharArray();
            assertThat(pool.find(id)).isEqualTo(known == null ? -1 : known);
            assertThat(pool.find(among, new int[] {1}, new int[] {id.length()}))
                    .containsExactly(known == null ? -1 : known);
            assertThat(i % 2 == 0 ? pool.add(id) : pool.add(among, 1, id.length()))
                    .isEqualTo(known == null ? expected.size() : -1);
            expected.putIfAbsent(id, expected.size());
        }
        expected.forEach((id, number) -> assertThat(pool.get(number)).isEqualTo(id));
    }
}
