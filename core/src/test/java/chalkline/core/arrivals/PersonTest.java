package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PersonTest {
    @ParameterizedTest
    @CsvSource({"abara,T7,abara@skerrow.example", "abara,'',''", "'',T7,''", "'','',a@b", "'','',''"})
    void saysHowTheyAreReachedWhateverIsEmpty(String username, String identifier, String email) {
        Person whole = new Person("u1", true, username, "Ngozi", "Abara", identifier, email);
        assertThat(whole)
                .extracting(Person::username, Person::identifier, Person::email)
                .containsExactly(username, identifier, email);
        Person inOne = new Person(
                "u1",
                true,
                "Ngozi",
                "Abara",
                username + identifier + email,
                username.length(),
                username.length() + identifier.length());
        assertThat(inOne).isEqualTo(whole).hasSameHashCodeAs(whole);
        assertThat(whole.toString()).contains("u1", "Ngozi Abara", username, identifier, email);
    }

    @Test
    void isTheSameOnlyWhereAllIs() {
        Person one = new Person("u1", true, "ab", "Ngozi", "Abara", "c", "d");
        assertThat(one).isEqualTo(new Person("u1", true, "ab", "Ngozi", "Abara", "c", "d"));
        for (Person other : new Person[] {
            new Person("u2", true, "ab", "Ngozi", "Abara", "c", "d"),
            new Person("u1", false, "ab", "Ngozi", "Abara", "c", "d"),
            new Person("u1", true, "a", "Ngozi", "Abara", "bc", "d"),
            new Person("u1", true, "ab", "Ngozi", "Abara", "", "cd"),
            new Person("u1", true, "ab", "N", "Abara", "c", "d"),
            new Person("u1", true, "ab", "Ngozi", "A", "c", "d"),
            new Person("u1", true, "ab", "Ngozi", "Abara", "c", "e")
        }) {
            assertThat(one).isNotEqualTo(other);
        }
        assertThat(one).isNotEqualTo("u1");
    }
}
