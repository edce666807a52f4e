package chalkline.server.exports;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.exports.ExportProfile;
import chalkline.formats.exports.ExportFiles;
import chalkline.formats.oneroster.OneRosterWriter;
import chalkline.server.frame.Refusal;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayDeque;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Queue;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Makes the files of an export: the same bytes however often they are fetched. */
@Service
class ExportDownload {
    private final ExportService exports;
    private final ExportLines lines;
    private final JsonMapper json;

    ExportDownload(ExportService exports, ExportLines lines, JsonMapper json) {
        this.exports = exports;
        this.lines = lines;
        this.json = json;
    }

    interface Content {
        void writeTo(OutputStream out) throws IOException;
    }

    /** @param name with its ending */
    record File(String name, Content content) {}

    /** One file where the profile makes one, else a zip of them; a bundle is a zip. */
    @May(Right.READ_EXPORTS)
    public File file(long id) {
        Export export = exports.find(id);
        if (export.state() == Export.State.OUTDATED) {
            throw new Refusal("The rows of this export are no longer kept; docs/running.md says how long they are.");
        }
        if (export.state() != Export.State.WRITTEN && export.state() != Export.State.PASSED) {
            throw new Refusal("This export is not written yet, or could not be.");
        }
        if (export.form() != Export.Form.PROFILE) {
            return new File(
                    "oneroster-" + export.form().version() + "-"
                            + export.proof().term() + "-" + id + ".zip",
                    out -> bundle(export, out));
        }
        ExportProfile profile = ProfileService.read(export.yaml());
        Pages pages = new Pages(id);
        boolean one = profile.files().by().isEmpty() && profile.files().rows().isEmpty();
        if (!one) {
            return new File(
                    ExportFiles.plainName(profile.name() + "-" + export.proof().term() + "-" + id + ".zip"),
                    out -> ExportFiles.zip(profile, pages.lines(profile), out));
        }
        Iterator<ExportFiles.Line> rows = pages.lines(profile);
        String name = pages.firstFile()
                .orElse(profile.name() + "." + profile.form().kind().key());
        return new File(ExportFiles.plainName(name), out -> ExportFiles.one(profile, cells(rows), out));
    }

    private void bundle(Export export, OutputStream out) throws IOException {
        Optional<RegistrarList> before = export.since().map(exports::find).map(exports::standingList);
        OneRosterWriter.write(exports.standingList(export), export.form().version(), before, out);
    }

    private static Iterator<List<String>> cells(Iterator<ExportFiles.Line> lines) {
        return new Iterator<>() {
            @Override
            public boolean hasNext() {
                return lines.hasNext();
            }

            @Override
            public List<String> next() {
                return lines.next().cells();
            }
        };
    }

    /** The rows of an export, read a part at a time. */
    private final class Pages {
        private final long export;
        private final Queue<ExportLine> read = new ArrayDeque<>();
        private Optional<ExportLines.Place> after = Optional.of(ExportLines.Place.START);

        Pages(long export) {
            this.export = export;
        }

        Optional<String> firstFile() {
            fill();
            return Optional.ofNullable(read.peek()).map(ExportLine::file);
        }

        private void fill() {
            if (read.isEmpty() && after.isPresent()) {
                after = lines.written(export, after.get(), read::add);
            }
        }

        Iterator<ExportFiles.Line> lines(ExportProfile profile) {
            return new Iterator<>() {
                @Override
                public boolean hasNext() {
                    fill();
                    return !read.isEmpty();
                }

                @Override
                public ExportFiles.Line next() {
                    fill();
                    ExportLine line = read.remove();
                    List<String> cells = json.readValue(line.cells(), ExportService.CELLS);
                    return new ExportFiles.Line(line.part(), line.file(), profile.cells(cells, line.status()));
                }
            };
        }
    }
}
