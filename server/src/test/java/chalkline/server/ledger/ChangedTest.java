package chalkline.server.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class ChangedTest {
    private static final JsonMapper JSON = new JsonMapper();

    private static Object changed(String before, String after) {
        return Changed.between(JSON.readTree(before), JSON.readTree(after)).get("changed");
    }

    @Test
    void aFieldThatIsOtherwiseIsSaidWithWhereItIs() {
        assertThat(changed(
                        "{\"title\":\"Seminar\",\"units\":[{\"title\":\"Tides\"},{\"title\":\"Reefs\"}]}",
                        "{\"title\":\"Seminar\",\"units\":[{\"title\":\"Tides\"},{\"title\":\"Kelp\"}]}"))
                .isEqualTo(List.of(new Changed.Field("units 2 title", "Reefs", "Kelp")));
    }

    @Test
    void whatCameAndWhatIsGoneHasAnEmptySide() {
        assertThat(changed("{\"items\":[{\"due\":null}]}", "{\"items\":[{\"due\":\"week 2\"},{\"points\":5}]}"))
                .isEqualTo(List.of(
                        new Changed.Field("items 1 due", "", "week 2"), new Changed.Field("items 2 points", "", "5")));
        assertThat(changed("{\"files\":{\"a.txt\":\"1f\"}}", "{}"))
                .isEqualTo(List.of(new Changed.Field("files a.txt", "1f", "")));
        assertThat(changed("{\"active\":true}", "{\"active\":true}")).isEqualTo(List.of());
    }

    @Test
    void ofVeryMuchTheFirstIsTold() {
        String many = IntStream.range(0, 50).mapToObj(Integer::toString).collect(Collectors.joining(",", "[", "]"));
        var told = Changed.between(JSON.readTree("[]"), JSON.readTree(many));
        assertThat(told.get("changes")).isEqualTo(50);
        assertThat((List<?>) told.get("changed")).hasSize(20);
    }
}
