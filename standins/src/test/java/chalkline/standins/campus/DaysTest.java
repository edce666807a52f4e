package chalkline.standins.campus;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Enrollment;
import chalkline.core.arrivals.Guards;
import chalkline.core.arrivals.ListChange;
import chalkline.core.arrivals.ListChanges;
import chalkline.core.arrivals.RegistrarList;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.formats.oneroster.OneRosterWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
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
