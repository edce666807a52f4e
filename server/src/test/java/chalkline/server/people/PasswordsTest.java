package chalkline.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

class PasswordsTest {
    private static RunningSystem system;
    private static Client abara;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(48, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    private static String invited(String login) {
        Client.Answer answer = abara.post(
                "/api/people",
                "{\"login\":\"" + login
                        + "\",\"who\":{\"name\":\"K. Dorn\",\"email\":\"\",\"roles\":[\"AUDITOR\"],\"departments\":[],\"person\":null}}");
        assertThat(answer.status()).isEqualTo(201);
        return answer.json().get("password").asString();
    }

    private static int signIn(Client client, String login, String password) {
        client.get("/readyz");
        int status = client.send(
                        "POST",
                        "/api/sign-in",
                        "application/x-www-form-urlencoded",
                        ("username=" + login + "&password=" + password).getBytes(StandardCharsets.UTF_8))
                .status();
        client.get("/api/me");
        return status;
    }

    private static Client.Answer change(Client client, String now, String next) {
        return client.post("/api/me/password", "{\"now\":\"" + now + "\",\"next\":\"" + next + "\"}");
    }

    @Test
    void aFirstPasswordIsGoodForChoosingAnotherOnly() {
        String first = invited("dorn");
        Client dorn = Client.anonymous(system.address());
        assertThat(signIn(dorn, "dorn", first)).isEqualTo(204);
        assertThat(dorn.get("/api/me").json().get("mustChange").asBoolean()).isTrue();
        assertThat(dorn.get("/api/desk").status()).isEqualTo(403);
        assertThat(change(dorn, "wrong", "four words of chalk").status()).isEqualTo(422);
        assertThat(change(dorn, first, "short").json().get("detail").asString()).contains("at least 15");
        assertThat(change(dorn, first, first).status()).isEqualTo(422);
        assertThat(change(dorn, first, "four words of chalk").status()).isEqualTo(200);
        assertThat(dorn.get("/api/desk").status()).isEqualTo(200);
        Client again = Client.anonymous(system.address());
        assertThat(signIn(again, "dorn", first)).isEqualTo(401);
        assertThat(signIn(again, "dorn", "four words of chalk")).isEqualTo(204);
    }

    @Test
    void whatWasKeptWithBcryptIsKeptAnewWhenItsOwnerSignsIn() {
        invited("ferro");
        JdbcClient db = system.bean(JdbcClient.class);
        db.sql("update account set password = ? where login = 'ferro'")
                .param(new BCryptPasswordEncoder(4).encode("kelp over reefs"))
                .update();
        assertThat(signIn(Client.anonymous(system.address()), "ferro", "kelp over reef"))
                .isEqualTo(401);
        assertThat(signIn(Client.anonymous(system.address()), "ferro", "kelp over reefs"))
                .isEqualTo(204);
        assertThat(db.sql("select password from account where login = 'ferro'")
                        .query(String.class)
                        .single())
                .startsWith("$argon2id$");
        assertThat(signIn(Client.anonymous(system.address()), "ferro", "kelp over reefs"))
                .isEqualTo(204);
    }

    @Test
    void whoIsDisabledIsOutAtOnce() {
        String first = invited("ebel");
        Client ebel = Client.anonymous(system.address());
        signIn(ebel, "ebel", first);
        change(ebel, first, "four words of chalk");
        assertThat(ebel.get("/api/desk").status()).isEqualTo(200);
        assertThat(abara.post("/api/people/ebel/disabled?disabled=true", "").status())
                .isEqualTo(200);
        assertThat(ebel.get("/api/desk").status()).isEqualTo(401);
        assertThat(signIn(Client.anonymous(system.address()), "ebel", "four words of chalk"))
                .isEqualTo(401);
        assertThat(abara.post("/api/people/abara/disabled?disabled=true", "").status())
                .as("nobody locks themselves out")
                .isEqualTo(422);
        abara.post("/api/people/ebel/disabled?disabled=false", "");
        assertThat(signIn(Client.anonymous(system.address()), "ebel", "four words of chalk"))
                .isEqualTo(204);
    }

    @Test
    void aResetPasswordIsAFirstOneAgain() {
        invited("fenn");
        String reset = abara.post("/api/people/fenn/password", "")
                .json()
                .get("password")
                .asString();
        Client fenn = Client.anonymous(system.address());
        assertThat(signIn(fenn, "fenn", reset)).isEqualTo(204);
        assertThat(fenn.get("/api/me").json().get("mustChange").asBoolean()).isTrue();
    }

    @Test
    void onlyAdministratorsAddPeopleAndAuditorsSeeThem() {
        Client quill = system.signedIn("quill");
        assertThat(quill.get("/api/people").status()).isEqualTo(200);
        assertThat(abara.get("/api/people").json())
                .anySatisfy(person -> assertThat(person.get("login").asString()).isEqualTo("quill"));
        assertThat(abara.post(
                                "/api/people",
                                "{\"login\":\"Bad Name\",\"who\":{\"name\":\"x\",\"email\":\"\",\"roles\":[],\"departments\":[],\"person\":null}}")
                        .status())
                .isEqualTo(400);
    }
}
