package chalkline.server.access;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import chalkline.server.Teachers;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Who else is in a shell: let in by whoever teaches there, kept over lists, gone when the time is over. */
class ShellAccessTest {
    private static RunningSystem system;
    private static Client abara;
    private static Client lms;
    private static Teachers teachers;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(120, "--standins.earlier-terms=false", "--standins.copy-millis=1");
        abara = system.signedIn("abara");
        lms = Client.anonymous(system.standIns());
        abara.fetchList();
        teachers = new Teachers(system, 12);
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static String key(Teachers.Pair who) {
        return who.first().get("shell").get("key").asString();
    }

    private static String body(String user, String role, String until) {
        return "{\"user\":\"%s\",\"role\":\"%s\",\"until\":%s,\"reason\":\"marks\"}"
                .formatted(user, role, until == null ? "null" : "\"" + until + "\"");
    }

    private static String people(String key) {
        return lms.get("/lms/api/shells/" + key + "/people").text();
    }

    @Test
    void somebodyIsLetInBeforeTheShellStandsStaysOverListsAndLeavesWhenTheTimeIsOver() {
        Teachers.Pair who = teachers.other();
        String key = key(who);
        String path = "/api/terms/27SP/shells/" + key;
        JsonNode found = who.client().get("/api/listed-people?part=an").json();
        String user = null;
        for (JsonNode one : found) {
            if (!who.client()
                    .get(path + "/access")
                    .text()
                    .contains(one.get("user").asString())) {
                user = one.get("user").asString();
            }
        }
        String guest = user;
        JsonNode before = who.client()
                .post(path + "/people", body(guest, "ASSISTANT", "2027-05-01"))
                .json();
        assertThat(before.get("members").toString()).contains(guest, "\"told\":false", "2027-05-01");
        assertThat(who.client()
                        .post(path + "/people", body(guest, "DESIGNER", null))
                        .status())
                .isEqualTo(409);
        abara.build("27SP", key);
        lms.until(() -> people(key), text -> text.contains(guest));
        assertThat(people(key)).contains("\"assistant\"");

        // it is no drift, and the next list leaves it as it is
        abara.refreshHeld();
        assertThat(abara.get("/api/terms/27SP/upkeep/drift").json().get("rows")).isEmpty();
        lms.put("/registrar/api/day", "{\"day\":1}");
        abara.fetchList();
        abara.build("27SP");
        assertThat(people(key)).contains(guest);

        system.bean(JdbcClient.class)
                .sql("update shell_person set until = '2026-01-01'")
                .update();
        lms.until(() -> people(key), text -> !text.contains(guest));
        assertThat(abara.get("/api/ledger?find=" + guest).text()).contains("person let out", "its time");
    }

    @Test
    void nobodyIsLetInByThoseWhoDoNotTeachThere() {
        Teachers.Pair who = teachers.other();
        Teachers.Pair other = teachers.other(who.login());
        String path = "/api/terms/27SP/shells/" + key(other);
        assertThat(who.client().get(path + "/access").status()).isEqualTo(403);
        assertThat(who.client()
                        .post(path + "/people", body("u-1", "ASSISTANT", null))
                        .status())
                .isEqualTo(403);
        assertThat(other.client()
                        .post(path + "/people", body("nobody-at-all", "ASSISTANT", null))
                        .status())
                .isEqualTo(422);
        assertThat(other.client()
                        .post(path + "/people", body("u-1", "ASSISTANT", "2020-01-01"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void anEntryCodeIsMadeRenewedAndEndedWhereTheConventionsLetItAndTheLmsIsTold() {
        Teachers.Pair who = teachers.other(teachers.other().login());
        String key = key(who);
        String path = "/api/terms/27SP/shells/" + key;
        assertThat(who.client().post(path + "/entry-code", "{\"until\":null}").status())
                .isEqualTo(422);
        int version =
                abara.get("/api/conventions").json().get("about").get("number").asInt();
        assertThat(abara.post(
                                "/api/conventions/versions",
                                "{\"change\":{\"basedOn\":%d,\"value\":{\"setting\":\"entry\",\"value\":\"roster code\",\"section\":\"%s\",\"department\":null,\"layer\":0}},\"note\":\"\"}"
                                        .formatted(
                                                version, who.first().get("id").asString()))
                        .status())
                .isEqualTo(200);
        abara.build("27SP", key);
        JsonNode made = who.client()
                .post(path + "/entry-code", "{\"until\":\"2027-02-01\"}")
                .json();
        String code = made.get("entryCode").get("code").asString();
        assertThat(code).matches("[2-9b-z]{4}-[2-9b-z]{4}-[2-9b-z]{4}");
        assertThat(lms.get("/lms/shell?key=" + key).text()).contains(code);
        String renewed = who.client()
                .post(path + "/entry-code", "{\"until\":null}")
                .json()
                .get("entryCode")
                .get("code")
                .asString();
        assertThat(renewed).isNotEqualTo(code);
        assertThat(lms.get("/lms/shell?key=" + key).text()).contains(renewed).doesNotContain(code);
        assertThat(who.client()
                        .delete(path + "/entry-code")
                        .json()
                        .get("entryCode")
                        .isNull())
                .isTrue();
        assertThat(lms.get("/lms/shell?key=" + key).text()).doesNotContain(renewed);
        assertThat(abara.get("/api/ledger?find=" + key).text())
                .contains("entry code made")
                .doesNotContain(renewed);
    }
}
