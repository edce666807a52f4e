package chalkline.standins.registrar;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/** How the registrar's export went in a night. */
public enum Night {
    /** As it should. */
    WELL,
    /** The file is cut off. */
    BROKEN,
    /** Every second class is missing, and who is in them. */
    HALVED,
    /** Every row stands twice. */
    DOUBLED;

    private static final int BROKEN_DAY = 9;
    private static final int HALVED_DAY = 16;
    private static final int DOUBLED_DAY = 23;

    /** How it goes on a day when nobody says otherwise. */
    static Night of(int day) {
        return switch (day) {
            case BROKEN_DAY -> BROKEN;
            case HALVED_DAY -> HALVED;
            case DOUBLED_DAY -> DOUBLED;
            default -> WELL;
        };
    }

    static byte[] cutOff(byte[] zip) {
        return Arrays.copyOf(zip, zip.length * 2 / 3);
    }

    static byte[] doubled(byte[] zip) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip));
                ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
                int header = all.indexOf('\n') + 1;
                out.putNextEntry(new ZipEntry(entry.getName()));
                out.write(all.getBytes(StandardCharsets.UTF_8));
                if (!entry.getName().equals("manifest.csv")) {
                    out.write(all.substring(header).getBytes(StandardCharsets.UTF_8));
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }
}
