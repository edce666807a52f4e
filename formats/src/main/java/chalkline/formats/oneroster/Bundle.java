package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.formats.BoundedStream;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/**
 * The files of a list, in a folder or in a zip file (at its root or in one folder). Nothing is unpacked to disk; names
 * that lead out of the archive and archives that unpack beyond all measure are refused.
 */
final class Bundle implements AutoCloseable {
    private interface Opener {
        InputStream open() throws IOException;
    }

    private final Map<String, Opener> files = new HashMap<>();
    private final AutoCloseable archive;

    private Bundle(AutoCloseable archive) {
        this.archive = archive;
    }

    /** Opens what stands at a path; faults of it as a whole carry the given name. */
    static Bundle open(Path path, String name) throws IOException, FaultyFileException {
        if (Files.isDirectory(path)) {
            return folder(path);
        }
        if (!Files.isReadable(path)) {
            throw refused(name, "the file is not there or can't be read");
        }
        if (Files.size(path) > Bounds.LIST_BYTES) {
            throw refused(name, "it has more than " + (Bounds.LIST_BYTES >> 20) + " MB; no list has so much");
        }
        Optional<String> wrong;
        try {
            wrong = ZipMembers.disagreement(path);
        } catch (IOException e) {
            throw refused(name, looksLike(path));
        }
        if (wrong.isPresent()) {
            throw refused(name, wrong.get());
        }
        try {
            return zip(new ZipFile(path.toFile()), name);
        } catch (ZipException | EOFException | IllegalArgumentException e) {
            throw refused(name, looksLike(path));
        }
    }

    private static String looksLike(Path path) throws IOException {
        byte[] start;
        try (InputStream in = Files.newInputStream(path)) {
            start = in.readNBytes(256);
        }
        String text = new String(start, java.nio.charset.StandardCharsets.ISO_8859_1)
                .strip()
                .toLowerCase(java.util.Locale.ROOT);
        if (text.startsWith("pk\u0003\u0004")) {
            return "the zip file is damaged or cut off: its list of files, which stands at its end, can't be read;"
                    + " bring it again";
        }
        if (text.startsWith("<!doctype html") || text.startsWith("<html")) {
            return "this is no zip file; it is a web page, as a sign-in or an error page would be";
        }
        return "this is no zip file; " + (text.isEmpty() ? "it is empty" : "a OneRoster bundle is a zip of CSV files");
    }

    private static Bundle folder(Path folder) throws IOException {
        Bundle bundle = new Bundle(() -> {});
        for (Layout layout : Layout.values()) {
            Path file = folder.resolve(layout.file());
            if (Files.isRegularFile(file)) {
                bundle.files.put(
                        layout.file(), () -> new BoundedStream(Files.newInputStream(file), layout.mostBytes()));
            }
        }
        return bundle;
    }

    private static Bundle zip(ZipFile zip, String name) throws IOException, FaultyFileException {
        Bundle bundle = new Bundle(zip);
        TreeSet<String> folders = new TreeSet<>();
        Map<String, ZipEntry> found = new HashMap<>();
        Set<String> paths = new HashSet<>();
        List<Fault> faults = new ArrayList<>();
        if (zip.size() > Bounds.MEMBERS) {
            bundle.close();
            throw refused(name, "it holds more than " + Bounds.MEMBERS + " files");
        }
        for (ZipEntry entry : Collections.list(zip.entries())) {
            String path = entry.getName().replace('\\', '/');
            if (BoundedStream.leadsOut(path)) {
                bundle.close();
                throw refused(name, "it holds a file whose name leads out of it: " + path);
            }
            String file = path.substring(path.lastIndexOf('/') + 1);
            if (!paths.add(path)) {
                faults.add(Fault.ofFile(file, "the zip holds two files of this name; keep the one that is meant"));
            } else if (Layout.files().contains(file)) {
                folders.add(path.substring(0, path.length() - file.length()));
                found.putIfAbsent(file, entry);
            } else if (!entry.isDirectory()) {
                drain(zip, entry, file, faults);
            }
        }
        if (!faults.isEmpty()) {
            bundle.close();
            throw new FaultyFileException(faults);
        }
        if (folders.size() > 1) {
            bundle.close();
            throw refused(name, "the files stand in several folders; put all of them at its root or in one folder");
        }
        for (Layout layout : Layout.values()) {
            ZipEntry entry = found.get(layout.file());
            if (entry != null) {
                bundle.files.put(layout.file(), () -> checked(zip, entry, layout.mostBytes()));
            }
        }
        return bundle;
    }

    private static InputStream checked(ZipFile zip, ZipEntry entry, long most) throws IOException {
        return new WholeStream(new BoundedStream(zip.getInputStream(entry), most), entry.getCrc());
    }

    /** A file that nothing reads must be whole all the same: one damaged member says that the zip was. */
    private static void drain(ZipFile zip, ZipEntry entry, String file, List<Fault> faults) {
        try (InputStream in = checked(zip, entry, Bounds.TABLE_BYTES)) {
            in.transferTo(OutputStream.nullOutputStream());
        } catch (IOException e) {
            faults.add(Fault.ofFile(file, "the file can't be read: " + e.getMessage()));
        }
    }

    boolean has(String file) {
        return files.containsKey(file);
    }

    InputStream read(String file) throws IOException {
        return files.get(file).open();
    }

    private static FaultyFileException refused(String file, String reason) {
        return new FaultyFileException(List.of(Fault.ofFile(file, reason)));
    }

    @Override
    public void close() throws IOException {
        try {
            archive.close();
        } catch (IOException e) {
            throw e;
        } catch (Exception e) {
            throw new IOException(e);
        }
    }
}
