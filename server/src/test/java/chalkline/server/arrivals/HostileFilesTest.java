package chalkline.server.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.RunningSystem;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Files that nobody would send on purpose, and work that fails again and again: told, counted, and ended. */
class HostileFilesTest {
    private static RunningSystem system;
    private static Client abara;
    private static ListFiles list;
    private static JdbcClient db;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
        list = ListFiles.of(Client.anonymous(system.standIns()));
        db = system.bean(JdbcClient.class);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static JsonNode dropped(String name, byte[] content) {
        JsonNode arrival = abara.read(abara.upload("/api/arrivals", name, content));
        assertThat(abara.get("/api/arrivals").status()).isEqualTo(200);
        assertThat(abara.get("/api/desk").status()).isEqualTo(200);
        assertThat(db.sql("select count(*) from arrival_piece")
                        .query(Integer.class)
                        .single())
                .as("nothing of it is left behind")
                .isZero();
        return arrival;
    }

    private static String firstFault(JsonNode arrival) {
        assertThat(arrival.get("state").asString()).isEqualTo("REFUSED");
        JsonNode fault = arrival.get("faults").get(0);
        return fault.get("file").asString() + ":" + fault.get("line").asInt() + ":"
                + fault.get("column").asString() + ": " + fault.get("reason").asString();
    }

    @Test
    void namesOfFilesMayBeAnything() {
        byte[] none = {1, 2, 3};
        assertThat(dropped("a\tb\u0001\u202Ec.zip", none).get("fileName").asString())
                .isEqualTo("a b c.zip");
        String name = dropped("n".repeat(300) + ".zip", none).get("fileName").asString();
        assertThat(name).hasSize(120).startsWith("nnn").endsWith("…");
        assertThat(dropped("", none).get("fileName").asString()).isEqualTo("a file");
    }

    @Test
    void faultsKeepWhateverStandsInAField() throws IOException {
        byte[] odd = list.with("courses.csv", text -> text.replaceFirst(",active,", ",\"a\tb\nc \uD83D\uDE00\","));
        assertThat(firstFault(dropped("odd.zip", odd)))
                .isEqualTo("courses.csv:2:status: \"a\tb\nc \uD83D\uDE00\" is no status; it must be empty,"
                        + " active or tobedeleted");
    }

    @Test
    void whatIsTooLongIsToldWithItsPlace() throws IOException {
        byte[] wide = list.with(
                "orgs.csv", text -> text.replaceFirst("(?m)^([^,\n]+,active,[^,]*,)", "$1" + "T".repeat(4001)));
        assertThat(firstFault(dropped("wide.zip", wide)))
                .startsWith("orgs.csv:2:name: it has ")
                .endsWith("at most 4000 are taken");
    }

    @Test
    void aZipThatIsCutOffSaysSo() throws IOException {
        byte[] whole = ListFiles.zip(list.files());
        assertThat(firstFault(dropped("cut.zip", Arrays.copyOf(whole, whole.length - 100))))
                .startsWith("cut.zip:1:1: the zip file is damaged or cut off");
    }

    @Test
    void aLargeFileGoesThroughInPieces() {
        byte[] noise = new byte[20 << 20];
        new Random(7).nextBytes(noise);
        assertThat(firstFault(dropped("noise.bin", noise))).startsWith("noise.bin:1:1: this is no zip file");
    }

    @Test
    void formsThatAreNoneAreRefused() {
        String start = "--b\r\nContent-Disposition: form-data; name=\"file\"; filename=\"x.zip\"\r\n\r\n";
        for (String type : new String[] {"multipart/form-data", "multipart/form-data; boundary=b"}) {
            for (String body : new String[] {"", "x", start, start + "abc", "--b--\r\n"}) {
                Client.Answer answer = abara.send("POST", "/api/arrivals", type, body.getBytes(StandardCharsets.UTF_8));
                assertThat(answer.status()).as("%s %s: %s", type, body, answer).isBetween(400, 499);
            }
        }
    }

    @Test
    void aListWithHeadingsOnlyIsHeld() throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>(list.files());
        for (String file : new String[] {"classes.csv", "enrollments.csv", "courses.csv", "users.csv"}) {
            String text = new String(files.get(file), StandardCharsets.UTF_8);
            files.put(file, text.lines().limit(1).collect(Collectors.joining()).getBytes(StandardCharsets.UTF_8));
        }
        JsonNode arrival = dropped("empty.zip", ListFiles.zip(files));
        assertThat(arrival.get("state").asString()).isEqualTo("HELD");
        assertThat(arrival.get("trips").get(0).get("out").asInt()).isEqualTo(120);
        assertThat(abara.get("/api/arrivals/" + arrival.get("id").asLong() + "/departments")
                        .status())
                .isEqualTo(200);
    }

    @Test
    void whatIsOddIsToldAndHoldsNothing() throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>(list.files());
        String orgs = new String(files.get("orgs.csv"), StandardCharsets.UTF_8);
        files.put("orgs.csv", orgs.replace(",department,", ",faculty,").getBytes(StandardCharsets.UTF_8));
        JsonNode arrival = dropped("faculties.zip", ListFiles.zip(files));
        assertThat(arrival.get("state").asString()).isEqualTo("KEPT");
        JsonNode first = arrival.get("oddities").get(0);
        assertThat(first.get("kind").asString()).isEqualTo("ORG_TYPE");
        assertThat(first.get("subject").asString()).isEqualTo("faculty");
        assertThat(first.get("count").asInt()).isGreaterThan(5);
        int moved = 0;
        for (JsonNode odd : arrival.get("oddities")) {
            moved += odd.get("kind").asString().equals("DEPARTMENT_CHANGED")
                    ? odd.get("count").asInt()
                    : 0;
        }
        assertThat(moved)
                .as("all sections that had a college above their department")
                .isEqualTo(120);
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
    }

    @Test
    void aListThatEndedTheProcessThreeTimesIsGivenUp() {
        db.sql(
                        "insert into arrival (way, file_name, state, received_at, received_by, sections, courses, people,"
                                + " enrollments, fault_count, faults, reason, attempts)"
                                + " values ('FILE', 'deadly.zip', 'READING', utc_timestamp(6), 'abara', 0, 0, 0, 0, 0, '[]', '', 3)")
                .update();
        long id = db.sql("select max(id) from arrival").query(Long.class).single();
        system.bean(SchedulerClient.class)
                .scheduleIfNotExists(ReadArrival.TASK
                        .instance(Long.toString(id))
                        .data(new ReadArrival.Work(id))
                        .scheduledTo(Instant.now()));
        JsonNode arrival = abara.until(
                "/api/arrivals/" + id, one -> !one.get("state").asString().equals("READING"));
        assertThat(firstFault(arrival)).startsWith("deadly.zip:1:1: Chalk Line ended 3 times while it read this list");
    }

    @Test
    void workThatFailsThreeTimesStopsAndTheDeskSaysSo() throws IOException {
        byte[] other = list.with("courses.csv", text -> text.replaceFirst("active,", "active,Other "));
        db.sql("rename table listed_org to listed_org_away").update();
        JsonNode arrival;
        try {
            arrival = dropped("unlucky.zip", other);
        } finally {
            db.sql("rename table listed_org_away to listed_org").update();
        }
        assertThat(firstFault(arrival)).startsWith("unlucky.zip:1:1: it was given up after three tries: ");
        JsonNode given = abara.get("/api/desk").json().get("givenUp").get(0);
        assertThat(given.get("what").asString())
                .isEqualTo("read-arrival " + arrival.get("id").asLong());
        assertThat(given.get("reason").asString()).contains("listed_org");
        assertThat(abara.get("/api/terms/27SP/proof").status()).isEqualTo(200);
    }

    @Test
    void whoeverSleptWhileItReadAListLeavesItToTheNextTry() throws IOException {
        byte[] other = list.with("courses.csv", text -> text.replaceFirst("active,", "active,Late "));
        Client standIns = Client.anonymous(system.standIns());
        // the LMS is looked at before rows are written, so that the first try waits there
        standIns.put("/lms/api/trouble", "{\"latencyMillis\":3000}");
        long id;
        try {
            id = abara.upload("/api/arrivals", "slept.zip", other)
                    .json()
                    .get("id")
                    .asLong();
            abara.until(
                    "/api/arrivals/" + id,
                    one -> db.sql("select count(*) from arrival where id = ? and content_hash is not null")
                                    .param(id)
                                    .query(Integer.class)
                                    .single()
                            == 1);
            db.sql("update arrival set attempts = attempts + 1 where id = ?")
                    .param(id)
                    .update();
        } finally {
            standIns.put("/lms/api/trouble", "{\"latencyMillis\":0}");
        }
        abara.until(
                "/api/arrivals/" + id,
                one -> db.sql("select count(*) from scheduled_tasks where task_name = 'read-arrival'")
                                .query(Integer.class)
                                .single()
                        == 0);
        assertThat(abara.get("/api/arrivals/" + id).json().get("state").asString())
                .isEqualTo("READING");
        assertThat(rows(id)).isZero();

        system.bean(ReadArrival.class).run(id);
        assertThat(abara.get("/api/arrivals/" + id).json().get("state").asString())
                .isEqualTo("KEPT");
        assertThat(rows(id)).isPositive();
        // an earlier try that wakes only now changes nothing of it
        system.bean(ReadArrival.class).giveUp(id, "too late");
        assertThat(abara.get("/api/arrivals/" + id).json().get("state").asString())
                .isEqualTo("KEPT");
    }

    private static int rows(long arrival) {
        return db.sql("select count(*) from listed_enrollment where arrival_id = ?")
                .param(arrival)
                .query(Integer.class)
                .single();
    }
}
