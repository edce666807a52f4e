package chalkline.server.exports;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.exports.ResultSheet;
import chalkline.server.Client;
import chalkline.server.RunningSystem;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A campus whose LMS only takes uploads, with the hands of whoever carries the files to and fro. */
final class FileCampus implements AutoCloseable {
    static final JsonMapper JSON = JsonMapper.shared();
    static final String COURSES = """
            chalkline: 1
            profile: Course upload
            rows: shells
            values: {dates: "dd/MM/uuuu HH:mm", yes: Y, no: N, status: {new: ADD, changed: UPDATE, gone: DROP}}
            files: {name: "courses-{term.code}.csv"}
            columns:
              - {heading: COURSE, value: "{shell.code}", needed: yes, longest: 60}
              - {heading: NAME, value: "{shell.title}"}
              - {heading: STARTS, value: "{shell.opens}"}
              - {heading: DO, value: "{status}"}
            results: {match: {COURSE: Course}, outcome: Result, passed: [ok], reason: Why}
            """;
    static final String PEOPLE = """
            chalkline: 1
            profile: People upload
            rows: enrollments
            values: {roles: {instructor: T, student: S}}
            files: {name: "{department.code}.csv", by: "{department.code}", rows: 40}
            columns:
              - {heading: COURSE, value: "{shell.code}", needed: yes}
              - {heading: WHO, value: "{person.username}", needed: yes}
              - {heading: AS, value: "{role}"}
            results: {match: {COURSE: "", WHO: ""}, outcome: Result, passed: [ok], reason: Why}
            """;
    static final String SECTIONS = """
            chalkline: 1
            profile: Section upload
            rows: sections
            files: {name: "sections.csv"}
            columns:
              - {heading: SHELL, value: "{shell.code}", needed: yes}
              - {heading: SECTION, value: "{section.id}", needed: yes}
              - {heading: FROM, value: "{section.opens}"}
            results: {match: {SECTION: ""}, outcome: Result, passed: [ok], reason: Why}
            """;

    private final RunningSystem system = RunningSystem.with(60, "LMS_KIND", "files", "LMS_URL", "");
    private final Client abara = system.signedIn("abara");

    FileCampus() {
        assertThat(abara.fetchList().get("state").asString()).isEqualTo("KEPT");
    }

    @Override
    public void close() {
        system.close();
    }

    JsonNode draft(String yaml) {
        Client.Answer read = abara.post(
                "/api/exports/profiles/file", JSON.writeValueAsString(Map.of("name", "p.yaml", "yaml", yaml)));
        assertThat(read.status()).as(read.text()).isEqualTo(200);
        return read.json();
    }

    long kept(String yaml) {
        Client.Answer kept = abara.post(
                "/api/exports/profiles", JSON.writeValueAsString(Map.of("id", 0, "basedOn", 0, "draft", draft(yaml))));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        return kept.json().get("id").asLong();
    }

    JsonNode preview(JsonNode draft, String find) {
        Client.Answer answer = abara.post(
                "/api/exports/terms/27SP/preview", JSON.writeValueAsString(Map.of("draft", draft, "find", find)));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    JsonNode written(long profile, boolean differences) {
        Client.Answer asked = abara.post(
                "/api/exports/terms/27SP",
                JSON.writeValueAsString(Map.of("profile", profile, "differences", differences)));
        assertThat(asked.status()).as(asked.text()).isEqualTo(200);
        return abara.until(
                "/api/exports/" + asked.json().get("id").asLong(),
                now -> !now.get("state").asString().equals("WRITING"));
    }

    static int count(JsonNode export, String of, String what) {
        JsonNode count = export.get(of).get(what);
        return count == null ? 0 : count.asInt();
    }

    List<CsvRecord> file(JsonNode export) throws Exception {
        return csv(
                new String(abara.bytes("/api/exports/" + export.get("id").asLong() + "/file"), StandardCharsets.UTF_8));
    }

    static List<CsvRecord> csv(String text) throws Exception {
        return CsvReader.builder().ofCsvRecord(text).stream().toList();
    }

    JsonNode came(JsonNode export, String sheet) {
        long brought = brought(export, sheet);
        JsonNode came = abara.until(
                        "/api/exports/" + export.get("id").asLong(),
                        now -> now.get("came")
                                .valueStream()
                                .noneMatch(one -> one.get("state").asString().equals("READING")))
                .get("came")
                .get(0);
        assertThat(came.get("id").asLong()).isEqualTo(brought);
        assertThat(came.get("state").asString()).as(came.toString()).isEqualTo("READ");
        return came;
    }

    /** Hands a sheet in and does not wait for what it comes to. */
    long brought(JsonNode export, String sheet) {
        Client.Answer answer = abara.upload(
                "/api/exports/" + export.get("id").asLong() + "/results",
                "result.csv",
                sheet.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("came").get(0).get("id").asLong();
    }

    int proof(String action) {
        return abara.get("/api/terms/27SP/proof")
                .json()
                .get("actions")
                .valueStream()
                .filter(one -> one.get("action").asString().equals(action))
                .findFirst()
                .orElseThrow()
                .get("shells")
                .asInt();
    }

    /** What the LMS did not take is nothing that somebody did to it by hand. */
    void nothingDrifted() {
        assertThat(abara.get("/api/terms/27SP/upkeep/drift").json().get("rows")).isEmpty();
    }

    /** A sheet that was kept by a process that died before anything was done about it. */
    long left(long export, String code) {
        ResultSheet.Read read = ResultSheet.read(
                ProfileService.read(COURSES),
                List.of(List.of("Course", "Result", "Why"), List.of(code, "no", "late")),
                List.of(1, 2));
        return Objects.requireNonNull(system.bean(TransactionTemplate.class).execute(status -> {
            BroughtSheet sheet = system.bean(BroughtSheets.class)
                    .saveAndFlush(new BroughtSheet(export, "left.csv", "abara", Instant.now()));
            system.bean(ResultLines.class).keep(sheet.id(), read.results());
            return sheet.id();
        }));
    }

    int lines(long sheet) {
        return system.bean(JdbcClient.class)
                .sql("select count(*) from result_line where sheet_id = ?")
                .param(sheet)
                .query(Integer.class)
                .single();
    }

    /** What works sheets in. */
    ReadResults reads() {
        return system.bean(ReadResults.class);
    }

    Client abara() {
        return abara;
    }

    static Map<String, String> zip(byte[] zip) throws Exception {
        Map<String, String> entries = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                entries.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        return entries;
    }
}
