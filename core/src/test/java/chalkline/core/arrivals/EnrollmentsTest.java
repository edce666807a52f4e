package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class EnrollmentsTest {
    private static Person person(String id) {
        return new Person(id, true, id, "Given", "Family", "", "");
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
            assertThat(pool.find(among, 1, id.length())).isEqualTo(known == null ? -1 : known);
            assertThat(i % 2 == 0 ? pool.add(id) : pool.add(among, 1, id.length()))
                    .isEqualTo(known == null ? expected.size() : -1);
            expected.putIfAbsent(id, expected.size());
        }
        expected.forEach((id, number) -> assertThat(pool.get(number)).isEqualTo(id));
    }

    @Test
    void givesBackWhatWasPutIn() {
        List<Person> people = List.of(person("u1"), person("u2"), person("u3"));
        List<Enrollment> put = new ArrayList<>();
        for (int i = 0; i < 1000; i++) {
            put.add(new Enrollment(
                    "e" + i,
                    "k" + i / 30,
                    people.get(i % 3),
                    i % 30 == 0 ? "teacher" : "student",
                    i % 60 == 0,
                    i % 2 == 0 ? "" : "2027-01-04",
                    ""));
        }
        Enrollments kept = Enrollments.of(put, people);
        assertThat(kept).isEqualTo(put).hasSize(1000);
        assertThat(kept.get(31).userId()).isEqualTo("u2");
        assertThatThrownBy(() -> kept.get(1000)).isInstanceOf(IndexOutOfBoundsException.class);
    }

    @Test
    void anEnrollmentOfSomebodyWhoIsNotInTheListIsRefused() {
        List<Enrollment> put = List.of(new Enrollment("e1", "k1", person("u9"), "student", false, "", ""));
        assertThatThrownBy(() -> Enrollments.of(put, List.of(person("u1"))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("u9");
    }
}
