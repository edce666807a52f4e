package chalkline.server.policy;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Machine;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The page for administrators shows the table that the program asks, and nothing else. */
class PolicyTableTest {
    private static final Policy POLICY = new Policy(login -> new Who(login, Set.of(), Set.of(), ""));

    private static List<String> table() {
        List<String> lines = new ArrayList<>();
        lines.add("| right | lets somebody | "
                + Stream.of(Role.values()).map(PolicyTableTest::word).collect(Collectors.joining(" | ")) + " |");
        lines.add("|---|---|" + "---|".repeat(Role.values().length));
        POLICY.table()
                .forEach((right, line) -> lines.add("| `" + right.key() + "` | " + line.what() + " | "
                        + Stream.of(Role.values())
                                .map(role -> line.reach().containsKey(role)
                                        ? line.reach().get(role).words()
                                        : "–")
                                .collect(Collectors.joining(" | "))
                        + " |"));
        return lines;
    }

    private static String word(Role role) {
        return role.name().toLowerCase(Locale.ROOT);
    }

    @Test
    void thePageShowsTheTable() throws IOException {
        List<String> page = Files.readAllLines(Machine.root().resolve("docs/policy.md"));
        assertThat(page.stream().filter(line -> line.startsWith("|")).toList())
                .as("docs/policy.md is to have this table:%n%s", String.join("\n", table()))
                .isEqualTo(table());
    }

    @Test
    void everyRightIsSomebodys() {
        assertThat(POLICY.table().values())
                .allSatisfy(line -> assertThat(line.reach()).isNotEmpty());
    }
}
