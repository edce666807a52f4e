package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Sections;
import chalkline.core.conventions.Conventions;
import chalkline.core.exports.StandingList;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OneRosterWriterTest {
    @TempDir
    Path folder;

    @Test
    void whatItWritesReadsBackEqualAndTheSameTwice() throws Exception {
        RegistrarList list = OneRosterReader.read(new Bundles().folder(folder));
        Path first = write(list, "first.zip");
        Path second = write(list, "second.zip");
        RegistrarList back = OneRosterReader.read(first);
        assertThat(back.people()).isEqualTo(list.people());
        assertThat(back.classes()).isEqualTo(list.classes());
        assertThat(back.enrollments()).isEqualTo(list.enrollments());
        assertThat(back.orgs()).isEqualTo(list.orgs());
        assertThat(back.courses()).isEqualTo(list.courses());
        assertThat(Files.readAllBytes(second)).isEqualTo(Files.readAllBytes(first));
    }

    /** A column added to {@link ClassFact} is read and written without more. */
    @Test
    void everyFactOfAClassIsReadAndWritten() throws Exception {
        RegistrarList list = OneRosterReader.read(new Bundles().folder(folder));
        ListedClass any = list.classes().values().iterator().next();
        Map<ClassFact, String> facts = new EnumMap<>(ClassFact.class);
        for (ClassFact fact : ClassFact.values()) {
            facts.put(fact, "as " + fact.column());
        }
        list.classes()
                .put(
                        any.id(),
                        new ListedClass(
                                any.id(), any.title(), any.courseId(), any.classCode(), any.sessionIds(), facts));

        assertThat(OneRosterReader.read(write(list, "facts.zip"))
                        .classes()
                        .get(any.id())
                        .facts())
                .isEqualTo(facts);
    }

    /** What stands in an LMS is a list that our own reader takes, in both versions, under the standard's headings. */
    @ParameterizedTest
    @ValueSource(strings = {"1.1", "1.2"})
    void whatStandsReadsBack(String version) throws Exception {
        RegistrarList list = OneRosterReader.read(new Bundles().folder(folder));
        String term = list.terms().get(0).code();
        var sections = Sections.ofTerm(list, list.term(term).orElseThrow());
        var rules = Conventions.in(ZoneId.of("America/Halifax"));
        List<HeldShell> held = Proof.of(list, sections, term, rules, List.of()).rows().stream()
                .map(row -> new HeldShell(
                        row.key(),
                        term,
                        row.code(),
                        row.values(),
                        Optional.of(row.lead()),
                        Optional.of(row.sections()),
                        false,
                        false,
                        false))
                .toList();
        RegistrarList standing = StandingList.of(
                list, Proof.of(list, sections, term, rules, held).rows());
        assertThat(standing.classes()).hasSameSizeAs(held).isNotEmpty();

        Path file = folder.resolve("standing.zip");
        try (OutputStream out = Files.newOutputStream(file)) {
            OneRosterWriter.write(standing, version, Optional.empty(), out);
        }
        RegistrarList back = OneRosterReader.read(file, "standing.zip", Optional.empty());
        assertThat(back.classes()).isEqualTo(standing.classes());
        assertThat(back.courses()).isEqualTo(standing.courses());
        assertThat(back.enrollments()).isEqualTo(standing.enrollments());
        StandardTablesTest.hasNoOtherHeadings(Files.readAllBytes(file), version);
    }

    private Path write(RegistrarList list, String name) throws Exception {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file)) {
            OneRosterWriter.write(list, out);
        }
        return file;
    }
}
