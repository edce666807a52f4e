package chalkline.formats.cartridge;

import chalkline.core.Bounds;
import chalkline.core.naming.Characters;
import chalkline.formats.BoundedStream;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/** The files of a package by their paths. Nothing is written to disk; names that lead out of it are refused. */
final class Unpacked {
    private Unpacked() {}

    static Map<String, byte[]> files(String name, InputStream zip) throws FaultyFileException {
        Map<String, byte[]> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new BoundedStream(zip, Bounds.CARTRIDGE_BYTES))) {
            BoundedStream bounded = new BoundedStream(in, Bounds.CARTRIDGE_UNPACKED);
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                if (BoundedStream.leadsOut(entry.getName())) {
                    throw refused(name, "it holds a file whose name leads out of it: " + entry.getName());
                }
                String path = entry.getName().replace('\\', '/');
                if (Characters.firstOdd(path).isPresent()) {
                    throw refused(name, "it holds a file whose name has a control character");
                }
                if (!entry.isDirectory() && files.put(path, bounded.readAllBytes()) != null) {
                    throw refused(name, "it holds two files of the name " + path);
                }
                if (files.size() > Bounds.MEMBERS) {
                    throw refused(name, "it holds more than " + Bounds.MEMBERS + " files");
                }
            }
        } catch (IOException | IllegalArgumentException e) {
            throw refused(
                    name,
                    "it can't be unpacked: " + (e.getMessage() == null ? "it is damaged or cut off" : e.getMessage()));
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
