package chalkline.standins.campus;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Guards;
import chalkline.core.arrivals.ListChange;
import chalkline.core.arrivals.ListChanges;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.formats.oneroster.OneRosterWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DaysTest {
    private static final long SEED = 1907;
    private static final int DAYS = 30;
    private static final RegistrarList FIRST = Campus.list(CampusSize.DEMO, SEED);

    @TempDir
    Path folder;

    @Test
    void theSameSeedGivesTheSameDays() {
        Days one = new Days(FIRST, SEED);
        Days two = new Days(FIRST, SEED);
        for (int day = 0; day < 3; day++) {
            one.next();
            two.next();
        }
        assertThat(one.list()).isEqualTo(two.list());
        assertThat(one.list()).isNotEqualTo(FIRST);
    }

    /** All that happens at a registrar's happens within thirty days, and none of them trips a guard. */
    @Test
    void aMonthHasEverythingAndNothingThatHolds() {
        Days days = new Days(FIRST, SEED);
        Set<ListChange.What> seen = EnumSet.noneOf(ListChange.What.class);
        for (int day = 0; day < DAYS; day++) {
            RegistrarList before = days.list();
            days.next();
            ListChanges changes = ListChanges.between(before, days.list(), "27SP");
            changes.all().forEach(change -> seen.add(change.what()));
            assertThat(changes.tripped(Guards.USUAL)).as("day %d", day + 1).isEmpty();
        }
        assertThat(seen)
                .contains(
                        ListChange.What.SECTION_IN,
                        ListChange.What.SECTION_OUT,
                        ListChange.What.TITLE,
                        ListChange.What.ROOM,
                        ListChange.What.INSTRUCTOR_IN,
                        ListChange.What.INSTRUCTOR_OUT,
                        ListChange.What.ADD,
                        ListChange.What.DROP);
        assertThat(days.list().orgs().get("org-FISH").parentId()).isEqualTo("org-TRA");
    }

    /** The changes of a day, written and applied to the day before, give the day; so does all of it. */
    @ParameterizedTest
    @ValueSource(strings = {"1.1", "1.2"})
    void changesAppliedToTheDayBeforeGiveTheDay(String version) throws Exception {
        Days days = new Days(FIRST, SEED);
        RegistrarList there = FIRST;
        for (int day = 0; day < DAYS; day++) {
            RegistrarList before = days.list();
            days.next();
            there = OneRosterReader.read(
                    written(days.list(), version, Optional.of(before)), "changes.zip", Optional.of(there));
        }
        assertSame(there, days.list());
        assertSame(
                OneRosterReader.read(written(days.list(), version, Optional.empty()), "all.zip", Optional.empty()),
                days.list());
    }

    /** The changes of a day, applied to the sections of the day before, give the sections of the day. */
    @Test
    void changesAppliedToTheSectionsBeforeGiveTheSectionsAfter() {
        Days days = new Days(FIRST, SEED + 5);
        for (int day = 0; day < DAYS; day++) {
            RegistrarList before = days.list();
            days.next();
            Map<String, Map<ListChange.What, Set<String>>> state = facts(before);
            Map<String, Map<ListChange.What, Set<String>>> wanted = facts(days.list());
            for (ListChange change :
                    ListChanges.between(before, days.list(), "27SP").all()) {
                apply(change, state, wanted);
            }
            assertThat(state).as("day %d", day + 1).isEqualTo(wanted);
        }
    }

    private static void apply(
            ListChange change,
            Map<String, Map<ListChange.What, Set<String>>> state,
            Map<String, Map<ListChange.What, Set<String>>> wanted) {
        switch (change.what()) {
            case SECTION_IN ->
                assertThat(state.put(change.section(), wanted.get(change.section())))
                        .isNull();
            case SECTION_OUT -> assertThat(state.remove(change.section())).isNotNull();
            case ADD, INSTRUCTOR_IN ->
                assertThat(people(state, change).add(change.person())).isTrue();
            case DROP, INSTRUCTOR_OUT ->
                assertThat(people(state, change).remove(change.person())).isTrue();
            default ->
                assertThat(state.get(change.section()).put(change.what(), Set.of(change.after())))
                        .isEqualTo(Set.of(change.before()));
        }
    }

    private static Set<String> people(Map<String, Map<ListChange.What, Set<String>>> state, ListChange change) {
        boolean students = change.what() == ListChange.What.ADD || change.what() == ListChange.What.DROP;
        return state.get(change.section()).get(students ? ListChange.What.ADD : ListChange.What.INSTRUCTOR_IN);
    }

    /** Facts that days change, and who is in a section; written down here once more, so that the two check each other. */
    private static Map<String, Map<ListChange.What, Set<String>>> facts(RegistrarList list) {
        Map<String, Map<ListChange.What, Set<String>>> all = new HashMap<>();
        for (Section section : Sections.ofTerm(list, list.term("27SP").orElseThrow())) {
            Map<ListChange.What, Set<String>> facts = new EnumMap<>(ListChange.What.class);
            facts.put(ListChange.What.TITLE, Set.of(section.course().title()));
            facts.put(ListChange.What.TOPIC, Set.of(section.topic()));
            facts.put(ListChange.What.ROOM, Set.of(section.room()));
            facts.put(
                    ListChange.What.PRIMARY,
                    Set.of(section.primaryInstructor().map(Person::id).orElse("")));
            facts.put(ListChange.What.INSTRUCTOR_IN, ids(section.instructors()));
            facts.put(ListChange.What.ADD, ids(section.students()));
            all.put(section.id(), facts);
        }
        return all;
    }

    private static Set<String> ids(Collection<Person> people) {
        return people.stream().map(Person::id).collect(Collectors.toCollection(HashSet::new));
    }

    private Path written(RegistrarList list, String version, Optional<RegistrarList> before) throws IOException {
        Path zip = folder.resolve("list.zip");
        try (OutputStream out = Files.newOutputStream(zip)) {
            OneRosterWriter.write(list, version, before, out);
        }
        return zip;
    }

    /** The order of rows does not matter. */
    private static void assertSame(RegistrarList one, RegistrarList other) {
        assertThat(one.sessions()).isEqualTo(other.sessions());
        assertThat(one.orgs()).isEqualTo(other.orgs());
        assertThat(one.courses()).isEqualTo(other.courses());
        assertThat(one.classes()).isEqualTo(other.classes());
        assertThat(one.people()).isEqualTo(other.people());
        assertThat(new HashSet<Enrollment>(one.enrollments())).isEqualTo(new HashSet<>(other.enrollments()));
    }
}
