package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EnrollmentsTest {
    private static Person person(String id) {
        return new Person(id, true, id, "Given", "Family", "", "");
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 1000, 8191, 8192, 8193, 40_000})
    void givesBackWhatWasPutIn(int count) {
        List<Person> people = List.of(person("u1"), person("u2"), person("u3"));
        List<Enrollment> put = new ArrayList<>();
        for (int i = 0; i < count; i++) {
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
        assertThat(kept).isEqualTo(put).hasSize(count);
        assertThatThrownBy(() -> kept.get(count)).isInstanceOf(IndexOutOfBoundsException.class);
    }

    @Test
    void anEnrollmentOfSomebodyWhoIsNotInTheListIsRefused() {
        List<Enrollment> put = List.of(new Enrollment("e1", "k1", person("u9"), "student", false, "", ""));
        assertThatThrownBy(() -> Enrollments.of(put, List.of(person("u1"))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("u9");
    }
}
