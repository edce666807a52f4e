package chalkline.server.build;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A build of a thousand shells is taken back: what nobody touched is as it was, bit for bit; what somebody did stays. */
class TakeBackTest {
    private static final int SHELLS = 300;
    private static final int BEFORE = 60;

    private static RunningSystem system;
    private static Client abara;
    private static Client lms;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(
                SHELLS,
                "--standins.copy-millis=20",
                "--standins.earlier-terms=true",
                "--standins.calls-per-second=500");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
        abara.refreshHeld();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static String[] keys(int from, int to) {
        return IntStream.range(from, to).mapToObj(i -> "s:cl-27SP-" + i).toArray(String[]::new);
    }

    /** Everything that the LMS holds but for its marks, by what it is about. */
    private static Map<String, String> everything() {
        Map<String, String> all = new TreeMap<>();
        try (Connection connection = DriverManager.getConnection(system.lmsDatabaseUrl(), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            rows(
                    statement,
                    "select shell_key, concat_ws('|', id, term, code, title, category, opens, closes, open, open_by_hand,"
                            + " closed, activity, coalesce(lead, ''), coalesce(sections, ''), settings, outline, windows)"
                            + " from shell",
                    "shell ",
                    all);
            rows(
                    statement,
                    "select s.shell_key, group_concat(concat_ws(' ', m.user_id, m.role, m.section) order by 1 separator ';')"
                            + " from member m join shell s on s.id = m.shell_id group by s.shell_key",
                    "people ",
                    all);
            rows(statement, "select path, locked from category", "category ", all);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
        return all;
    }

    private static void rows(Statement statement, String sql, String kind, Map<String, String> into)
            throws SQLException {
        statement.execute("set session group_concat_max_len = 10000000");
        try (ResultSet rows = statement.executeQuery(sql)) {
            while (rows.next()) {
                into.put(kind + rows.getString(1), String.valueOf(rows.getString(2)));
            }
        }
    }

    @Test
    void whatNobodyTouchedIsAsItWasAndTheRestIsListed() {
        assertThat(abara.build("27SP", keys(1, BEFORE + 1)).get("done").asInt()).isEqualTo(BEFORE);
        // another title for all, two sections together, of which one has a shell already
        int version =
                abara.get("/api/terms/27SP/cross-lists").json().get("version").asInt();
        Client.Answer kept = abara.post(
                "/api/conventions/versions",
                "{\"note\":\"\",\"change\":{\"basedOn\":" + version + ",\"stack\":"
                        + abara.stackWith(0, "title", "{course} {section}, {title}") + "}}");
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        Client.Answer joined = abara.post(
                "/api/terms/27SP/cross-lists/versions",
                "{\"versions\":\"" + abara.versions("27SP") + "\",\"note\":\"\",\"change\":{\"basedOn\":"
                        + (version + 1)
                        + ",\"crossLists\":{\"split\":[],\"keep\":[{\"id\":\"x1\",\"lead\":\"cl-27SP-1\","
                        + "\"joined\":[\"cl-27SP-2\"],\"approved\":true,\"reason\":\"one stage\"}]}}}");
        assertThat(joined.status()).as(joined.text()).isEqualTo(200);
        Map<String, String> before = everything();

        JsonNode build = abara.build("27SP");
        assertThat(build.get("state").asString()).isEqualTo("DONE");
        assertThat(everything()).isNotEqualTo(before);
        // 20 new ones are touched, in four ways; and the title of two that stood before
        Set<String> touched = new TreeSet<>();
        for (int i = 100; i < 105; i++) {
            touched.add(key(i, lms.put("/lms/api/trouble/work/s:cl-27SP-" + i, "")));
        }
        for (int i = 110; i < 115; i++) {
            touched.add(key(i, lms.put("/lms/api/trouble/hand/s:cl-27SP-" + i + "?open=true", "")));
        }
        for (int i = 120; i < 125; i++) {
            touched.add(key(i, lms.put("/lms/api/outlines", """
                    {"items":[{"key":"s:cl-27SP-%d","units":[{"title":"Mine","items":[]}]}]}""".formatted(i), "own-" + i)));
        }
        String guest = lms.get("/lms/api/shells/s:cl-27SP-250/people")
                .json()
                .get(0)
                .get("user")
                .asString();
        for (int i = 130; i < 135; i++) {
            touched.add(key(i, lms.put("/lms/api/people", """
                    {"items":[{"key":"s:cl-27SP-%d","add":[{"user":"%s","role":"instructor","section":""}],"remove":[]}]}""".formatted(i, guest), "guest-" + i)));
        }
        assertThat(touched).hasSize(20);
        lms.put("/lms/api/trouble/title/s:cl-27SP-50?title=Ours", "");
        Map<String, String> since = everything();

        Client.Answer asked = abara.post("/api/builds/" + build.get("id") + "/take-back", "");
        long id = asked.json().get("id").asLong();
        JsonNode look = abara.until(
                "/api/builds/" + id, now -> now.get("state").asString().equals("PAUSED"));
        assertThat(everything())
                .as("nothing happens before somebody has looked")
                .isEqualTo(since);
        Map<String, String> reasons = new LinkedHashMap<>();
        look.get("kept")
                .forEach(step -> reasons.put(
                        step.get("shellKey").asString(), step.get("reason").asString()));
        assertThat(reasons.keySet()).containsAll(touched).contains("s:cl-27SP-50");
        assertThat(reasons.get("s:cl-27SP-100")).contains("Students have worked");
        assertThat(reasons.get("s:cl-27SP-110")).contains("by hand");
        assertThat(reasons.get("s:cl-27SP-50")).contains("title");

        abara.post("/api/builds/" + id + "/go-on", "");
        JsonNode back = abara.ended(id);
        assertThat(back.get("failed").asInt()).as("%s", back.get("causes")).isZero();
        assertThat(back.get("state").asString()).isEqualTo("DONE");

        Map<String, String> after = everything();
        Map<String, String> expected = new TreeMap<>(before);
        since.forEach((what, how) -> {
            String about = what.substring(what.indexOf(' ') + 1);
            if (touched.contains(about) || about.equals("s:cl-27SP-50")) {
                expected.put(what, how);
            }
        });
        // categories stay that a touched shell is in, and those above them
        Set<String> inUse = new HashSet<>();
        touched.forEach(shell -> {
            String category = since.get("shell " + shell).split("\\|", -1)[4];
            for (String path = category; !path.isEmpty(); path = above(path)) {
                inUse.add("category " + path);
            }
        });
        inUse.forEach(category -> expected.put(category, "0"));
        assertThat(after).isEqualTo(expected);
        assertThat(lms.get("/lms/api/effects").json().at("/shell removed/times").asInt())
                .isEqualTo(SHELLS - BEFORE - touched.size());
        assertThat(abara.post("/api/builds/" + id + "/take-back", "").status())
                .as("what took back is not taken back")
                .isEqualTo(422);
    }

    private static String key(int section, Client.Answer answer) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return "s:cl-27SP-" + section;
    }

    private static String above(String path) {
        int at = path.lastIndexOf(" / ");
        return at < 0 ? "" : path.substring(0, at);
    }

    @Test
    void aBuildThatDidNothingHasNothingToTakeBack() {
        lms.put("/lms/api/trouble", "{\"busy\":1}");
        Client.Answer started = abara.startBuild("27SP", keys(250, 251));
        long id = started.json().get("id").asLong();
        abara.post("/api/builds/" + id + "/end", "");
        abara.ended(id);
        lms.put("/lms/api/trouble", "{\"busy\":0}");
        JsonNode back = abara.ended(abara.post("/api/builds/" + id + "/take-back", "")
                .json()
                .get("id")
                .asLong());
        assertThat(back.get("reason").asString()).contains("nothing to take back");
        assertThat(List.of("FAILED")).contains(back.get("state").asString());
    }
}
