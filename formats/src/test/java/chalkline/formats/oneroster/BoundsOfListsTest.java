package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import chalkline.core.Bounds;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every bound of a list, each with its place and what is said beyond it. */
class BoundsOfListsTest {
    @TempDir
    Path folder;

    private FaultyFileException refused(Path list) {
        FaultyFileException e = catchThrowableOfType(FaultyFileException.class, () -> OneRosterReader.read(list));
        assertThat(e).as("the list is refused").isNotNull();
        return e;
    }

    private String only(Bundles bundle) {
        FaultyFileException e = refused(bundle.folder(folder));
        assertThat(e.faults()).hasSize(1);
        return e.faults().get(0).toString();
    }

    @ParameterizedTest
    @CsvSource({
        "2027-01-04,1899-12-31,startDate",
        "2027-01-04,0000-01-01,startDate",
        "2027-04-23,9999-12-31,endDate",
        "2027-04-23,2200-01-01,endDate"
    })
    void daysLieInTheYearsOfTerms(String from, String to, String column) {
        assertThat(only(new Bundles().changed("academicSessions.csv", from, to)))
                .isEqualTo("academicSessions.csv:3:" + column + ": " + to + " lies outside the years 1900 to 2199");
    }

    @Test
    void aSessionHasTwentyYearsAtMost() throws Exception {
        Bundles long20 = new Bundles().changed("academicSessions.csv", "2027-04-23", "2047-01-01");
        assertThat(OneRosterReader.read(long20.folder(folder)).sessions()).hasSize(2);
        assertThat(only(new Bundles().changed("academicSessions.csv", "2027-04-23", "2047-02-01")))
                .isEqualTo("academicSessions.csv:3:endDate: the session has more than 1044 weeks");
    }

    @Test
    void idsWordsAndFieldsHaveALength() throws Exception {
        String id = "x".repeat(Bounds.ID);
        assertThat(OneRosterReader.read(
                                new Bundles().changed("orgs.csv", "OCEA", id).folder(folder))
                        .orgs()
                        .get("ocea")
                        .code())
                .isEqualTo(id);
        assertThat(only(new Bundles().changed("orgs.csv", "OCEA", id + "x")))
                .isEqualTo("orgs.csv:3:identifier: it has 256 characters; at most 255 are taken");
        assertThat(only(new Bundles().changed("orgs.csv", "department", "d".repeat(65))))
                .isEqualTo("orgs.csv:3:type: it has 65 characters; at most 64 are taken");
        assertThat(only(new Bundles().changed("courses.csv", "Tides", "T".repeat(4001))))
                .isEqualTo("courses.csv:2:title: it has 4001 characters; at most 4000 are taken");
    }

    @Test
    void columnsThatNothingReadsMayBeLong() throws Exception {
        Bundles bundle = new Bundles()
                .with(
                        "courses.csv",
                        "sourcedId,status,title,courseCode,orgSourcedId,metadata.other\nc1,,T,X 1,ocea,"
                                + "y".repeat(200_000));
        assertThat(OneRosterReader.read(bundle.folder(folder)).courses()).hasSize(1);
    }

    @Test
    void aHeadingThatIsTooWideIsToldAtTheHeading() {
        String wide = "sourcedId,status,title,courseCode,orgSourcedId" + ",x".repeat(Bounds.COLUMNS);
        assertThat(only(new Bundles().with("courses.csv", wide + "\nc1,,T,X 1,ocea")))
                .startsWith("courses.csv:1:1: the record has more than 1024 fields");
    }

    @Test
    void aRecordWithoutEndIsRefused() {
        assertThat(only(new Bundles()
                        .with(
                                "courses.csv",
                                "sourcedId,status,title,courseCode,orgSourcedId\nc1,," + "T".repeat(3 << 20))))
                .startsWith("courses.csv:2:1:");
    }

    @Test
    void rowsAreCounted() throws IOException {
        StringBuilder sessions = new StringBuilder(
                "sourcedId,status,title,type,startDate,endDate,parentSourcedId,schoolYear,metadata.code\n");
        for (int i = 0; i <= 5000; i++) {
            sessions.append("s").append(i).append(",,T,term,2027-01-04,2027-04-23,,2027,\n");
        }
        FaultyFileException e = refused(
                new Bundles().with("academicSessions.csv", sessions.toString()).folder(folder));
        assertThat(e.faults().get(0).toString())
                .isEqualTo("academicSessions.csv:5002:1: the file has more than 5000 rows; nothing after this one was"
                        + " read");
    }

    @Test
    void aThousandFaultsHavePlacesAndTheRestAreCounted() throws IOException {
        // a small zip with very many faulty lines: what it takes must not grow with their number
        Path zip = folder.resolve("faulty.zip");
        byte[] lines = "broken\n".repeat(100_000).getBytes(StandardCharsets.UTF_8);
        Bundles bundle = new Bundles();
        try (OutputStream out = Files.newOutputStream(zip);
                ZipOutputStream packed = new ZipOutputStream(out)) {
            for (String file : bundle.names()) {
                packed.putNextEntry(new ZipEntry(file));
                packed.write(bundle.content(file));
                for (int i = 0; file.equals("enrollments.csv") && i < 20; i++) {
                    packed.write(lines);
                }
                packed.closeEntry();
            }
        }
        FaultyFileException e = refused(zip);
        assertThat(e.count()).isEqualTo(2_000_000);
        assertThat(e.faults()).hasSize(Bounds.FAULTS);
        assertThat(e.getMessage()).startsWith("2000000 faults");
    }

    @Test
    void aZipThatIsCutOffIsNoOtherFile() throws IOException {
        byte[] whole = Files.readAllBytes(new Bundles().zip(folder, ""));
        Path cut = Files.write(folder.resolve("cut.zip"), Arrays.copyOf(whole, whole.length / 2));
        assertThat(refused(cut).faults())
                .extracting(Fault::toString)
                .containsExactly(
                        "cut.zip:1:1: the zip file is damaged or cut off: its list of files, which stands at its"
                                + " end, can't be read; bring it again");
    }

    @Test
    void aListOfFilesThatDisagreesIsRefused() throws IOException {
        // source: PKWARE APPNOTE 6.3.10, sections 4.3.7 and 4.3.12: the name stands before the file and in the list
        byte[] whole = Files.readAllBytes(new Bundles().zip(folder, ""));
        String text = new String(whole, StandardCharsets.ISO_8859_1);
        int before = text.indexOf("users.csv");
        whole[before] = 'U';
        Path other = Files.write(folder.resolve("other.zip"), whole);
        assertThat(refused(other).getMessage()).contains("\"users.csv\"", "under another name");
    }

    @Test
    void aFileThatTheListOfFilesDoesNotNameIsSeen() throws IOException {
        byte[] whole = Files.readAllBytes(new Bundles().zip(folder, ""));
        String text = new String(whole, StandardCharsets.ISO_8859_1);
        int entry = text.lastIndexOf("PK\u0001\u0002", text.lastIndexOf("courses.csv"));
        int next = text.indexOf("PK\u0001\u0002", entry + 4);
        int end = text.indexOf("PK\u0005\u0006");
        byte[] without = new byte[whole.length - (next - entry)];
        System.arraycopy(whole, 0, without, 0, entry);
        System.arraycopy(whole, next, without, entry, whole.length - next);
        int at = end - (next - entry);
        without[at + 8]--;
        without[at + 10]--;
        int size = (Byte.toUnsignedInt(whole[end + 12]) | Byte.toUnsignedInt(whole[end + 13]) << 8) - (next - entry);
        without[at + 12] = (byte) size;
        without[at + 13] = (byte) (size >> 8);
        Path hidden = Files.write(folder.resolve("hidden.zip"), without);
        assertThat(refused(hidden).getMessage()).contains("does not name");
    }

    @Test
    void filesInAZipAreCounted() throws IOException {
        Path zip = folder.resolve("many.zip");
        try (OutputStream out = Files.newOutputStream(zip);
                ZipOutputStream packed = new ZipOutputStream(out)) {
            for (int i = 0; i <= Bounds.MEMBERS; i++) {
                packed.putNextEntry(new ZipEntry("f" + i));
                packed.closeEntry();
            }
        }
        assertThat(refused(zip).getMessage()).isEqualTo("many.zip:1:1: it holds more than 5000 files");
    }

    @Test
    void aFileThatIsFarTooLargeIsNotOpened() throws IOException {
        Path large = folder.resolve("large.zip");
        try (java.io.RandomAccessFile file = new java.io.RandomAccessFile(large.toFile(), "rw")) {
            file.setLength(Bounds.LIST_BYTES + 1);
        }
        assertThat(refused(large).getMessage())
                .isEqualTo("large.zip:1:1: it has more than 512 MB; no list has so much");
    }

    @Test
    void surrogatesThatStandAloneAreNoUtf8() {
        // source: RFC 3629, section 3: D800 to DFFF are prohibited
        byte[] alone = "sourcedId,status,title,courseCode,orgSourcedId\nc1,,?,X 1,ocea"
                .replace("?", "\u00ED\u00A0\u0080")
                .getBytes(StandardCharsets.ISO_8859_1);
        assertThat(only(new Bundles().with("courses.csv", alone)))
                .isEqualTo("courses.csv:2:1: this is not UTF-8; save the file in that encoding");
    }

    @Test
    void whatABundleNamesTwiceIsAFault() throws IOException {
        List<String> names = new Bundles().names();
        assertThat(names).doesNotHaveDuplicates().hasSize(7);
        assertThat(only(new Bundles()
                        .changed("courses.csv", "title,", "title,title,")
                        .changed("courses.csv", "Tides,", "Tides,Tides,")))
                .isEqualTo("courses.csv:1:title: the column stands here twice");
    }
}
