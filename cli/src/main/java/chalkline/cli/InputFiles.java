package chalkline.cli;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.proof.HeldShell;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import chalkline.formats.conventions.ConventionsFile;
import chalkline.formats.conventions.ConventionsReader;
import chalkline.formats.held.HeldReader;
import chalkline.formats.oneroster.OneRosterReader;
import chalkline.formats.sheets.Dates;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Reads the files of one command and gathers the faults of all of them, so that they are told at once. */
final class InputFiles {
    /** On the command line nearly all are told: a script counts them. */
    private static final int MOST_FAULTS = 100_000;

    private final List<Fault> faults = new ArrayList<>();
    private long untold;

    private interface Reading<T> {
        T read() throws IOException, FaultyFileException;
    }

    private <T> Optional<T> read(Path path, Reading<T> reading) {
        String name = String.valueOf(path.getFileName());
        try {
            if (!java.nio.file.Files.isReadable(path)) {
                faults.add(Fault.ofFile(name, "the file is not there or can't be read"));
                return Optional.empty();
            }
            return Optional.of(reading.read());
        } catch (FaultyFileException e) {
            faults.addAll(e.faults());
            untold += e.count() - e.faults().size();
        } catch (IOException e) {
            faults.add(Fault.ofFile(name, "the file can't be read: " + e.getMessage()));
        }
        return Optional.empty();
    }

    Optional<RegistrarList> list(Path path) {
        return read(path, () -> OneRosterReader.read(path, String.valueOf(path.getFileName()), MOST_FAULTS));
    }

    /** A list whose faults say which of several lists they are in: its path as given, a slash, and the file. */
    Optional<RegistrarList> listAmongOthers(Path path, String given) {
        int before = faults.size();
        Optional<RegistrarList> list =
                read(path, () -> OneRosterReader.read(path, String.valueOf(path.getFileName()), MOST_FAULTS));
        String own = String.valueOf(path.getFileName());
        faults.subList(before, faults.size())
                .replaceAll(fault -> fault.in(fault.file().equals(own) ? given : given + "/" + fault.file()));
        return list;
    }

    /** A term that one of two lists must have. */
    void termInEither(Optional<RegistrarList> before, Optional<RegistrarList> after, String code, String given) {
        boolean both = before.isPresent() && after.isPresent();
        if (both && before.get().term(code).isEmpty() && after.get().term(code).isEmpty()) {
            faults.add(noTerm(after.get(), code).in(given + "/academicSessions.csv"));
        }
    }

    /** Tells on standard error what has no effect; it ends nothing. */
    static void tell(List<Fault> notes, PrintWriter err) {
        notes.forEach(note -> err.println("note: " + note));
    }

    Optional<ConventionsFile> conventions(Path path) {
        return read(path, () -> {
            String name = String.valueOf(path.getFileName());
            try {
                String yaml = StandardCharsets.UTF_8
                        .newDecoder()
                        .decode(ByteBuffer.wrap(java.nio.file.Files.readAllBytes(path)))
                        .toString();
                return ConventionsReader.readFile(name, yaml);
            } catch (CharacterCodingException e) {
                throw new FaultyFileException(List.of(Fault.ofFile(name, "this is not UTF-8")));
            }
        });
    }

    List<HeldShell> held(Optional<Path> path) {
        return path.flatMap(file -> read(file, () -> HeldReader.read(file))).orElse(List.of());
    }

    List<Dates.Item> dates(Path path) {
        return read(path, () -> Dates.read(path)).orElse(List.of());
    }

    /** A term of the list; a fault where the list has none of that code. */
    Optional<AcademicSession> term(Optional<RegistrarList> list, String code) {
        Optional<AcademicSession> term = list.flatMap(l -> l.term(code));
        if (list.isPresent() && term.isEmpty()) {
            faults.add(noTerm(list.get(), code));
        }
        return term;
    }

    private static Fault noTerm(RegistrarList list, String code) {
        String known = list.terms().stream().map(AcademicSession::code).collect(Collectors.joining(", "));
        return Fault.ofFile(
                "academicSessions.csv",
                "the list has no term with the code \"" + code + "\"; it has "
                        + (known.isEmpty() ? "no terms at all" : known));
    }

    /** What the conventions name must be in the list. */
    void check(Optional<ConventionsFile> conventions, Optional<RegistrarList> list) {
        if (conventions.isPresent() && list.isPresent()) {
            faults.addAll(conventions.get().against(list.get()));
        }
    }

    /** Takes the faults of others that were read beside these. */
    void add(InputFiles others) {
        faults.addAll(others.faults);
        untold += others.untold;
    }

    /** Ends the command where anything was wrong. */
    void done() throws FaultyFileException {
        if (!faults.isEmpty()) {
            throw new FaultyFileException(faults, faults.size() + untold);
        }
    }

    /** Writes a whole file in UTF-8 or none. */
    static void write(Path out, Writing<Writer> writing) throws FaultyFileException {
        writeBytes(out, to -> {
            Writer writer = new BufferedWriter(new OutputStreamWriter(to, StandardCharsets.UTF_8.newEncoder()));
            writing.write(writer);
            writer.flush();
        });
    }

    /** Writes a whole file or none. */
    static void writeBytes(Path out, Writing<OutputStream> writing) throws FaultyFileException {
        Path absolute = out.toAbsolutePath();
        Path folder = absolute.getParent();
        if (folder != null && !java.nio.file.Files.isDirectory(folder)) {
            throw new FaultyFileException(List.of(Fault.ofFile(
                    String.valueOf(out.getFileName()),
                    "it can't be written: there is no folder " + folder + "; make it first")));
        }
        try {
            // not a temporary file, which only its owner could read
            Path draft = absolute.resolveSibling(
                    "." + out.getFileName() + "." + ProcessHandle.current().pid() + ".part");
            try {
                try (OutputStream to = java.nio.file.Files.newOutputStream(draft)) {
                    writing.write(to);
                }
                java.nio.file.Files.move(draft, absolute, StandardCopyOption.REPLACE_EXISTING);
            } finally {
                java.nio.file.Files.deleteIfExists(draft);
            }
        } catch (IOException | UncheckedIOException e) {
            throw new FaultyFileException(
                    List.of(Fault.ofFile(String.valueOf(out.getFileName()), "it can't be written: " + e.getMessage())));
        }
    }

    /** Something that fills a file. */
    interface Writing<T> {
        void write(T to) throws IOException;
    }

    static Conventions of(Optional<ConventionsFile> file) {
        return file.orElseThrow().conventions();
    }
}
