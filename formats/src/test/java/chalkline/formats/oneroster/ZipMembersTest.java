package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ZipMembersTest {
    /** Of the records of a zip (PKWARE APPNOTE 6.3, sections 4.3.12 and 4.3.16). */
    private static final int LISTED = 0x02014b50;

    private static final int END = 0x06054b50;
    private static final int LISTED_BYTES = 46;

    @TempDir
    Path folder;

    private static byte[] zip(boolean stored, String... names) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (String name : names) {
                byte[] content = ("content of " + name).getBytes(StandardCharsets.UTF_8);
                ZipEntry entry = new ZipEntry(name);
                if (stored) {
                    CRC32 crc = new CRC32();
                    crc.update(content);
                    entry.setMethod(ZipEntry.STORED);
                    entry.setSize(content.length);
                    entry.setCrc(crc.getValue());
                }
                zip.putNextEntry(entry);
                zip.write(content);
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    private Optional<String> disagreement(byte[] zip) throws IOException {
        Path file = folder.resolve("list.zip");
        Files.write(file, zip);
        return ZipMembers.disagreement(file);
    }

    /** The same zip, of which the list of files no longer names one. */
    private static byte[] withoutNaming(byte[] zip, String name) {
        ByteBuffer all = ByteBuffer.wrap(zip).order(ByteOrder.LITTLE_ENDIAN);
        int end = zip.length - 22;
        assertThat(all.getInt(end)).isEqualTo(END);
        int entries = all.getShort(end + 10);
        int at = all.getInt(end + 16);
        List<byte[]> kept = new ArrayList<>();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(zip, 0, at);
        int bytes = 0;
        for (int i = 0; i < entries; i++) {
            assertThat(all.getInt(at)).isEqualTo(LISTED);
            int nameBytes = all.getShort(at + 28);
            int length = LISTED_BYTES + nameBytes + all.getShort(at + 30) + all.getShort(at + 32);
            String its = new String(zip, at + LISTED_BYTES, nameBytes, StandardCharsets.UTF_8);
            if (!its.equals(name)) {
                kept.add(new byte[0]);
                out.write(zip, at, length);
                bytes += length;
            }
            at += length;
        }
        ByteBuffer last = ByteBuffer.allocate(22).order(ByteOrder.LITTLE_ENDIAN).put(zip, end, 22);
        last.putShort(8, (short) kept.size());
        last.putShort(10, (short) kept.size());
        last.putInt(12, bytes);
        out.writeBytes(last.array());
        return out.toByteArray();
    }

    @Test
    void zipsAsTheyAreMadeAgree() throws IOException {
        for (boolean stored : List.of(true, false)) {
            assertThat(disagreement(zip(stored, "classes.csv"))).isEmpty();
            assertThat(disagreement(zip(stored, "classes.csv", "users.csv", "ümläut/orgs.csv")))
                    .isEmpty();
            assertThat(disagreement(zip(stored))).isEmpty();
        }
    }

    @Test
    void zipBehindProgramThatUnpacksItAgrees() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("#!/bin/sh\nunzip \"$0\"\n".getBytes(StandardCharsets.UTF_8));
        out.writeBytes(zip(true, "classes.csv", "users.csv"));
        assertThat(disagreement(out.toByteArray())).isEmpty();
    }

    @Test
    void memberUnderTwoNamesIsTold() throws IOException {
        byte[] zip = zip(true, "classes.csv", "users.csv");
        zip[30] = 'g'; // the first letter of the first name, where the member itself stands
        assertThat(disagreement(zip)).get().asString().contains("classes.csv").contains("under another name");
    }

    @Test
    void memberThatTheListOfFilesDoesNotNameIsToldWhereverItStands() throws IOException {
        for (boolean stored : List.of(true, false)) {
            byte[] zip = zip(stored, "first.csv", "middle.csv", "last.csv");
            assertThat(disagreement(withoutNaming(zip, "none"))).isEmpty();
            assertThat(disagreement(withoutNaming(zip, "first.csv")))
                    .get()
                    .asString()
                    .contains("before \"middle.csv\"");
            assertThat(disagreement(withoutNaming(zip, "middle.csv")))
                    .get()
                    .asString()
                    .contains("before \"last.csv\"");
            assertThat(disagreement(withoutNaming(zip, "last.csv")))
                    .get()
                    .asString()
                    .contains("behind its last file");
        }
    }
}
