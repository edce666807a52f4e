package chalkline.server;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/** The files of a registrar's list, to be written otherwise than the registrar did. */
public final class ListFiles {
    private final byte[] zip;

    private ListFiles(byte[] zip) {
        this.zip = zip;
    }

    /** What the registrar stand-in gives. */
    public static ListFiles of(Client standIns) {
        return new ListFiles(standIns.bytes("/registrar/list"));
    }

    /** All files by name. */
    public Map<String, byte[]> files() throws IOException {
        Map<String, byte[]> files = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), in.readAllBytes());
            }
        }
        return files;
    }

    /** Files put together again. */
    public static byte[] zip(Map<String, byte[]> files) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue());
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    /** The list with one file changed. */
    public byte[] with(String file, UnaryOperator<String> change) throws IOException {
        return with(file, change, StandardCharsets.UTF_8);
    }

    /** The list with one file changed and written in some character set. */
    public byte[] with(String file, UnaryOperator<String> change, Charset as) throws IOException {
        Map<String, byte[]> files = files();
        String before = new String(files.get(file), StandardCharsets.UTF_8);
        files.put(file, change.apply(before).getBytes(as));
        return zip(files);
    }
}
