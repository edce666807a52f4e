package chalkline.server.courses;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.server.Client;
import chalkline.server.RunningSystem;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Pages that everybody may read: only where a campus publishes them, harmless whatever is written, and of no student. */
class CoursesTest {

    @Test
    void pagesAreThereOnlyWhilePublishedAndSayNothingOfStudents() {
        try (RunningSystem system = RunningSystem.withSections(60, "--standins.earlier-terms=false")) {
            Client abara = system.signedIn("abara");
            Client anybody = Client.anonymous(system.address());
            abara.fetchList();
            assertThat(anybody.get("/courses").status()).isEqualTo(404);

            JsonNode course = abara.get("/api/courses").json().get("courses").get(0);
            String hostile = "<script>alert(1)</script> =1+1 '; drop table account; -- (a)";
            Client.Answer kept = abara.put(
                    "/api/courses/" + course.get("id").asString(),
                    new JsonMapper()
                            .writeValueAsString(java.util.Map.of(
                                    "summary", hostile, "prerequisites", "none", "technical", "a boat")));
            assertThat(kept.status()).isEqualTo(200);
            assertThat(abara.put("/api/course-pages?published=true", "").status())
                    .isEqualTo(200);

            String departments = anybody.get("/courses").text();
            String department = departments.replaceAll("(?s).*?href=\"(/courses/[^\"]+)\".*", "$1");
            String page = anybody.get(department + "/" + course.get("path").asString())
                    .text();
            assertThat(page)
                    .contains(
                            course.get("name").asString(),
                            "&lt;script&gt;alert(1)&lt;/script&gt;",
                            "a boat",
                            "Spring 2027")
                    .doesNotContain("<script");
            assertThat(anybody.get(department + "/nothing").status()).isEqualTo(404);

            abara.build("27SP");
            Set<String> students = new HashSet<>();
            String rows = "/api/terms/27SP/proof/rows?versions=" + abara.versions("27SP");
            for (JsonNode row : abara.get(rows).json().get("rows")) {
                if (row.get("department")
                        .asString()
                        .equals(course.get("department").asString())) {
                    abara.get("/api/terms/27SP/upkeep/shells/" + row.get("key").asString() + "/students")
                            .json()
                            .forEach(student -> students.add(student.get("name").asString()));
                }
            }
            Set<String> taught = new HashSet<>();
            course.get("offered").get(0).get("instructors").forEach(name -> taught.add(name.asString()));
            students.removeAll(taught);
            assertThat(students).isNotEmpty().noneMatch(page::contains);

            abara.put("/api/course-pages?published=false", "");
            assertThat(anybody.get("/courses").status()).isEqualTo(404);
            assertThat(abara.get("/api/ledger?department="
                                    + course.get("departmentCode").asString())
                            .text())
                    .contains("course described", "drop table account");
        }
    }
}
