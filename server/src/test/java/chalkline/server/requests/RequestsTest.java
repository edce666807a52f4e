package chalkline.server.requests;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.Teachers;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What whoever teaches asks for, from the wish to the shell in the LMS. */
class RequestsTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;
    private static Teachers teachers;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(300, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
        teachers = new Teachers(system, 40);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static String wish(String kind, Map<String, ?> more, JsonNode... sections) {
        Map<String, Object> wish = new java.util.HashMap<>();
        for (String field : List.of("lead", "from", "title", "opens", "open")) {
            wish.put(field, null);
        }
        wish.putAll(Map.of(
                "term",
                "27SP",
                "kind",
                kind,
                "sections",
                List.of(sections).stream().map(one -> one.get("id").asString()).toList(),
                "note",
                ""));
        wish.putAll(more);
        return JSON.writeValueAsString(wish);
    }

    private static JsonNode ask(Teachers.Pair who, String wish) {
        Client.Answer answer = who.client().post("/api/requests", wish);
        assertThat(answer.status()).as(answer.text()).isEqualTo(201);
        return answer.json();
    }

    private static JsonNode row(Client client, long id) {
        return client.get("/api/requests/" + id).json().get("row");
    }

    private static String stands(Client client, JsonNode request) {
        long id = request.get("row").get("id").asLong();
        JsonNode end = client.until(
                "/api/requests/" + id,
                one -> !List.of("APPROVED", "BUILDING")
                        .contains(one.get("row").get("state").asString()));
        return end.get("row").get("state").asString()
                + end.get("row").get("reason").asString();
    }

    private static List<String> inbox(String subject) {
        List<String> found = new ArrayList<>();
        lms.get("/mail/api/messages").json().forEach(mail -> {
            if (mail.get("subject").asString().contains(subject)) {
                found.add(mail.get("recipient").asString() + "\n"
                        + mail.get("plain").asString());
            }
        });
        return found;
    }

    @Test
    void oneShellForTwoSectionsOfOneCourseIsARulesMatterAndStandsInTheLms() {
        Teachers.Pair who = teachers.pairs().get(0);
        String wish = wish("TOGETHER", Map.of("lead", "lowest"), who.first(), who.second());
        JsonNode does = who.client().post("/api/requests/look", wish).json();
        assertThat(does.get("special")).isEmpty();
        JsonNode request = ask(who, wish);
        assertThat(request.get("row").get("decidedBy").asString()).isEqualTo("rule");
        assertThat(stands(who.client(), request)).isEqualTo("STANDS");

        String key = who.client().get("/api/teaching").json().findValues("shell").stream()
                .filter(shell -> !shell.isNull() && shell.get("with").size() > 0)
                .map(shell -> shell.get("key").asString())
                .findFirst()
                .orElseThrow();
        assertThat(lms.get("/lms/api/shells/" + key + "/people").text())
                .contains(
                        who.first().get("id").asString(), who.second().get("id").asString());
        assertThat(lms.until(() -> inbox("It stands: One shell for"), mails -> !mails.isEmpty()))
                .allSatisfy(mail -> assertThat(mail).contains("good for 14 days"));

        // whichever of them it is asked for, dates are the shared shell's
        assertThat(stands(who.client(), ask(who, wish("WINDOW", Map.of("opens", "2026-12-14"), who.second()))))
                .isEqualTo("STANDS");
        assertThat(who.client().get("/api/teaching").text()).contains("\"opens\":\"2026-12-14T00:00:00-04:00\"");
        assertThat(who.client()
                        .post("/api/requests/look", wish("WINDOW", Map.of("opens", "2026-12-14"), who.first()))
                        .status())
                .isEqualTo(422);

        // asked for again it makes no sense, and the other way round takes it apart
        assertThat(stands(who.client(), ask(who, wish("APART", Map.of(), who.second()))))
                .isEqualTo("STANDS");
        assertThat(who.client()
                        .post("/api/requests", wish("APART", Map.of(), who.second()))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void differentCoursesAreForWhoeverPlansThemAndSayWhatTheyPutTogether() {
        Teachers.Pair who = teachers.ofTwoCourses();
        String wish = wish("TOGETHER", Map.of("note", "same room"), who.first(), who.second());
        JsonNode request = ask(who, wish);
        long id = request.get("row").get("id").asLong();
        int version = request.get("row").get("version").asInt();
        assertThat(request.get("does").get("question").asString()).startsWith("One shell for 2 courses, ");
        assertThat(request.get("does").get("special").get(0).get("special").asString())
                .isEqualTo("COURSES_DIFFER");
        // whoever decides must say why it may be
        Client.Answer bare = decide(abara, id, version, "APPROVE", "");
        assertThat(bare.status()).isEqualTo(422);
        assertThat(bare.json().get("detail").asString()).contains("different courses");

        Client.Answer back = decide(abara, id, version, "ASK_BACK", "Which room is it?");
        assertThat(back.json().get("row").get("state").asString()).isEqualTo("BACK");
        assertThat(lms.until(() -> inbox("A question: One shell for"), mails -> !mails.isEmpty()))
                .anySatisfy(mail -> assertThat(mail).contains("Which room is it?"));
        int asked = row(who.client(), id).get("version").asInt();
        Client.Answer answered = who.client()
                .post(
                        "/api/requests/" + id + "/answer",
                        "{\"version\":" + asked + ",\"wish\":" + wish.replace("same room", "Quay 2") + "}");
        assertThat(answered.status()).isEqualTo(200);
        JsonNode approved = decide(
                        abara, id, answered.json().get("row").get("version").asInt(), "APPROVE", "taught in Quay 2")
                .json();
        assertThat(approved.get("row").get("state").asString()).isEqualTo("APPROVED");
        assertThat(stands(who.client(), approved)).isEqualTo("STANDS");
        List<String> turns = new ArrayList<>();
        who.client()
                .get("/api/requests/" + id)
                .json()
                .get("turns")
                .forEach(turn -> turns.add(turn.get("what").asString()));
        assertThat(turns).containsExactly("asked", "asked back", "answered", "approved", "stands");
        assertThat(abara.get("/api/conventions/versions/"
                                + abara.get("/api/conventions")
                                        .json()
                                        .get("about")
                                        .get("number")
                                        .asInt() + "/file")
                        .text())
                .contains("taught in Quay 2");
    }

    private static Client.Answer decide(Client client, long id, int version, String what, String note) {
        return client.post(
                "/api/requests/" + id + "/decision",
                JSON.writeValueAsString(Map.of("version", version, "what", what, "note", note)));
    }

    private static Map<Long, String> sheet(Client client, String before) {
        Client.Answer answer = client.get("/api/requests" + before);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        Map<Long, String> states = new java.util.LinkedHashMap<>();
        answer.json()
                .get("rows")
                .forEach(row ->
                        states.put(row.get("id").asLong(), row.get("state").asString()));
        assertThat(List.copyOf(states.keySet())).isSortedAccordingTo(java.util.Comparator.reverseOrder());
        return states;
    }

    @Test
    void whatIsOpenIsOnTheFirstPageAndWhatIsDoneWithBeforeANumberOnTheNext() {
        Teachers.Pair who = teachers.pairs().get(4);
        JsonNode open = ask(who, wish("TITLE", Map.of("title", "Still open"), who.first()));
        JsonNode done = ask(who, wish("TITLE", Map.of("title", "Done with"), who.second()));
        long openId = open.get("row").get("id").asLong();
        long doneId = done.get("row").get("id").asLong();
        decide(abara, doneId, done.get("row").get("version").asInt(), "DECLINE", "no");
        assertThat(sheet(abara, "")).containsEntry(openId, "ASKED").containsEntry(doneId, "DECLINED");
        assertThat(sheet(who.client(), "")).containsKeys(openId, doneId);

        Map<Long, String> earlier = sheet(abara, "?before=" + (doneId + 1));
        assertThat(earlier).containsEntry(doneId, "DECLINED").doesNotContainKey(openId);
        assertThat(earlier.values()).doesNotContain("ASKED", "BACK", "APPROVED", "BUILDING");
        assertThat(sheet(abara, "?before=" + doneId).keySet()).allMatch(id -> id < doneId);
        assertThat(sheet(teachers.pairs().get(0).client(), "")).doesNotContainKeys(openId, doneId);
        assertThat(abara.get("/api/requests?before=0").status()).isEqualTo(400);
        decide(abara, openId, open.get("row").get("version").asInt(), "DECLINE", "no");
    }

    @Test
    void ofTwoWhoDecideAtOnceOneWinsAndTheOtherIsToldWho() {
        Teachers.Pair who = teachers.other(teachers.pairs().get(0).login());
        JsonNode request = ask(who, wish("TITLE", Map.of("title", "Decided once"), who.first()));
        long id = request.get("row").get("id").asLong();
        int version = request.get("row").get("version").asInt();
        List<Client> deciders =
                IntStream.range(0, 6).mapToObj(i -> system.signedIn("abara")).toList();
        List<Client.Answer> answers = deciders.stream()
                .map(client -> CompletableFuture.supplyAsync(() -> decide(client, id, version, "DECLINE", "no")))
                .toList()
                .stream()
                .map(CompletableFuture::join)
                .toList();
        assertThat(answers).filteredOn(answer -> answer.status() == 200).hasSize(1);
        assertThat(answers).filteredOn(answer -> answer.status() != 200).allSatisfy(answer -> {
            assertThat(answer.status()).isEqualTo(409);
            assertThat(answer.json().get("detail").asString()).contains("declined by N. Abara");
        });
        assertThat(lms.until(() -> inbox("Declined: Another title"), mails -> !mails.isEmpty()))
                .hasSize(1);
    }

    @Test
    void manyAreDecidedTogetherAndThoseThatCannotBeAreLeft() {
        List<Teachers.Pair> pairs = teachers.pairs();
        List<Map<String, Object>> which = new ArrayList<>();
        for (Teachers.Pair who : pairs.subList(1, 4)) {
            JsonNode row = ask(who, wish("TITLE", Map.of("title", "{label} in bulk"), who.first()))
                    .get("row");
            which.add(Map.of(
                    "id", row.get("id").asLong(), "version", row.get("version").asInt()));
        }
        which.add(Map.of("id", 99_999, "version", 1));
        JsonNode came = abara.post(
                        "/api/requests/decisions",
                        JSON.writeValueAsString(Map.of("requests", which, "what", "APPROVE", "note", "")))
                .json();
        assertThat(came.findValuesAsString("done")).containsExactly("true", "true", "true", "false");
        for (Map<String, Object> one : which.subList(0, 3)) {
            JsonNode end = abara.until(
                    "/api/requests/" + one.get("id"),
                    request -> request.get("row").get("state").asString().equals("STANDS"));
            assertThat(end.get("does").toString()).contains("in bulk");
        }
    }

    @Test
    void aTermIsAskedForFromItsDayOnly() {
        Teachers.Pair who = teachers.other();
        String wish = wish("WINDOW", Map.of("open", "yes"), who.first());
        assertThat(abara.put("/api/terms/27SP/asking", "{\"opens\":\"2099-03-01\",\"byRule\":[]}")
                        .status())
                .isEqualTo(200);
        Client.Answer early = who.client().post("/api/requests/look", wish);
        assertThat(early.status()).isEqualTo(422);
        assertThat(early.json().get("detail").asString())
                .isEqualTo("Spring 2027 can be asked for from Sun 1 Mar 2099 on.");
        assertThat(abara.put(
                                "/api/terms/27SP/asking",
                                "{\"opens\":\"2026-10-01\",\"byRule\":[\"SHELL\",\"TOGETHER\",\"APART\",\"START\",\"WINDOW\"]}")
                        .status())
                .isEqualTo(200);
        assertThat(who.client().post("/api/requests/look", wish).status()).isEqualTo(200);
    }

    @Test
    void aLinkLeadsOnePersonForATimeAndLetsNobodyIn() {
        Teachers.Pair who = teachers.pairs().get(4);
        JsonNode request = ask(who, wish("TITLE", Map.of("title", "By a link"), who.first()));
        long id = request.get("row").get("id").asLong();
        decide(abara, id, request.get("row").get("version").asInt(), "DECLINE", "not now");
        String mail = lms
                .until(
                        () -> inbox("Declined: Another title for"),
                        mails -> mails.stream().anyMatch(one -> one.contains("By a link")))
                .stream()
                .filter(one -> one.contains("By a link"))
                .findFirst()
                .orElseThrow();
        String secret = mail.replaceAll("(?s).*link=([A-Za-z0-9_-]+).*", "$1");
        assertThat(who.client()
                        .get("/api/request-links/" + secret)
                        .json()
                        .get("request")
                        .asLong())
                .isEqualTo(id);
        assertThat(abara.get("/api/request-links/" + secret).status()).isEqualTo(404);
        assertThat(Client.anonymous(system.address())
                        .get("/api/request-links/" + secret)
                        .status())
                .isEqualTo(401);
        system.bean(JdbcClient.class)
                .sql("update request_link set until = '2020-01-01' where request_id = ?")
                .param(id)
                .update();
        assertThat(who.client()
                        .get("/api/request-links/" + secret)
                        .json()
                        .get("detail")
                        .asString())
                .isEqualTo("This link is no longer good. Look for the request in the list.");
    }

    /** What is written is text in mail, and what turns writing or hides in it is refused where it is typed. */
    @Test
    void hostileWordsAreHarmless() {
        Teachers.Pair who = teachers.pairs().get(6);
        String hostile = "<script>alert(1)</script> =cmd|'/c calc'!A1 '; drop table account; --";
        JsonNode request = ask(who, wish("TITLE", Map.of("title", "Hostile", "note", hostile), who.first()));
        long id = request.get("row").get("id").asLong();
        decide(abara, id, request.get("row").get("version").asInt(), "DECLINE", hostile);
        lms.until(
                () -> inbox("Declined: Another title for"),
                mails -> mails.stream().anyMatch(mail -> mail.contains("Hostile") && mail.contains(hostile)));
        lms.get("/mail/api/messages")
                .json()
                .forEach(mail -> assertThat(mail.get("html").asString()).doesNotContain("<script"));
        // nor does anybody get the content of a shell that is not theirs
        String other = "s:" + teachers.pairs().get(5).second().get("id").asString();
        assertThat(who.client()
                        .post("/api/requests", wish("MASTER", Map.of("title", "Mine", "from", other), who.second()))
                        .text())
                .contains("that section's own shell");
        for (String odd : List.of("a\u0000b", "two\u0007")) {
            assertThat(who.client()
                            .post("/api/requests", wish("TITLE", Map.of("title", odd), who.second()))
                            .status())
                    .isEqualTo(422);
        }
    }

    @Test
    void aSectionThatNobodyTeachesIsTakenOverOnceSomebodyConfirmsIt() {
        Teachers.Pair who = teachers.pairs().get(5);
        JsonNode rows = abara.get("/api/terms/27SP/proof/rows?versions=" + abara.versions("27SP"))
                .json()
                .get("rows");
        String free = null;
        String key = null;
        for (JsonNode row : rows) {
            if (row.get("snags").toString().contains("no-instructor")
                    && row.get("sections").size() == 1) {
                free = row.get("sections").get(0).asString();
                key = row.get("key").asString();
            }
        }
        assertThat(free).isNotNull();
        abara.build("27SP", key);
        JsonNode request = ask(who, wish("TAKE_OVER", Map.of("sections", List.of(free)), who.first()));
        JsonNode row = request.get("row");
        assertThat(row.get("state").asString()).isEqualTo("ASKED");
        decide(abara, row.get("id").asLong(), row.get("version").asInt(), "APPROVE", "");
        assertThat(stands(who.client(), request)).isEqualTo("STANDS");
        assertThat(lms.get("/lms/api/shells/" + key + "/people").text()).contains("\"instructor\"");
    }
}
