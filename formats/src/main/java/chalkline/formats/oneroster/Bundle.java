package chalkline.formats.oneroster;

import chalkline.formats.BoundedStream;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;

/**
 * The files of a list, in a folder or in a zip file (at its root or in one folder). Nothing is unpacked to disk; names
 * that lead out of the archive and archives that unpack beyond all measure are refused.
 */
final class Bundle implements AutoCloseable {
    private static final long MOST_BYTES = 4L << 30;
    private static final long MOST_TIMES_PACKED = 200;
    private static final long SMALL = 64L << 20;

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
        try {
            return zip(new ZipFile(path.toFile()), name, Files.size(path));
        } catch (ZipException e) {
            throw refused(name, "this is no zip file; " + looksLike(path));
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
        if (text.startsWith("<!doctype html") || text.startsWith("<html")) {
            return "it is a web page, as a sign-in or an error page would be";
        }
        return text.isEmpty() ? "it is empty" : "a OneRoster bundle is a zip of CSV files";
    }

    private static Bundle folder(Path folder) throws IOException {
        Bundle bundle = new Bundle(() -> {});
        for (String name : Layout.files()) {
            Path file = folder.resolve(name);
            if (Files.isRegularFile(file)) {
                bundle.files.put(name, () -> Files.newInputStream(file));
            }
        }
        return bundle;
    }

    private static Bundle zip(ZipFile zip, String name, long packed) throws IOException, FaultyFileException {
        Bundle bundle = new Bundle(zip);
        TreeSet<String> folders = new TreeSet<>();
        Map<String, List<ZipEntry>> found = new HashMap<>();
        for (ZipEntry entry : Collections.list(zip.entries())) {
            String path = entry.getName().replace('\\', '/');
            if (BoundedStream.leadsOut(path)) {
                bundle.close();
                throw refused(name, "it holds a file whose name leads out of it: " + path);
            }
            String file = path.substring(path.lastIndexOf('/') + 1);
            if (Layout.files().contains(file)) {
                folders.add(path.substring(0, path.length() - file.length()));
                found.computeIfAbsent(file, f -> new ArrayList<>()).add(entry);
            }
        }
        if (folders.size() > 1) {
            bundle.close();
            throw refused(name, "the files stand in several folders; put all of them at its root or in one folder");
        }
        long most = Math.min(MOST_BYTES, Math.max(SMALL, packed * MOST_TIMES_PACKED));
        found.forEach((file, entries) ->
                bundle.files.put(file, () -> new BoundedStream(zip.getInputStream(entries.get(0)), most)));
        return bundle;
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
