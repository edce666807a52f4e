package chalkline.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CommandsTest {
    @TempDir
    Path folder;

    private Path list;
    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @BeforeEach
    void files() throws IOException {
        list = Files.createDirectory(folder.resolve("list"));
        write(list.resolve("manifest.csv"), "propertyName,value\noneroster.version,1.1\n");
        write(
                list.resolve("academicSessions.csv"),
                "sourcedId,status,title,type,startDate,endDate,parentSourcedId,schoolYear,metadata.code\n"
                        + "f,,Fall 2026,term,2026-09-07,2026-12-18,,2026,26FA\ns,,Spring 2027,term,2027-01-04,2027-04-23,,2027,27SP\n");
        write(
                list.resolve("orgs.csv"),
                "sourcedId,status,name,type,identifier,parentSourcedId\nd,,Oceanography,department,OCEA,\n");
        write(list.resolve("courses.csv"), "sourcedId,status,title,courseCode,orgSourcedId\nc,,Tides,OCEA 210,d\n");
        write(
                list.resolve("classes.csv"),
                "sourcedId,status,title,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,periods\n"
                        + "k1,,Tides,c,OCEA 210-001,,,,s,\nk2,,Tides,c,OCEA 210-002,,,,s,\n");
        write(
                list.resolve("users.csv"),
                "sourcedId,status,enabledUser,role,username,givenName,familyName,identifier,email\nu,,true,,,Zoë,Lund,,\n");
        write(
                list.resolve("enrollments.csv"),
                "sourcedId,status,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate\n"
                        + "e1,,k1,,u,teacher,true,,\ne2,,k2,,u,teacher,true,,\n");
        write(
                folder.resolve("c.yaml"),
                "chalkline: 1\nzone: America/Halifax\nbreaks:\n  26FA: [{name: x, from: 2026-10-12, to: 2026-10-16}]\n");
    }

    private static void write(Path file, String text) throws IOException {
        Files.writeString(file, text);
    }

    private int run(String... arguments) {
        List<String> all = new ArrayList<>();
        for (String argument : arguments) {
            all.add(argument.replace("@", folder + "/"));
        }
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), all.toArray(String[]::new));
    }

    private String written(String name) throws IOException {
        return Files.readString(folder.resolve(name));
    }

    @Test
    void proofWritesEveryShellByKey() throws IOException {
        assertThat(run("proof", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--out", "@p.csv"))
                .isZero();
        assertThat(written("p.csv"))
                .isEqualTo(
                        "key,action,code,title,category,template,copy,layout,units,opens,closes,open,language,uploadLimitMB,entry,groups,lead,sections,instructors,students,snags,changed\r\n"
                                + "s:k1,build,27SP-ocea-210-001,OCEA 210-001 Tides,Oceanography / Oceanography,none,outline,weeks,16,2027-01-04T00:00:00-04:00,2027-04-23T23:59:00-03:00,no,en,20,roster,0,k1,k1,u,0,,\r\n"
                                + "s:k2,build,27SP-ocea-210-002,OCEA 210-002 Tides,Oceanography / Oceanography,none,outline,weeks,16,2027-01-04T00:00:00-04:00,2027-04-23T23:59:00-03:00,no,en,20,roster,0,k2,k2,u,0,,\r\n");
    }

    @Test
    void proofComparesWithWhatIsHeld() throws IOException {
        write(
                folder.resolve("held.jsonl"),
                "{\"key\":\"s:k1\",\"term\":\"27SP\",\"code\":\"27SP-ocea-210-001\",\"units\":16,\"open\":false,\"entry\":[\"roster\"],\"unknown\":{}}\n\n"
                        + "{\"key\":\"s:old\",\"term\":\"27SP\",\"code\":\"old\",\"opens\":\"2027-01-04T04:00:00Z\",\"sections\":[\"gone\"],\"activity\":true}\n");
        assertThat(run(
                        "proof",
                        "--list",
                        "@list",
                        "--conventions",
                        "@c.yaml",
                        "--term",
                        "27SP",
                        "--held",
                        "@held.jsonl",
                        "--out",
                        "@p.csv"))
                .isZero();
        String[] lines = written("p.csv").split("\r\n");
        assertThat(lines[1]).startsWith("s:k1,keep,");
        assertThat(lines[3]).isEqualTo("s:old,close,old,,,,,,,2027-01-04T04:00:00+00:00,,,,,,,,gone,,,activity-kept,");
    }

    @Test
    void everyFaultOfEveryFileIsToldAndNothingWritten() throws IOException {
        write(
                list.resolve("courses.csv"),
                "sourcedId,status,title,courseCode,orgSourcedId\nc,,Tides,OCEA 210,nowhere\n");
        write(folder.resolve("c.yaml"), "chalkline: 1\nzone: Skerrow\n");
        write(
                folder.resolve("held.jsonl"),
                "{\"key\":\"a\",\"term\":\"27SP\"}\nno json\n{\"key\":\"a\",\"term\":\"t\",\"code\":\"c\",\"activity\":\"yes\"}\n");
        assertThat(run(
                        "proof",
                        "--list",
                        "@list",
                        "--conventions",
                        "@c.yaml",
                        "--term",
                        "27SP",
                        "--held",
                        "@held.jsonl",
                        "--out",
                        "@p.csv"))
                .isEqualTo(2);
        assertThat(err.toString().lines().map(line -> line.replaceFirst("^([^:]+:[^:]+:[^:]+):.*", "$1")))
                .containsExactly(
                        "courses.csv:2:orgSourcedId",
                        "c.yaml:2:7",
                        "held.jsonl:1:code",
                        "held.jsonl:2:1",
                        "held.jsonl:3:key",
                        "held.jsonl:3:activity");
        assertThat(folder.resolve("p.csv")).doesNotExist();
    }

    @Test
    void aTermOrAMoveThatTheListDoesNotKnowIsAFault() throws IOException {
        write(folder.resolve("c.yaml"), "chalkline: 1\nzone: UTC\nmoves:\n  - {to: NONE, since: 99XX}\n");
        assertThat(run("proof", "--list", "@list", "--conventions", "@c.yaml", "--term", "99XX", "--out", "@p.csv"))
                .isEqualTo(2);
        assertThat(err.toString().lines())
                .anyMatch(line -> line.startsWith("academicSessions.csv:1:1:"))
                .anyMatch(line -> line.startsWith("c.yaml:4:10: "))
                .anyMatch(line -> line.startsWith("c.yaml:4:23: "));
    }

    @Test
    void strictEndsWithOneWhereThereIsAStop() throws IOException {
        write(folder.resolve("c.yaml"), "chalkline: 1\nzone: UTC\nlayers:\n  - {set: {code: \"{topic}\"}}\n");
        String[] arguments = {
            "proof", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--out", "@p.csv"
        };
        assertThat(run(arguments)).isZero();
        List<String> strict = new ArrayList<>(List.of(arguments));
        strict.add("--strict");
        assertThat(run(strict.toArray(String[]::new))).isEqualTo(1);
        assertThat(written("p.csv")).contains("s:k1,stop,,");
    }

    @Test
    void suggestWritesTheEvidence() throws IOException {
        assertThat(run("suggest", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--out", "@s.csv"))
                .isZero();
        assertThat(written("s.csv"))
                .isEqualTo(
                        "tier,lead,sections,evidence\r\nsame-course,k1,k1 k2,course=OCEA 210; session=27SP; instructor=u\r\n");
    }

    @Test
    void carryKeepsTheOrderAndTheWayTimesAreWritten() throws IOException {
        write(folder.resolve("d.csv"), "at,id\n2026-10-05T23:59,second\n2026-10-14T08:00:30,first\n");
        assertThat(run(
                        "carry",
                        "--list",
                        "@list",
                        "--conventions",
                        "@c.yaml",
                        "--from",
                        "26FA",
                        "--to",
                        "27SP",
                        "--dates",
                        "@d.csv",
                        "--out",
                        "@o.csv"))
                .isZero();
        assertThat(written("o.csv"))
                .isEqualTo("id,at,note\r\nsecond,2027-02-01T23:59,\r\nfirst,2027-02-08T08:00:30,was-in-break\r\n");
        write(folder.resolve("d.csv"), "id,at\na,2026-10-05\nb,2026-02-30T10:00\n");
        assertThat(run(
                        "carry",
                        "--list",
                        "@list",
                        "--conventions",
                        "@c.yaml",
                        "--from",
                        "26FA",
                        "--to",
                        "27SP",
                        "--dates",
                        "@d.csv",
                        "--out",
                        "@o.csv"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("d.csv:2:at:", "d.csv:3:at:");
    }

    @Test
    void whyNamesWhatHadASay() {
        assertThat(run("why", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--key", "s:k1"))
                .isZero();
        assertThat(out.toString())
                .contains(
                        "s:k1: build",
                        "code = 27SP-ocea-210-001",
                        "unless set: {term.code}-{label:slug} gives 27SP-ocea-210-001",
                        "{label} = OCEA 210-001");
        assertThat(run("why", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--key", "s:k9"))
                .isEqualTo(2);
    }

    @ParameterizedTest
    @ValueSource(strings = {"27sp-OCEA-210-002", "OCEA 210-002", "ocea  210-002", "k2"})
    void whyTakesACodeOrASectionToo(String key) {
        assertThat(run("why", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--key", key))
                .isZero();
        assertThat(out.toString()).startsWith("s:k2: build");
    }

    @Test
    void labelsStandBesideTheIds() throws IOException {
        run("proof", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--labels", "--out", "@p.csv");
        assertThat(written("p.csv").split("\r\n")[0]).endsWith(",snags,changed,course,instructorNames,department");
        assertThat(written("p.csv").split("\r\n")[1]).endsWith(",OCEA 210,\"Lund, Zoë\",Oceanography");
        run("suggest", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--labels", "--out", "@s.csv");
        assertThat(written("s.csv").split("\r\n")[1]).endsWith(",OCEA 210,\"Lund, Zoë\",Oceanography");
    }

    @Test
    void whatMatchesNothingIsANoteAndChangesNothingElse() throws IOException {
        write(
                folder.resolve("c.yaml"),
                "chalkline: 1\nzone: America/Halifax\nlayers:\n  - when: {department: [OCEA, ENGL]}\n");
        assertThat(run("suggest", "--list", "@list", "--conventions", "@c.yaml", "--term", "27SP", "--out", "@s.csv"))
                .isZero();
        assertThat(err.toString()).isEqualTo("note: c.yaml:4:31: no section of the list has department \"ENGL\"\n");
    }

    private int changes(String... more) throws IOException {
        Path later = Files.createDirectory(folder.resolve("later"));
        try (Stream<Path> files = Files.list(list)) {
            for (Path file : files.toList()) {
                Files.copy(file, later.resolve(file.getFileName()));
            }
        }
        write(
                later.resolve("classes.csv"),
                Files.readString(list.resolve("classes.csv")).replace("k2,,", "k2,tobedeleted,"));
        List<String> all = new ArrayList<>(
                List.of("changes", "--before", "@list", "--after", "@later", "--term", "27SP", "--out", "@ch.csv"));
        all.addAll(List.of(more));
        return run(all.toArray(String[]::new));
    }

    @Test
    void changesWritesWhatDiffers() throws IOException {
        assertThat(changes("--labels")).isZero();
        assertThat(written("ch.csv"))
                .isEqualTo("section,what,person,before,after,course,instructorNames,department\r\n"
                        + "k2,section-out,,OCEA 210-002,,OCEA 210,,Oceanography\r\n");
    }

    @Test
    void changesHoldsAListThatTripsAGuard() throws IOException {
        write(folder.resolve("g.yaml"), "chalkline: 1\nzone: UTC\nguards: {from: 1, sectionsOut: 49}\n");
        assertThat(changes("--conventions", "@g.yaml")).isEqualTo(3);
        assertThat(out.toString().lines())
                .containsExactly("held: campus: sectionsOut: 1 of 2", "held: OCEA: sectionsOut: 1 of 2");
        assertThat(written("ch.csv")).contains("k2,section-out,,OCEA 210-002,");
    }

    @Test
    void faultsOfTwoListsSayWhichOneTheyAreIn() throws IOException {
        write(list.resolve("courses.csv"), "sourcedId;status;title\n");
        assertThat(run("changes", "--before", "@list", "--after", "@nowhere.zip", "--term", "27SP", "--out", "@x.csv"))
                .isEqualTo(2);
        assertThat(err.toString()).contains(folder + "/list/courses.csv:1:1: ", folder + "/nowhere.zip:1:1: ");
        assertThat(folder.resolve("x.csv")).doesNotExist();
        Files.delete(list.resolve("courses.csv"));
    }

    @Test
    void aTermThatNeitherListHasIsAFaultOfTheLater() throws IOException {
        assertThat(run("changes", "--before", "@list", "--after", "@list", "--term", "99XX", "--out", "@x.csv"))
                .isEqualTo(2);
        assertThat(err.toString())
                .startsWith(folder + "/list/academicSessions.csv:1:1: ")
                .contains("it has 26FA, 27SP");
    }

    @Test
    void everyVerbHasItsHelpAndWrongOptionsAreNamed() {
        for (String verb : List.of("proof", "suggest", "carry", "why", "changes", "conventions")) {
            assertThat(run(verb, "--help")).as(verb).isZero();
        }
        assertThat(out.toString()).contains("Usage: chalkline proof", "--conventions=<conventions>");
        assertThat(run(
                        "suggest",
                        "--list",
                        "@list",
                        "--conventions",
                        "@c.yaml",
                        "--term",
                        "27SP",
                        "--outt",
                        "x",
                        "--out",
                        "@s.csv"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("--outt");
    }

    @Test
    void missingFilesAndArgumentsEndWithTwo() {
        assertThat(run("proof", "--list", "@nowhere", "--conventions", "@c.yaml", "--term", "27SP", "--out", "@p.csv"))
                .isEqualTo(2);
        assertThat(err.toString()).startsWith("nowhere:1:1: ");
        assertThat(run("proof")).isEqualTo(2);
        assertThat(run(
                        "proof",
                        "--list",
                        "@list",
                        "--conventions",
                        "@c.yaml",
                        "--term",
                        "27SP",
                        "--out",
                        "@no/such/folder/p.csv"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("p.csv:1:1: it can't be written: there is no folder " + folder);
    }
}
