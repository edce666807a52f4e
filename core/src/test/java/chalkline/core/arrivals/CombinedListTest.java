package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.CombinedList.Part;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CombinedListTest {
    private static Part registrar(RegistrarList list) {
        return new Part(CombinedList.REGISTRAR, list, Map.of());
    }

    private static Part own(RegistrarList list, Map<String, String> merged) {
        return new Part(CombinedList.OWN, list, merged);
    }

    private static Lists first() {
        return new Lists()
                .course("c", "OCEA 210", "Tides")
                .section("a", "c", "001")
                .section("b", "c", "002")
                .teaches("a", "t1", "Lund", true)
                .studies("a", "s1", "s2");
    }

    private static Section section(RegistrarList list, String id) {
        return Sections.ofTerm(list, list.term("27SP").orElseThrow()).stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void oneSourceAloneIsItsList() {
        RegistrarList list = first().list();
        assertThat(CombinedList.of(List.of(registrar(list)))).isSameAs(list);
    }

    /** Both registrars call things by the same ids; the calendar is the first one's. */
    @Test
    void idsOfTwoRegistrarsAreKeptApartUnderOneCalendar() {
        RegistrarList list = first().list();
        RegistrarList both = CombinedList.of(List.of(
                registrar(list), new Part("north", first().studies("b", "s1").list(), Map.of())));
        assertThat(both.classes()).containsOnlyKeys("a", "b", "north:a", "north:b");
        assertThat(both.sessions().keySet()).isEqualTo(list.sessions().keySet());
        assertThat(both.terms()).hasSize(1);
        Section theirs = section(both, "north:a");
        assertThat(theirs.students()).extracting(Person::id).containsExactly("north:s1", "north:s2");
        assertThat(theirs.instructors()).extracting(Person::id).containsExactly("north:t1");
        assertThat(theirs.department().id()).isEqualTo("north:ocea");
        assertThat(theirs.college().id()).isEqualTo("north:sea");
        assertThat(section(both, "north:b").students()).extracting(Person::id).containsExactly("north:s1");
        assertThat(section(both, "a").students()).extracting(Person::id).containsExactly("s1", "s2");
    }

    /** Whose list comes first says nothing of how its sections are called. */
    @Test
    void anotherRegistrarsListAloneHasTheIdsThatItKeeps() {
        RegistrarList alone = CombinedList.of(List.of(new Part("north", first().list(), Map.of())));
        assertThat(alone.classes()).containsOnlyKeys("north:a", "north:b");
        assertThat(section(alone, "north:a").students()).extracting(Person::id).containsExactly("north:s1", "north:s2");
        assertThat(alone.terms()).extracting(AcademicSession::code).containsExactly("27SP");
    }

    @Test
    void whatIsOursStandsBesideIt() {
        RegistrarList ours = new Lists()
                .course("own:x", "CEED 1", "Knots")
                .section("own:1", "own:x", "001")
                .teaches("own:1", "t1", "Lund", true)
                .list();
        RegistrarList all = CombinedList.of(List.of(registrar(first().list()), own(ours, Map.of())));
        assertThat(all.classes()).containsOnlyKeys("a", "b", "own:1");
        assertThat(section(all, "own:1").instructors()).extracting(Person::id).containsExactly("t1");
    }

    /** A section of our own that the registrar lists by now: its facts are theirs, its id is ours. */
    @Test
    void whatWasMergedIsTheRegistrarsUnderOurId() {
        RegistrarList ours = new Lists()
                .course("own:x", "OCEA 210", "Tides")
                .section("own:1", "own:x", "001")
                .teaches("own:1", "t9", "Berg", true)
                .list();
        RegistrarList all = CombinedList.of(List.of(registrar(first().list()), own(ours, Map.of("own:1", "a"))));
        assertThat(all.classes()).containsOnlyKeys("own:1", "b");
        Section merged = section(all, "own:1");
        assertThat(merged.students()).extracting(Person::id).containsExactly("s1", "s2");
        assertThat(merged.instructors()).extracting(Person::id).containsExactly("t1");
        assertThat(merged.course().id()).isEqualTo("c");
        RegistrarList gone = CombinedList.of(List.of(
                registrar(new Lists()
                        .course("c", "OCEA 210", "Tides")
                        .section("b", "c", "002")
                        .list()),
                own(ours, Map.of("own:1", "a"))));
        assertThat(gone.classes()).as("cancelled by who lists it").containsOnlyKeys("b");
    }

    /** What a sheet says otherwise holds only while the registrar lists the section. */
    @Test
    void whatASheetSaysOtherwiseIsLaidOverIt() {
        RegistrarList ours = new Lists()
                .course("c", "OCEA 210", "Tides")
                .listed(new ListedClass("a", "Tides by Night", "c", "", List.of(), Map.of(ClassFact.ROOM, "Pier 2")))
                .teaches("a", "t9", "Berg", true)
                .list();
        Section changed = section(CombinedList.of(List.of(registrar(first().list()), own(ours, Map.of()))), "a");
        assertThat(changed.topic()).isEqualTo("Tides by Night");
        assertThat(changed.room()).isEqualTo("Pier 2");
        assertThat(changed.reference()).isEqualTo("Ra");
        assertThat(changed.label()).isEqualTo("001");
        assertThat(changed.instructors()).extracting(Person::id).containsExactly("t9");
        assertThat(changed.students()).hasSize(2);
        RegistrarList without = CombinedList.of(List.of(
                registrar(new Lists()
                        .course("c", "OCEA 210", "Tides")
                        .section("b", "c", "002")
                        .list()),
                own(ours, Map.of())));
        assertThat(without.classes()).containsOnlyKeys("b");
        assertThat(without.enrollments()).isEmpty();
    }

    /** Whatever two registrars list, each section keeps its people and its facts. */
    @Test
    void nothingIsLostOrDoubled() {
        long seed = System.nanoTime();
        Random random = new Random(seed);
        for (int round = 0; round < 200; round++) {
            RegistrarList one = any(random);
            RegistrarList other = any(random);
            RegistrarList both = CombinedList.of(List.of(registrar(one), new Part("n", other, Map.of())));
            assertThat(both.classes())
                    .as("seed %d", seed)
                    .hasSize(one.classes().size() + other.classes().size());
            assertThat(both.enrollments())
                    .as("seed %d", seed)
                    .hasSize(one.enrollments().size() + other.enrollments().size());
            assertThat(people(both, "")).as("seed %d", seed).containsAll(people(one, ""));
            assertThat(people(both, "")).as("seed %d", seed).containsAll(people(other, "n:"));
        }
    }

    private static RegistrarList any(Random random) {
        Lists lists = new Lists().course("c", "OCEA 210", "Tides");
        int sections = 1 + random.nextInt(4);
        for (int i = 0; i < sections; i++) {
            lists.section("s" + i, "c", "00" + i)
                    .teaches("s" + i, "t" + random.nextInt(3), "Lund", random.nextBoolean());
            for (int n = 0; n < random.nextInt(5); n++) {
                lists.studies("s" + i, "u" + random.nextInt(9));
            }
        }
        return lists.list();
    }

    private static List<String> people(RegistrarList list, String prefix) {
        List<String> people = new ArrayList<>();
        for (Section one : Sections.all(list)) {
            one.students().forEach(person -> people.add(prefix + one.id() + " " + prefix + person.id()));
            one.instructors().forEach(person -> people.add(prefix + one.id() + " by " + prefix + person.id()));
        }
        return people;
    }
}
