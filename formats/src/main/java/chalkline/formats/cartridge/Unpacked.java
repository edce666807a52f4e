package chalkline.formats.cartridge;

import chalkline.formats.BoundedStream;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/** The files of a package by their paths. Nothing is written to disk; names that lead out of it are refused. */
final class Unpacked {
    private static final int MOST_FILES = 5_000;
    private static final long MOST_BYTES = 256L << 20;

    private Unpacked() {}

    static Map<String, byte[]> files(String name, byte[] zip) throws FaultyFileException {
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            BoundedStream bounded = new BoundedStream(in, MOST_BYTES);
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (BoundedStream.leadsOut(entry.getName())) {
                    throw refused(name, "it holds a file whose name leads out of it: " + entry.getName());
                }
                if (!entry.isDirectory()) {
                    files.put(entry.getName().replace('\\', '/'), bounded.readAllBytes());
                }
                if (files.size() > MOST_FILES) {
                    throw refused(name, "it holds more than " + MOST_FILES + " files");
                }
            }
        } catch (IOException | IllegalArgumentException e) {
            throw refused(name, "it can't be unpacked: " + e.getMessage());
        }
        if (files.isEmpty()) {
            throw refused(name, "this is no zip file; a Common Cartridge is a zip with an " + Names.MANIFEST_FILE);
        }
        if (!files.containsKey(Names.MANIFEST_FILE)) {
            throw refused(name, "it has no " + Names.MANIFEST_FILE + " at its root");
        }
        return files;
    }

    private static FaultyFileException refused(String name, String reason) {
        return new FaultyFileException(List.of(Fault.ofFile(name, reason)));
    }
}
