package chalkline.formats.oneroster;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/** A small right bundle for tests, of which single files are then put wrong. */
public final class Bundles {
    private final Map<String, byte[]> files = new LinkedHashMap<>();

    public Bundles() {
        with("manifest.csv", "propertyName,value\r\noneroster.version,1.1\r\nfile.classes,bulk\r\n");
        with(
                "academicSessions.csv",
                "sourcedId,status,title,type,startDate,endDate,parentSourcedId,schoolYear,metadata.code\r\n"
                        + "y,active,Year,schoolYear,2026-09-01,2027-08-31,,2027,\r\n"
                        + "t,active,Spring 2027,term,2027-01-04,2027-04-23,y,2027,27SP\r\n");
        with(
                "orgs.csv",
                "sourcedId,status,name,type,identifier,parentSourcedId\r\n"
                        + "sea,active,College of the Sea,school,SEA,\r\nocea,active,Oceanography,department,OCEA,sea\r\n");
        with("courses.csv", "sourcedId,status,title,courseCode,orgSourcedId\r\nc1,active,Tides,OCEA 210,ocea\r\n");
        with(
                "classes.csv",
                "sourcedId,status,title,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,periods\r\n"
                        + "k1,active,Tides,c1,OCEA 210-001,scheduled,,ocea,t,\r\n"
                        + "k2,tobedeleted,,c9,,,,,,\r\n");
        with(
                "users.csv",
                "sourcedId,status,enabledUser,role,username,givenName,familyName,identifier,email\r\n"
                        + "u1,active,true,teacher,u1,Zoë,\" Åsström \",,\r\n"
                        + "u2,active,false,student,u2,A,B,,\r\nu3,tobedeleted,true,student,,,,,\r\n");
        with(
                "enrollments.csv",
                "sourcedId,status,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate\r\n"
                        + "e1,active,k1,ocea,u1,teacher,true,,\r\ne2,active,k1,ocea,u2,student,,2027-01-04,\r\n"
                        + "e3,active,k2,,u1,teacher,,,\r\ne4,active,k1,,u3,student,,nonsense,\r\n");
    }

    /** The files of a packed bundle. */
    public static Bundles of(byte[] packed) throws IOException {
        Bundles bundle = new Bundles();
        bundle.files.clear();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(packed))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                bundle.files.put(entry.getName(), zip.readAllBytes());
            }
        }
        return bundle;
    }

    public Bundles with(String file, String content) {
        return with(file, content.getBytes(StandardCharsets.UTF_8));
    }

    public Bundles with(String file, byte[] content) {
        files.put(file, content);
        return this;
    }

    /** The names of its files, in order. */
    public List<String> names() {
        return List.copyOf(files.keySet());
    }

    public byte[] content(String file) {
        return files.get(file);
    }

    public Bundles without(String file) {
        files.remove(file);
        return this;
    }

    /** Replaces text in one file. */
    public Bundles changed(String file, String from, String to) {
        String before = new String(files.get(file), StandardCharsets.UTF_8);
        if (!before.contains(from)) {
            throw new IllegalArgumentException(file + " has no " + from);
        }
        return with(file, before.replace(from, to));
    }

    public Path folder(Path at) {
        try {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                Files.write(at.resolve(file.getKey()), file.getValue());
            }
            return at;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Path zip(Path at, String prefix) throws IOException {
        Path zip = at.resolve("list.zip");
        try (OutputStream out = Files.newOutputStream(zip);
                ZipOutputStream packed = new ZipOutputStream(out)) {
            for (Map.Entry<String, byte[]> file : files.entrySet()) {
                packed.putNextEntry(new ZipEntry(prefix + file.getKey()));
                packed.write(file.getValue());
                packed.closeEntry();
            }
        }
        return zip;
    }
}
