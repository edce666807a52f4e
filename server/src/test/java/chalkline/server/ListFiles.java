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

    /** A small list of one's own: one section of a term without end, whose code is {@code t}. */
    public static byte[] ofOneSection() throws IOException {
        Map<String, String> files = new LinkedHashMap<>();
        files.put("manifest.csv", "propertyName,value\noneroster.version,1.1\n");
        files.put(
                "academicSessions.csv",
                "sourcedId,status,title,type,startDate,endDate,parentSourcedId,schoolYear\nt,,Open term,term,2027-01-04,,,2027\n");
        files.put(
                "orgs.csv",
                "sourcedId,status,name,type,identifier,parentSourcedId\nd,,Oceanography,department,OCEA,\n");
        files.put("courses.csv", "sourcedId,status,title,courseCode,orgSourcedId\nc,,Tides,OCEA 210,d\n");
        files.put(
                "classes.csv",
                "sourcedId,status,title,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,periods\n"
                        + "k,,Tides,c,OCEA 210-001,,,,t,\n");
        files.put("users.csv", "sourcedId,status,enabledUser,role,username,givenName,familyName,identifier,email\n");
        files.put(
                "enrollments.csv",
                "sourcedId,status,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate\n");
        Map<String, byte[]> bytes = new LinkedHashMap<>();
        files.forEach((name, text) -> bytes.put(name, text.getBytes(StandardCharsets.UTF_8)));
        return zip(bytes);
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
    /** The same with several files changed. */
    public byte[] with(Map<String, UnaryOperator<String>> changes) throws IOException {
        Map<String, byte[]> files = files();
        changes.forEach((file, change) -> files.computeIfPresent(
                file,
                (name, content) -> change.apply(new String(content, StandardCharsets.UTF_8))
                        .getBytes(StandardCharsets.UTF_8)));
        return zip(files);
    }

    public byte[] with(String file, UnaryOperator<String> change, Charset as) throws IOException {
        Map<String, byte[]> files = files();
        String before = new String(files.get(file), StandardCharsets.UTF_8);
        files.put(file, change.apply(before).getBytes(as));
        return zip(files);
    }
}
