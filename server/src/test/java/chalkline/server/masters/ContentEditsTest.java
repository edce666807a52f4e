package chalkline.server.masters;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.lms.Lms;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What became of the content of a master between two looks. */
class ContentEditsTest {
    private static Lms.OutlineItem item(String id, String title, String text) {
        return new Lms.OutlineItem(id, "page", title, text, null, BigDecimal.ONE, null);
    }

    private static Lms.OutlineUnit unit(String title, Lms.OutlineItem... items) {
        return new Lms.OutlineUnit(title, null, null, null, List.of(items));
    }

    private static List<String> between(List<Lms.OutlineUnit> before, List<Lms.OutlineUnit> after) {
        return ContentEdits.between(before, after).stream()
                .map(edit -> edit.what() + " " + edit.unit() + "/" + edit.title())
                .toList();
    }

    @Test
    void whatIsAddedChangedAndTakenOutIsToldWithItsUnit() {
        List<Lms.OutlineUnit> before = List.of(unit("A", item("1", "One", "x"), item("2", "Two", "")), unit("B"));
        List<Lms.OutlineUnit> after = List.of(unit("A", item("1", "One", "y")), unit("C", item("3", "Three", "")));
        assertThat(between(before, after))
                .containsExactly("changed A/One", "added C/C", "added C/Three", "taken out A/Two", "taken out B/B");
    }

    @Test
    void anItemThatMovesToAnotherUnitOrIsRenamedIsChanged() {
        List<Lms.OutlineUnit> before = List.of(unit("A", item("1", "One", "")), unit("B"));
        assertThat(between(before, List.of(unit("A"), unit("B", item("1", "One", "")))))
                .containsExactly("changed B/One");
        assertThat(between(before, List.of(unit("A", item("1", "Uno", "")), unit("B"))))
                .containsExactly("changed A/Uno");
    }

    @Test
    void withoutIdsItemsAreKnownByTheirTitlesAndTheirPlaceAmongThoseOfTheSame() {
        List<Lms.OutlineUnit> before = List.of(unit("A", item(null, "Quiz", "1"), item(null, "Quiz", "2")));
        List<Lms.OutlineUnit> after =
                List.of(unit("A", item(null, "Quiz", "1"), item(null, "Quiz", "3"), item(null, "Quiz", "4")));
        assertThat(between(before, after)).containsExactly("changed A/Quiz", "added A/Quiz");
    }

    static Stream<Long> seeds() {
        return new Random(20_261_127).longs(60).boxed();
    }

    /** As many edits as were made, and none where nothing was. */
    @ParameterizedTest
    @MethodSource("seeds")
    void everyEditIsFoundAndNoneIsInvented(long seed) {
        Random random = new Random(seed);
        List<Lms.OutlineUnit> before = new ArrayList<>();
        List<Lms.OutlineUnit> after = new ArrayList<>();
        int edits = 0;
        for (int u = 0; u < 1 + random.nextInt(6); u++) {
            List<Lms.OutlineItem> was = new ArrayList<>();
            List<Lms.OutlineItem> is = new ArrayList<>();
            for (int i = 0; i < random.nextInt(8); i++) {
                Lms.OutlineItem one = item(u + "-" + i, "Item " + random.nextInt(3), "");
                switch (random.nextInt(4)) {
                    case 0 -> {
                        was.add(one);
                        edits++;
                    }
                    case 1 -> {
                        is.add(one);
                        edits++;
                    }
                    case 2 -> {
                        was.add(one);
                        is.add(item(one.id(), one.title(), "edited"));
                        edits++;
                    }
                    default -> {
                        was.add(one);
                        is.add(one);
                    }
                }
            }
            before.add(new Lms.OutlineUnit("Unit " + u, null, null, null, was));
            after.add(new Lms.OutlineUnit("Unit " + u, null, null, null, is));
        }
        assertThat(ContentEdits.between(before, after)).as("seed %d", seed).hasSize(edits);
        assertThat(ContentEdits.between(after, after)).isEmpty();
    }
}
