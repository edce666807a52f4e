package chalkline.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.ListFiles;
import chalkline.server.RunningSystem;
import chalkline.server.Teachers;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** All that is kept of one person is handed over, and taken out once nothing needs it (GDPR, articles 15 and 17). */
class PersonalDataTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client standIns;
    private static JdbcClient db;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(300, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        standIns = Client.anonymous(system.standIns());
        db = system.bean(JdbcClient.class);
        abara.fetchList();
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static String who(String text) {
        return "{\"who\":\"" + text + "\"}";
    }

    private static JsonNode look(String text) {
        return abara.post("/api/people/kept", who(text)).json();
    }

    private static Map<String, Integer> parts(JsonNode kept) {
        return kept.get("parts")
                .valueStream()
                .collect(Collectors.toMap(
                        part -> part.get("what").asString(),
                        part -> part.get("rows").asInt()));
    }

    /** Every table with a column that holds a text somewhere in it, other than those that are said to keep it. */
    private static List<String> holding(String text, String... but) {
        List<String> found = new ArrayList<>();
        db
                .sql("select table_name, column_name from information_schema.columns where table_schema = database()"
                        + " and data_type in ('varchar', 'char', 'text', 'mediumtext', 'longtext')")
                .query((row, n) -> List.of(row.getString(1), row.getString(2)))
                .list()
                .stream()
                .filter(column -> !List.of(but).contains(column.get(0)))
                .filter(column -> db.sql("select exists (select 1 from `" + column.get(0) + "` where locate(?, `"
                                + column.get(1) + "`) > 0)")
                        .param(text)
                        .query(Boolean.class)
                        .single())
                .forEach(column -> found.add(column.get(0) + "." + column.get(1)));
        return found;
    }

    /** Somebody stood in a list that is not in use. */
    private static void wasListed(long arrival, String person, String address) {
        db.sql("insert into listed_person values (?, 0, ?, true, '', 'Una', 'Berg', '', ?)")
                .params(arrival, person, address)
                .update();
        db.sql(
                        "insert into arrival (id, source, way, file_name, state, received_at, received_by, sections, courses, people,"
                                + " enrollments, fault_count, faults) values (?, 'registrar', 'FILE', 'old.zip', 'TURNED_AWAY',"
                                + " now(), 'abara', 0, 0, 1, 0, 0, '[]')")
                .param(arrival)
                .update();
    }

    @Test
    void somebodyWhoTaughtAskedAndLeftIsHandedOverAndTakenOut() throws Exception {
        Teachers.Pair teacher = new Teachers(system, 20).other();
        String login = teacher.login();
        JsonNode account = abara.get("/api/people")
                .json()
                .valueStream()
                .filter(one -> one.get("login").asString().equals(login))
                .findFirst()
                .orElseThrow();
        String person = account.get("person").asString();
        String address = account.get("email").asString();
        assertThat(teacher.client()
                        .post(
                                "/api/requests",
                                "{\"term\":\"27SP\",\"kind\":\"TITLE\",\"sections\":[\""
                                        + teacher.first().get("id").asString()
                                        + "\"],\"note\":\"so it is called\",\"title\":\"Tides by night\",\"lead\":null,\"from\":null,"
                                        + "\"opens\":null,\"open\":null}")
                        .status())
                .isEqualTo(201);
        db.sql("insert into mail (message_key, recipient, subject, plain, html, created_at, due_at, sent_at)"
                        + " values ('k', ?, 's', 'p', 'h', now(), now(), now())")
                .param(address)
                .update();

        String longer = "x" + address;
        db.sql("insert into kept_sheet (arrival_id, term, name, note, kept_by, kept_at, kept_rows, headings, all_rows)"
                        + " values (1, '27SP', 'k', '', 'abara', now(), 1, '[]', ?)")
                .param("[[\"" + address + "; " + longer + "\"],[\"a\\n" + address + "\"]]")
                .update();
        // the same person by whatever is known of them
        JsonNode kept = look(login);
        assertThat(kept.get("person").asString()).isEqualTo(person);
        assertThat(look(person)).isEqualTo(kept);
        assertThat(look(address)).isEqualTo(kept);
        assertThat(parts(kept))
                .containsEntry("account", 1)
                .containsEntry("rows of lists", 1)
                .containsEntry("requests", 1)
                .containsEntry("mail", 1)
                .containsEntry("sheets of courses", 1);

        JsonNode file = abara.post("/api/people/kept/file", who(login)).json();
        assertThat(file.at("/account/0/email").asString()).isEqualTo(address);
        assertThat(file.at("/requests/0/wish").asString()).contains("Tides by night");
        assertThat(file.at("/rows of lists/0/enrollments").asString())
                .contains(teacher.first().get("id").asString() + " teacher");
        assertThat(abara.get("/api/ledger?find=" + person).text()).contains("personal data handed over", person);

        // what is in use is in the way, and nothing is taken out
        Client.Answer refused = abara.post("/api/people/kept/erasure", who(login));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.text()).contains("Nothing was erased", "the registrar takes them out first");
        assertThat(look(login)).isEqualTo(kept);

        UnaryOperator<String> without = text -> text.lines()
                .filter(line -> !line.startsWith(person + ",") && !line.contains("," + person + ","))
                .collect(Collectors.joining("\n", "", "\n"));
        byte[] next = ListFiles.of(standIns).with(Map.of("users.csv", without, "enrollments.csv", without));
        abara.read(abara.upload("/api/arrivals", "left.zip", next));
        JsonNode open = abara.until(
                () -> look(login),
                now -> now.get("inTheWay").toString().contains("Requests of theirs are open")
                        || now.get("inTheWay").isEmpty());
        if (!open.get("inTheWay").isEmpty()) {
            long request = db.sql("select id from shell_request where asker = ?")
                    .param(login)
                    .query(Long.class)
                    .single();
            int version = abara.get("/api/requests/" + request)
                    .json()
                    .at("/row/version")
                    .asInt();
            assertThat(abara.post(
                                    "/api/requests/" + request + "/decision",
                                    "{\"version\":" + version + ",\"what\":\"DECLINE\",\"note\":\"left\"}")
                            .status())
                    .isEqualTo(200);
        }

        JsonNode gone = abara.post("/api/people/kept/erasure", who(login)).json();
        assertThat(gone.get("account").asInt()).isEqualTo(1);
        assertThat(gone.get("rows of lists").asInt()).isEqualTo(1);
        assertThat(db.sql("select all_rows from kept_sheet").query(String.class).single())
                .as("another's address that ends as theirs stays")
                .isEqualTo("[[\"; " + longer + "\"],[\"a\\n\"]]");
        db.sql("delete from kept_sheet").update();
        assertThat(holding(address)).as("tables that still have the address").isEmpty();
        assertThat(teacher.client().get("/api/me").status()).as("signed out").isEqualTo(401);
        assertThat(abara.get("/api/ledger/check").json().get("faults")).isEmpty();
        assertThat(abara.post("/api/people/kept", who(login)).status()).isEqualTo(404);
        assertThat(parts(look(person))).as("the number alone is left").isEmpty();
        assertThat(abara.get("/api/ledger?find=" + person).text()).contains("personal data erased");

        // nobody else is taken for them
        assertThat(abara.post(
                                "/api/people",
                                "{\"login\":\"%s\",\"who\":{\"name\":\"Other\",\"email\":\"\",\"roles\":[\"AUDITOR\"],\"departments\":[],\"person\":null}}"
                                        .formatted(login))
                        .status())
                .isEqualTo(409);
        assertThat(system.bean(Instructors.class)
                        .takeFromList(
                                List.of(new Instructors.Listed("u-new", login, "Other", "other@skerrow.example")),
                                Optional.empty()))
                .containsExactly(login);
    }

    /** Nothing but its number need be filled in a row of a person (OneRoster 1.1, users.csv; from memory). */
    @Test
    void whoHasNoUserNameIsTakenOutOfOldListsToo() {
        wasListed(9999, "u-bare", "");
        assertThat(parts(look("u-bare"))).containsExactly(Map.entry("rows of lists", 1));
        assertThat(abara.post("/api/people/kept/erasure", who("u-bare")).status())
                .isEqualTo(200);
        assertThat(db.sql("select concat(given_name, family_name) from listed_person where source_id = 'u-bare'")
                        .query(String.class)
                        .single())
                .isEmpty();
        assertThat(parts(look("u-bare"))).isEmpty();
    }

    /** What was read of a sheet is remembered for a while; who is erased from it must not be. */
    @Test
    void aSheetThatWasLookedAtShowsNobodyWhoIsErased() {
        String address = "una.berg@left.example";
        wasListed(9998, "u-sheet", address);
        db.sql(
                        "insert into kept_sheet (id, arrival_id, term, name, note, kept_by, kept_at, kept_rows, headings, all_rows)"
                                + " values (9998, 1, '27SP', 'k', '', 'abara', now(), 0, '[\"who\"]', ?)")
                .param(
                        "[{\"number\":1,\"outcome\":\"WRONG\",\"kept\":false,\"section\":\"\",\"label\":\"\",\"says\":\"\","
                                + "\"cells\":[\"by " + address + "\"]}]")
                .update();
        assertThat(abara.get("/api/course-sheets/9998")
                        .json()
                        .at("/rows/0/row/cells/0")
                        .asString())
                .isEqualTo("by " + address);
        assertThat(abara.post("/api/people/kept/erasure", who("u-sheet")).status())
                .isEqualTo(200);
        assertThat(abara.get("/api/course-sheets/9998")
                        .json()
                        .at("/rows/0/row/cells/0")
                        .asString())
                .isEqualTo("by ");
        db.sql("delete from kept_sheet where id = 9998").update();
    }

    /** Somebody of the list may have as a user name what somebody else signs in with. */
    @Test
    void aSignInNameIsTheAccountsAlone() {
        db.sql("update listed_person set username = 'quill' where ordinal = 7 and arrival_id = 1")
                .update();
        JsonNode quill = look("quill");
        assertThat(quill.get("login").asString()).isEqualTo("quill");
        assertThat(quill.get("person").asString()).isEmpty();
        assertThat(parts(quill)).doesNotContainKey("rows of lists");
    }

    @Test
    void aStudentWhoNeverSignedInIsFoundByNumberAndNobodyByChance() {
        JsonNode student = look(db.sql("select user_id from listed_enrollment where role = 'student' limit 1")
                .query(String.class)
                .single());
        assertThat(student.get("login").asString()).isEmpty();
        assertThat(parts(student)).containsOnlyKeys("rows of lists");

        assertThat(abara.post("/api/people/kept", who("nobody at all")).status())
                .isEqualTo(404);
        assertThat(abara.post("/api/people/kept", who(" ")).status()).isEqualTo(400);
        db.sql("update listed_person set email = 'shared@skerrow.example' where ordinal in (3, 4)")
                .update();
        Client.Answer several = abara.post("/api/people/kept", who("shared@skerrow.example"));
        assertThat(several.status()).isEqualTo(422);
        assertThat(several.text()).contains("Several people go by that");
    }

    @Test
    void nobodyTakesThemselvesOut() {
        assertThat(abara.post("/api/people/kept/erasure", who("abara")).text()).contains("This is you");
        assertThat(look("abara").get("login").asString()).isEqualTo("abara");
    }
}
