package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.RegistrarList;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
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

    private Path write(RegistrarList list, String name) throws Exception {
        Path file = folder.resolve(name);
        try (OutputStream out = Files.newOutputStream(file)) {
            OneRosterWriter.write(list, out);
        }
        return file;
    }
}
