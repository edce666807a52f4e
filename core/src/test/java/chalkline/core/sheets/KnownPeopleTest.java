package chalkline.core.sheets;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Person;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class KnownPeopleTest {
    private static final KnownPeople PEOPLE = new KnownPeople(List.of(
            person("u1", "t10001", "Una", "Berg", "T7001"),
            person("u2", "t10002", "Odile", "Dunsøn", "T7002"),
            person("u3", "t10003", "Kofi", "Berg", "T7003"),
            person("u4", "t10004", "Ada", "van Roon", "T7004")));

    private final List<Remark> remarks = new ArrayList<>();

    private static Person person(String id, String login, String given, String family, String number) {
        return new Person(id, true, login, given, family, number, login + "@skerrow.example");
    }

    private List<String> read(String cell) {
        return PEOPLE.read(cell, 3, remarks).stream().map(Person::id).toList();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "u2",
                "t10002",
                "T7002",
                "t10002@skerrow.example",
                "T10002@SKERROW.EXAMPLE",
                "Odile Dunsøn",
                "Dunsøn, Odile",
                "Dunsøn Odile",
                "dunsøn",
                "O. Dunsøn <t10002@skerrow.example>",
                "Odile Dunsøn (t10002@skerrow.example)"
            })
    void somebodyIsKnownByWhateverASheetCallsThem(String cell) {
        assertThat(read(cell)).containsExactly("u2");
        assertThat(remarks).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "Una Berg; Odile Dunsøn | u1 u2",
                "Odile Dunsøn / Una Berg | u2 u1",
                "Una Berg and Kofi Berg | u1 u3",
                "Una Berg & Kofi Berg | u1 u3",
                "Una Berg, Odile Dunsøn | u1 u2",
                "van Roon, Ada | u4",
                "van Roon, Ada; Berg, Una | u4 u1",
                "t10001@skerrow.example, t10004@skerrow.example | u1 u4",
                "u1; Una Berg; t10001 | u1"
            })
    void severalStandInOneCellEachOnceAndInItsOrder(String cell, String ids) {
        assertThat(read(cell)).containsExactly(ids.split(" "));
        assertThat(remarks).isEmpty();
    }

    @Test
    void whereSeveralAreCalledSoNobodyIsTakenAndEachCanBeChosen() {
        assertThat(read("Berg; Dunsøn")).containsExactly("u2");
        assertThat(remarks).singleElement().satisfies(remark -> {
            assertThat(remark.says()).isEqualTo("2 people are called \"Berg\": which is meant?");
            assertThat(remark.column()).isEqualTo(3);
            assertThat(remark.choices()).extracting(Remark.Choice::text).containsExactly("u1; Dunsøn", "u3; Dunsøn");
        });
        // what is chosen is then known
        remarks.clear();
        assertThat(read("u3; Dunsøn")).containsExactly("u3", "u2");
        assertThat(remarks).isEmpty();
    }

    @Test
    void somebodyNewIsAddedByAnAddressAndSaidToBe() {
        List<Person> read = PEOPLE.read("Mara Quist <Mara.Quist@elsewhere.example>", 3, remarks);
        assertThat(read)
                .containsExactly(new Person(
                        "mara.quist@elsewhere.example",
                        true,
                        "Mara.Quist@elsewhere.example",
                        "Mara",
                        "Quist",
                        "",
                        "Mara.Quist@elsewhere.example"));
        assertThat(remarks)
                .singleElement()
                .satisfies(remark ->
                        assertThat(remark.says()).startsWith("Mara Quist is on no list and is added by this address"));

        remarks.clear();
        assertThat(PEOPLE.read("ivo.tal@elsewhere.example", 3, remarks))
                .extracting(Person::givenName, Person::familyName)
                .containsExactly(org.assertj.core.groups.Tuple.tuple("Ivo", "Tal"));
    }

    @Test
    void aNameThatNobodyHasIsToldAndAddsNobody() {
        assertThat(read("Nobody Atall")).isEmpty();
        assertThat(remarks)
                .singleElement()
                .satisfies(remark -> assertThat(remark.says())
                        .isEqualTo(
                                "nobody on the lists is called \"Nobody Atall\"; give an e-mail address to add them"));
        remarks.clear();
        // far longer than any address: not looked through for one, and told as a name
        assertThat(read("x".repeat(5_000) + "@" + "y".repeat(5_000))).isEmpty();
        assertThat(remarks).hasSize(1);
    }
}
