package chalkline.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

class BoundsTest {
    private static final Pattern NUMBER = Pattern.compile("[0-9]{1,3}(?:,[0-9]{3})+|[0-9]+");

    private static List<String> page() throws IOException {
        return Files.readAllLines(Path.of("..").resolve("docs/limits.md"));
    }

    private static Map<String, Long> bounds() throws IllegalAccessException {
        Map<String, Long> bounds = new HashMap<>();
        for (Field field : Bounds.class.getFields()) {
            assertThat(Modifier.isStatic(field.getModifiers())).isTrue();
            bounds.put(field.getName(), ((Number) field.get(null)).longValue());
        }
        return bounds;
    }

    @Test
    void thePageNamesEveryBoundWithItsNumber() throws Exception {
        Map<String, Long> told = new HashMap<>();
        for (String line : page()) {
            String[] cells = line.split("\\|");
            if (cells.length > 4 && cells[3].contains("`")) {
                Matcher numbers = NUMBER.matcher(cells[2]);
                for (String name : cells[3].replaceAll("[` ]", "").split(",")) {
                    assertThat(numbers.find()).as(line).isTrue();
                    told.put(name, Long.parseLong(numbers.group().replace(",", "")));
                }
            }
        }
        assertThat(told).isEqualTo(bounds());
    }

    @Test
    void daysLieInTheYearsOfTerms() {
        assertThat(Bounds.outside(LocalDate.of(1899, 12, 31)))
                .contains("1899-12-31 lies outside the years 1900 to 2199");
        assertThat(Bounds.outside(LocalDate.of(1900, 1, 1))).isEmpty();
        assertThat(Bounds.outside(LocalDate.of(2199, 12, 31))).isEmpty();
        assertThat(Bounds.outside(LocalDate.MAX)).isPresent();
    }

    @Test
    void lengthsAreSaidInCharacters() {
        assertThat(Bounds.tooLong("abc", 3)).isEmpty();
        assertThat(Bounds.tooLong("abcd", 3)).contains("it has 4 characters; at most 3 are taken");
    }
}
