package chalkline.core.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.ListChange.What;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/**
 * The changes from one list to another, applied to the one, give the other: nothing that differs is left out, and nothing is
 * told that does not.
 */
class ChangesAppliedTest {
    private static final List<String> SESSIONS = List.of("27SP", "27SP-A", "27SP-B", "27SP-A,27SP-B");

    /** A section in cells, as changes tell of it; put down here anew, so that the code under test is not asked. */
    private record State(Map<What, String> cells, Set<String> tags, Set<String> instructors, Set<String> students) {
        private static State of(Section section) {
            Map<What, String> cells = new EnumMap<>(What.class);
            cells.put(What.COURSE, section.courseName());
            cells.put(What.TITLE, section.course().title());
            cells.put(What.TOPIC, section.topic());
            cells.put(What.SECTION, section.label());
            cells.put(What.REFERENCE, section.reference());
            cells.put(What.DEPARTMENT, section.department().code());
            cells.put(What.SESSION, section.sessionCodes());
            cells.put(
                    What.DATES,
                    section.days().first() + "/"
                            + section.days().last().map(Object::toString).orElse(""));
            cells.put(What.MEETS, section.meets());
            cells.put(What.ROOM, section.room());
            cells.put(What.DELIVERY, section.delivery());
            cells.put(What.CAMPUS, section.campus());
            cells.put(What.CAPACITY, section.capacity());
            cells.put(What.PRIMARY, section.primaryInstructor().map(Person::id).orElse(""));
            return new State(cells, new TreeSet<>(section.tags()), ids(section.instructors()), ids(section.students()));
        }

        private static Set<String> ids(List<Person> people) {
            Set<String> ids = new TreeSet<>();
            people.forEach(person -> ids.add(person.id()));
            return ids;
        }

        private void apply(ListChange change) {
            switch (change.what()) {
                case ADD -> assertThat(students.add(change.person())).isTrue();
                case DROP -> assertThat(students.remove(change.person())).isTrue();
                case INSTRUCTOR_IN ->
                    assertThat(instructors.add(change.person())).isTrue();
                case INSTRUCTOR_OUT ->
                    assertThat(instructors.remove(change.person())).isTrue();
                case TAGS -> {
                    tags.clear();
                    Arrays.stream(change.after().split(" "))
                            .filter(tag -> !tag.isEmpty())
                            .forEach(tags::add);
                }
                default -> assertThat(cells.put(change.what(), change.after())).isEqualTo(change.before());
            }
        }
    }

    private static Map<String, State> states(RegistrarList list) {
        Map<String, State> states = new TreeMap<>();
        for (Section section : Sections.ofTerm(list, list.term("27SP").orElseThrow())) {
            states.put(section.id(), State.of(section));
        }
        return states;
    }

    @Test
    void whatIsAppliedToTheOneGivesTheOther() {
        long seed = System.nanoTime();
        Random random = new Random(seed);
        for (int round = 0; round < 500; round++) {
            RegistrarList before = any(random);
            RegistrarList after = any(random);
            Map<String, State> applied = states(before);
            Map<String, State> wanted = states(after);
            Map<String, String> came = new HashMap<>();
            for (ListChange change : ListChanges.between(before, after, "27SP").all()) {
                switch (change.what()) {
                    case SECTION_IN -> came.put(change.section(), change.after());
                    case SECTION_OUT ->
                        assertThat(applied.remove(change.section()))
                                .as("seed %d", seed)
                                .isNotNull();
                    default -> applied.get(change.section()).apply(change);
                }
            }
            for (String section : came.keySet()) {
                State its = wanted.remove(section);
                assertThat(came.get(section))
                        .as("seed %d", seed)
                        .isEqualTo(
                                its.cells().get(What.COURSE) + "-" + its.cells().get(What.SECTION));
                assertThat(applied).as("seed %d", seed).doesNotContainKey(section);
            }
            assertThat(applied).as("seed %d", seed).isEqualTo(wanted);
            assertThat(ListChanges.between(after, after, "27SP").all()).isEmpty();
        }
    }

    private static RegistrarList any(Random random) {
        Lists lists = new Lists()
                .course("c", "OCEA 210", random.nextBoolean() ? "Tides" : "High Tides")
                .course("e", "ECON 330", "Fish", "econ");
        for (int i = 0; i < 6; i++) {
            if (random.nextInt(4) == 0) {
                continue;
            }
            String id = "s" + i;
            String course = random.nextInt(5) == 0 ? "e" : "c";
            lists.listed(new ListedClass(
                    id,
                    one(random, "Tides", "Night"),
                    course,
                    "X-00" + (1 + random.nextInt(2)),
                    List.of(SESSIONS.get(random.nextInt(SESSIONS.size())).split(",")),
                    Map.of(
                            ClassFact.ROOM, one(random, "", "Pier 4"),
                            ClassFact.MEETS, one(random, "MWF 9", "TR 9"),
                            ClassFact.REFERENCE, one(random, "1", "2"),
                            ClassFact.DELIVERY, one(random, "", "online"),
                            ClassFact.CAMPUS, one(random, "", "North"),
                            ClassFact.CAPACITY, one(random, "20", "30"),
                            ClassFact.TAGS, one(random, "a,b", "b,a"))));
            List<String> people = new ArrayList<>(List.of("p1", "p2", "p3", "p4"));
            Collections.shuffle(people, random);
            people.stream()
                    .limit(random.nextInt(3))
                    .forEach(person -> lists.teaches(id, person, "Lund", random.nextBoolean()));
            people.stream().limit(random.nextInt(5)).forEach(person -> lists.studies(id, person));
        }
        return lists.list();
    }

    private static String one(Random random, String usual, String other) {
        return random.nextInt(3) == 0 ? other : usual;
    }
}
