package chalkline.server.nights;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.OwnSystem;
import chalkline.server.RunningSystem;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A month in which lists come by themselves and go through to the LMS as far as somebody chose. */
@OwnSystem("what a month came to is compared with a second campus")
class ThirtyDaysTest {
    private static final int SECTIONS = 300;
    private static final String[] SETTINGS = {
        "--standins.earlier-terms=false", "--standins.copy-millis=1", "--standins.calls-per-second=10000"
    };
    private static final int DAYS = 30;
    private static final int BROKEN = 9;
    private static final int COLLEGE_MOVES = 12;
    private static final int HALVED = 16;
    private static final int DOUBLED = 23;
    private static final int MEDDLED = 9;
    private static final String ALL = "[\"ADDS\",\"DROPS\",\"INSTRUCTORS\",\"NEW_SECTIONS\",\"DATES\",\"NAMES\"]";

    private RunningSystem system;
    private Client abara;
    private Client standIns;

    /** The first day, of which everything stands. */
    @BeforeEach
    void start() {
        system = RunningSystem.withSections(SECTIONS, SETTINGS);
        abara = system.signedIn("abara");
        standIns = Client.anonymous(system.standIns());
        abara.fetchList();
        abara.build("27SP");
        assertThat(counts()).containsOnlyKeys("keep");
    }

    @AfterEach
    void stop() {
        system.close();
    }

    private void through(String kinds, int most) {
        Client.Answer set = abara.put("/api/nights/by-itself", "{\"kinds\":" + kinds + ",\"most\":" + most + "}");
        assertThat(set.status()).as(set.text()).isEqualTo(200);
    }

    private void day(int day) {
        standIns.put("/registrar/api/day", "{\"day\":" + day + "}");
    }

    /** The time of the schedule comes; the list that it brought. */
    private JsonNode atNight() throws SQLException {
        long before = abara.get("/api/arrivals").json().get(0).get("id").asLong();
        abara.put("/api/arrivals/sources/registrar/schedule", "{\"active\":true,\"at\":\"00:00\"}");
        try (Connection connection = connected(system.databaseUrl());
                Statement statement = connection.createStatement()) {
            statement.executeUpdate("update list_schedule set last_day = '2000-01-01'");
        }
        return abara.until(
                        "/api/arrivals",
                        all -> all.get(0).get("id").asLong() > before
                                && !all.get(0).get("state").asString().equals("READING"))
                .get(0);
    }

    private static Connection connected(String url) throws SQLException {
        return DriverManager.getConnection(url, "chalkline", "chalkline");
    }

    /** What came of a list, once that is decided and its build has ended. */
    private JsonNode carried(JsonNode list) {
        JsonNode outcome = abara.until(
                        "/api/nights/by-itself",
                        now -> !now.get("outcomes").isEmpty()
                                && now.at("/outcomes/0/list").equals(list.get("id")))
                .at("/outcomes/0");
        if (!outcome.get("build").isNull()) {
            assertThat(abara.ended(outcome.get("build").asLong()).get("state").asString())
                    .isEqualTo("DONE");
        }
        return outcome;
    }

    /** Shells of the proof that holds now by what is to be done with them. */
    private Map<String, Integer> counts() {
        abara.refreshHeld();
        Map<String, Integer> counts = new HashMap<>();
        abara.get("/api/terms/27SP/proof").json().get("actions").forEach(action -> {
            if (action.get("shells").asInt() > 0) {
                counts.put(action.get("action").asString(), action.get("shells").asInt());
            }
        });
        return counts;
    }

    private JsonNode effects() {
        return standIns.get("/lms/api/effects").json();
    }

    /** All that the LMS says of its open shells, by key, and of who is in them. */
    private static Map<String, List<String>> standing(RunningSystem of) throws SQLException {
        Map<String, List<String>> standing = new TreeMap<>();
        try (Connection connection = connected(of.lmsDatabaseUrl());
                Statement statement = connection.createStatement()) {
            try (ResultSet shells = statement.executeQuery(
                    "select shell_key, term, code, title, category, opens, closes, open, open_by_hand, lead, sections, settings,"
                            + " outline, windows from shell where not closed")) {
                while (shells.next()) {
                    List<String> fields = new ArrayList<>();
                    for (int i = 2; i <= shells.getMetaData().getColumnCount(); i++) {
                        // items of outlines get ids of their own in each LMS
                        String value = String.valueOf(shells.getString(i)).replaceAll("\"id\":\"[0-9a-f-]{36}\",?", "");
                        fields.add(shells.getMetaData().getColumnName(i) + ": " + value);
                    }
                    standing.put(shells.getString(1), fields);
                }
            }
            try (ResultSet people = statement.executeQuery(
                    "select s.shell_key, m.user_id, m.role, m.section from member m join shell s on s.id = m.shell_id"
                            + " where not s.closed order by m.user_id, m.role, m.section")) {
                while (people.next()) {
                    standing.get(people.getString(1))
                            .add(people.getString(2) + " " + people.getString(3) + " " + people.getString(4));
                }
            }
        }
        return standing;
    }

    /** A campus that hears of the term on its thirtieth day for the first time. */
    private static Map<String, List<String>> builtAfresh() throws SQLException {
        try (RunningSystem fresh = RunningSystem.withSections(SECTIONS, SETTINGS)) {
            Client.anonymous(fresh.standIns()).put("/registrar/api/day", "{\"day\":" + DAYS + "}");
            Client client = fresh.signedIn("abara");
            client.fetchList();
            client.build("27SP");
            return standing(fresh);
        }
    }

    private long count(String what) throws SQLException {
        try (Connection connection = connected(system.lmsDatabaseUrl());
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("select count(*) from " + what)) {
            rows.next();
            return rows.getLong(1);
        }
    }

    /**
     * Unattended for thirty days, of which one is broken, one halved and one doubled; cancelled sections wait for a person. In
     * the end every field, window and roster is as the list of the thirtieth day says.
     */
    @Test
    void aMonthWithoutAPerson() throws SQLException {
        through(ALL, 200);
        int builds = 0;
        for (int day = 1; day <= DAYS; day++) {
            day(day);
            JsonNode before = effects();
            JsonNode list = atNight();
            if (day == BROKEN || day == HALVED || day == DOUBLED) {
                assertThat(list.get("state").asString()).isEqualTo(day == HALVED ? "HELD" : "REFUSED");
                JsonNode after = effects();
                for (String kind : new String[] {"shell made", "shell changed", "person in", "person out"}) {
                    assertThat(after.at("/" + kind)).as(kind).isEqualTo(before.at("/" + kind));
                }
                continue;
            }
            assertThat(list.get("state").asString()).as("day %d", day).isEqualTo("KEPT");
            if (day == COLLEGE_MOVES) {
                assertCategoriesMove(list);
            }
            JsonNode outcome = carried(list);
            assertThat(outcome.get("trouble").asString()).isEmpty();
            builds += outcome.get("build").isNull() ? 0 : 1;
            // cancelled sections alone wait
            assertThat(outcome.get("waits")).isEqualTo(outcome.get("closes"));
            if (day % MEDDLED == 0) {
                putBack(day);
            }
        }
        assertThat(builds).isEqualTo(DAYS - 3);
        Map<String, Integer> left = counts();
        assertThat(left).containsOnlyKeys("keep", "close");
        JsonNode started = abara.get("/api/terms/27SP/builds").json().get(0);
        assertThat(started.get("startedBy").asString()).isEqualTo("the schedule");
        abara.build("27SP");
        abara.refreshHeld(true);
        assertThat(counts()).containsOnlyKeys("keep");
        JsonNode list = abara.get("/api/arrivals").json().get(0);
        assertThat(count("shell where not closed"))
                .isEqualTo(list.get("sections").asLong());
        assertThat(count("member m join shell s on s.id = m.shell_id where not s.closed"))
                .as("everybody once through each section")
                .isEqualTo(list.get("enrollments").asLong());
        assertThat(standing(system))
                .as("field by field, with people and groups, as a fresh build of the thirtieth day")
                .containsExactlyEntriesOf(builtAfresh());
        for (String kind : new String[] {"shell made", "copy"}) {
            assertThat(effects().at("/" + kind + "/repeated")).as(kind).isEmpty();
        }
        assertFirstDayIsAsTheLmsHasIt();
    }

    /** People change shells here and there in the LMS, and all of it is put back. */
    private void putBack(int day) {
        standIns.put("/lms/api/trouble/drift?term=27SP&count=22&seed=" + day, "");
        abara.refreshHeld();
        JsonNode drift = abara.get("/api/terms/27SP/upkeep/drift").json();
        Set<String> keys = new TreeSet<>();
        drift.get("rows").forEach(row -> keys.add("\"" + row.get("key").asString() + "\""));
        // one of which the section was cancelled meanwhile is only to be closed
        assertThat(keys.size()).as("day %d", day).isBetween(15, 22);
        Client.Answer begun = abara.post(
                "/api/terms/27SP/upkeep/drift/put-back", """
                {"versions":%s,"keys":[%s],"closes":0}""".formatted(drift.get("versions"), String.join(",", keys)));
        assertThat(begun.status()).as(begun.text()).isEqualTo(200);
        assertThat(abara.ended(begun.json().get("build").asLong()).get("state").asString())
                .isEqualTo("DONE");
        abara.refreshHeld();
        assertThat(abara.get("/api/terms/27SP/upkeep/drift").json().get("rows")).isEmpty();
    }

    /** What it says of shells without students and instructors, over days on which every part of the term is taught. */
    private void assertFirstDayIsAsTheLmsHasIt() throws SQLException {
        Map<String, Set<String>> found = new TreeMap<>();
        for (String day : new String[] {"2027-01-18", "2027-04-12"}) {
            abara.get("/api/terms/27SP/upkeep/first-day?day=" + day)
                    .json()
                    .get("rows")
                    .forEach(row -> found.computeIfAbsent(row.get("cause").asString(), cause -> new TreeSet<>())
                            .add(row.get("key").asString()));
        }
        assertThat(found).doesNotContainKeys("NOT_BUILT", "NAME_OFF", "DOUBLED");
        assertThat(found.getOrDefault("EMPTY_ROSTER", Set.of())).isEqualTo(without("student"));
        assertThat(found.getOrDefault("NO_INSTRUCTOR", Set.of())).isEqualTo(without("instructor"));
    }

    /** Keys of open shells that the LMS has nobody of a role in. */
    private Set<String> without(String role) throws SQLException {
        Set<String> keys = new TreeSet<>();
        try (Connection connection = connected(system.lmsDatabaseUrl());
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(
                        "select shell_key from shell s where term = '27SP' and not closed and not exists"
                                + " (select 1 from member m where m.shell_id = s.id and m.role = '" + role + "')")) {
            while (rows.next()) {
                keys.add(rows.getString(1));
            }
        }
        return keys;
    }

    /** Every shell of a department goes with it to another college, also those of which nothing else changed. */
    private void assertCategoriesMove(JsonNode list) {
        JsonNode sections = abara.get("/api/arrivals/" + list.get("id") + "/changes/sections?term=27SP&department=FISH")
                .json();
        assertThat(sections).isNotEmpty();
        int silent = 0;
        for (JsonNode section : sections) {
            boolean stands = section.get("kind").asString().equals("changed");
            if (stands) {
                assertThat(section.get("values"))
                        .extracting(value -> value.get("field").asString())
                        .contains("category");
            } else if (section.get("kind").asString().equals("out")) {
                assertThat(section.get("action").asString()).isEqualTo("close");
            }
            silent += stands
                            && section.get("facts").isEmpty()
                            && section.get("people").isEmpty()
                    ? 1
                    : 0;
        }
        assertThat(silent).isPositive();
    }

    /** What was not chosen waits with its count, and where there is more than a night may touch, nothing goes. */
    @Test
    void onlyWhatWasChosenGoesThroughAndNeverMoreThanItsLimit() throws SQLException {
        through("[\"ADDS\",\"DROPS\"]", 200);
        day(1);
        JsonNode outcome = carried(atNight());
        assertThat(outcome.get("through").asInt()).isPositive();
        assertThat(outcome.get("waits").asInt()).isPositive();
        assertThat(outcome.get("reasons"))
                .extracting(reason -> reason.get("kind").asString())
                .contains("NEW_SECTIONS", "INSTRUCTORS")
                .doesNotContain("ADDS", "DROPS");
        Map<String, Integer> left = counts();
        assertThat(left.getOrDefault("build", 0) + left.getOrDefault("change", 0) + left.getOrDefault("close", 0))
                .isEqualTo(outcome.get("waits").asInt());

        through(ALL, 1);
        day(2);
        JsonNode none = carried(atNight());
        assertThat(none.get("build").isNull()).isTrue();
        assertThat(none.get("through").asInt()).isZero();
        assertThat(none.get("trouble").asString())
                .matches("It would have touched [0-9]+ shells, and a night may touch 1\\.");
        assertThat(abara.get("/api/desk").json().get("latest").toString()).contains("nothing went through by itself");

        // an edit of the conventions is nothing that came with the list
        abara.build("27SP");
        through("[\"NAMES\"]", 200);
        int version =
                abara.get("/api/terms/27SP/cross-lists").json().get("version").asInt();
        Client.Answer edited = abara.post("/api/conventions/versions", """
                {"note":"","change":{"basedOn":%d,"value":
                  {"setting":"title","value":"Another","section":"cl-27SP-7","department":null,"layer":-1}}}""".formatted(version));
        assertThat(edited.status()).as(edited.text()).isEqualTo(200);
        day(3);
        assertThat(carried(atNight()).get("reasons"))
                .extracting(reason -> reason.get("kind").asString())
                .contains("OTHER");
        assertThat(standIns.get("/lms/shell?key=s:cl-27SP-7").text()).doesNotContain("Another");
    }
}
