package chalkline.server.sheets;

import chalkline.formats.sheets.SheetReader;
import chalkline.server.frame.Uploads;
import jakarta.validation.Valid;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

@RestController
class CourseSheetController {
    private final CourseSheets sheets;
    private final ColumnsOfSheets columns;
    private final SheetResults results;

    CourseSheetController(CourseSheets sheets, ColumnsOfSheets columns, SheetResults results) {
        this.columns = columns;
        this.sheets = sheets;
        this.results = results;
    }

    /** Everything that a column may be. */
    @GetMapping("/api/course-sheets/columns")
    List<SheetViews.Column> columns() {
        return columns.all();
    }

    /** Reads a file; what is not said of how it is written is recognized. */
    @PostMapping(value = "/api/course-sheets/file", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    SheetViews.Read file(
            @RequestPart MultipartFile file,
            @RequestParam(required = false) @Nullable String encoding,
            @RequestParam(required = false) SheetReader.@Nullable Delimiter delimiter,
            @RequestParam(required = false) @Nullable String leaf)
            throws IOException {
        SheetReader.Written as = new SheetReader.Written(
                Optional.ofNullable(encoding), Optional.ofNullable(delimiter), Optional.ofNullable(leaf));
        return sheets.read(Uploads.name(file), file.getBytes(), as);
    }

    /** Reads what was pasted. */
    @PostMapping("/api/course-sheets/paste")
    SheetViews.Read paste(@Valid @RequestBody SheetViews.Paste paste) {
        return sheets.read(paste);
    }

    /** Judges rows; nothing is kept. */
    @PostMapping("/api/terms/{term}/course-sheets/judged")
    SheetViews.Judged judge(@PathVariable String term, @Valid @RequestBody SheetViews.Rows rows) {
        return sheets.judge(term, rows);
    }

    /** Keeps rows as they were judged. */
    @PostMapping("/api/terms/{term}/course-sheets")
    SheetViews.Kept keep(@PathVariable String term, @Valid @RequestBody SheetViews.Keep keep) {
        return results.view(sheets.keep(term, keep));
    }

    @GetMapping("/api/terms/{term}/course-sheets")
    List<SheetViews.About> of(@PathVariable String term) {
        return results.of(term);
    }

    /** A kept sheet with what came of each row. */
    @GetMapping("/api/course-sheets/{id}")
    SheetViews.Kept one(@PathVariable long id) {
        return results.view(id);
    }
}
