package chalkline.formats.oneroster;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collections;
import java.util.Optional;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;

/**
 * Whether the list of files at the end of a zip agrees with what stands before each file (PKWARE APPNOTE 6.3, sections
 * 4.3.7 and 4.3.12): where it does not, two programs read two different lists from it.
 */
final class ZipMembers {
    private static final int HEADER = 30;
    private static final byte[] SIGNATURE = {'P', 'K', 3, 4};
    /** Begins the list of files. */
    private static final byte[] LIST = {'P', 'K', 1, 2};

    private static final int AT_NAME_LENGTH = 26;
    private static final int AT_EXTRA_LENGTH = 28;
    /** What may stand behind a file: its CRC and sizes once more. */
    private static final int DESCRIPTOR = 24;

    private static final String UNNAMED = " that its list of files does not name; make the zip anew";

    private ZipMembers() {}

    /** Why it does not agree; empty where it does. */
    static Optional<String> disagreement(Path path) throws IOException {
        try (ZipFile zip = ZipFile.builder().setPath(path).get();
                RandomAccessFile file = new RandomAccessFile(path.toFile(), "r")) {
            // what stands before a zip may be a program that unpacks it, but no member
            long end = file.length() >= HEADER && startsWith(bytes(file, 0, HEADER), SIGNATURE) ? 0 : -1;
            for (ZipArchiveEntry entry : Collections.list(zip.getEntriesInPhysicalOrder())) {
                long from = entry.getLocalHeaderOffset();
                byte[] header = bytes(file, from, HEADER);
                int name = number(header, AT_NAME_LENGTH);
                boolean same = startsWith(header, SIGNATURE)
                        && Arrays.equals(bytes(file, from + HEADER, name), entry.getRawName());
                if (!same) {
                    return Optional.of("the zip's list of files calls one \"" + entry.getName()
                            + "\" that stands in it under another name; make the zip anew");
                }
                if (end >= 0 && (from < end || from > end + (end == 0 ? 0 : DESCRIPTOR))) {
                    return Optional.of("the zip holds something before \"" + entry.getName() + "\"" + UNNAMED);
                }
                end = from + HEADER + name + number(header, AT_EXTRA_LENGTH) + entry.getCompressedSize();
            }
            return end <= 0 || listFollows(file, end)
                    ? Optional.empty()
                    : Optional.of("the zip holds something behind its last file" + UNNAMED);
        }
    }

    private static boolean listFollows(RandomAccessFile file, long end) throws IOException {
        int room = (int) Math.min(DESCRIPTOR + LIST.length, file.length() - end);
        byte[] bytes = bytes(file, end, Math.max(room, 0));
        for (int at = 0; at + LIST.length <= bytes.length; at++) {
            if (Arrays.equals(bytes, at, at + LIST.length, LIST, 0, LIST.length)) {
                return true;
            }
        }
        return false;
    }

    private static boolean startsWith(byte[] bytes, byte[] signature) {
        return Arrays.equals(bytes, 0, signature.length, signature, 0, signature.length);
    }

    private static byte[] bytes(RandomAccessFile file, long from, int count) throws IOException {
        byte[] bytes = new byte[count];
        file.seek(from);
        file.readFully(bytes);
        return bytes;
    }

    private static int number(byte[] bytes, int at) {
        return Byte.toUnsignedInt(bytes[at]) | Byte.toUnsignedInt(bytes[at + 1]) << 8;
    }
}
