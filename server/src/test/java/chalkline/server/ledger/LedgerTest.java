package chalkline.server.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What was done is found again, and what was done to the ledger itself is found too. */
class LedgerTest {
    private static final JsonMapper JSON = new JsonMapper();

    private static RunningSystem system;
    private static Client abara;

    @BeforeAll
    static void start() {
        system = RunningSystem.withSections(24, "--standins.earlier-terms=false");
        abara = system.signedIn("abara");
        abara.fetchList();
        abara.refreshHeld();
        for (int i = 0; i < 12; i++) {
            done(1 + i);
        }
    }

    @AfterAll
    static void stop() {
        system.close();
    }

    /** Something that is written into the ledger. */
    private static void done(int terms) {
        Client.Answer answer = abara.put("/api/masters/rule", "{\"unusedTerms\":" + terms + "}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    }

    private static JsonNode ledger(String query) {
        Client.Answer answer = abara.get("/api/ledger" + query);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static List<String> faults() {
        List<String> faults = new ArrayList<>();
        ledger("/check").get("faults").forEach(fault -> faults.add(fault.asString()));
        return faults;
    }

    private static void sql(String... statements) throws SQLException {
        try (Connection connection = DriverManager.getConnection(system.databaseUrl(), "chalkline", "chalkline");
                Statement statement = connection.createStatement()) {
            for (String one : statements) {
                statement.execute(one);
            }
        }
    }

    @Test
    void entriesAreFoundByPersonKindWordsAndDays() {
        JsonNode all = ledger("").get("lines");
        assertThat(all.size()).isGreaterThan(12);
        assertThat(all.get(0).get("id").asLong())
                .isGreaterThan(all.get(1).get("id").asLong());
        JsonNode rules = ledger("?find=masters%20before").get("lines");
        assertThat(rules.size()).isGreaterThanOrEqualTo(12);
        assertThat(rules).allSatisfy(line -> {
            assertThat(line.get("login").asString()).isEqualTo("abara");
            assertThat(line.get("who").asString()).isEqualTo("N. Abara");
            assertThat(line.get("address").asString()).isNotEmpty();
            assertThat(line.get("detail").asString()).contains("before", "after");
        });
        String kind = rules.get(0).get("what").asString();
        assertThat(ledger("?what=" + kind.replace(" ", "%20") + "&who=abara").get("lines"))
                .hasSizeGreaterThanOrEqualTo(12);
        assertThat(ledger("?who=nobody").get("lines")).isEmpty();
        assertThat(ledger("?to=2020-01-01").get("lines")).isEmpty();
        assertThat(ledger("?from=2020-01-01").get("lines").size())
                .isEqualTo(ledger("").get("lines").size());
        long second = all.get(1).get("id").asLong();
        assertThat(ledger("?before=" + second).get("lines").get(0).get("id").asLong())
                .isLessThan(second);
        JsonNode vocabulary = ledger("/vocabulary");
        assertThat(vocabulary.get("kinds").toString()).contains(kind);
        assertThat(vocabulary.get("people").toString()).contains("N. Abara");
        // what a word looks like to the database is a word and nothing else
        assertThat(ledger("?find=%25").get("lines")).isEmpty();
    }

    private static JsonNode lastOf(String what) {
        return JSON.readTree(ledger("?what=" + what.replace(" ", "%20"))
                .get("lines")
                .get(0)
                .get("detail")
                .asString());
    }

    @Test
    void entriesSayWhatWasBeforeAndWhatIsAfter() {
        String schedule = "/api/arrivals/sources/registrar/schedule";
        abara.put(schedule, "{\"active\":true,\"at\":\"02:30\"}");
        abara.put(schedule, "{\"active\":false,\"at\":\"03:15\"}");
        JsonNode off = lastOf("schedule switched off");
        assertThat(off.get("before").toString()).contains("true", "02:30");
        assertThat(off.get("after").toString()).contains("false", "03:15");
        keepTemplate("Boots.", 0);
        keepTemplate("Boots and a coat.", 1);
        JsonNode kept = lastOf("template kept");
        assertThat(kept.get("before").asString()).isEqualTo("version 1");
        assertThat(kept.get("changed"))
                .singleElement()
                .satisfies(field -> assertThat(field.toString())
                        .contains("\"instruction\"", "\"Boots.\"", "\"Boots and a coat.\""));
    }

    private static void keepTemplate(String instruction, int basedOn) {
        Client.Answer kept = abara.post("/api/templates", """
                {"draft":{"id":"field-work","title":"Field work","instruction":"%s","weekTitle":"Week {week}","files":{},
                 "units":[],"everyWeek":[]},"basedOn":%d,"note":"for the test"}""".formatted(instruction, basedOn));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
    }

    /** Each way of tampering, and how it is undone after. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "update ledger set detail = '{}' where seal = 5 | is not what was sealed",
                "update ledger set who = 'somebody' where seal = 5 | is not what was sealed",
                "update ledger set at = at + interval 1 second where seal = 5 | is not what was sealed",
                "delete from ledger where seal = 5 | Entry 5 is gone",
                "delete from ledger where seal in (5, 6, 7) | Entries 5 to 7 are gone",
                "delete from ledger where seal = (select number from ledger_head) | is gone",
                "insert into ledger (at, who, what, subject, detail) values ('2020-01-01', 'x', 'x', 'x', '{}') | put in later",
                "insert into ledger (at, who, what, subject, detail, seal, digest) select now(), 'x', 'x', 'x', '{}', number + 1, digest from ledger_head | is not what was sealed",
                "update ledger set seal = 1000 where seal = 5 | Entry 5 is gone"
            })
    void whatIsDoneToTheLedgerItselfIsFound(String tampering, String found) throws SQLException {
        assertThat(faults()).isEmpty();
        sql(
                "create table ledger_before as select * from ledger",
                "create table head_before as select * from ledger_head");
        try {
            sql(tampering);
            assertThat(faults()).isNotEmpty().anyMatch(fault -> fault.contains(found));
        } finally {
            sql(
                    "delete from ledger",
                    "insert into ledger select * from ledger_before",
                    "delete from ledger_head",
                    "insert into ledger_head select * from head_before",
                    "drop table ledger_before",
                    "drop table head_before");
        }
        assertThat(faults()).isEmpty();
    }

    /** The check goes through the ledger a part at a time: what is done beyond the first part is found too. */
    @Test
    void aLedgerOfManyPartsIsOneChain() throws SQLException {
        sql(
                "create table ledger_before as select * from ledger",
                "create table head_before as select * from ledger_head",
                "insert into ledger (at, who, what, subject, detail, address)"
                        + " select now(6), 'abara', 'rehearsed', concat('line ', seq), '{}', '' from seq_1_to_4500");
        LedgerChain chain = system.bean(LedgerChain.class);
        try {
            int sealed = 0;
            for (int some = chain.seal(); some > 0; some = chain.seal()) {
                sealed += some;
            }
            JsonNode check = ledger("/check");
            assertThat(check.get("faults")).isEmpty();
            assertThat(check.get("entries").asInt()).isGreaterThan(4500);
            assertThat(sealed).isPositive();
            for (int seal : new int[] {2000, 2001, 4000, 4001, 4400}) {
                sql("update ledger set subject = concat(subject, '!') where seal = " + seal);
                assertThat(faults()).as("entry %d", seal).hasSize(1).allMatch(fault -> fault.contains("" + seal));
                sql("update ledger set subject = left(subject, length(subject) - 1) where seal = " + seal);
            }
            sql("delete from ledger where seal between 1999 and 2002");
            assertThat(faults()).anyMatch(fault -> fault.contains("1999 to 2002"));
        } finally {
            sql(
                    "delete from ledger",
                    "insert into ledger select * from ledger_before",
                    "delete from ledger_head",
                    "insert into ledger_head select * from head_before",
                    "drop table ledger_before",
                    "drop table head_before");
        }
    }

    /** What is sealed while somebody checks is no fault, whenever that is. */
    @Test
    void whatIsSealedBetweenTwoLooksIsNoFault() {
        class Busy extends LedgerChain {
            private int writes = 4;

            Busy() {
                super(system.bean(JdbcClient.class), system.bean(TransactionTemplate.class), JSON);
            }

            @Override
            Head head() {
                return thenSealed(super.head());
            }

            @Override
            List<Sealed> after(long seal, int most) {
                return thenSealed(super.after(seal, most));
            }

            private <T> T thenSealed(T looked) {
                if (writes-- > 0) {
                    done(1 + writes);
                    seal(); // or the background did
                }
                return looked;
            }
        }
        long before = ledger("/check").get("entries").asLong();
        LedgerCheck.Found found = new LedgerCheck(new Busy()).walk();
        assertThat(found.faults()).isEmpty();
        assertThat(found.entries()).isGreaterThanOrEqualTo(before + 4);
    }

    /** Many write at once while the chain is sealed and checked: nothing is lost, and it holds. */
    @Test
    void manyWhoWriteAtOnceMakeOneChain() throws Exception {
        int before = (int) ledger("/check").get("entries").asLong();
        ExecutorService many = Executors.newFixedThreadPool(8);
        try {
            List<Callable<Boolean>> work = new ArrayList<>();
            for (int i = 0; i < 40; i++) {
                int terms = 1 + i;
                boolean looks = i % 5 == 0;
                work.add(() -> {
                    if (looks) {
                        return faults().isEmpty();
                    }
                    done(terms);
                    return true;
                });
            }
            for (Future<Boolean> one : many.invokeAll(work)) {
                assertThat(one.get()).isTrue();
            }
        } finally {
            many.shutdown();
        }
        JsonNode after = ledger("/check");
        assertThat(after.get("faults")).isEmpty();
        assertThat(after.get("entries").asLong()).isGreaterThanOrEqualTo(before + 32L);
    }
}
