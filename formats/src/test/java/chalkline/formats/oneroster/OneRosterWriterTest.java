package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.RegistrarList;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

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

    private Path write(RegistrarList list, String name) throws Exception {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file)) {
            OneRosterWriter.write(list, out);
        }
        return file;
    }
}
