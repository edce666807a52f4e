package chalkline.server.frame;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * During a rolling restart the version before goes on beside the next one, on the tables of the next. So what a migration
 * finds it leaves: columns that are added have a default, nothing is renamed, narrowed or taken out (common practice, no
 * source: expand first, contract a version later).
 */
class MigrationsTest {
    private static final Path MIGRATIONS = Path.of("src/main/resources/db/migration");
    /** The last one of the version before there were two processes at once. */
    private static final int ALONE = 24;

    private static final Pattern NAME = Pattern.compile("V(\\d+)__.*\\.sql");
    private static final List<String> TAKES_AWAY = List.of("drop ", "rename ", "modify ", "change ", "truncate ");

    private static List<Path> newer() throws IOException {
        try (Stream<Path> files = Files.list(MIGRATIONS)) {
            return files.filter(file -> number(file) > ALONE).sorted().toList();
        }
    }

    private static int number(Path file) {
        Matcher name = NAME.matcher(file.getFileName().toString());
        assertThat(name.matches()).as(file.toString()).isTrue();
        return Integer.parseInt(name.group(1));
    }

    private static List<String> statements(Path file) throws IOException {
        String plain = Files.readString(file).replaceAll("(?m)--.*$", " ").toLowerCase(Locale.ROOT);
        return Stream.of(plain.split(";"))
                .map(text -> text.replaceAll("\\s+", " ").strip())
                .filter(text -> !text.isEmpty())
                .toList();
    }

    @Test
    void theVersionBeforeFindsAllThatItKnows() throws IOException {
        List<Path> files = newer();
        assertThat(files).isNotEmpty();
        for (Path file : files) {
            for (String statement : statements(file)) {
                assertThat(TAKES_AWAY.stream().filter(statement::contains))
                        .as(file.getFileName() + ": " + statement)
                        .isEmpty();
            }
        }
    }

    @Test
    void aColumnThatIsAddedCanBeLeftOutByTheVersionBefore() throws IOException {
        Pattern added = Pattern.compile("add column ([a-z_]+) ([^,;]*)");
        int found = 0;
        for (Path file : newer()) {
            for (String statement : statements(file)) {
                for (Matcher column = added.matcher(statement); column.find(); found++) {
                    assertThat(column.group(2))
                            .as(file.getFileName() + ": " + column.group(1))
                            .satisfiesAnyOf(
                                    text -> assertThat(text).contains(" default "),
                                    text -> assertThat(text).doesNotContain("not null"));
                }
            }
        }
        assertThat(found).isPositive();
    }
}
